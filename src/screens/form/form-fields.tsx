import type { ReactNode } from 'react';

/** One line of the form dialog: what it is about, and its fields. */
export function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <section aria-label={label} className="grid grid-cols-[74px_1fr] items-start gap-2">
      <h3 className="pt-1 font-bold">{label}</h3>
      <div className="flex flex-wrap items-center gap-2">{children}</div>
    </section>
  );
}

export function NumberField(props: {
  name: string;
  value: number | null;
  range: readonly [number, number];
  unit: string;
  onSet: (value: number | null) => void;
  onWrong: (message: string) => void;
}) {
  const { name, value, range, unit, onSet, onWrong } = props;
  return (
    <TextField
      name={name}
      value={value === null ? '' : String(value)}
      hint={unit}
      narrow
      onSet={(text) => {
        const n = Number(text);
        if (text === '' && value === null) return;
        if (text === '') return onSet(null);
        if (!Number.isFinite(n) || n < range[0] || n > range[1])
          return onWrong(`${name}: expected a number from ${range[0]} to ${range[1]}`);
        onSet(name === 'Tempo here' ? n : Math.round(n));
      }}
    />
  );
}

export function TextField(props: {
  name: string;
  value: string;
  hint: string;
  narrow?: boolean;
  onSet: (text: string) => void;
}) {
  const { name, value, hint, narrow = false, onSet } = props;
  return (
    <label className="flex items-center gap-1.5 text-[0.875rem] text-soft">
      <input
        key={value}
        aria-label={name}
        defaultValue={value}
        autoComplete="off"
        className={`${narrow ? 'w-16' : 'w-24'} rounded border border-line bg-ground px-2 py-1 text-ink focus:border-ink`}
        onBlur={(e) => {
          if (e.currentTarget.value.trim() !== value) onSet(e.currentTarget.value.trim());
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur();
        }}
      />
      {hint}
    </label>
  );
}

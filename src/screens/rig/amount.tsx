import { Slider } from 'radix-ui';

/** A number that is slid, with what it says now. */
export function Amount(props: {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly words: string;
  readonly onChange: (value: number) => void;
}) {
  const { label, value, min, max, step, words, onChange } = props;
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-[0.875rem]">
      <span className="text-soft">{label}</span>
      <Slider.Root
        min={min}
        max={max}
        step={step}
        value={[value]}
        onValueChange={([next]) => onChange(next!)}
        className="relative flex h-11 min-w-40 flex-1 touch-none items-center"
      >
        <Slider.Track className="relative h-1.5 flex-1 rounded-full bg-well">
          <Slider.Range className="absolute h-full rounded-full bg-soft" />
        </Slider.Track>
        <Slider.Thumb
          aria-label={label}
          aria-valuetext={words}
          className="block size-6 rounded-full border-2 border-ink bg-sheet"
        />
      </Slider.Root>
      <b className="tabular-nums">{words}</b>
    </div>
  );
}

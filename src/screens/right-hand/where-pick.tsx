import { Button } from '../../ui/index';

interface Props<T extends string> {
  readonly value: T;
  /** Each choice with its words. */
  readonly choices: readonly (readonly [value: T, words: string])[];
  readonly onPick: (value: T) => void;
}

/** One of a few reaches in a section: this bar, from here on, all of it. */
export function WherePick<T extends string>({ value, choices, onPick }: Props<T>) {
  return (
    <div role="radiogroup" aria-label="Where" className="mb-3 flex flex-wrap gap-1">
      {choices.map(([one, words]) => (
        <Button
          key={one}
          role="radio"
          aria-checked={value === one}
          className={value === one ? '!border-2 !border-ink font-bold' : ''}
          onClick={() => onPick(one)}
        >
          {words}
        </Button>
      ))}
    </div>
  );
}

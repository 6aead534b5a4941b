import type { HitsKey } from './keys';

/** What is done all the time, by the key that does it too, and what it is called where there is little room. */
const STROKES: readonly (readonly [key: string, words: string])[] = [
  ['ArrowLeft', '◀'],
  ['f', 'Strike'],
  ['d', 'Palm'],
  ['x', 'Dead'],
  ['g', 'Hold'],
  ['r', 'Rest'],
  ['ArrowRight', '▶'],
];

/** The strokes under the thumb, always in view: for hands without a keyboard. */
export function Palette({ keys, line }: { readonly keys: readonly HitsKey[]; readonly line: boolean }) {
  return (
    <div
      role="toolbar"
      aria-label={line ? 'Write the line' : 'Write strokes'}
      data-palette
      className="sticky bottom-0 z-20 grid grid-cols-7 gap-1 border-t border-ink bg-sheet p-1"
    >
      {STROKES.map(([key, words]) => {
        const does = keys.find((k) => k.key === key);
        return (
          <button
            key={key}
            type="button"
            disabled={!does}
            aria-label={/^\w/.test(words) ? `${words}: ${does?.words ?? 'not here'}` : (does?.words ?? words)}
            className="rounded-md border border-line bg-ground px-0.5 text-[0.875rem] font-bold disabled:opacity-45"
            onClick={does?.does}
          >
            {words}
          </button>
        );
      })}
    </div>
  );
}

import type { FileOutcome } from './use-import';

const SIGNS = {
  in: 'taken in',
  asks: 'taken in, look at it',
  refused: 'not taken in',
  waits: 'waits',
  left: 'left out',
} as const;

/** What became of each of several files. */
export function Outcomes({ files }: { readonly files: readonly FileOutcome[] }) {
  return (
    <ul
      className="max-h-64 w-full overflow-y-auto text-[0.875rem]"
      data-outcomes
      tabIndex={0}
      aria-label="The files"
    >
      {files.map(({ file, kind, words }, i) => (
        <li key={i} data-outcome={kind} className="border-t border-line py-1">
          <b className="break-all">{file}</b>:{' '}
          <span className={kind === 'refused' ? 'text-clash' : kind === 'asks' ? 'text-watch' : 'text-soft'}>
            {SIGNS[kind]}
          </span>
          . {words.startsWith(file) ? words.slice(file.length).replace(/^:?\s+/, '') : words}
        </li>
      ))}
    </ul>
  );
}

import type { OwnVariant } from '../../form/index';

/** `-- pass 2: bar 7-8 --`: which bars differ, and when. Bars count from 1, as they are written. */
export interface PassLine {
  readonly pass: OwnVariant['pass'];
  /** Said with `this time`: it differs in this playing alone. */
  readonly isThisTime: boolean;
  readonly from: number;
  readonly to: number;
  /** These bars are not played. */
  readonly out: boolean;
}

const PASS_LINE =
  /^--\s*(?:(this time)\s*[,:]?\s*)?(?:(?:pass\s+(\d+)|(last)\s+pass)\s*:?\s*)?bars?\s+(\d+)(?:\s*-\s*(\d+))?\s*(out)?\s*--$/;

/** Reads a line that begins a block of differences; null where it is none. */
export function parsePassLine(text: string): PassLine | null {
  const match = PASS_LINE.exec(text.trim());
  if (!match) return null;
  return {
    pass: match[3] === 'last' ? 'last' : match[2] === undefined ? 'every' : Number(match[2]),
    isThisTime: match[1] !== undefined,
    from: Number(match[4]),
    to: Number(match[5] ?? match[4]),
    out: match[6] === 'out',
  };
}

/** The line as it is written; `parsePassLine` gives the same back. */
export function formatPassLine({ pass, isThisTime, from, to, out }: PassLine): string {
  const which = pass === 'every' ? [] : [pass === 'last' ? 'last pass' : `pass ${pass}`];
  const when = [...(isThisTime ? ['this time'] : []), ...which].join(', ');
  const range = from === to ? `${from}` : `${from}-${to}`;
  return `-- ${when === '' ? '' : `${when}: `}bar ${range}${out ? ' out' : ''} --`;
}

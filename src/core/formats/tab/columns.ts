import type { Fret } from '../../instrument/index';
import { plainNote, type LineNote } from '../../line/index';

/** What is written in one column: a note for each string that has one. */
export interface Column {
  readonly at: number;
  readonly notes: readonly LineNote[];
  readonly muted: boolean;
  /** In parentheses. */
  readonly weak: boolean;
}

const REACHED: Readonly<Record<string, LineNote['reached']>> = {
  h: 'hammer',
  H: 'hammer',
  p: 'pull',
  P: 'pull',
  '/': 'slide',
  '\\': 'slide',
  s: 'slide',
  t: 'tap',
  T: 'tap',
};

interface ColumnsGround {
  readonly last: number;
  readonly tuned: readonly number[];
  readonly unsure: string[];
}

/** What is written in a bar, column by column; what is not on the neck is unsure. */
export function columnsOf(rows: readonly string[], mutes: string, ground: ColumnsGround): readonly Column[] {
  const found = new Map<number, { notes: LineNote[]; weak: boolean }>();
  rows.forEach((row, string) => {
    for (const { at, note, weak } of notesIn(row, string, ground)) {
      const here = found.get(at);
      if (here) here.notes.push(note);
      else found.set(at, { notes: [note], weak });
    }
  });
  // Two-digit frets under one-digit ones may begin a column earlier or later: they belong together.
  const list = [...found].sort((a, b) => a[0] - b[0]);
  const merged: { at: number; notes: LineNote[]; weak: boolean }[] = [];
  for (const [at, { notes, weak }] of list) {
    const before = merged.at(-1);
    const free = before !== undefined && notes.every((n) => !before.notes.some((m) => m.string === n.string));
    const wide = before?.notes.some((n) => (n.fret ?? 0) > 9) ?? false;
    if (before && free && at - before.at === 1 && (wide || notes.some((n) => (n.fret ?? 0) > 9)))
      before.notes.push(...notes);
    else merged.push({ at, notes: [...notes], weak });
  }
  return merged.map(({ at, notes, weak }) => ({
    at,
    notes: notes.sort((a, b) => a.string - b.string),
    muted: isMuted(mutes, at),
    weak,
  }));
}

/** The notes of one string in a bar, with the column each stands in. */
function notesIn(
  row: string,
  string: number,
  { last, tuned, unsure }: ColumnsGround,
): readonly { at: number; note: LineNote; weak: boolean }[] {
  const list: { at: number; note: LineNote; weak: boolean }[] = [];
  for (const match of row.matchAll(/(\d+|[xX])/g)) {
    const at = match.index;
    const before = row[at - 1] ?? '';
    const end = at + match[0].length;
    const isDead = /[xX]/.test(match[0]);
    const written = isDead ? 0 : Number(match[0]);
    // `b9` and `r7` after a fret are what it is bent to and let down to, `tr7` what it trills with.
    if (/\d[bB]\(?$/.test(row.slice(0, at)) || /[bB]\(?\d*\)?r$/.test(row.slice(0, at))) continue;
    const trilled = /tr\(?$/.test(row.slice(0, at)) ? list.at(-1) : undefined;
    if (trilled) {
      trilled.note = { ...trilled.note, trill: written as Fret };
      continue;
    }
    const moved = written + (tuned[string] ?? 0);
    if (!isDead && (moved > last || moved < 0)) {
      unsure.push(
        moved === written
          ? `fret ${match[0]} is not on this neck`
          : `fret ${match[0]} of the tab’s tuning is not on your string ${tuned.length - string}`,
      );
      continue;
    }
    const open = /[(<[]/.test(before) ? (row[at - 2] ?? '') : before;
    const after = row.slice(end).replace(/^[)>\]]/, '');
    const hasNoteBefore = /[\dxX)>\]]$/.test(row.slice(0, at - 1));
    const reached = REACHED[open] ?? null;
    const isFromNowhere = reached === 'slide' && !hasNoteBefore && open !== 's';
    const off = /^([/\\])(?!\s*[\d(])/.exec(after)?.[1];
    const isHarmonic = before === '<' || before === '[' || after.startsWith('*');
    const note: LineNote = {
      ...plainNote(string, isDead ? 0 : moved),
      ...(isDead ? { fret: null } : {}),
      reached: isFromNowhere ? null : reached,
      ...(isFromNowhere ? { from: open === '/' ? ('below' as const) : ('above' as const) } : {}),
      ...(off === undefined ? {} : { off: off === '/' ? ('up' as const) : ('down' as const) }),
      bend: /^[bB^]/.test(after) ? bendOf(after, written) : null,
      vibrato: /^~/.test(after),
      harmonic: isHarmonic && !isDead ? 'natural' : null,
    };
    // What stands before a fret and has no note before itself stands where the note begins.
    const isLead = before !== '' && !hasNoteBefore && /[(<[tT/\\]/.test(before);
    list.push({ at: isLead ? at - 1 : at, note, weak: before === '(' });
  }
  return list;
}

/** `b9` to a fret, `b1` `b½` `bfull` by so many tones, `b` a whole one; `r` lets it down again. */
function bendOf(after: string, fret: number): LineNote['bend'] {
  const to = /^[bB^]\(?(\d+\/\d+|\d+|½|¼|full)?\)?(r?)/.exec(after);
  const release = to?.[2] === 'r';
  const amount = to?.[1];
  const named = { '½': 2, '1/2': 2, '¼': 1, '1/4': 1, full: 4 }[amount ?? ''];
  if (named !== undefined) return { quarters: named, release };
  const target = amount === undefined ? fret + 2 : Number(amount);
  if (target <= 2 && target < fret) return { quarters: target * 4, release };
  const quarters = { 1: 2, 2: 4, 3: 6, 4: 8 }[target - fret] ?? 4;
  return { quarters, release };
}

/** Under `PM`, or the dashes that follow it. */
function isMuted(mutes: string, at: number): boolean {
  for (let i = at; i >= 0; i -= 1) {
    if (/[PM.]/i.test(mutes[i] ?? ' ')) return true;
    if (mutes[i] !== '-' && i < at) return false;
    if (i === at && !/[-PM.|]/i.test(mutes[i] ?? ' ')) return false;
  }
  return false;
}

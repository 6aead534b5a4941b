import { PLAYERS, type Player } from './cell';
import { MAX_NOTE_CHARACTERS } from './comment';

/** What is told to everybody, and to single players: "let ring", "watch the drummer", a line of lyric. */
export type Remarks = Readonly<Partial<Record<Player | 'band', string>>>;

/** A remark as a chart can hold it: on one line, without bar lines; empty when nothing is left. */
export function cleanRemark(text: string): string {
  const line = text.replace(/[\p{Cc}\u2028\u2029]+/gu, ' ').replace(/\|/g, '/');
  const clean = line.replace(/\s+/g, ' ').trim().slice(0, MAX_NOTE_CHARACTERS).trim();
  // Alone it would repeat the bar before.
  return clean === '%' ? '' : clean;
}

/** Without empty ones; undefined when none is left. */
export function saidRemarks(remarks: Remarks): Remarks | undefined {
  const said = (['band', ...PLAYERS] as const).flatMap((who) => {
    const text = cleanRemark(remarks[who] ?? '');
    return text === '' ? [] : [[who, text] as const];
  });
  return said.length === 0 ? undefined : Object.fromEntries(said);
}

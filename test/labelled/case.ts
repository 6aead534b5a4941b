import type { FindingKind } from '../../src/core/song/index';
import type { Level } from '../../src/core/clash/index';

/** A small invented piece. Players without a row rest; `open` leaves them to the splitter. */
interface Piece {
  /** What it is an example of. */
  readonly style: string;
  readonly why: string;
  /** Lines before the section, `;`-separated shorthand allowed: see `chartOf`. */
  readonly head: string;
  /** What stands after `== A ==`. */
  readonly header?: string;
  readonly rows: string;
  readonly open?: true;
}

/** What a band plays and is happy with: no clash, and at most one watch of a kind. */
export interface PeaceCase extends Piece {
  readonly want: 'peace';
}

/** What would stop a rehearsal: a finding of one of these kinds, at least so strong, in this bar. */
export interface FindCase extends Piece {
  readonly want: 'find';
  readonly kinds: readonly FindingKind[];
  readonly least: Level;
  readonly bar: number;
}

/** The lines before a section: key, tempo, the gain of both guitars, and a metre or a voice where needed (`more`). */
export function groundOf(key: string, tempo: number, g1: number, g2 = g1, more = ''): string {
  return `key: ${key}\ntempo: ${tempo}\nguitar1: gain ${g1}\nguitar2: gain ${g2}${more ? `\n${more}` : ''}`;
}

/** Every third case is for a last look only: nothing is tuned by it. */
export function isHeldBack(index: number): boolean {
  return index % 3 === 2;
}

/** The whole chart: rests for players without rows. */
export function chartOf(piece: Piece): string {
  const { head, rows, header = '', open } = piece;
  const lines = rows.split('\n').map((row) => row.trim());
  const chords = lines.find((row) => row.startsWith('chords'))!;
  const bars = chords.split('|').length - 2;
  const silent = ['guitar1', 'guitar2', 'bass'].filter(
    (player) => !open && !lines.some((row) => new RegExp(`^${player}( line)? *\\|`).test(row)),
  );
  const rests = silent.map((player) => `${player} | r |${' . |'.repeat(bars - 1)}`);
  const own = lines.findIndex((row) => row.startsWith('--'));
  const [main, passes] = own < 0 ? [lines, []] : [lines.slice(0, own), lines.slice(own)];
  return [head, `== A == ${header}`, ...main, ...rests, ...passes, ''].join('\n');
}

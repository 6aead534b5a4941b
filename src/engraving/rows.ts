import type { Sheet, DrawnBar } from '../core/sheet/index';
import type { Look } from './bar-width';
import type { PlacedBar } from './placed';

/** Words above a line of music, in their place. */
export interface PlacedWords {
  readonly text: string;
  readonly x: number;
  /** From the top, 0 the highest row. */
  readonly row: number;
}

/** Where everything of a line stands, from its top, in units. */
export interface Rows {
  readonly words: readonly PlacedWords[];
  /** Base line of words in their first row, of endings, of chord names, of marks of the right hand, of bends. */
  readonly wordsY: number;
  readonly endingY: number | null;
  readonly chordY: number;
  readonly muteY: number | null;
  readonly markY: number | null;
  /** The highest line of the staff of five, or null. */
  readonly staffY: number | null;
  /** The highest line of the tab, and its lowest. */
  readonly tabY: number;
  readonly tabEnd: number;
  /** Length of a stem on the tab; null: stems are on the staff. */
  readonly stem: number | null;
  /** Base line of strokes. */
  readonly strokeY: number | null;
  readonly height: number;
}

export const LINE_GAP = 13;
const WORD_ROW = 13;
/** Width of a letter of what is said: 11.5 units high, by eye rather too wide. */
const WORD_LETTER = 6;

/** What rows a line needs, and where they stand. */
export function rowsOf(
  bars: readonly PlacedBar[],
  of: { readonly sheet: Pick<Sheet, 'strings' | 'open'>; readonly look: Look; readonly width: number },
): Rows {
  const { sheet, look, width } = of;
  const words = wordsOf(bars, width);
  const rows = words.reduce((most, w) => Math.max(most, w.row + 1), 0);
  const strokes = bars.flatMap(({ bar }) =>
    bar.notes.flatMap((n) => (n.stroke && n.first ? [n.stroke] : [])),
  );
  const has = (test: (s: (typeof strokes)[number]) => boolean) => strokes.some(test);
  let y = 2;
  const take = (height: number, when = true): number => {
    if (when) y += height;
    return y;
  };
  const wordsY = y + 10;
  take(rows * WORD_ROW);
  const hasEnding = bars.some(({ bar }) => bar.ending !== null || bar.repeatCloses > 2);
  const endingY = hasEnding ? take(15) - 3 : null;
  const chordY = take(18) - 4;
  const hasMute = has((s) => s.notes.some((n) => n.kind === 'mute'));
  const hasMark = has(
    (s) =>
      s.technique !== 'pick' ||
      s.guess ||
      s.notes.some((n) => n.vibrato || n.harmonic !== null || n.trill !== null),
  );
  const markY = hasMark ? take(13) - 3 : null;
  const muteY = hasMute ? take(13) - 3 : null;
  let staffY: number | null = null;
  if (look.staff) {
    const { above, below } = ledger(bars, sheet.open);
    take(above);
    staffY = y + 4;
    take(4 + 40 + below + 10);
  }
  take(bendRoom(bars, sheet.strings.length));
  const tabY = y + 8;
  const tabEnd = tabY + (sheet.strings.length - 1) * LINE_GAP;
  y = tabEnd + 6;
  if (!look.staff) take(look.stem + 6);
  take(12, bars.some(({ bar }) => bar.groups.length > 0) && !look.staff);
  const strokeY = has((s) => s.direction !== null) ? take(13) - 2 : null;
  return {
    words,
    wordsY,
    endingY,
    chordY,
    muteY,
    markY,
    staffY,
    tabY,
    tabEnd,
    stem: look.staff ? null : look.stem,
    strokeY,
    height: y + 6,
  };
}

/** How far above the tab bends, bows and slides reach. */
function bendRoom(bars: readonly PlacedBar[], strings: number): number {
  let room = 0;
  for (const { bar } of bars) {
    for (const { stroke } of bar.notes) {
      for (const note of stroke?.notes ?? []) {
        const fromTop = strings - 1 - note.string;
        if (note.bend) room = Math.max(room, 24);
        else if (note.reached === 'hammer' || note.reached === 'pull' || note.reached === 'tap')
          room = Math.max(room, fromTop === 0 ? 12 : 0);
      }
    }
  }
  return room;
}

/** Units a semitone is high on five lines, about; room for a stem with its beam, and for the number of a group. */
const A_SEMITONE = 3.1;
const STEM_ROOM = 40;
const GROUP_ROOM = 16;

/** Room above and below the five lines for notes beyond them and their stems; they are written an octave higher than they sound. */
function ledger(bars: readonly PlacedBar[], open: readonly number[]): { above: number; below: number } {
  const low = open[0] ?? 40;
  const isBass = low < 36;
  // The highest line is F5 in the treble clef and A3 in the bass clef, the lowest E4 and G2, each an octave up.
  const [top, bottom] = isBass ? [45, 31] : [65, 52];
  let above = 6;
  let below = 12;
  for (const { bar } of bars) {
    const group = bar.groups.length > 0 ? GROUP_ROOM : 0;
    for (const { stroke } of bar.notes) {
      const pitches = (stroke?.notes ?? []).map(({ midi, string }) => midi ?? open[string] ?? bottom);
      if (pitches.length === 0) continue;
      const [lowest, highest] = [Math.min(...pitches), Math.max(...pitches)];
      const isUp = lowest + highest < top + bottom;
      above = Math.max(above, (highest - top) * A_SEMITONE + (isUp ? STEM_ROOM : 10) + group);
      below = Math.max(below, (bottom - lowest) * A_SEMITONE + (isUp ? 12 : STEM_ROOM));
    }
  }
  return { above: Math.min(120, above), below: Math.min(90, below) };
}

/** What is said of bars, above them; what does not fit beside each other stands one above the other. */
function wordsOf(bars: readonly PlacedBar[], width: number): readonly PlacedWords[] {
  const placed: PlacedWords[] = [];
  const free: number[] = [];
  const most = Math.max(12, Math.floor(width / WORD_LETTER));
  const texts = bars.flatMap(({ bar, x }) => saidOf(bar).map((text) => ({ text, x })));
  // From the last to the first, so that rows are counted from below: what is said last stands nearest.
  for (const { text, x } of texts) {
    for (const part of wrapped(text, most)) {
      const long = part.length * WORD_LETTER;
      const at = Math.max(0, Math.min(x + 4, width - long));
      let row = free.findIndex((end) => end <= at);
      if (row < 0) row = free.length;
      free[row] = at + long + 8;
      placed.push({ text: part, x: at, row });
    }
  }
  return placed;
}

/** What is said of a bar beside its notes. */
function saidOf(bar: DrawnBar): readonly string[] {
  return [
    ...(bar.sound === null ? [] : [`♪ ${bar.sound}`]),
    ...bar.told.map((text) => `“${text}”`),
    ...bar.or.map((text) => `or ${text}`),
    ...(bar.unsure ? ['the hits are a guess'] : []),
  ];
}

/** Words cut where they are longer than a line. */
function wrapped(text: string, most: number): readonly string[] {
  const lines: string[] = [];
  for (const word of text.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + word.length + 1 <= most)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word.slice(0, most));
  }
  return lines;
}

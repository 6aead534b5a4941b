import { openStrings, type Instrument } from '../instrument/index';
import { pitchClass } from '../pitch/index';
import type { Grip } from './grip';

/** Frets of the six strings, lowest first. */
type Frets = readonly (number | null)[];

/** Chord shapes that every player knows by name. */
interface Forms {
  /** The string that has the root, from the lowest (0). */
  readonly root: number;
  /** Whether they are moved up the neck with a barre, too. */
  readonly moves: boolean;
  readonly list: readonly Frets[];
}

/**
 * The usual shapes in standard tuning, and wherever the strings they use lie as there (common practice): the open
 * chords, what is moved up the neck after E, A, D and C, the usual sevenths, and what is played at the nut with a slash
 * bass.
 */
const FORMS: readonly Forms[] = [
  // After E.
  moved(
    0,
    '022100 022000 020100 020000 022200 020200 0x0103 0221xx 0220xx 022xxx 0x110x 0x000x 0x010x 1x110x',
  ),
  atNut(0, '022130 022030 020030 021100 022102 022002 022120 02245x'),
  moved(2, 'xx2100 xx2000'),
  // After A.
  moved(1, 'x02220 x02210 x02020 x02010 x02120 x02200 x02230 x02030 x02222 x02212 x0101x x01212'),
  moved(1, 'x0222x x0221x x0202x x0201x x0212x x0220x x0223x x10111 x1011x x1012x'),
  atNut(1, 'x02225 x02255 x02420 x02410 x02000 302210 3x2210'),
  // After D.
  moved(2, 'xx0232 xx0231 xx0212 xx0211 xx0222 xx0233 xx0101 xx0111'),
  atNut(2, 'xx0230 xx0202 xx0201 xx0235 x00232 x00231 xx023x 2x0232 200232 2x023x'),
  // After C.
  moved(1, 'x3231x'),
  atNut(1, 'x32010 x32310 x32000 x32030 x32033 x33010 x33011 x30010 x30013 332010 032010 x32013 x3201x'),
  atNut(1, 'x21202 x20202 x2020x'),
  // After G.
  atNut(
    0,
    '320003 320033 320001 320002 320000 3x0003 3x0033 3x0001 3x0002 3x0000 300203 3x0203 330013 3200xx',
  ),
  atNut(3, 'x20003 x20033 x2003x xx0003 x42220 x4222x'),
  atNut(4, 'xx4230'),
  // F, and slash basses beside it.
  atNut(0, '1x3211 1x2210'),
  atNut(2, 'x33211 x03211 xx3210 x03210 x33210 xx3213 4221xx 42210x'),
];

function moved(root: number, text: string): Forms {
  return { root, moves: true, list: read(text) };
}

function atNut(root: number, text: string): Forms {
  return { root, moves: false, list: read(text) };
}

function read(text: string): readonly Frets[] {
  return text.split(' ').map((frets) => [...frets].map((c) => (c === 'x' ? null : Number(c))));
}

/** How the strings of a standard tuning lie above the lowest, in semitones. */
const STANDARD = [0, 5, 10, 15, 19, 24];

interface Known {
  readonly root: number;
  readonly moves: boolean;
  /** The form's lowest fret: a grip lies as far up the neck as its own lowest fret is above it. */
  readonly from: number;
}

/** No form spans more frets. */
const WIDEST = 5;

/** Forms by their frets above the lowest one. */
const KNOWN: ReadonlyMap<number, readonly Known[]> = FORMS.reduce((map, { root, moves, list }) => {
  for (const frets of list) {
    const low = lowestOf(frets, 0);
    const key = shapeOf(frets, 0, low);
    map.set(key, [...(map.get(key) ?? []), { root, moves, from: low }]);
  }
  return map;
}, new Map<number, readonly Known[]>());

/** The lowest fret from a string on. */
function lowestOf(frets: Frets, first: number): number {
  let low = 99;
  for (let s = first; s < frets.length; s += 1) {
    const fret = frets[s]!;
    if (fret !== null && fret < low) low = fret;
  }
  return low;
}

/** Frets above the lowest one from a string on, four bits a string, 0 for a silent one; -1 for what no form spans. */
function shapeOf(frets: Frets, first: number, low: number): number {
  let key = 0;
  for (let s = first; s < frets.length; s += 1) {
    const fret = frets[s]!;
    if (fret !== null && fret - low > WIDEST) return -1;
    key = (key << 4) | (fret === null ? 0 : fret - low + 1);
  }
  return key;
}

/**
 * Whether a guitar's grip is a shape that players know by name, with its root where the chord has it (`rootPc`). A capo
 * is the nut. Of more than six strings the highest six count, the others must be silent; of fewer none is usual.
 */
export function isUsualShape(grip: Grip, instrument: Instrument, rootPc: number): boolean {
  const extra = grip.length - STANDARD.length;
  if (extra < 0 || grip.slice(0, extra).some((fret) => fret !== null)) return false;
  const low = lowestOf(grip, extra);
  const known = KNOWN.get(shapeOf(grip, extra, low));
  if (!known) return false;
  const frets = extra === 0 ? grip : grip.slice(extra);
  const open = openStrings(instrument).slice(extra);
  const used = frets.flatMap((fret, s) => (fret === null ? [] : [s]));
  const first = used[0]!;
  const apart = (s: number) => open[s]! - open[first]! - (STANDARD[s]! - STANDARD[first]!);
  if (used.some((s) => apart(s) !== 0)) return false;
  return known.some(({ root, moves, from }) => {
    const fret = frets[root];
    if (fret === null || fret === undefined) return false;
    if (pitchClass(open[root]! + instrument.capo + fret) !== rootPc) return false;
    return low === from || (low > from && moves);
  });
}

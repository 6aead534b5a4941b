import { barTicks, isCompound, TICKS_PER_QUARTER, type Meter } from '../../time/index';

/** One bar a figure is made for: what the left hand does in it, in eighths from the bar line. */
export interface Ground {
  readonly meter: Meter;
  /** Eighths at which a new grip comes (a pushed one where it comes). */
  readonly changes: ReadonlySet<number>;
  /** Strings (1 = highest) that the grip held at an eighth sounds, lowest string first; none for a rest. */
  readonly held: (eighth: number) => readonly number[];
}

/** A figure of the right hand, for a bar of any metre that eighths divide. */
export interface Figure {
  readonly name: FigureName;
  readonly words: string;
  /** The pattern of a bar, in hits as the chart writes them. */
  readonly bar: (ground: Ground) => string;
}

export const FIGURE_NAMES = [
  'long',
  'quarters',
  'half notes',
  'eighths',
  'chug',
  'drive',
  'gallop',
  'strum',
  'strum in sixteenths',
  'scratch',
  'three-three-two',
  'stabs',
  'off-beats',
  'backbeat',
  'broken up',
  'broken up and down',
  'with the accents',
] as const;
export type FigureName = (typeof FIGURE_NAMES)[number];

/** How many eighths a bar has; null where eighths do not divide it. */
export function eighthsIn(meter: Meter): number | null {
  const n = barTicks(meter) / (TICKS_PER_QUARTER / 2);
  return Number.isInteger(n) && n > 0 ? n : null;
}

/** Our own figures, all common practice: one symbol an eighth, `strike` wherever a new grip comes. */
export const FIGURES: readonly Figure[] = [
  plain('long', 'one strike a chord, left to ring', () => '-'),
  plain('half notes', 'two strikes a bar', (i, g) => (i % (isCompound(g.meter) ? 3 : 4) === 0 ? 'O' : '-')),
  plain('quarters', 'the beats', (i, g) => (onBeat(i, g) ? 'O' : '-')),
  plain('eighths', 'every eighth, the beats a little louder', (i, g) => (onBeat(i, g) ? 'O' : 'o')),
  plain('chug', 'muted eighths, open where the chord changes', (i, g) => (onBeat(i, g) ? 'M' : 'm')),
  plain('drive', 'open on the half bar, muted off-beats', (i, g) => driven(i, g)),
  {
    name: 'gallop',
    words: 'one long and two short on every beat, muted',
    bar: (ground) =>
      eighthsOf(ground, (i) => [ground.changes.has(i) ? 'O' : 'M', '-', 'm', 'm'].slice(0, 4).join(''), 2),
  },
  plain('strum', 'down, down-up, up-down-up', (i, g) => strummed(i, g)),
  {
    name: 'strum in sixteenths',
    words: 'down, down-up, up-down-up in every half bar',
    bar: (ground) => halves(ground, (i) => ['O-', 'Oo', '-o', 'Oo'][i % 4]!),
  },
  {
    name: 'scratch',
    words: 'short chords, choked strokes between',
    bar: (ground) => halves(ground, (i) => ['O.', 'xx', '.O', 'xx'][i % 4]!),
  },
  plain('three-three-two', 'three, three and two eighths', (i) => ([0, 3, 6].includes(i % 8) ? 'O' : '-')),
  plain('stabs', 'short strokes three, three and two eighths apart, silent between', (i) =>
    [0, 3, 6].includes(i % 8) ? 'O' : '.',
  ),
  {
    name: 'off-beats',
    words: 'short strokes between the beats',
    bar: (ground) => eighthsOf(ground, (i) => (onBeat(i, ground) ? '.' : 'O')),
  },
  {
    name: 'backbeat',
    words: 'short strokes with the snare',
    bar: (ground) => eighthsOf(ground, (i) => (isBackbeat(i, ground.meter) ? 'O' : '.')),
  },
  { name: 'broken up', words: 'picked from the low string up', bar: (ground) => broken(ground, false) },
  {
    name: 'broken up and down',
    words: 'picked from the low string up and back',
    bar: (ground) => broken(ground, true),
  },
];

function plain(name: FigureName, words: string, symbol: (i: number, ground: Ground) => string): Figure {
  return {
    name,
    words,
    bar: (ground) => eighthsOf(ground, (i) => (i === 0 || ground.changes.has(i) ? 'O' : symbol(i, ground))),
  };
}

/** Symbols of a bar, one or two eighths at a time; a rest is silent. */
function eighthsOf(ground: Ground, symbol: (i: number) => string, each = 1): string {
  const n = eighthsIn(ground.meter) ?? 0;
  if (each === 2) {
    let bar = '';
    for (let i = 0; i < n; i += 2) {
      const four = ground.held(i).length > 0 ? symbol(i) : '....';
      bar += i + 1 < n ? four : four.slice(0, 2);
    }
    return bar;
  }
  return Array.from({ length: n }, (_, i) => (ground.held(i).length > 0 ? symbol(i) : '.')).join('');
}

/** Two sixteenths for every eighth, a strike wherever a new grip comes; a rest is silent. */
function halves(ground: Ground, symbols: (i: number) => string): string {
  const n = eighthsIn(ground.meter) ?? 0;
  const two = (i: number) => {
    if (ground.held(i).length === 0) return '..';
    const here = symbols(i);
    return i === 0 || ground.changes.has(i) ? `O${here[1]!}` : here;
  };
  return Array.from({ length: n }, (_, i) => two(i)).join('');
}

function onBeat(i: number, { meter }: Ground): boolean {
  return isCompound(meter) ? i % 3 === 0 : i % 2 === 0;
}

/** Two and four; in bars of three beats all but the first (common practice). */
function isBackbeat(i: number, meter: Meter): boolean {
  if (isCompound(meter)) return i % 6 === 3;
  if (barTicks(meter) === 3 * TICKS_PER_QUARTER) return i === 2 || i === 4;
  return i % 4 === 2;
}

function driven(i: number, g: Ground): string {
  const place = isCompound(g.meter) ? i % 3 : i % 4;
  return place === 0 ? 'O' : place === 1 ? '-' : 'm';
}

function strummed(i: number, g: Ground): string {
  if (isCompound(g.meter)) return ['O', '-', 'o'][i % 3]!;
  return ['O', '-', 'O', 'o', '-', 'o', 'O', 'o'][i % 8]!;
}

/** One string after the other through what is held, beginning anew with every grip. */
function broken(ground: Ground, andBack: boolean): string {
  let step = 0;
  // In twelve eighths the half bar begins anew, as two bars of six would (common practice).
  const turn = isCompound(ground.meter) ? 6 : Infinity;
  return eighthsOf(ground, (i) => {
    const strings = ground.held(i);
    if (i % turn === 0 || ground.changes.has(i)) step = 0;
    const [low, ...upper] = strings;
    const order = [low!, ...upper, ...(andBack ? upper.slice(1, -1).reverse() : [])];
    const string = order[step % order.length]!;
    step += 1;
    return String(string);
  });
}

/** How a bar may leave for the next: stopped, struck into it, run into it, or held with room for somebody's fill. */
export const TAILS = ['stop', 'lead', 'run', 'room'] as const;
export type Tail = (typeof TAILS)[number];

/** A bar's pattern with another end; null where it has no room for one, or is not of eighths or their halves. */
export function withTail(pattern: string, tail: Tail, meter: Meter): string | null {
  const n = eighthsIn(meter);
  if (n === null || n < 6 || pattern.length % n !== 0) return null;
  const each = pattern.length / n;
  const kept = pattern.slice(0, (n - 2) * each);
  if (tail === 'stop') return `${kept}${'.'.repeat(2 * each)}`;
  if (tail === 'lead') {
    const ended = `${kept}O${'-'.repeat(each - 1)}o${'-'.repeat(each - 1)}`;
    return ended === pattern ? null : ended;
  }
  if (tail === 'run') return each > 2 ? null : `${each === 2 ? kept : inSixteenths(kept)}OoOo`;
  const from = (n - (isCompound(meter) ? 3 : 4)) * each;
  const [before, last] = [pattern.slice(0, from), pattern.slice(from)];
  const held = `${last[0]!}${(last.startsWith('.') ? '.' : '-').repeat(last.length - 1)}`;
  return before + held === pattern || /^\.*$/.test(before) ? null : before + held;
}

/** The same strokes, two places for every eighth: what rings goes on over the second, what is short does not. */
function inSixteenths(eighths: string): string {
  return [...eighths].map((c) => `${c}${c === '.' || c === 'x' || c === 'X' ? '.' : '-'}`).join('');
}

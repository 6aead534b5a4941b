import { cellsWithLine, type PlacedCell } from '../../form/index';
import { gripCell } from '../../form/index';
import { fitsFingering, type Fingering, type Grip } from '../../grip/index';
import { allowedPlaces, parseHits } from '../../hits/index';
import type { Fret } from '../../instrument/index';
import { plainStep, withFittingFingers, type Line, type LineNote, type LineStep } from '../../line/index';
import { barTicks, isDivided, type Meter } from '../../time/index';
import type { TakenNote } from './taken';

/** Notes that are struck at once in a bar; `at` from the bar line. */
export interface TakenStroke {
  readonly at: number;
  /** The latest end of its notes, from the bar line; past its end it goes on. */
  readonly until: number;
  readonly notes: readonly FrettedNote[];
}

/** A note that has its place. */
export type FrettedNote = TakenNote & { readonly string: number };

/** A stroke of a part, in ticks from the first bar line of the song. */
export interface PartStroke {
  readonly at: number;
  readonly until: number;
  readonly notes: readonly FrettedNote[];
}

/** What a player does in a bar, as a bar of a song has it. */
export interface BarPart {
  readonly cells: readonly PlacedCell[];
  readonly hits: string | null;
  readonly line: Line | null;
}

/** What is around a bar. */
export interface PartGround {
  readonly meter: Meter;
  readonly strings: number;
  /** It opens its section. */
  readonly first: boolean;
  /** Something of the bar before sounds on into it. */
  readonly held: boolean;
}

/**
 * A bar of a player: grips with hits where chords are struck and strings of a grip ring through each other, else a line of
 * notes. Nothing struck and nothing held is a rest; nothing struck while something is held lets it sound on.
 */
export function barPart(given: readonly TakenStroke[], of: PartGround): BarPart {
  const strokes = writable(given, barTicks(of.meter));
  if (strokes.length === 0 && of.held && !of.first) return { cells: [], hits: null, line: null };
  const asGrips = isChordal(strokes) ? gripsOf(strokes, of) : null;
  return asGrips ?? asLine(strokes, of);
}

/** Most places chart text divides a bar into, and where what needs more is moved to: 32nds. */
const MOST_PLACES = 64;
const COARSE = 120;
/** Places ends are moved to, the finest first, in ticks. */
const STEPS = [60, 80, 120, 160, 240, 320, 480, 640, 960] as const;

/** Strokes and their ends where a bar can be written; what no division of it reaches is moved to the nearest 32nd. */
function writable(strokes: readonly TakenStroke[], bar: number): readonly TakenStroke[] {
  const ends = strokes
    .filter((s) => s.until < bar && s.notes.some((n) => n.kind === 'ring'))
    .map((s) => s.until);
  const starts = strokes.map(({ at }) => at);
  if (isDivided([...starts, ...ends], bar, MOST_PLACES)) return strokes;
  // Where the strokes can be written, only what ends is moved, to a place among them.
  const step = STEPS.find(
    (one) => bar / one <= MOST_PLACES && bar % one === 0 && starts.every((t) => t % one === 0),
  );
  if (step !== undefined) {
    const moved = (at: number, end: number) =>
      end >= bar ? end : Math.max(at + step, Math.round(end / step) * step);
    return strokes.map((s) => ({
      ...s,
      until: moved(s.at, s.until),
      notes: s.notes.map((n) => ({ ...n, end: moved(s.at, n.end) })),
    }));
  }
  const near = (tick: number) => (tick >= bar ? tick : Math.round(tick / COARSE) * COARSE);
  const moved = new Map<number, TakenStroke>();
  for (const { at, until, notes } of strokes) {
    const place = Math.min(near(at), bar - COARSE);
    const before = moved.get(place);
    const own = notes
      .filter((n) => !before?.notes.some((m) => m.string === n.string))
      .map((n) => ({ ...n, end: Math.max(place + COARSE, near(n.end)) }));
    moved.set(place, {
      at: place,
      until: Math.max(before?.until ?? 0, place + COARSE, near(until)),
      notes: [...(before?.notes ?? []), ...own].sort((a, b) => a.string - b.string),
    });
  }
  return [...moved.values()].sort((a, b) => a.at - b.at);
}

/** True where something is struck together or rings through, and nothing is done that only a line says. */
function isChordal(strokes: readonly TakenStroke[]): boolean {
  const isPlain = strokes.every(({ notes }) =>
    notes.every(
      (n) =>
        n.reached === null &&
        n.from === null &&
        n.off === null &&
        n.grace === null &&
        n.bend === null &&
        n.trill === null &&
        !n.vibrato &&
        n.harmonic === null &&
        !n.guess,
    ),
  );
  if (!isPlain) return false;
  const rings = strokes.some(({ notes }, i) =>
    notes.some((n) => n.kind === 'ring' && strokes[i + 1] !== undefined && n.end > strokes[i + 1]!.at + 1),
  );
  return rings || strokes.some(({ notes }) => notes.length > 1);
}

interface Held {
  readonly at: number;
  readonly frets: (number | null)[];
  readonly fingers: (1 | 2 | 3 | 4 | 'T' | null)[];
}

/** Grips that hold one after the other, and the strokes of the hand as a pattern; null where no pattern says it. */
function gripsOf(strokes: readonly TakenStroke[], of: PartGround): BarPart | null {
  const held: Held[] = [];
  const gripAt: Held[] = [];
  for (const [i, { at, notes }] of strokes.entries()) {
    const now = held.at(-1);
    const before = strokes.slice(0, i).filter((_, n) => gripAt[n] === now);
    const fits =
      now !== undefined &&
      notes.every((n) => n.fret === null || now.frets[n.string] === null || now.frets[n.string] === n.fret) &&
      !isNewChord(now, notes) &&
      !isCutOff(before, at, notes);

    const grip: Held = fits
      ? now
      : {
          at,
          frets: Array.from({ length: of.strings }, () => null),
          fingers: Array.from({ length: of.strings }, () => null),
        };
    if (!fits) held.push(grip);
    for (const n of notes) {
      if (n.fret === null) continue;
      grip.frets[n.string] = n.fret;
      if (n.finger !== null) grip.fingers[n.string] = n.finger;
    }
    gripAt.push(grip);
  }
  // Dead strokes need a grip to be struck over.
  if (held.some(({ frets }) => frets.every((fret) => fret === null))) return null;
  const bar = barTicks(of.meter);
  const events = patternEvents(strokes, gripAt, bar);
  if (events === null) return null;
  const places = allowedPlaces(of.meter).find((count) =>
    events.every(({ at }) => Number.isInteger((at * count) / bar)),
  );
  if (places === undefined) return null;
  const opens = of.first || !of.held ? '.' : '-';
  let sounding = opens;
  const symbols = Array.from({ length: places }, (_, i) => {
    const event = events.find(({ at }) => at === (i * bar) / places);
    if (!event) return sounding;
    sounding = event.symbol === '.' || event.isDead ? '.' : '-';
    return event.symbol;
  });
  const hits = parseHits(symbols.join(''), of.meter);
  if (!hits.ok) return null;
  const cells = held.map(({ at, frets, fingers }): PlacedCell => {
    const grip = frets as Grip;
    const own = fingers.some((f) => f !== null) ? (fingers as Fingering) : undefined;
    const isWhole = own && own.every((f, s) => (f === null) === (frets[s] === null || frets[s] === 0));
    const named = isWhole && fitsFingering(grip, own) ? { fingers: own } : {};
    return { at, push: 0, cell: gripCell(grip, { locked: true, ...named }) };
  });
  const rests: readonly PlacedCell[] =
    cells[0]!.at > 0 && (of.first || !of.held)
      ? [{ at: 0, push: 0, cell: { kind: 'rest', locked: true, guess: false } }]
      : [];
  return { cells: [...rests, ...cells], hits: hits.value, line: null };
}

/** A string of the grip falls silent where others are struck: the hand has left it. */
function isCutOff(before: readonly TakenStroke[], at: number, notes: readonly FrettedNote[]): boolean {
  const struck = new Set(notes.map((n) => n.string));
  return before.some((stroke) =>
    stroke.notes.some((n) => n.kind === 'ring' && Math.abs(n.end - at) < 1 && !struck.has(n.string)),
  );
}

/** Chords that share no string stand for two grips, even where one hand could hold both. */
function isNewChord(now: Held, notes: readonly FrettedNote[]): boolean {
  if (notes.length < 2) return false;
  const strings = now.frets.filter((fret) => fret !== null).length;
  const shared = notes.filter((n) => now.frets[n.string] !== null).length;
  return shared === 0 && strings > 1;
}

interface PatternEvent {
  readonly at: number;
  readonly symbol: string;
  readonly isDead: boolean;
}

/** Strokes and silences as symbols of a pattern; null where one of them has none. */
function patternEvents(
  strokes: readonly TakenStroke[],
  gripAt: readonly Held[],
  bar: number,
): readonly PatternEvent[] | null {
  const events: PatternEvent[] = [];
  for (const [i, { at, until, notes }] of strokes.entries()) {
    const symbol = symbolOf(notes, gripAt[i]!);
    if (symbol === null) return null;
    const isDead = notes.every((n) => n.kind === 'dead');
    events.push({ at, symbol, isDead });
    const next = strokes[i + 1]?.at ?? bar;
    // What is muted dies by itself, and strings that ring on are not stopped.
    const sounds = strokes.slice(0, i + 1).reduce((latest, s) => Math.max(latest, soundingUntil(s)), 0);
    const end = Math.max(until, sounds);
    if (!isDead && end < next - 1 && notes.some((n) => n.kind === 'ring'))
      events.push({ at: end, symbol: '.', isDead: true });
  }
  return events;
}

function soundingUntil({ notes }: TakenStroke): number {
  return Math.max(0, ...notes.map((n) => (n.kind === 'ring' ? n.end : 0)));
}

function symbolOf(notes: readonly FrettedNote[], { frets }: Held): string | null {
  const strings = frets.length;
  const letter = (n: FrettedNote) => {
    const plain = { ring: 'O', mute: 'M', dead: 'X' }[n.kind];
    const own = { pick: plain, tap: 'T', slap: 'S', pop: 'P', rake: 'R', scrape: 'Z' }[n.technique];
    return n.weak ? own.toLowerCase() : own;
  };
  const held = frets.flatMap((fret, s) => (fret === null ? [] : [s]));
  const struck = new Set(notes.map((n) => n.string));
  const isWhole = held.every((s) => struck.has(s));
  const letters = new Set(notes.map(letter));
  if (notes.some((n) => frets[n.string] === null)) return null;
  const way = notes[0]!.direction === null ? '' : notes[0]!.direction === 'down' ? 'v' : '^';
  if (letters.size === 1 && isWhole) return `${[...letters][0]}${way}`;
  const groups = [...letters].map((one) => {
    const of = notes
      .filter((n) => letter(n) === one)
      .map((n) => strings - n.string)
      .sort((a, b) => b - a);
    return { one, of };
  });
  groups.sort((a, b) => b.of[0]! - a.of[0]!);
  return `[${groups.map(({ one, of }) => `${of.join('')}${one}`).join('')}]${way}`;
}

/** The notes of a bar one after the other; where nothing sounds stands a silence. */
function asLine(strokes: readonly TakenStroke[], of: PartGround): BarPart {
  const bar = barTicks(of.meter);
  const steps: LineStep[] = [];
  const silent = (at: number) => {
    if (at < bar - 1 && steps.at(-1)?.at !== at) steps.push(plainStep(at, []));
  };
  if ((strokes[0]?.at ?? bar) > 0 && (of.first || !of.held)) silent(0);
  strokes.forEach(({ at, until, notes }, i) => {
    steps.push(stepOf(at, notes, of.strings));
    const next = strokes[i + 1]?.at ?? bar;
    if (until < next - 1 && notes.some((n) => n.kind === 'ring')) silent(until);
  });
  const ground = { strings: of.strings, first: of.first };
  const line = withFittingFingers(steps, of.strings);
  return { cells: cellsWithLine([], line, ground), hits: null, line };
}

function stepOf(at: number, notes: readonly FrettedNote[], strings: number): LineStep {
  const fingers = Array.from(
    { length: strings },
    (_, s) => notes.find((n) => n.string === s)?.finger ?? null,
  );
  const own = notes.every((n) => (n.fret ?? 0) === 0 || n.finger !== null) && fingers.some((f) => f !== null);
  const technique = notes[0]!.technique;
  const step: LineStep = {
    ...plainStep(at, notes.map(noteOf)),
    muted: notes.every((n) => n.kind === 'mute'),
    weak: notes[0]!.weak && notes.some((n) => n.reached === null),
    direction: notes[0]!.direction,
    ...(technique === 'pick' || technique === 'tap' ? {} : { technique }),
    ...(notes.some((n) => n.guess) ? { guess: true as const } : {}),
  };
  const named = own ? { fingers: fingers as Fingering } : {};
  return { ...step, ...named };
}

function noteOf(n: FrettedNote): LineNote {
  return {
    string: n.string,
    fret: n.kind === 'dead' ? null : ((n.fret ?? 0) as Fret),
    reached: n.reached,
    ...(n.from ? { from: n.from } : {}),
    ...(n.off ? { off: n.off } : {}),
    ...(n.grace ? { grace: n.grace } : {}),
    bend: n.bend,
    trill: n.trill as Fret | null,
    vibrato: n.vibrato,
    harmonic: n.harmonic,
  };
}

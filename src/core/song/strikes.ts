import { leavesRoom, PLAYERS, type Bar, type Cell, type ChordSlur, type Player } from '../form/index';
import type { Fingering, Grip } from '../grip/index';
import { allowedPlaces, hitsOf, MUTE_TICKS, type Direction, type Technique } from '../hits/index';
import { isDead, isSlurred, type LineStep } from '../line/index';
import { barTicks, type Meter } from '../time/index';

/** One stroke of the right hand, and how long it is heard. Ticks count from the start of the section. */
export interface Strike {
  /** Below 0 when it comes early into the section. */
  readonly at: number;
  /** Where it is no longer heard; a dead hit ends where it begins. */
  readonly end: number;
  /** The latest end of this and all strokes before it. */
  readonly until: number;
  readonly kind: 'ring' | 'mute' | 'dead';
  readonly weak: boolean;
  /** What makes the sound. */
  readonly technique: Technique;
  /** Strings struck, 1 = highest; null when the whole grip is. */
  readonly strings: readonly number[] | null;
  /** How the fretting hand alone comes to it, from what sounds before; null when it is struck. */
  readonly slur: ChordSlur | null;
  readonly grip: Grip;
  /** The player's own fingering of it; undefined: the natural one. */
  readonly fingers: Fingering | undefined;
  /** The cell it sounds: bar from 0 and place in that bar's list. */
  readonly cell: { readonly bar: number; readonly index: number };
  /** Where the cell is written to begin, before any push. */
  readonly nominal: number;
  /** As written by hand, or null. */
  readonly direction: Direction | null;
  /** The step of a line it is, or null. */
  readonly step: LineStep | null;
}

/** True when a stroke goes across a string (from 0, the lowest) of what is held. */
export function strikesString({ strings, grip }: Pick<Strike, 'strings' | 'grip'>, string: number): boolean {
  return strings === null || strings.includes(grip.length - string);
}

/** The one string a stroke picks alone, 1 = highest; null when it strikes more. */
export function pickedString({ strings }: Pick<Strike, 'strings'>): number | null {
  return strings?.length === 1 ? strings[0]! : null;
}

/** True when the picking hand swings through the strings for it: not slurred, tapped, slapped, popped or scraped. */
export function isSwung({ slur, step, technique }: Pick<Strike, 'slur' | 'step' | 'technique'>): boolean {
  if (technique !== 'pick' && technique !== 'rake') return false;
  return slur === null && (step === null || !isSlurred(step));
}

export type Strikes = Readonly<Record<Player, readonly Strike[]>>;

/** Every stroke of a section on one pass, in time order. Remembered per list of bars and metre. */
export function strikesOf(bars: readonly Bar[], meter: Meter): Strikes {
  let known = cache.get(bars);
  if (!known) cache.set(bars, (known = new Map()));
  const id = `${meter.beats}/${meter.unit}`;
  let strikes = known.get(id);
  if (!strikes) {
    const [guitar1, guitar2, bass] = PLAYERS.map((player) => strikesOfPlayer(bars, player, meter));
    known.set(id, (strikes = { guitar1: guitar1!, guitar2: guitar2!, bass: bass! }));
  }
  return strikes;
}

const cache = new WeakMap<readonly Bar[], Map<string, Strikes>>();

/**
 * What a player does in a bar (from 0) as a pattern: the one that is written, or one that says what sounds where each
 * grip is struck once. Null where no division we know reaches the strokes, or a line stands there.
 */
export function patternIn(
  bars: readonly Bar[],
  at: { bar: number; player: Player },
  meter: Meter,
): string | null {
  const written = bars[at.bar]?.hits[at.player] ?? null;
  if (written !== null) return written;
  const line = bars[at.bar]?.lines?.[at.player];
  if (line && !leavesRoom(line, bars[at.bar]!.cells[at.player])) return null;
  const length = barTicks(meter);
  const start = at.bar * length;
  const here = strikesOf(bars, meter)[at.player].filter(
    (s) => s.at < start + length && s.end > start && (!line || s.step === null),
  );
  const places = allowedPlaces(meter).find((n) =>
    here.every((s) => [s.at, s.end].every((t) => Number.isInteger(((t - start) * n) / length))),
  );
  if (places === undefined) return null;
  return Array.from({ length: places }, (_, i) => {
    const tick = start + (i * length) / places;
    if (here.some((s) => s.at === tick)) return 'O';
    return here.some((s) => s.at < tick && s.end > tick) ? '-' : '.';
  }).join('');
}

interface Held {
  readonly start: number;
  readonly nominal: number;
  readonly cell: Cell;
  readonly bar: number;
  readonly index: number;
}

/** A stroke, or a place where everything of this player falls silent (`kind` null). */
interface Event {
  readonly at: number;
  readonly kind: Strike['kind'] | null;
  readonly technique: Technique;
  readonly weak: boolean;
  readonly strings: readonly number[] | null;
  readonly direction: Direction | null;
  readonly slur: ChordSlur | null;
}

function strikesOfPlayer(bars: readonly Bar[], player: Player, meter: Meter): readonly Strike[] {
  const bar = barTicks(meter);
  const held: Held[] = bars.flatMap((b, n) =>
    b.cells[player].map((c, index) => {
      const nominal = n * bar + c.at;
      return { start: nominal - c.push, nominal, cell: c.cell, bar: n, index };
    }),
  );
  const events = eventsOf(bars, { player, meter, held });
  const strikes: Strike[] = [];
  let now = -1; // the cell that is held
  events.forEach((event, i) => {
    while (now + 1 < held.length && held[now + 1]!.start <= event.at) now += 1;
    const cell = held[now];
    if (event.kind === null || cell?.cell.kind !== 'grip') return;
    const leaves = held[now + 1]?.start ?? Infinity;
    let n = i + 1;
    let left = event.strings;
    while (n < events.length && events[n]!.at < leaves) {
      left = leftAfter(left, events[n]!, event, cell.cell.grip);
      if (left?.length === 0) break;
      n += 1;
    }
    const next = events[n]?.at ?? bars.length * bar;
    const last = event.kind === 'mute' ? Math.min(next, event.at + MUTE_TICKS) : next;
    const end = event.kind === 'dead' ? event.at : last;
    strikes.push({
      at: event.at,
      end,
      until: Math.max(end, strikes.at(-1)?.until ?? end),
      kind: event.kind,
      technique: event.technique,
      weak: event.weak,
      strings: event.strings,
      slur: event.slur,
      grip: cell.cell.grip,
      fingers: cell.cell.fingers,
      cell: { bar: cell.bar, index: cell.index },
      nominal: cell.nominal,
      direction: event.direction,
      step: cell.cell.step ?? null,
    });
  });
  return strikes;
}

/**
 * The strings of a stroke that still sound after a later one (null: all of its grip): a string rings on until it is struck
 * again, or the hand strikes the whole grip, chokes it or stops.
 */
function leftAfter(
  left: readonly number[] | null,
  later: Event,
  { at }: Event,
  grip: Grip,
): readonly number[] | null {
  if (later.kind === null || later.strings === null)
    return later.at === at && later.kind !== null ? left : [];
  // What is done to other strings at once ends nothing.
  if (later.at === at) return left;
  const sounding = left ?? grip.flatMap((fret, string) => (fret === null ? [] : [grip.length - string]));
  const struck = later.strings;
  return sounding.filter((string) => !struck.includes(string));
}

const PLAIN = { technique: 'pick', weak: false, strings: null, direction: null, slur: null } as const;

/** A step of a line as a stroke; what is hammered or pulled is softer than what is picked. */
function stepStroke(step: LineStep, at: number): Event {
  const kind = isDead(step) ? 'dead' : step.muted ? 'mute' : 'ring';
  const isTapped = step.notes.every((note) => note.reached === 'tap');
  const slurred = isSlurred(step) && !isTapped;
  const first = step.notes[0]?.reached ?? null;
  return {
    at,
    kind,
    technique: isTapped ? 'tap' : (step.technique ?? 'pick'),
    weak: step.weak || slurred,
    strings: null,
    direction: step.direction,
    slur: slurred && first !== 'tap' ? first : null,
  };
}

/** Strokes and silences in time order: from the hits where there are any, else one stroke where each cell begins. */
function eventsOf(
  bars: readonly Bar[],
  { player, meter, held }: { player: Player; meter: Meter; held: readonly Held[] },
): readonly Event[] {
  const bar = barTicks(meter);
  const events: Event[] = [];
  const hasHits = (at: number) => (bars[Math.max(0, Math.floor(at / bar))]?.hits[player] ?? null) !== null;
  const slurs: Event[] = [];
  for (const { start, cell } of held) {
    if (cell.kind !== 'grip') events.push({ at: start, kind: null, ...PLAIN });
    else if (cell.step) events.push(stepStroke(cell.step, start));
    else if (cell.reached) slurs.push({ ...PLAIN, at: start, kind: 'ring', weak: true, slur: cell.reached });
    else if (!hasHits(start)) events.push({ at: start, kind: 'ring', ...PLAIN });
  }
  bars.forEach((b, n) => {
    const pattern = b.hits[player];
    if (pattern === null) return;
    const steps = b.lines?.[player] ? held.filter((h) => h.bar === n || h.start >= n * bar) : null;
    for (const hit of hitsOf(pattern, meter)) {
      if (hit.kind === 'hold') continue;
      const at = n * bar + hit.atTick;
      // Where the line of the bar has begun, it is struck as it says.
      if (steps && isStepAt(steps, at, n)) continue;
      const kind = hit.kind === 'silent' ? null : hit.kind;
      const { technique, weak, strings, direction } = hit;
      events.push({ at, kind, technique, weak, strings, direction, slur: null });
    }
  });
  // A grip that is struck where it is come to is no slur; nor is one that nothing sounds before.
  for (const slur of slurs) {
    if (!events.some((e) => e.at === slur.at && e.kind !== null)) events.push(slur);
  }
  // Where a rest begins and a stroke is written at once, the rest is meant: nothing is held.
  return events.sort((a, b) => a.at - b.at || Number(a.kind !== null) - Number(b.kind !== null));
}

function isStepAt(held: readonly Held[], at: number, bar: number): boolean {
  const now = held.findLast((h) => h.start <= at);
  return now?.bar === bar && now.cell.kind === 'grip' && now.cell.step !== undefined;
}

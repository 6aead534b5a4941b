import { PLAYERS, type Bar, type Cell, type Player } from '../form/index';
import type { Fingering, Grip } from '../grip/index';
import { allowedPlaces, hitsOf, MUTE_TICKS, type Direction } from '../hits/index';
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
  /** String picked alone, 1 = highest; null when the whole grip is struck. */
  readonly pick: number | null;
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
  if (bars[at.bar]?.lines?.[at.player]) return null;
  const length = barTicks(meter);
  const start = at.bar * length;
  const here = strikesOf(bars, meter)[at.player].filter((s) => s.at < start + length && s.end > start);
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
  readonly weak: boolean;
  readonly pick: number | null;
  readonly direction: Direction | null;
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
    while (n < events.length && !ends(event, events[n]!) && events[n]!.at < leaves) n += 1;
    const next = events[n]?.at ?? bars.length * bar;
    const last = event.kind === 'mute' ? Math.min(next, event.at + MUTE_TICKS) : next;
    const end = event.kind === 'dead' ? event.at : last;
    strikes.push({
      at: event.at,
      end,
      until: Math.max(end, strikes.at(-1)?.until ?? end),
      kind: event.kind,
      weak: event.weak,
      pick: event.pick,
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

/** A string picked alone rings on until it is picked again, or the hand strikes the whole grip, chokes it or stops. */
function ends(sounding: Event, later: Event): boolean {
  return sounding.pick === null || later.pick === null || later.pick === sounding.pick;
}

const PLAIN = { weak: false, pick: null, direction: null } as const;

/** A step of a line as a stroke; what is hammered or pulled is softer than what is picked. */
function stepStroke(step: LineStep): Omit<Event, 'at'> {
  const kind = isDead(step) ? 'dead' : step.muted ? 'mute' : 'ring';
  return { kind, weak: step.weak || isSlurred(step), pick: null, direction: step.direction };
}

/** Strokes and silences in time order: from the hits where there are any, else one stroke where each cell begins. */
function eventsOf(
  bars: readonly Bar[],
  { player, meter, held }: { player: Player; meter: Meter; held: readonly Held[] },
): readonly Event[] {
  const bar = barTicks(meter);
  const events: Event[] = [];
  const hasHits = (at: number) => (bars[Math.max(0, Math.floor(at / bar))]?.hits[player] ?? null) !== null;
  for (const { start, cell } of held) {
    if (cell.kind !== 'grip') events.push({ at: start, kind: null, ...PLAIN });
    else if (cell.step) events.push({ at: start, ...stepStroke(cell.step) });
    else if (!hasHits(start)) events.push({ at: start, kind: 'ring', ...PLAIN });
  }
  bars.forEach((b, n) => {
    const pattern = b.hits[player];
    if (pattern === null) return;
    for (const hit of hitsOf(pattern, meter)) {
      if (hit.kind === 'hold') continue;
      const kind = hit.kind === 'silent' ? null : hit.kind;
      const { weak, pick, direction } = hit;
      events.push({ at: n * bar + hit.atTick, kind, weak, pick, direction });
    }
  });
  // Where a rest begins and a stroke is written at once, the rest is meant: nothing is held.
  return events.sort((a, b) => a.at - b.at || Number(a.kind !== null) - Number(b.kind !== null));
}

import { PLAYERS, sungMarks, type Bar, type PlacedCell, type Player, type Section } from '../../form/index';
import { gripPitches, type Grip } from '../../grip/index';
import { sureOf } from '../../hits/index';
import { materialOf, rigIn, type Song } from '../../song/index';
import type { PerLane } from '../../solver/index';
import { barTicks, TICKS_PER_QUARTER, type Meter } from '../../time/index';
import { eighthsIn, type Ground } from './figures';
import type { HandSeat } from './hand-costs';
import { writtenIn } from './motifs';
import { closest, strokesOf } from './option';
import type { HandPlan } from './wants';

/** One bar before anything is chosen: who plays what with the left hand, and whose right hand is open. */
export interface Draft {
  readonly plan: HandPlan;
  readonly seats: PerLane<HandSeat>;
  readonly open: PerLane<boolean>;
  readonly grounds: PerLane<Ground>;
}

/** Bars in a phrase that repeats and leads on (common practice). */
const PHRASE = 4;

/** A bar of a section as its right hands find it. */
export function draftOf(
  song: Song,
  of: {
    section: Section;
    bars: readonly Bar[];
    b: number;
    meter: Meter;
    tempo: number;
    plan: HandPlan;
    before: Earlier;
    reopens: (player: Player, bar: number) => boolean;
  },
): Draft {
  const { section, bars, b, meter, tempo, plan, before, reopens } = of;
  const bar = bars[b]!;
  const length = barTicks(meter);
  const eighth = TICKS_PER_QUARTER / 2;
  const count = eighthsIn(meter)!;
  const marks = sungMarks(bar.voice);
  const sung = Array.from({ length: count }, (_, i) => marks[Math.floor((i * marks.length) / count)] === '~');
  const isLast = b === bars.length - 1;
  const ends = isLast ? 'section' : b % PHRASE === PHRASE - 1 ? 'phrase' : null;
  const grounds = PLAYERS.map((player): Ground => {
    const held = heldIn(bars, b, player, length);
    const strings = Array.from({ length: count }, (_, i) => stringsOf(held.at(i * eighth)));
    return {
      meter,
      changes: new Set(held.changes.filter((t) => t % eighth === 0).map((t) => t / eighth)),
      held: (i) => strings[i] ?? [],
    };
  }) as PerLane<Ground>;
  const guitars = Math.max(
    rigIn(song, 'guitar1', { section, bar }).gain,
    rigIn(song, 'guitar2', { section, bar }).gain,
  );
  const seats = PLAYERS.map((player): HandSeat => {
    const rig = rigIn(song, player, { section, bar });
    const held = heldIn(bars, b, player, length);
    const lows = held.grips.map((grip) => Math.min(...gripPitches(grip, rig)));
    const own = section.hands?.[player]?.strokes ?? rig.strokes;
    const chords = held.grips.filter((grip) => stringsOf(grip).length > SMALL_CHORD);
    const openStrings = Math.max(0, ...chords.map((grip) => grip.filter((fret) => fret === 0).length));
    return {
      player,
      role: plan.roles[player],
      meter,
      tempo,
      gain: player === 'bass' ? guitars : rig.gain,
      earlier: before[player],
      mood: CALM.test(section.name) ? 'calm' : RISES.test(section.name) ? 'rises' : null,
      together: plan.together,
      downs: rig.downs,
      allDown: own === 'down',
      written: writtenPace(bars, player, meter),
      openStrings,
      hasWritten: bars.some(
        (_, at) => at !== b && writtenIn(bars, at, player) !== null && !reopens(player, at),
      ),
      low: lows.length > 0 ? Math.min(...lows) : null,
      changes: held.changes,
      sung,
      ends,
    };
  }) as PerLane<HandSeat>;
  const open = PLAYERS.map((player, p) => {
    const isWritten = bar.hits[player] !== null && !reopens(player, b);
    const follows = section.hands?.[player]?.with !== undefined;
    return !isWritten && !follows && !bar.lines?.[player] && seats[p]!.low !== null;
  }) as PerLane<boolean>;
  return { plan, seats, open, grounds };
}

/** Up to so many strings the picking hand stops by itself. */
const SMALL_CHORD = 3;

/** Ticks between the closest strokes that are written for a player's kind of instrument in these bars: that goes. */
function writtenPace(bars: readonly Bar[], player: Player, meter: Meter): number {
  const like: readonly Player[] = player === 'bass' ? ['bass'] : ['guitar1', 'guitar2'];
  const patterns = new Set(bars.flatMap(({ hits }) => like.flatMap((p) => hits[p] ?? [])));
  return Math.min(...[...patterns].map((pattern) => closest(strokesOf(sureOf(pattern), meter))), Infinity);
}

/** Sections that are meant to rise (what bands call them, common practice); a pre-chorus does not yet. */
const RISES = /\b(chorus|refrain|hook)/i;
/** And those that lead there. */
const CALM = /\b(verse|pre)/i;

export type Earlier = Readonly<Record<Player, HandSeat['earlier']>>;

/** What everybody strikes in most bars of the section that is played before another one for the first time. */
export function earlierThan(song: Song, name: string): Earlier {
  const at = song.form.findIndex((e) => e.section === name);
  const other = song.form[at - 1]?.section;
  const material = other === undefined || other === name ? null : materialOf(song, other);
  const of = (player: Player): HandSeat['earlier'] => {
    const counts = new Map<string, number>();
    for (const { hits, lines } of material?.section.bars ?? []) {
      const pattern = hits[player];
      if (pattern !== null && !lines?.[player]) counts.set(pattern, (counts.get(pattern) ?? 0) + 1);
    }
    const [most] = [...counts].sort((a, b) => b[1] - a[1]);
    return most ? { pattern: most[0], strokes: strokesOf(sureOf(most[0]), material!.meter).length } : null;
  };
  return { guitar1: of('guitar1'), guitar2: of('guitar2'), bass: of('bass') };
}

/** What a player's left hand does in a bar: new grips with their ticks, and what is held at a tick. */
function heldIn(
  bars: readonly Bar[],
  b: number,
  player: Player,
  length: number,
): { changes: readonly number[]; grips: readonly Grip[]; at: (tick: number) => Grip | null } {
  const own = bars[b]!.cells[player].map((c) => ({ placed: c, start: c.at - c.push }));
  const next = (bars[b + 1]?.cells[player] ?? []).map((c) => ({ placed: c, start: length + c.at - c.push }));
  const here = [...own, ...next].filter(({ start }) => start >= 0 && start < length);
  const pushedOut = own.filter(({ start }) => start < 0).at(-1)?.placed;
  const before = pushedOut ?? lastBefore(bars, b, player);
  const gripOf = (placed: PlacedCell | undefined): Grip | null =>
    placed?.cell.kind === 'grip' ? placed.cell.grip : null;
  const at = (tick: number) => gripOf(here.filter(({ start }) => start <= tick).at(-1)?.placed ?? before);
  const changes = here.filter(({ placed }) => placed.cell.kind === 'grip').map(({ start }) => start);
  const isNew = here.some(({ start }) => start === 0);
  const heard = [...(isNew ? [] : [before]), ...here.map((h) => h.placed)];
  const grips = heard.flatMap((placed) => {
    const grip = gripOf(placed);
    return grip === null ? [] : [grip];
  });
  return { changes, grips, at };
}

function lastBefore(bars: readonly Bar[], b: number, player: Player): PlacedCell | undefined {
  for (let i = b - 1; i >= 0; i -= 1) {
    const last = bars[i]!.cells[player].at(-1);
    if (last) return last;
  }
  return undefined;
}

/** Strings (1 = highest) of a grip, the lowest first. */
function stringsOf(grip: Grip | null): readonly number[] {
  return grip === null ? [] : grip.flatMap((fret, s) => (fret === null ? [] : [grip.length - s]));
}

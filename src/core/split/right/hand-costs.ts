import type { Player } from '../../form/index';
import { barTicks, feltBeatTicks, TICKS_PER_QUARTER, type Meter } from '../../time/index';
import { bySound } from '../plan';
import type { FigureName } from './figures';
import { closest, type HandOption, type Stroke } from './option';
import { OTHER_FIGURE, type HandPlan, type HandRole } from './wants';

/** One player's right hand in one bar, and what it depends on. */
export interface HandSeat {
  readonly player: Player;
  readonly role: HandRole;
  readonly meter: Meter;
  /** Beats a minute, of quarters. */
  readonly tempo: number;
  /** How dirty the player is; for the bass the guitars. */
  readonly gain: number;
  /** Down-strokes a second this player keeps up, and whether all are down. */
  readonly downs: number;
  readonly allDown: boolean;
  /** Ticks between the closest strokes that are written for this kind of instrument in the section; infinite for none. */
  readonly written: number;
  /** Most open strings of the whole chords in the bar: the left hand cannot choke them. */
  readonly openStrings: number;
  /** Lowest note of the grips in this bar; null for a rest. */
  readonly low: number | null;
  /** Ticks of the bar at which a new grip comes. */
  readonly changes: readonly number[];
  /** For every eighth whether somebody sings. */
  readonly sung: readonly boolean[];
  /** What this player strikes in most bars of the section before; null at a beginning. */
  readonly earlier: { readonly pattern: string; readonly strokes: number } | null;
  /** Something is written for this player in the section that could go on here. */
  readonly hasWritten: boolean;
  /** The section is meant to rise above the one before, or to leave room for one that does. */
  readonly mood: 'calm' | 'rises' | null;
  /** The plan strikes together. */
  readonly together: boolean;
  /** The bar ends the section, a phrase, or neither. */
  readonly ends: 'section' | 'phrase' | null;
}

/** Why something costs: the names are what explanations speak of. */
export type HandCostName =
  | 'figure'
  | 'change'
  | 'voice'
  | 'speed'
  | 'mute'
  | 'choke'
  | 'tail'
  | 'miss'
  | 'together'
  | 'apart'
  | 'accents'
  | 'stop'
  | 'dead'
  | 'full'
  | 'phrase'
  | 'again'
  | 'rise';
export type HandCosts = Partial<Record<HandCostName, number>>;

// Numbers of taste, ours, in points like those of the left hand.
/** A new grip that is not struck at all, one that is struck later than it comes (but after a rest, as chops are), and one that is muted. */
const UNSTRUCK = 500;
const STRUCK_LATE = 20;
const STRUCK_MUTED = 25;
/** Each stroke in a bar beyond what leaves the voice room, by the share of the bar that is sung. */
const OVER_VOICE = 26;
/** For each stroke a second beyond what the hand keeps up. */
const TOO_FAST = 200;
/** For each bpm below a tempo from which sparse short chords carry (common practice). */
const CHOPS_SLOW = 1;
const CHOPS_FROM = 104;
/** Sixteenths a second that alternate strokes keep up (common practice). */
const ALTERNATE_A_SECOND = 11;
/** Palm mutes in a clean sound, and high up. */
const CLEAN_MUTE = 130;
const HIGH_MUTE = 150;
const MUTES_UP_TO = 52;
/** A stop at the end of a section, where all strike together and where they do not; striking into the next section. */
const STOP = { together: -60, apart: 70 } as const;
const LEAD = -45;
/** A run of sixteenths into the next, and room for somebody's fill: offered where nobody sings, rarely the best. */
const RUN = 40;
const ROOM = 30;
const ROOM_UNDER_VOICE = 120;
/** An end of its own where only a phrase ends (twice for a stop), and anywhere else. */
const PHRASE_END = 35;
const NO_END = 220;
/** Striking into the next bar while somebody sings. */
const LEAD_UNDER_VOICE = 60;
/** For each choked stroke and each short one over open strings, up to two of them. */
const CHOKE_OPEN = 40;
const SHORT_OPEN = 6;
/** Two strokes next to each other that are not one. */
const NEAR_MISS = 160;
/**
 * Strokes that only one of two has who should be together: loud ones and those into a silence, and weak ones while the
 * other sounds on (beside the bass, beside a guitar); and mutes against ringing.
 */
const NOT_TOGETHER = 30;
const NOT_TOGETHER_WEAK = { bass: 3, guitars: 12 } as const;
const NOT_ALIKE = { bass: 2, guitars: 12 } as const;
/** Each stroke of guitar 2 beyond guitar 1's, and each together off the changes, where they keep apart. */
const DENSER = 30;
const ON_TOP = 6;
/** Accents of the low guitar that the bass does not have, and strokes of the bass nobody else has. */
const NO_ACCENT = 14;
const ALONE = 5;
/** One stops while the other goes on. */
const HALF_STOP = 90;
const LOST_DEAD = 80;
/** More strokes a second of all three than a band bears, each. */
const FULL_FROM = 17;
const TOO_FULL = 12;
/** The same as in the section before (a bass may go on), and each stroke less than there in one that should rise. */
const AS_BEFORE = 50;
const NO_RISE = 12;
/** Ringing throughout in a driven verse, and muted throughout in a chorus. */
const WIDE_OPEN = 45;
const MUTED_CHORUS = 120;
/** Another figure than in the bar before. */
export const OTHER_FIGURE_POINTS = 95;
/** Something else than what the player has written in the section. */
const NOT_AS_WRITTEN = 120;

/** What one option costs a player by itself in a bar, by name, in points; what is decided costs nothing. */
export function ownHandCosts(o: HandOption, seat: HandSeat): HandCosts {
  if (o.pattern === null) return {};
  const { role, gain } = seat;
  const name = o.name as FigureName;
  const figure = bySound(
    { clean: role.clean[name] ?? OTHER_FIGURE, driven: role.driven[name] ?? OTHER_FIGURE },
    gain,
  );
  return {
    figure: o.liking ?? figure,
    change: changePoints(o, seat),
    voice: voicePoints(o, seat),
    speed: speedPoints(o, seat),
    mute: mutePoints(o, seat),
    choke: chokePoints(o, seat),
    tail: tailPoints(o, seat),
    phrase: seat.hasWritten && !o.isWritten ? NOT_AS_WRITTEN : 0,
    again: o.plain === seat.earlier?.pattern && seat.player !== 'bass' ? AS_BEFORE : 0,
    rise: risePoints(o, seat),
  };
}

/** A chorus is no thinner and no more muted than what comes before it; a driven verse leaves it something to open up from. */
function risePoints({ strokes }: HandOption, { mood, earlier, gain, player }: HandSeat): number {
  const mutes = strokes.filter((s) => s.kind === 'mute').length;
  const isGuitar = player !== 'bass';
  if (mood === 'rises') {
    const muted = isGuitar ? Math.round((MUTED_CHORUS * mutes) / strokes.length) : 0;
    return NO_RISE * Math.max(0, (earlier?.strokes ?? 0) - strokes.length) + (mutes === 0 ? 0 : muted);
  }
  if (mood !== 'calm' || !isGuitar || strokes.length < 4 || mutes > 0) return 0;
  return bySound({ clean: 0, driven: WIDE_OPEN }, gain);
}

function changePoints({ strokes, silent }: HandOption, { changes }: HandSeat): number {
  let points = 0;
  changes.forEach((tick, i) => {
    const until = changes[i + 1] ?? Infinity;
    const first = strokes.find((s) => s.at >= tick && s.at < until);
    if (first === undefined) points += UNSTRUCK;
    else if (first.at > tick) points += restsAt(silent, tick) ? 0 : STRUCK_LATE;
    else if (first.kind !== 'ring') points += STRUCK_MUTED;
  });
  return points;
}

function voicePoints({ strokes }: HandOption, { sung, role, meter }: HandSeat): number {
  const share = sung.filter(Boolean).length / Math.max(1, sung.length);
  if (share === 0) return 0;
  const beats = barTicks(meter) / feltBeatTicks(meter);
  return Math.round(OVER_VOICE * share * Math.max(0, strokes.length - role.underVoice * beats));
}

function speedPoints(o: HandOption, seat: HandSeat): number {
  return fastPoints(o, seat) + slowPoints(o, seat);
}

/** Short chords with nothing between them stand alone at a slow tempo. */
function slowPoints({ name }: HandOption, { tempo }: HandSeat): number {
  return SPARSE_CHOPS.has(name) ? Math.round(CHOPS_SLOW * Math.max(0, CHOPS_FROM - tempo)) : 0;
}

const SPARSE_CHOPS: ReadonlySet<string> = new Set<FigureName>(['backbeat', 'off-beats']);

function fastPoints({ strokes }: HandOption, { tempo, downs, allDown, written }: HandSeat): number {
  const least = closest(strokes);
  if (least === Infinity || least >= written) return 0;
  const perSecond = tempo / 60 / (least / TICKS_PER_QUARTER);
  const most = allDown ? downs : Math.max(downs, ALTERNATE_A_SECOND);
  return Math.round(TOO_FAST * Math.max(0, perSecond - most));
}

function mutePoints({ strokes }: HandOption, { gain, low, player }: HandSeat): number {
  const mutes = strokes.filter((s) => s.kind === 'mute').length;
  if (mutes === 0) return 0;
  const clean = player === 'bass' ? CLEAN_MUTE : bySound({ clean: CLEAN_MUTE, driven: 0 }, gain);
  return clean + (low !== null && low > MUTES_UP_TO && player !== 'bass' ? HIGH_MUTE : 0);
}

/** Choked strokes want a hand that can lift off every string, short ones nearly so. */
function chokePoints({ strokes, silent }: HandOption, { openStrings, player }: HandSeat): number {
  if (openStrings === 0 || player === 'bass') return 0;
  const dead = strokes.filter((s) => s.kind === 'dead').length;
  const short = strokes.filter((s) =>
    silent.some(([from]) => from > s.at && from - s.at < TICKS_PER_QUARTER),
  );
  return Math.min(2, openStrings) * (CHOKE_OPEN * dead + SHORT_OPEN * short.length);
}

function tailPoints({ tail }: HandOption, { ends, sung, together, meter }: HandSeat): number {
  if (tail === null || ends === null) return tail === null ? 0 : NO_END;
  const sings = sung.slice(tail === 'room' ? -beatEighths(meter) * 2 : -2).some(Boolean);
  const phrase = ends === 'phrase' ? PHRASE_END : 0;
  switch (tail) {
    case 'stop':
      return STOP[together ? 'together' : 'apart'] + 2 * phrase;
    case 'lead':
      return LEAD + (sings ? LEAD_UNDER_VOICE : 0) + phrase;
    case 'run':
      return RUN + (sings ? 2 * LEAD_UNDER_VOICE : 0) + phrase;
    case 'room':
      return sings ? ROOM_UNDER_VOICE : ROOM + phrase;
  }
}

function beatEighths(meter: Meter): number {
  return Math.round(feltBeatTicks(meter) / (TICKS_PER_QUARTER / 2));
}

/** What two right hands cost together in one bar. */
export function pairHandCosts(
  a: HandOption,
  b: HandOption,
  of: { a: HandSeat; b: HandSeat; plan: HandPlan },
): HandCosts {
  if (a.strokes.length === 0 || b.strokes.length === 0) return {};
  const { plan } = of;
  const near = TICKS_PER_QUARTER / 4;
  const [mineAt, theirsAt] = [places(a), places(b)];
  const both = a.strokes.filter((s) => theirsAt.has(s.at));
  const misses = missesOf(a, theirsAt, near) + missesOf(b, mineAt, near);
  const costs: HandCosts = {
    miss: NEAR_MISS * misses,
    stop: HALF_STOP * (isHalfStop(a, b, of.a.meter) ? 1 : 0),
    dead: LOST_DEAD * both.filter((s) => isLost(s, theirsAt.get(s.at)!)).length,
  };
  if (plan.together) {
    const alone = [
      ...a.strokes.filter((s) => !theirsAt.has(s.at)).map((s) => !s.weak || restsAt(b.silent, s.at)),
      ...b.strokes.filter((s) => !mineAt.has(s.at)).map((s) => !s.weak || restsAt(a.silent, s.at)),
    ];
    const loud = alone.filter(Boolean).length;
    const unlike = both.filter((s) => s.kind !== theirsAt.get(s.at)!.kind).length;
    const beside = of.b.player === 'bass' ? 'bass' : 'guitars';
    const together =
      NOT_TOGETHER * loud + NOT_TOGETHER_WEAK[beside] * (alone.length - loud) + NOT_ALIKE[beside] * unlike;
    return { ...costs, together };
  }
  if (of.b.player === 'bass') {
    const isLow = of.a.player === plan.low;
    const accents = isLow ? a.strokes.filter((s) => isAccent(s) && !theirsAt.has(s.at)).length : 0;
    const bassAlone = isLow ? b.strokes.filter((s) => !mineAt.has(s.at)).length : 0;
    return { ...costs, accents: NO_ACCENT * accents + ALONE * bassAlone };
  }
  if (!plan.apart) return costs;
  const denser = Math.max(0, b.strokes.length - a.strokes.length);
  const onTop = both.filter((s) => !of.b.changes.includes(s.at)).length;
  return { ...costs, apart: DENSER * denser + ON_TOP * onTop };
}

function places({ strokes }: HandOption): ReadonlyMap<number, Stroke> {
  return new Map(strokes.map((s) => [s.at, s]));
}

function restsAt(silent: HandOption['silent'], tick: number): boolean {
  return silent.some(([from, to]) => from <= tick && tick < to);
}

function missesOf(a: HandOption, theirs: ReadonlyMap<number, Stroke>, near: number): number {
  return a.strokes.filter((s) => {
    if (theirs.has(s.at)) return false;
    for (const at of theirs.keys()) {
      const apart = Math.abs(at - s.at);
      if (apart > 0 && apart <= near && !a.strokes.some((other) => other.at === at)) return true;
    }
    return false;
  }).length;
}

function isAccent(s: Stroke): boolean {
  return s.kind === 'ring' && !s.weak && s.string === null;
}

function isLost(one: Stroke, other: Stroke): boolean {
  return (one.kind === 'dead') !== (other.kind === 'dead');
}

/** One is silent at the end of the bar, the other goes on. */
function isHalfStop(a: HandOption, b: HandOption, meter: Meter): boolean {
  return endsSilent(a, meter) !== endsSilent(b, meter) && (a.tail === 'stop' || b.tail === 'stop');
}

function endsSilent({ silent }: HandOption, meter: Meter): boolean {
  const last = silent.at(-1);
  return last !== undefined && last[1] === barTicks(meter) && last[1] - last[0] >= TICKS_PER_QUARTER / 2;
}

/** More strokes of all three than a band bears at this tempo; struck together they are one. */
export function fullPoints(
  strokes: number,
  { meter, tempo, together }: Pick<HandSeat, 'meter' | 'tempo' | 'together'>,
): number {
  if (together) return 0;
  const seconds = ((barTicks(meter) / TICKS_PER_QUARTER) * 60) / tempo;
  return Math.round(TOO_FULL * Math.max(0, strokes - FULL_FROM * seconds));
}

/** All of it as one number. */
export function sumOfHand(costs: HandCosts): number {
  let sum = 0;
  for (const name in costs) sum += costs[name as HandCostName]!;
  return sum;
}

import { barsOnPass, PLAYERS, type Bar, type Player, type Section } from '../form/index';
import {
  gripNotes,
  holdWithin,
  missingFret,
  stopsOf,
  type Fingering,
  type Grip,
  type Hold,
  type ReachGrade,
  type Stop,
} from '../grip/index';
import type { Key, Midi } from '../pitch/index';
import {
  cellPitches,
  meterOf,
  momentIndexAt,
  momentsOf,
  rigIn,
  strikesOf,
  type Moment,
  type Song,
  type Strike,
} from '../song/index';
import { barTicks, feltBeatTicks, type Meter } from '../time/index';
import type { Judgement } from './judgement';

/** A stroke and the pitches it makes heard, lowest first; none for a dead hit. */
export interface Sound extends Strike {
  readonly pitches: readonly Midi[];
}

/** One section on one pass as it sounds in time, for everything that is judged over time. */
export interface Stage {
  readonly players: Song['players'];
  readonly tempo: number;
  /** The first stroke of each cell, by where the cell is written to begin. */
  readonly firsts: Readonly<Record<Player, ReadonlyMap<number, Sound>>>;
  readonly meter: Meter;
  readonly barTicks: number;
  /** A beat as it is felt: dotted in compound metres. */
  readonly beatTicks: number;
  readonly key: Key;
  readonly section: Section;
  readonly bars: readonly Bar[];
  readonly moments: readonly Moment[];
  readonly sounds: Readonly<Record<Player, readonly Sound[]>>;
  /** The singer's range, or null when the song has none. */
  readonly voice: readonly [low: Midi, high: Midi] | null;
  /** How often in a row the section is played at most: a figure of one bar repeats with it. */
  readonly times: number;
}

/** A judgement with its place in ticks from the start of the section. */
export interface Timed extends Judgement {
  readonly at: number;
  readonly ticks: number;
}

/**
 * Lays out a section on one pass (from 1) at a tempo in quarter notes a minute: every stroke with its pitches, in ticks
 * from the section's start. `times`: how often it is played in a row at most; `voice`: the singer's range or null.
 */
export function stageOf(
  song: Song,
  of: {
    section: Section;
    key: Key;
    pass: number;
    voice: Stage['voice'];
    times: number;
    tempo: number;
  },
): Stage {
  const { section, pass } = of;
  const bars = barsOnPass(section, pass);
  const meter = meterOf(song, section);
  const strikes = strikesOf(bars, meter);
  const soundsOf = (player: Player): readonly Sound[] =>
    strikes[player].map((s) => soundOf(s, pitchesOf(s, song.players[player])));
  const sounds = { guitar1: soundsOf('guitar1'), guitar2: soundsOf('guitar2'), bass: soundsOf('bass') };
  return {
    players: song.players,
    tempo: of.tempo,
    meter,
    barTicks: barTicks(meter),
    beatTicks: feltBeatTicks(meter),
    key: of.key,
    section,
    bars,
    moments: momentsOf(section, { pass, meter }),
    sounds,
    firsts: {
      guitar1: firstsOf(sounds.guitar1),
      guitar2: firstsOf(sounds.guitar2),
      bass: firstsOf(sounds.bass),
    },
    voice: of.voice,
    times: of.times,
  };
}

/** Written out: a section has thousands of them, and they are made anew with every edit. */
function soundOf(s: Strike, pitches: readonly Midi[]): Sound {
  const { at, end, until, kind, technique, weak, strings, slur, grip } = s;
  const { fingers, cell, nominal, direction, step } = s;
  return {
    at,
    end,
    until,
    kind,
    technique,
    weak,
    strings,
    slur,
    grip,
    fingers,
    cell,
    nominal,
    direction,
    step,
    pitches,
  };
}

function firstsOf(sounds: readonly Sound[]): ReadonlyMap<number, Sound> {
  const firsts = new Map<number, Sound>();
  for (const s of sounds) if (!firsts.has(s.nominal)) firsts.set(s.nominal, s);
  return firsts;
}

/** A player's rig with the sound that is used at a tick. */
export function rigAt(stage: Stage, player: Player, tick: number): Rig {
  const bar = stage.bars[Math.max(0, Math.floor(tick / stage.barTicks))] ?? stage.bars.at(-1)!;
  return rigIn(stage, player, { section: stage.section, bar });
}

/** The moment that sounds at a tick; the last one past the end. */
export function momentAt(stage: Stage, tick: number): Moment {
  return stage.moments[momentIndexAt(stage.moments, tick)]!;
}

/** Everybody else's sounds that are heard for at least `ticks` within a stretch, with how long. */
export function heardWith(
  stage: Stage,
  stretch: { from: number; to: number; not: Player | null },
): readonly { player: Player; sound: Sound; ticks: number }[] {
  return PLAYERS.flatMap((player) => {
    if (player === stretch.not) return [];
    const list: { player: Player; sound: Sound; ticks: number }[] = [];
    const sounds = stage.sounds[player];
    for (let i = firstSounding(sounds, stretch.from); i < sounds.length; i += 1) {
      const sound = sounds[i]!;
      if (sound.at >= stretch.to) break;
      const ticks = Math.min(sound.end, stretch.to) - Math.max(sound.at, stretch.from);
      if (ticks > 0) list.push({ player, sound, ticks });
    }
    return list;
  });
}

/** Index of the first stroke after which something still sounds at `tick`. */
export function firstSounding(sounds: readonly Sound[], tick: number): number {
  let low = 0;
  let high = sounds.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sounds[middle]!.until <= tick) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Index of the first stroke at `tick` or later. */
export function firstFrom(sounds: readonly Sound[], tick: number): number {
  let low = 0;
  let high = sounds.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sounds[middle]!.at < tick) low = middle + 1;
    else high = middle;
  }
  return low;
}

type Rig = Song['players'][Player];

/** A grip, and the player's own fingering of it if there is one: a cell or a stroke. */
interface Fretted {
  readonly grip: Grip;
  readonly fingers?: Fingering | undefined;
}

/** What is known of a grip on an instrument in a hand, however often it is struck. */
interface GripFacts {
  readonly fingers: Fingering | undefined;
  readonly pitches: readonly Midi[];
  /** Pitches of each string alone, none where it is silent. */
  readonly byString: readonly (readonly Midi[])[];
  /** Null when no hand has the fingers for it, or the neck not the fret. */
  readonly hold: Hold | null;
  /** How far the hand has to stretch for it; null with `hold`. */
  readonly reach: ReachGrade | null;
  readonly stops: readonly Stop[];
}

const facts = new WeakMap<Rig, WeakMap<Grip, GripFacts>>();

/**
 * Pitches, hold and stops of a grip in a player's hand, in their own fingering if they have one; `hold` null where no
 * hand or neck has it. Remembered.
 */
export function factsOf({ grip, fingers }: Fretted, rig: Rig): GripFacts {
  let known = facts.get(rig);
  if (!known) facts.set(rig, (known = new WeakMap()));
  let found = known.get(grip);
  if (!found || found.fingers !== fingers) {
    const byString: Midi[][] = grip.map(() => []);
    for (const note of gripNotes(grip, rig)) byString[note.string]!.push(note.midi);
    const read = missingFret(grip, rig) ? null : holdWithin(grip, rig, rig.hand, fingers);
    const hold = read?.ok ? read.value.hold : null;
    const reach = read?.ok ? read.value.reach : null;
    const stops = hold === null ? [] : stopsOf(grip, hold);
    const pitches = byString.flat().sort((a, b) => a - b);
    found = { fingers, pitches, byString, hold, reach, stops };
    known.set(grip, found);
  }
  return found;
}

/** Pitches of a stroke: the whole grip, or the strings that are struck. */
function pitchesOf(strike: Strike, rig: Rig): readonly Midi[] {
  if (strike.kind === 'dead') return [];
  const { step } = strike;
  // Remembered with the step.
  if (step !== null)
    return cellPitches({ kind: 'grip', grip: strike.grip, locked: true, guess: false, step }, rig);
  const known = factsOf(strike, rig);
  const { strings, grip } = strike;
  if (strings === null) return known.pitches;
  if (strings.length === 1) return known.byString[grip.length - strings[0]!] ?? [];
  return strings.flatMap((string) => known.byString[grip.length - string] ?? []).sort((a, b) => a - b);
}

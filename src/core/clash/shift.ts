import { PLAYER_WORDS, PLAYERS, type Player } from '../form/index';
import { sameGrip, shiftSeconds, wayBetween, type Grip, type Hold, type Way } from '../grip/index';
import { beatsAMinute, swungTick, ticksToSeconds } from '../time/index';
import { levelOf } from './level';
import { factsOf, type Stage, type Timed } from './stage';
import { SHIFT_CLASH_SHARE, SHIFT_WATCH_SHARE } from './thresholds';
import { lengthWords } from './words';

/**
 * Ways from grip to grip that the hand cannot make in the time from the last stroke of the one to the first of the
 * next at this tempo, or only just; with the fastest tempo at which it can. Of lines see run.ts.
 */
export function shifts(stage: Stage): readonly Timed[] {
  return PLAYERS.flatMap((player) => {
    const rig = stage.players[player];
    const sounds = stage.sounds[player];
    return sounds.flatMap((s, i): readonly Timed[] => {
      const next = sounds[i + 1];
      if (
        next === undefined ||
        next.step !== null ||
        s.step !== null ||
        next.slur === 'slide' ||
        next.grip === s.grip ||
        sameGrip(next.grip, s.grip) ||
        next.at <= s.at
      )
        return [];
      const [from, to] = [factsOf(s, rig).hold, factsOf(next, rig).hold];
      if (from === null || to === null) return [];
      const way = known({ grip: s.grip, hold: from }, { grip: next.grip, hold: to }, rig);
      const what =
        way.frets === 0
          ? 'fingers that all change'
          : `a shift of ${way.frets} ${way.frets === 1 ? 'fret' : 'frets'} (${Math.round(way.mm)} mm)`;
      // From note to note another finger takes what it reaches: the hand goes only the rest of the way.
      const isNotes = s.pitches.length === 1 && next.pitches.length === 1;
      const reached = isNotes ? Math.max(0, way.mm - rig.hand.spreadMm['14']) : way.mm;
      const seconds = isNotes ? Math.min(way.seconds, shiftSeconds(reached, 1)) : way.seconds;
      return tooFast(stage, { player, what, from: s.at, to: next.at, seconds });
    });
  });
}

/**
 * A way of a hand that takes more than the time from one stroke to another (ticks), or nearly all of it, as a finding
 * with the fastest tempo at which it goes; none when there is time. `seconds`: the least it takes.
 */
export function tooFast(
  stage: Stage,
  way: { player: Player; what: string; from: number; to: number; seconds: number },
): readonly Timed[] {
  const { player, what, from, to, seconds } = way;
  const there = secondsBetween(stage, from, to);
  const share = seconds / there;
  if (there <= 0 || share < SHIFT_WATCH_SHARE) return [];
  const bpm = Math.round(beatsAMinute(stage.tempo, stage.meter) * 10) / 10;
  const fastest = Math.floor((bpm * SHIFT_WATCH_SHARE) / share);
  const goes = share >= SHIFT_CLASH_SHARE ? `does not go at ${bpm} bpm` : `is tight at ${bpm} bpm`;
  const text = `${PLAYER_WORDS[player]}: ${what} in ${lengthWords(to - from)} ${goes}; it goes easily up to ${fastest} bpm.`;
  const score = share >= SHIFT_CLASH_SHARE ? share : share >= 1 ? 0.9 : 0.6;
  const base = { kind: 'shift', level: levelOf(score), players: [player], pitches: [], text, score } as const;
  return [{ ...base, at: Math.max(0, to), ticks: to - from }];
}

/** The time from one tick of a section to another as it is swung, in seconds. */
export function secondsBetween(stage: Stage, from: number, to: number): number {
  const swing = stage.section.swing ?? null;
  return ticksToSeconds(swungTick(to, swing) - swungTick(from, swing), stage.tempo);
}

interface Held {
  readonly grip: Grip;
  readonly hold: Hold;
}

const ways = new WeakMap<Grip, WeakMap<Grip, { from: Hold; to: Hold; way: Way }>>();

/** Remembered with the two grips. */
function known(from: Held, to: Held, rig: Stage['players'][Player]): Way {
  let next = ways.get(from.grip);
  if (!next) ways.set(from.grip, (next = new WeakMap()));
  const hit = next.get(to.grip);
  if (hit?.from === from.hold && hit.to === to.hold) return hit.way;
  const way = wayBetween(from, to, rig);
  next.set(to.grip, { from: from.hold, to: to.hold, way });
  return way;
}

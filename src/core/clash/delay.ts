import { PLAYER_WORDS, PLAYERS, type Player } from '../form/index';
import { belongs, intervalWords, pitchClass, type Midi } from '../pitch/index';
import { delayMs, delayTicks, formatDelay, type Delay } from '../time/index';
import { levelOf } from './level';
import { foreignScore } from './ring';
import { heardWith, momentAt, rigAt, type Stage, type Timed } from './stage';
import { stopsOf } from './stop';
import {
  DELAY_FILLS_STOP,
  DELAY_HALVES_TICKS,
  DELAY_MOST,
  DELAY_SHARES,
  SHORTEST_OVERLAP_TICKS,
} from './thresholds';
import { article, chordWords, nameIn } from './words';

/**
 * Repeats of a struck note that fall into the next chord and rub there a semitone off what two players hold: repeats
 * are notes too, and else they are what a delay is chosen for. The worst note for each change and player is said; the
 * first repeat counts more than the second, and the tail of a long note hardly. Repeats that fill a stop are said too.
 */
export function delays(stage: Stage): readonly Timed[] {
  return [...repeatsInChord(stage), ...repeatsInStop(stage)];
}

/** A delay as it is set and heard at the tempo: `1/8., 321 ms`. */
function delayWords(delay: Delay, tempo: number): string {
  const value = formatDelay(delay);
  return delay.kind === 'ms' ? value : `${value}, ${Math.round(delayMs(delay, tempo))} ms`;
}

function repeatsInChord(stage: Stage): readonly Timed[] {
  const worst = new Map<string, Timed>();
  for (const player of PLAYERS) {
    if (!mayRepeat(stage, player)) continue;
    for (const sound of stage.sounds[player]) {
      const delay = sound.pitches.length === 0 ? null : rigAt(stage, player, sound.at).delay;
      if (delay === null) continue;
      const step = delayTicks(delay, stage.tempo);
      const value = delayWords(delay, stage.tempo);
      const struck = momentAt(stage, Math.max(0, sound.at));
      DELAY_SHARES.forEach((share, n) => {
        const from = sound.at + (n + 1) * step;
        const to = sound.end + (n + 1) * step;
        for (let at = Math.max(from, struck.start + struck.ticks); at < to;) {
          const moment = momentAt(stage, at);
          const until = Math.min(to, moment.start + moment.ticks);
          if (until <= at) break;
          if (
            moment.chord !== null &&
            moment.chordText !== struck.chordText &&
            until - at >= SHORTEST_OVERLAP_TICKS
          ) {
            for (const pitch of sound.pitches) {
              if (belongs(moment.chord, pitch)) continue;
              const stretch = { from: at, to: until, chord: moment.chord, player };
              if (!isRubbedByTwo(stage, pitch, stretch)) continue;
              const found = foreignScore(stage, pitch, stretch);
              const sour = found.score * share * 2 ** (-(at - from) / DELAY_HALVES_TICKS);
              // A delay is chosen for its repeats: never worse than a watch.
              const score = Math.min(DELAY_MOST, sour);
              const id = `${player} ${moment.start}`;
              if (levelOf(score) === 'note' || score <= (worst.get(id)?.score ?? 0)) continue;
              const scene = { chord: moment.chord, key: stage.key };
              const { against } = found;
              const why =
                against === null
                  ? 'which is not in it'
                  : `where it rubs ${PLAYER_WORDS[against.player]}’s ${nameIn(scene, against.pitch)}, ${article(intervalWords(against.pitch - pitch))}`;
              worst.set(id, {
                kind: 'delay',
                level: levelOf(score),
                players: PLAYERS.filter((p) => p === player || p === against?.player),
                by: player,
                pitches: against === null ? [pitch] : [pitch, against.pitch],
                text: `${PLAYER_WORDS[player]}’s delay (${value}) repeats the ${nameIn(scene, pitch)} of ${chordWords(struck.chord)} into ${chordWords(moment.chord)}, ${why}.`,
                score,
                at,
                ticks: until - at,
              });
            }
          }
          at = until;
        }
      });
    }
  }
  return [...worst.values()];
}

/** Whether a player has a delay anywhere, or a sound that may bring one. */
function mayRepeat({ players, section, bars }: Stage, player: Player): boolean {
  return (
    players[player].delay !== null ||
    section.sounds?.[player] !== undefined ||
    bars.some((bar) => bar.sounds?.[player] !== undefined)
  );
}

/** Two players or more hold something a semitone off a pitch for a beat of a stretch, or all of it. */
function isRubbedByTwo(stage: Stage, pitch: Midi, { from, to }: { from: number; to: number }): boolean {
  const least = Math.min(stage.beatTicks, to - from);
  const held = heardWith(stage, { from, to, not: null }).filter(
    ({ sound, ticks }) =>
      ticks >= least && sound.pitches.some((p) => [1, 11].includes(pitchClass(p - pitch) as number)),
  );
  return new Set(held.map((h) => h.player)).size >= 2;
}

/** Everybody stops for a beat and more, and a delay goes on. */
function repeatsInStop(stage: Stage): readonly Timed[] {
  return stopsOf(stage).flatMap((stop): readonly Timed[] => {
    const { at, ticks, ringing, dead } = stop;
    if (ringing !== null || dead || ticks < stage.beatTicks) return [];
    const to = at + ticks;
    if (heardWith(stage, { from: at, to, not: null }).length > 0) return [];
    return PLAYERS.flatMap((player): readonly Timed[] => {
      const last = stage.sounds[player].findLast((s) => s.at < at && s.pitches.length > 0);
      const delay = last ? rigAt(stage, player, last.at).delay : null;
      if (!last || delay === null) return [];
      const repeat = last.at + delayTicks(delay, stage.tempo);
      if (repeat + SHORTEST_OVERLAP_TICKS < at || repeat >= to) return [];
      const text = `${PLAYER_WORDS[player]}’s repeats (${delayWords(delay, stage.tempo)}) fill the stop; switch the delay off before it, or let it be the fill.`;
      const base = { kind: 'delay', level: levelOf(DELAY_FILLS_STOP), players: [player], text } as const;
      return [{ ...base, pitches: last.pitches, score: DELAY_FILLS_STOP, at, ticks }];
    });
  });
}

import { PLAYER_WORDS, PLAYERS } from '../form/index';
import { belongs, intervalWords } from '../pitch/index';
import { delayMs, delayTicks, formatDelay } from '../time/index';
import { levelOf } from './level';
import { foreignScore } from './ring';
import { momentAt, rigAt, type Stage, type Timed } from './stage';
import { DELAY_HALVES_TICKS, DELAY_SHARES, SHORTEST_OVERLAP_TICKS } from './thresholds';
import { article, chordWords, nameIn } from './words';

/**
 * Repeats of a struck note that fall into the next chord and rub there: repeats are notes too. The worst note for each
 * change and player is said; the first repeat counts more than the second, and the tail of a long note hardly.
 */
export function delays(stage: Stage): readonly Timed[] {
  const worst = new Map<string, Timed>();
  for (const player of PLAYERS) {
    for (const sound of stage.sounds[player]) {
      const delay = sound.pitches.length === 0 ? null : rigAt(stage, player, sound.at).delay;
      if (delay === null) continue;
      const step = delayTicks(delay, stage.tempo);
      const value =
        delay.kind === 'ms'
          ? formatDelay(delay)
          : `${formatDelay(delay)}, ${Math.round(delayMs(delay, stage.tempo))} ms`;
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
              const found = foreignScore(stage, pitch, stretch);
              const score = found.score * share * 2 ** (-(at - from) / DELAY_HALVES_TICKS);
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

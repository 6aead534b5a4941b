import { PLAYER_WORDS, PLAYERS, type ChordSlur } from '../form/index';
import { formatGrip, type Grip } from '../grip/index';
import { levelOf } from './level';
import type { Stage, Timed } from './stage';
import { EMPTY_STRING } from './thresholds';

/**
 * Grips the fretting hand is to come to alone where it cannot: nothing sounds to slide or hammer from, or the frets go the
 * other way. Of lines see run.ts.
 */
export function slurs(stage: Stage): readonly Timed[] {
  return PLAYERS.flatMap((player) =>
    stage.sounds[player].flatMap((s, i, all): readonly Timed[] => {
      if (s.slur === null || s.step !== null) return [];
      const before = all.slice(0, i).findLast((one) => one.at < s.at);
      const sounds = before !== undefined && before.kind !== 'dead' && before.end >= s.at;
      const why = sounds
        ? slurTrouble(s.slur, before.grip, s.grip)
        : `nothing sounds before ${formatGrip(s.grip)} to ${SLUR_WORDS[s.slur]} from`;
      if (why === null) return [];
      return [
        {
          kind: 'reach',
          level: levelOf(EMPTY_STRING),
          players: [player],
          pitches: [],
          text: `${PLAYER_WORDS[player]}: ${why}; strike it, or come from another grip.`,
          score: EMPTY_STRING,
          at: Math.max(0, s.at),
          ticks: Math.max(1, s.end - s.at),
        },
      ];
    }),
  );
}

const SLUR_WORDS: Readonly<Record<ChordSlur, string>> = {
  slide: 'slide',
  hammer: 'hammer on',
  pull: 'pull off',
};

/** Why a hand cannot come from one sounding grip to another so; null when it can. */
function slurTrouble(slur: ChordSlur, from: Grip, to: Grip): string | null {
  const steps = to.flatMap((fret, string) => {
    const was = from[string] ?? null;
    return fret === null || was === null ? [] : [{ was, fret }];
  });
  const moves = steps.filter(({ was, fret }) => was !== fret);
  const what = `from ${formatGrip(from)} to ${formatGrip(to)}`;
  if (slur === 'slide') {
    const isSlid = moves.some(({ was, fret }) => was > 0 && fret > 0);
    return isSlid ? null : `there is no fretted string to slide ${what}`;
  }
  const isUp = slur === 'hammer';
  if (moves.length === 0) return `nothing changes ${what}`;
  if (moves.every(({ was, fret }) => (isUp ? fret < was : fret > was)))
    return `${what} is no ${isUp ? 'hammer-on, which goes up' : 'pull-off, which goes down'}`;
  return null;
}

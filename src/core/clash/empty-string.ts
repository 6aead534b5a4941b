import { PLAYER_WORDS, PLAYERS } from '../form/index';
import { formatGrip } from '../grip/index';
import { levelOf } from './level';
import type { Stage, Timed } from './stage';
import { EMPTY_STRING } from './thresholds';

/** "You are picking a string you don't hold": hits that pick a string the grip leaves silent, once a grip. */
export function emptyStrings(stage: Stage): readonly Timed[] {
  return PLAYERS.flatMap((player) => {
    const said = new Map<string, Timed>();
    for (const s of stage.sounds[player]) {
      if (s.strings === null || s.kind === 'dead' || s.pitches.length > 0) continue;
      const id = `${s.cell.bar} ${s.cell.index}`;
      if (said.has(id)) continue;
      said.set(id, {
        kind: 'empty-string',
        level: levelOf(EMPTY_STRING),
        players: [player],
        pitches: [],
        text: `${PLAYER_WORDS[player]} picks string ${s.strings.join(' and ')}, which ${formatGrip(s.grip)} does not hold.`,
        score: EMPTY_STRING,
        at: Math.max(0, s.at),
        ticks: Math.max(1, s.end - s.at),
      });
    }
    return [...said.values()];
  });
}

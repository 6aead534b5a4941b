import { leavesRoom, PLAYER_WORDS, type Player } from '../../core/form/index';
import type { StrokeWay } from '../../core/hits/index';
import type { Edit } from '../../core/song/index';
import type { Outcome } from './actions';
import type { HitsScope } from './scope';

const no = (why: string): Outcome => ({ edit: null, why });

/** How a player strikes in this section; null: as usual for the player. */
export function setStrokes(scope: HitsScope, player: Player, strokes: StrokeWay | null): Outcome {
  const { section } = scope.address(0);
  const { strokes: _was, ...rest } = scope.playing.section.hands?.[player] ?? {};
  const hand = strokes === null ? rest : { ...rest, strokes };
  const words =
    strokes === null ? 'usual strokes' : strokes === 'down' ? 'all down-strokes' : 'alternate strokes';
  return {
    edit: { kind: 'setHand', section, player, hand },
    label: `${words} for ${PLAYER_WORDS[player]} in ${section}`,
  };
}

/** Ties a player's strokes to another's, or lets go; what is struck now stays written when letting go. */
export function strikeWith(scope: HitsScope, player: Player, leader: Player | null): Outcome {
  const { section } = scope.address(0);
  const own = scope.playing.section.hands ?? {};
  if (leader && own[leader]?.with)
    return no(`${PLAYER_WORDS[leader]} strikes with ${PLAYER_WORDS[own[leader].with]}; choose that player`);
  const { with: was, ...rest } = own[player] ?? {};
  const hand: Edit = {
    kind: 'setHand',
    section,
    player,
    hand: leader ? { ...rest, with: leader } : rest,
  };
  if (leader)
    return {
      edit: hand,
      label: `${PLAYER_WORDS[player]} strikes with ${PLAYER_WORDS[leader]} in ${section}`,
    };
  if (!was) return no('It is like that already');
  const changes = scope.bars.flatMap((bar, b) =>
    bar.lines?.[player] && !leavesRoom(bar.lines[player], bar.cells[player])
      ? []
      : [{ ...scope.address(b), player, hits: bar.hits[player] }],
  );
  return {
    edit: { kind: 'together', edits: [{ kind: 'setHits', changes }, hand] },
    label: `own hits for ${PLAYER_WORDS[player]} in ${section}`,
  };
}

import { PLAYER_WORDS } from '../../core/form/index';
import { crossingOf, holdGrip, stopWords } from '../../core/grip/index';
import { formatStep, isSlurred } from '../../core/line/index';
import { strokeNear, type HitsPlace } from './actions';
import type { HitsScope } from './scope';

/** What the stroke under the cursor is, which strings it crosses, and what keeps the silent ones silent. */
export function strokeSentence(scope: HitsScope, cursor: HitsPlace): string {
  const { player } = cursor;
  const near = strokeNear(scope, cursor);
  const slurred = scope.marks[player].find(
    (m) => m.at === near?.tick && m.step !== null && isSlurred(m.step),
  );
  if (slurred?.step)
    return `${PLAYER_WORDS[player]}: ${formatStep(slurred.step, scope.song.players[player].tuning.length)}, the fretting hand alone`;
  const stroke = scope.parts[player].strokes.find((s) => s.strike.at === near?.tick);
  if (!near || !stroke) return `${PLAYER_WORDS[player]} strikes nothing here`;
  const { strike, direction } = stroke;
  const rig = scope.song.players[player];
  const strings = rig.tuning.length;
  if (strike.step) return `${PLAYER_WORDS[player]}: ${formatStep(strike.step, strings)}, ${direction}`;
  const held = holdGrip(strike.grip, rig, rig.hand, strike.fingers);
  const crossing = held.ok ? crossingOf(strike.grip, held.value, strike.strings) : null;
  if (strike.strings !== null && held.ok && !crossing)
    return `${PLAYER_WORDS[player]}: string ${strike.strings.join(' and ')} is silent in this grip, nothing sounds`;
  if (!crossing || !held.ok) return `${PLAYER_WORDS[player]}: ${direction}`;
  const number = (string: number) => strings - string;
  const across =
    crossing.from === crossing.to
      ? `string ${number(crossing.from)} alone`
      : `across strings ${number(crossing.from)} to ${number(crossing.to)}`;
  const stopped = crossing.stops.filter((s) => s.by !== 'nothing');
  const words = [
    `${PLAYER_WORDS[player]}: ${direction} ${across}`,
    ...(stopped.length > 0
      ? [`${stopped.map((s) => `string ${number(s.string)} stopped by ${stopWords(s)}`).join(', ')}`]
      : []),
    ...(crossing.open.length > 0
      ? [`nothing stops string ${crossing.open.map(number).join(' and ')}: strike around it`]
      : []),
  ];
  return words.join('; ');
}

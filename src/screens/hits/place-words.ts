import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import { barTicks, beatName, countedBeatTicks } from '../../core/time/index';
import { barOf, symbolUnder, whereWords } from './actions';
import { handWords } from './drawing-parts';
import { lineAt } from './line-actions';
import type { HitsScope } from './scope';
import { symbolWords } from './symbols';

/** "bar 3, beat 2&". */
export function placeOf(scope: HitsScope, tick: number): string {
  const beat = (tick % barTicks(scope.meter)) / countedBeatTicks(scope.meter) + 1;
  return `${scope.barNames[barOf(scope, tick)]}, beat ${beatName(beat)}`;
}

/** "2 beats". */
export function beatsWords(beats: number): string {
  const n = Math.round(beats * 10) / 10;
  return `${n} ${n === 1 ? 'beat' : 'beats'}`;
}

/** What stands at a place, for who cannot see it. */
export function placeWords(scope: HitsScope, player: Player, tick: number): string {
  const beat = countedBeatTicks(scope.meter);
  const inBar = tick % barTicks(scope.meter);
  const count = beatName(inBar / beat + 1);
  const line = lineAt(scope, { player, tick });
  const what = line ? 'line' : symbolWords(symbolUnder(scope, { player, tick }));
  return `${whereWords(scope, { player, tick })}, beat ${count}: ${what}`;
}

/** What the bars on view hold, for who cannot see them. */
export function barsInWords(scope: HitsScope, window: { first: number; count: number }): string {
  const bars = scope.barNames.slice(window.first, window.first + window.count);
  return `${bars.join(' and ')}. ${PLAYERS.map((p) => {
    const n = scope.marks[p].filter(
      (m) =>
        m.at >= window.first * barTicks(scope.meter) &&
        m.at < (window.first + window.count) * barTicks(scope.meter),
    ).length;
    return `${PLAYER_WORDS[p]}: ${n} strokes, ${handWords(scope, p)}`;
  }).join('. ')}.`;
}

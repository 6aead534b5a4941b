import { useMemo, useRef, type KeyboardEvent } from 'react';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import { barTicks, beatName, countedBeatTicks } from '../../core/time/index';
import type { HitsPlace } from './actions';
import { lineAt } from './line-actions';
import { barsInWords, placeWords } from './place-words';
import type { HitsScope } from './scope';

/**
 * The bars on view as a table for who cannot see the drawing: a row for each player, a column for each place, to be gone
 * through in the browse mode of a screen reader. A button goes to its place; the strokes beside it write there. One
 * button alone is reached by Tab, arrows go on from it; the drawing shows where one is.
 */
export function PlacesTable(props: {
  readonly scope: HitsScope;
  readonly window: { readonly first: number; readonly count: number };
  readonly division: number;
  readonly cursor: HitsPlace;
  readonly onGo: (player: Player, tick: number) => void;
}) {
  const { scope, window, division, cursor, onGo } = props;
  const table = useRef<HTMLTableElement>(null);
  const length = barTicks(scope.meter);
  const beat = countedBeatTicks(scope.meter);
  const ticks = useMemo(
    () =>
      Array.from(
        { length: (window.count * length) / division },
        (_, i) => window.first * length + i * division,
      ),
    [window.first, window.count, length, division],
  );
  const words = useMemo(
    () => PLAYERS.map((player) => ticks.map((tick) => whatStands(scope, player, tick))),
    [scope, ticks],
  );
  const bars = scope.barNames.slice(window.first, window.first + window.count);
  const onKeyDown = (event: KeyboardEvent) => {
    // The keys of the screen move the place; the focus goes with it.
    if (event.key.startsWith('Arrow'))
      requestAnimationFrame(() => table.current?.querySelector<HTMLElement>('[tabindex="0"]')?.focus());
  };
  return (
    <div className="sr-only">
      <table ref={table} onKeyDown={onKeyDown} data-places>
        <caption>{barsInWords(scope, window)}</caption>
        <thead>
          <tr>
            <th scope="col">Player</th>
            {ticks.map((tick) => (
              <th key={tick} scope="col">
                {bars[Math.floor(tick / length) - window.first]}, beat {beatName((tick % length) / beat + 1)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {PLAYERS.map((player, row) => (
            <tr key={player}>
              <th scope="row">{PLAYER_WORDS[player]}</th>
              {ticks.map((tick, column) => {
                const isHere = cursor.player === player && nearest(cursor.tick, division) === tick;
                return (
                  <td key={tick}>
                    <button
                      type="button"
                      tabIndex={isHere ? 0 : -1}
                      aria-current={isHere ? 'location' : undefined}
                      onClick={() => onGo(player, tick)}
                    >
                      {words[row]![column]}
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function nearest(tick: number, division: number): number {
  return tick - (tick % division);
}

/** What stands at a place, without where that is: the table's heads say it. */
function whatStands(scope: HitsScope, player: Player, tick: number): string {
  if (lineAt(scope, { player, tick })) return 'line';
  const words = placeWords(scope, player, tick);
  return words.slice(words.lastIndexOf(': ') + 2);
}

import { PLAYERS } from '../form/index';
import type { Fret } from '../instrument/index';
import { materialOf, momentsOf, type Song } from '../song/index';
import { struckIn, struckOver } from './struck';

/**
 * Cells of a section, as `player bar index`, whose chord is cut short again and again somewhere while open strings ring in
 * it; with them every cell of the player under the same symbol, so that the same symbol stays the same grip.
 */
export function chokedIn(song: Song, name: string): ReadonlySet<string> {
  const { section, meter } = materialOf(song, name)!;
  const moments = momentsOf(section, { pass: 1, meter });
  const struck = struckIn(section, { pass: 1, meter });
  const symbols = new Set<string>();
  for (const { start, ticks, cells, chordText } of moments) {
    const here = struckOver(struck, start, start + ticks);
    for (const player of PLAYERS) {
      const cell = cells[player];
      if (here[player].choked && cell.kind === 'grip' && cell.grip.includes(OPEN)) {
        symbols.add(`${player} ${chordText}`);
      }
    }
  }
  const places = moments.flatMap(({ cells, places, chordText }) =>
    PLAYERS.flatMap((player) => {
      const place = places[player];
      const isIn = place !== null && cells[player].kind === 'grip' && symbols.has(`${player} ${chordText}`);
      return isIn ? [`${player} ${place.bar} ${place.index}`] : [];
    }),
  );
  return new Set(places);
}

const OPEN = 0 as Fret;

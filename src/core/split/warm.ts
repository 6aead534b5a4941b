import { PLAYERS } from '../form/index';
import type { Song } from '../song/index';
import { problemInSteps } from './problem';
import { splitSong, type SplitOptions } from './split';

/**
 * Work that is thrown away, so that the next split of a song answers sooner: what its instruments can play is found out
 * for all its chords, and its first section is split once as if nothing were written there. Yields as `splitSong` does;
 * stops once it is enough.
 */
export function* warmUp(
  song: Song,
  { isEnough = () => false }: Pick<SplitOptions, 'isEnough'> = {},
): Generator<undefined, void> {
  const slots = problemInSteps(song, { sections: null, pass: 1, reopens: () => true, isHurried: isEnough });
  while (!slots.next().done) {
    if (isEnough()) return;
    yield;
  }
  const [first, ...rest] = song.sections;
  if (!first) return;
  const bars = first.bars.map((bar) => ({ ...bar, hits: { guitar1: null, guitar2: null, bass: null } }));
  const cells = PLAYERS.flatMap((player) =>
    bars.flatMap((b, bar) =>
      b.cells[player].map((_, index) => ({ section: first.name, pass: 1, player, bar, index })),
    ),
  );
  const bare: Song = { ...song, sections: [{ ...first, bars }, ...rest] };
  const work = splitSong(bare, { section: first.name, cells }, { hands: 'both', isEnough });
  while (!work.next().done) {
    if (isEnough()) return;
    yield;
  }
}

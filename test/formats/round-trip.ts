import { PLAYERS, type Player } from '../../src/core/form/index';
import { guessWho, songFromTaken, type Taken } from '../../src/core/formats/index';
import { playedBars, playedStrokes } from '../../src/core/score/index';
import type { Song } from '../../src/core/song/index';

/** What a player plays, stroke by stroke: when, on which strings, at which frets, muted or dead. */
export function strokesSaid(song: Song, player: Player): readonly string[] {
  const zero = playedBars(song)[0]?.start ?? 0;
  return playedStrokes(song, player).map(({ at, notes }) => {
    const words = notes.map(
      (n) => `${n.string}/${n.kind === 'dead' ? 'x' : n.fret}${n.kind === 'mute' ? 'm' : ''}`,
    );
    return `${Math.round(at - zero)}: ${words.join(' ')}`;
  });
}

/** Until when every string of what rings is heard. */
export function ringsSaid(song: Song, player: Player): readonly string[] {
  const zero = playedBars(song)[0]?.start ?? 0;
  return playedStrokes(song, player).flatMap(({ at, notes }) =>
    notes
      .filter((n) => n.kind === 'ring')
      .map((n) => `${Math.round(at - zero)} ${n.string} ${Math.round(n.end - zero)}`),
  );
}

/** A song made of what was read, everybody getting their own part. */
export function songOf(taken: Taken): Song {
  const named = Object.fromEntries(
    PLAYERS.map((player, i) => [
      player,
      taken.parts.length === PLAYERS.length ? i : guessWho(taken.parts)[player],
    ]),
  ) as Record<Player, number | null>;
  return songFromTaken(taken, { who: named, sections: 'marked' }).song;
}

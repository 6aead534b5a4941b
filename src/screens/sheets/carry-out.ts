import { pageFile, writeStands } from '../../carry/index';
import { PLAYER_WORDS, type Player } from '../../core/form/index';
import { standSheet } from '../../core/sheet/index';
import type { Song } from '../../core/song/index';
import { download } from '../download';
import { fileName } from '../../core/base/index';

/** Hands out the stands of some players as one page that needs no network. Fails where the stand's own parts do not arrive. */
export async function carryOut(song: Song, players: readonly Player[]): Promise<void> {
  await carryAll(song.title, [song], players);
}

/** The same of several songs, one after the other, under a name of their own. */
export async function carryAll(
  name: string,
  songs: readonly Song[],
  players: readonly Player[],
): Promise<void> {
  const [script, style] = await Promise.all([part('/stand/stand.js'), part('/stand/stand.css')]);
  const stands = writeStands({
    title: name,
    stands: players.flatMap((player) => songs.map((song) => standSheet(song, player))),
  });
  const only = players.length === 1 ? players[0]! : null;
  const title = only === null ? name : `${name} · ${PLAYER_WORDS[only]}`;
  const page = await pageFile({ title, script, style, stands });
  const file = only === null ? fileName(name) : `${fileName(name)}-${fileName(PLAYER_WORDS[only])}`;
  download(`${file}-stand.html`, page, 'text/html');
}

async function part(path: string): Promise<string> {
  const answer = await fetch(path);
  if (!answer.ok) throw new Error(`${path} did not arrive (${answer.status})`);
  return answer.text();
}

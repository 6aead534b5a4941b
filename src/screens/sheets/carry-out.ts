import { pageFile, writeStands } from '../../carry/index';
import { PLAYER_WORDS, type Player } from '../../core/form/index';
import { standSheet } from '../../core/sheet/index';
import type { Song } from '../../core/song/index';
import { download } from '../download';
import { fileName } from '../../core/base/index';

/** Hands out the stands of some players as one page that needs no network. Fails where the stand's own parts do not arrive. */
export async function carryOut(song: Song, players: readonly Player[]): Promise<void> {
  const [script, style] = await Promise.all([part('/stand/stand.js'), part('/stand/stand.css')]);
  const stands = writeStands({
    title: song.title,
    stands: players.map((player) => standSheet(song, player)),
  });
  const only = players.length === 1 ? players[0]! : null;
  const title = only === null ? song.title : `${song.title} · ${PLAYER_WORDS[only]}`;
  const page = await pageFile({ title, script, style, stands });
  const name =
    only === null ? fileName(song.title) : `${fileName(song.title)}-${fileName(PLAYER_WORDS[only])}`;
  download(`${name}-stand.html`, page, 'text/html');
}

async function part(path: string): Promise<string> {
  const answer = await fetch(path);
  if (!answer.ok) throw new Error(`${path} did not arrive (${answer.status})`);
  return answer.text();
}

import type { SongKind } from '../../core/formats/index';
import type { Song } from '../../core/song/index';
import { Menu } from '../../ui/index';
import { downloadBytes } from '../export-song';
import { fileName } from '../../core/base/index';

/** What a song is handed out as, besides song file and chart text. */
const KINDS: readonly (readonly [SongKind, string, string])[] = [
  ['musicxml', 'MusicXML (.musicxml)', 'Notes, tablature, chords, repeats: for notation programs'],
  ['mxl', 'MusicXML, compressed (.mxl)', 'The same, smaller'],
  ['mid', 'MIDI (.mid)', 'As it is played, a track for every player'],
  ['cho', 'ChordPro (.cho)', 'Chords in brackets, with the words at their bars'],
  ['crd', 'Chords over lyrics (.crd)', 'Chords on a line of their own over the words'],
  ['tab', 'Text tab of all three (.tab)', 'One after the other'],
];

/** Hands a song out as a file of another kind, and tells what that kind has no place for. */
export function HandOut({ song, onTold }: { readonly song: Song; readonly onTold: (words: string) => void }) {
  const handOut = async (kind: SongKind) => {
    const { KIND_WORDS, songAs } = await import('../../core/formats/files/index');
    const { bytes, lost } = songAs(song, kind);
    downloadBytes(`${fileName(song.title)}.${kind}`, bytes, KIND_WORDS[kind].type);
    onTold(
      lost.length === 0
        ? `${song.title} handed out whole.`
        : `${song.title} handed out. Not in a .${kind} file: ${lost.join('; ')}.`,
    );
  };
  return (
    <Menu
      label="As …"
      name={`Hand out ${song.title} as another kind of file`}
      items={KINDS.map(([kind, label, hint]) => ({ label, hint, onSelect: () => void handOut(kind) }))}
    />
  );
}

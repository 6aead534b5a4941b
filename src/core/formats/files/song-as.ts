import { PLAYERS, type Player } from '../../form/index';
import { sheetOf, sheetText } from '../../sheet/index';
import { besideWords, saveSong, type Song } from '../../song/index';
import { writeChart } from '../chart/write';
import { writeMidi } from '../midi/write-midi';
import { writeMusicXml } from '../musicxml/write-musicxml';
import { writeChordPro, writeChordsOverLyrics } from '../sheet-of-chords/write-chord-sheet';
import { packed, toBytes } from './zip';

/** What a song can be written as. */
export const SONG_KINDS = ['json', 'txt', 'musicxml', 'mxl', 'mid', 'cho', 'crd', 'tab'] as const;
/** One of {@link SONG_KINDS}. */
export type SongKind = (typeof SONG_KINDS)[number];

/** A kind in words, and its media type. */
export const KIND_WORDS: Readonly<Record<SongKind, { readonly words: string; readonly type: string }>> = {
  json: { words: 'Song file, everything in it', type: 'application/json' },
  txt: { words: 'Chart text', type: 'text/plain' },
  musicxml: { words: 'MusicXML, notes and tablature', type: 'application/vnd.recordare.musicxml+xml' },
  mxl: { words: 'MusicXML, compressed', type: 'application/vnd.recordare.musicxml' },
  mid: { words: 'MIDI, as it is played', type: 'audio/midi' },
  cho: { words: 'ChordPro', type: 'text/plain' },
  crd: { words: 'Chords over lyrics', type: 'text/plain' },
  tab: { words: 'Text tab of all three', type: 'text/plain' },
};

/** A song written as a file, and in words what that kind of file has no place for. */
export interface SongFile {
  readonly bytes: Uint8Array;
  readonly lost: readonly string[];
}

/** The song as one of the kinds; text tab of one player or of all. */
export function songAs(song: Song, kind: SongKind, player: Player | null = null): SongFile {
  const text = (words: string, lost: readonly string[] = []): SongFile => ({ bytes: toBytes(words), lost });
  switch (kind) {
    case 'json':
      return text(`${JSON.stringify(saveSong(song), null, 2)}\n`);
    case 'txt':
      return text(writeChart(song), besideWords(song));
    case 'musicxml': {
      const out = writeMusicXml(song);
      return text(out.text, out.lost);
    }
    case 'mxl': {
      const out = writeMusicXml(song);
      return { bytes: compressedScore(out.text), lost: out.lost };
    }
    case 'mid':
      return writeMidi(song);
    case 'cho': {
      const out = writeChordPro(song);
      return text(out.text, out.lost);
    }
    case 'crd': {
      const out = writeChordsOverLyrics(song);
      return text(out.text, out.lost);
    }
    case 'tab':
      return text(
        (player === null ? PLAYERS : [player]).map((p) => sheetText(sheetOf(song, p))).join('\n\n'),
        ['findings, plans and what is kept beside them'],
      );
  }
}

/** A compressed MusicXML file: the score, and the container that says where it is (MusicXML 4.0, compressed files). */
function compressedScore(text: string): Uint8Array {
  const container =
    '<?xml version="1.0" encoding="UTF-8"?>\n<container><rootfiles><rootfile full-path="score.musicxml" media-type="application/vnd.recordare.musicxml+xml"/></rootfiles></container>\n';
  return packed([
    { name: 'META-INF/container.xml', bytes: toBytes(container) },
    { name: 'score.musicxml', bytes: toBytes(text) },
  ]);
}

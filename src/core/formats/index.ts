/**
 * formats: leaves that read and write texts and files people exchange. Start with chart/read.ts.
 */
export { createChartReader, readChart, type ChartRead } from './chart/read';
export {
  readBar,
  rowsOf,
  writeBar,
  type BarPlace,
  type BarRead,
  type BarRow,
  type BarText,
} from './chart/one-bar';
export { readInstrument } from './chart/settings';
export { writeChart, writeChords as writeBarChords } from './chart/write';
export { withMeter, withSectionMeter } from './chart/with-meter';
export { readTab, type TabBar, type TabRead } from './tab/read-tab';
export { chordsPlayed } from './typed/tab-bars';
export { readTyped, type TypedLine, type TypedOptions, type TypedRead } from './typed/read-typed';
export { isChartText, readAny, readSongFile, type AnyRead } from './typed/read-any';
export { completionsAt } from './chart/complete';
export { guessWho, songFromTaken, type TakeChoices, type TakenSong } from './taken/song-from-taken';
export type { Taken, TakenPart } from './taken/taken';
export {
  openFile,
  packed,
  shelfFiles,
  SONG_KINDS,
  songAs,
  toBytes,
  toText,
  unpacked,
  type OpenedFile,
  type SongFile,
  type SongKind,
  type ZipFile,
} from './files/index';

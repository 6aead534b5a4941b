/** files: what comes in and goes out as bytes. Loaded when a file is there; see open-file.ts and song-as.ts. */
export { openFile, type OpenedFile } from './open-file';
export { shelfFiles, type SetBeside, type SetIn } from './shelf-files';
export type { TakeIn } from './song-with-takes';
export { KIND_WORDS, SONG_KINDS, songAs, type SongFile, type SongKind } from './song-as';
export { packed, toBytes, toText, unpacked, type ZipFile } from './zip';

/** What the shelf needs songs themselves for, loaded when it is first wanted: finding one needs their cards alone. */
export { demoSongs } from '../demo/demo-songs';
export { exportSong, exportStored } from '../export-song';
export { addSong, readShelf, shelfEntry } from '../../store/index';
export { faceOf } from './song-face';

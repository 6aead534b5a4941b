/**
 * audio: everything that touches AudioContext. A plain plucked tone to check a split by ear; it is not how an amp sounds.
 */
export { playStrokes, type Playback } from './play';

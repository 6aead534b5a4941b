/**
 * synth: strings, amplifiers, drums and a hum as sound, worked out sample by sample and the same every time. It knows nothing
 * of songs: it is given what is done to which string at which frame. Start with render.ts, then string.ts and amp.ts.
 */
export {
  Renderer,
  STEMS,
  type DrumStroke,
  type Setting,
  type SoundPlan,
  type Stem,
  type Voice,
} from './render';
export { plainString, type StringOp } from './string';
export type { Damping } from './damping';
export type { DrumHit } from './drum-hits';
export type { HumNote } from './hum';
export { mixed, type Fader } from './mix';
export { loudness } from './loudness';
export { openRing, renderInto, RING, ringMemory, roomIn, type Ring } from './ring';
export { Decks } from './deck';

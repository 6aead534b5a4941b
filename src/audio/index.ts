/**
 * audio: everything that touches the browser's sound, and a stand-in for where there is none. What is heard is made in
 * core/heard and core/sound; here it is only played. Start with player.ts;
 * speakers.ts is loaded when something is to sound.
 */
export {
  createPlayer,
  type Heard,
  type Player,
  type PlayerPorts,
  type PlayerState,
  type PlayRequest,
  type Renders,
} from './player';
export { hearRecording, readRecording, type HeardRecording, type Recording } from './recording';
export { TAPE } from './tape';
export { openTaping, type Taping } from './taping';
export { silentDevice } from './silent-device';
export type { SoundDevice } from './sound-device';

/**
 * views: drawings of core values, without the store. They take values and callbacks and draw.
 */
export { GripPicture } from './grip-picture';
export { HitStrip } from './hit-strip';
export { InstrumentDrawing } from './instrument-drawing';
export { MomentLadder, type LadderLink, type LadderNote } from './moment-ladder';
export { Neck } from './neck';
export { PLAYER_BORDER, PLAYER_FILL, PLAYER_SHORT, PLAYER_TEXT, PlayerMark } from './player-look';
export { RegisterLane, type LaneBlock, type LaneMoment } from './register-lane';
export { Together, type Trouble } from './together';
export { HitsDrawing } from './hits-drawing';
export { hitsLanes } from './hits-lanes';
export type { HitsChord, HitsFrame, HitsGuess } from './hits-parts';
export type { HitsTime } from './hits-time';
export { RoomStage, type StageOne } from './room-stage';

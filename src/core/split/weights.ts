/**
 * The numbers of taste of the splitter, in points (1000 = one clash). Ours, reviewed on the demo songs;
 * integers throughout, so that equal costs stay equal on every machine.
 */
export const CLASH_POINTS = 1000;
/** Per unit of effort (see the grip room). */
export const EFFORT_POINTS = 130;
/** Per semitone the lowest note lies outside a role's range, and the top above its ceiling. */
export const OUTSIDE_POINTS = 45;
export const ABOVE_TOP_POINTS = 40;
/** For each shift of the hand, per mm, times how little time there is (half a second counts 1). */
export const SHIFT_POINTS_PER_MM = 1.1;
export const SHIFT_SECONDS = 0.5;
/** Another device than before; another top note, per semitone. */
export const DEVICE_CHANGE_POINTS = 130;
export const VOICE_LEADING_POINTS = 14;
/** The lowest note of all is not what the symbol says. */
export const WRONG_LOWEST_POINTS = 900;
/** A guitar's lowest note below the bass. */
export const BELOW_BASS_POINTS = 500;
/** The bass on another note than the symbol's lowest. */
export const BASS_NOT_ROOT_POINTS = 260;
/** A guitar's top note in the singer's range while someone sings. */
export const IN_VOICE_POINTS = 70;
/** A low power chord or shape without the root. */
export const NO_ROOT_POINTS = 120;
/** Shared energy of the two guitars up to here is free. */
export const FREE_OVERLAP = 0.45;
/** A player told to play where a plan would rest. */
export const REST_POINTS = 2500;

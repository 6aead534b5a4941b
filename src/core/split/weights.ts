/**
 * Every number of taste of the splitter, in points (1000 = one clash). Ours, reviewed by eye on invented progressions in
 * every plan (test/plans); integers throughout, so that equal costs stay equal on every machine. What a plan wants of
 * each player stands beside it in plan.ts.
 */

/** A clash of score 1: mud and dirt inside one grip, rubs between players. Rubs inside one grip count half. */
export const CLASH_POINTS = 1000;
export const INNER_RUB_SHARE = 0.5;

// One player alone.
/** Per unit of effort (see the grip room). */
export const EFFORT_POINTS = 130;
/** For each silent string inside a grip of three and more notes. */
export const GAP_POINTS = 90;
/** Per semitone the lowest note lies outside a role's range, and the top above its ceiling. */
export const OUTSIDE_POINTS = 45;
export const ABOVE_TOP_POINTS = 40;
/** A guitar's top note in the singer's range while someone sings. */
export const IN_VOICE_POINTS = 70;
/** A guitar's grip without the root. */
export const NO_ROOT_POINTS = 60;
/** The bass on another note than the symbol's lowest. */
export const BASS_NOT_ROOT_POINTS = 260;
/** For each tone of the symbol a guitar of three and more strings adds, when clean: thanks for richness. */
export const RICH_POINTS = 45;
/** A player told to play where nobody can: resting is the last resort. */
export const REST_POINTS = 2500;

// Two players at once.
/** A guitar's lowest note below the bass. */
export const BELOW_BASS_POINTS = 500;
/** Shared energy of the two guitars up to here is free. */
export const FREE_OVERLAP = 0.45;

// All three.
/** The lowest note of all is not what the symbol says. */
export const WRONG_LOWEST_POINTS = 900;

// From one moment to the next.
/** For each shift of the hand, per mm, times how little time there is (half a second counts 1; 0.4 to 3 times). */
export const SHIFT_POINTS_PER_MM = 1.1;
export const SHIFT_SECONDS = 0.5;
export const HURRY_RANGE = { min: 0.4, max: 3 } as const;
/** For each string that is fretted anew. */
export const NEW_STRING_POINTS = 8;
/** Another device than before; a change between the families of fifths, octaves and thirds costs more. */
export const DEVICE_CHANGE_POINTS = 130;
export const FAMILY_CHANGE_POINTS = 70;
/** Another top note, per semitone up to an octave. */
export const VOICE_LEADING_POINTS = 14;

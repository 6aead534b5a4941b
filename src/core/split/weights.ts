/**
 * Every number of taste of the splitter, in points (1000 = one clash). Ours, read by eye on invented songs in every plan
 * (docs/plans.md has the table in words); integers throughout, so that equal costs stay equal on every machine. What a
 * plan wants of each player stands in plans.ts.
 */

/** A clash of score 1: mud and dirt inside one grip, rubs between players. Rubs inside one grip count half. */
export const CLASH_POINTS = 1000;
export const INNER_RUB_SHARE = 0.5;
/** Dirt up to here nobody minds (the findings are silent there); from here it rises to a clash. */
export const FREE_DIRT = 0.3;
/** What is left of the dirt of a grip where the plan is tuned to allow thirds. */
export const ALLOWED_DIRT_SHARE = 0.2;

// One player alone.
/** Per unit of effort (see the grip room). */
export const EFFORT_POINTS = 110;
/** A chord of four and more strings in a shape that nobody knows by name. */
export const ODD_SHAPE_POINTS = 230;
/** For each silent string inside a grip beyond those its device usually has: it must be damped, and is hard to find. */
export const GAP_POINTS = 150;
/** Open strings beside a hand that is far from the nut, where the shape is no drone. */
export const TORN_POINTS = 120;
export const TORN_FROM_FRET = 3;
/** A sixth, octave or tenth on strings that are not the usual ones. */
export const ODD_STRINGS_POINTS = 130;
/** For each string a whole chord leaves out, of six: up to the edge chords are meant to open up. */
export const FEWER_STRINGS_POINTS = 38;
/** For each open string that rings, up to four, when clean: thanks. */
export const RING_POINTS = 16;
/** For each fret that the hand lies above where this player is at home: low chords, upper voices, the bass. */
export const NECK_POINTS = 16;
export const HOME_FRETS = { chords: 3, upper: 6, bass: 3 } as const;
/** Per semitone a low part lies above the lowest string: low roots first. */
export const LOW_FIRST_POINTS = 5;
/** Per semitone the lowest note lies outside a role's range, and the top above its ceiling. */
export const OUTSIDE_POINTS = 45;
export const ABOVE_TOP_POINTS = 40;
/** A guitar's top note in the singer's range while someone sings. */
export const IN_VOICE_POINTS = 25;
/** A low guitar that gives up the root. */
export const LOW_NO_ROOT_POINTS = 400;
/** A guitar's chord without the root; a low one whose lowest note is not what the chord has at the bottom. */
export const NO_ROOT_POINTS = 20;
export const LOW_NOT_ROOT_POINTS = 90;
/** The root at the bottom of a low chord that asks for another bass. */
export const LOW_NOT_SLASH_POINTS = 50;
/** The bass on another note than the symbol's lowest. */
export const BASS_NOT_ROOT_POINTS = 1500;
/** For each tone of the symbol that a guitar of three and more strings leaves out, when clean. */
export const RICH_POINTS = 70;
/** For each pitch class below three in a grip that is picked through, and for a picked string that is not held. */
export const PICK_CLASS_POINTS = 320;
export const PICK_STRING_POINTS = 700;
/** Open strings in a chord that is cut short again and again: any, and each of a small chord. */
export const CHOKE_POINTS = 90;
export const CHOKE_EACH_POINTS = 32;
/** A tone held that the chord does not have (a drone over the odd chord). */
export const FOREIGN_POINTS = 140;
/** Another grip than the one this player has locked for the same symbol in the section. */
export const AS_LOCKED_POINTS = 160;
/** A player told to play where nobody can: resting is the last resort. */
export const REST_POINTS = 2500;

// Two players at once.
/** A guitar's lowest note below the bass. */
export const BELOW_BASS_POINTS = 500;
/** Shared energy of the two guitars up to here is free; clean guitars share a register with less trouble. */
export const FREE_OVERLAP = 0.45;
export const CLEAN_SEPARATION_SHARE = 0.2;
/** Per semitone guitar 2 lies less far above guitar 1 than the plan wants. */
export const NOT_ABOVE_POINTS = 14;
/** Guitar 2 only says again what guitar 1 has already, where they should be apart. */
export const SAID_AGAIN_POINTS = 100;
/** A drone inside the grip it should lie above: a tone it shares, and per semitone below the top. */
export const DRONE_INSIDE_POINTS = 260;
export const DRONE_BELOW_POINTS = 30;
/** Guitars that double each other with different notes, and with the same notes in another shape. */
export const NOT_DOUBLED_POINTS = 350;
export const OTHER_SHAPE_POINTS = 30;

// All three.
/** The lowest note of all is not what the symbol says. */
export const WRONG_LOWEST_POINTS = 900;
/** How much more a tone is worth that tells a chord from its neighbour on the same root. */
export const TELLS_APART = 1.8;
/** How much more an altered ninth, eleventh or thirteenth is worth. */
export const ALTERED = 1.8;

// From one moment to the next.
/** For each shift of the hand, per mm, times how little time there is (half a second counts 1; 0.4 to 3 times). */
export const SHIFT_POINTS_PER_MM = 0.9;
export const SHIFT_SECONDS = 0.5;
export const HURRY_RANGE = { min: 0.4, max: 3 } as const;
/** For each string that is fretted anew. */
export const NEW_STRING_POINTS = 6;
/** Another device than before; a change between the families of fifths, octaves and thirds costs more. */
export const DEVICE_CHANGE_POINTS = 110;
export const FAMILY_CHANGE_POINTS = 60;
/** A bass that leaps by more than a seventh, per semitone beyond it. */
export const LEAP_POINTS = 20;
export const LEAP_FROM = 8;

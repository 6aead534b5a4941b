/**
 * Every number the findings rest on, in one place. Scores are scaled so that 1 is a clash and 0.5 worth watching.
 * Sources: the terms and weights are from our feasibility study on hand-labelled comparisons (docs/sources.md);
 * the rest is marked.
 */
export const CLASH_FROM = 1;
export const WATCH_FROM = 0.5;
/** What is only told, where a slope runs on below. */
export const NOTE_FROM = 0.33;

/** Semitones under a low interval limit that make one clash. */
export const MUD_SEMITONES = 4;
/** On bass, intervals beyond an octave may lie this much lower. */
export const BASS_COMPOUND_LOWER = 3;
/** Rub weight that makes one clash. */
export const RUB_UNIT = 0.9;
/** What is left of dirt in a figure over one root (a boogie, a climbing fifth). */
export const DIRT_FIGURE_SHARE = 0.35;
/** What is left of it under the palm. */
export const DIRT_MUTED_SHARE = 0.3;
/** Up to here an amplifier is at the edge: colours of a chord are heard, sweet rubs are sweet. */
export const EDGE_GAIN = 4.5;

/** A grip that holds another chord than the symbol says, before what it rubs is added. */
export const OTHER_CHORD = 0.85;
/** … and while somebody else holds the right one. */
export const OTHER_CHORD_ALONE = 1.1;
/** Shorter than this a step that everybody takes together is a riff or a slide. */
export const RIFF_TICKS = 1920;

/** Base weights of a pair by its distance. */
export const RUB_WEIGHT = {
  semitone: 1,
  minorNinth: 0.9,
  semitoneAndOctaves: 0.45,
  majorSeventh: 0.55,
  majorSeventhCompound: 0.25,
  wholeTone: 0.12,
  tritoneWithBass: 0.5,
  tritone: 0.35,
  tritoneCompound: 0.15,
} as const;
/** Share that remains when both notes belong to the chord; more for a semitone or minor ninth. */
export const BELONGS_SHARE = 0.15;
export const BELONGS_SHARE_SEMITONE = 0.4;
export const FOREIGN_NOTE = 0.25;
export const WRONG_THIRD = 1;
/** Duration weight: √(beats/2), at most 1; below half a beat it falls straight, but not under this. */
export const SHORTEST_WEIGHT = 0.2;
export const SHORT_BEATS = 0.5;
/** Nothing shorter than a 32nd is heard as sounding together (common practice). */
export const SHORTEST_OVERLAP_TICKS = 120;

/** The same notes in both guitars, but for so many that one of them leaves out, are a doubling. */
export const DOUBLING_FEWER = 2;
/** Two guitars crowd when their spans overlap by this share of the narrower one … */
export const CROWDING_SPAN = 0.5;
/** … and their energy shares this much of the ear's bands (identical 1, well apart 0.2–0.3). */
export const CROWDING_OVERLAP = 0.55;
export const CROWDING_OVERLAP_BAD = 0.72;
/** Two clean guitars are a note at most; from this gain of the cleaner one on it counts in full. */
export const CROWDING_CLEAN_MOST = 0.35;
export const CROWDING_DRIVEN_FROM = 6;

/** The lowest note is another one of the chord; foreign to it for two beats and more; foreign for less. */
export const WRONG_BASS = 0.6;
export const WRONG_BASS_FOREIGN = 1.6;
export const WRONG_BASS_BRIEF = 0.9;

/** Major or minor is not heard where a root changes from one to the other. */
export const UNHEARD_THIRD = 0.7;

/** A string is picked that the grip does not hold. */
export const EMPTY_STRING = 0.7;

/** Two busy guitars: so many strokes a beat each, at most this share of them together, this share of their range. */
export const STEPS_ON = 0.7;
export const BUSY_STROKES_A_BEAT = 1.5;
export const STEPS_ON_APART = 0.6;
export const STEPS_ON_SPAN = 0.5;

// What sounds when. All common practice, set with the labelled cases in test/judgement-cases.ts.

/** A change that only some bring early, before what rubs is added. */
export const PUSH_ALONE = 0.3;
/** … more when old and new chord share no note. */
export const PUSH_NOTHING_SHARED = 0.3;

/** Strokes that miss each other by up to a sixteenth; a weak one matters less. */
export const FLAM_TICKS = 240;
export const FLAM = 0.7;
export const FLAM_WEAK = 0.55;

/** A silence this long is a stop: an eighth. */
export const SHORTEST_STOP_TICKS = 480;
/** Ringing on for a beat or more is a clash, for less worth watching. */
export const STOP_LONG_TICKS = 960;
export const STOP_LONG = 1.1;
export const STOP_SHORT = 0.7;

/** A dead hit under a ringing chord; a weak one was hardly meant to be heard. */
export const BURIED = 0.6;
export const BURIED_WEAK = 0.4;

/** What a string left open is counted for at most: two bars of 4/4. */
export const LONGEST_RING_TICKS = 7680;
/** What a hand could stop, it stops more often than not, most of all a bassist's; it is never worse than a watch. */
export const HAND_STOPS_SHARE = { guitar: 0.5, bass: 0.25 } as const;
export const HAND_STOPS_MOST = 0.9;
/** A string nothing stops sounds only when it is struck by mistake. */
export const STRUMMED_ACROSS_SHARE = 0.8;

/** How loud the first and second repeat of a delay are against the note. */
export const DELAY_SHARES = [0.8, 0.4] as const;
/** The most a repeat in the next chord can be. */
export const DELAY_MOST = 0.9;
/** Everybody stops, and the repeats of a delay go on. */
export const DELAY_FILLS_STOP = 0.7;
/** A repeated note has lost half of itself after this long: two beats. */
export const DELAY_HALVES_TICKS = 1920;

/** A line: at most so many strings at once, so many steps of its top note in a bar, each within a beat and a half. */
export const LINE_MOST_NOTES = 2;
export const LINE_STEPS = 2;
export const LINE_TURNS_TICKS = 1440;
/** Score for each note of it. */
export const LINE_NOTE = 0.18;

/** A way between grips that takes this share of the time there is, is tight; from 1 it does not go … */
export const SHIFT_WATCH_SHARE = 0.91;
/** … and from here nobody gets it across by cutting the note before short. */
export const SHIFT_CLASH_SHARE = 1.4;

/**
 * Every number the findings rest on, in one place. Scores are scaled so that 1 is a clash and 0.5 worth watching.
 * Sources: the terms and weights are from our feasibility study on hand-labelled comparisons (docs/sources.md);
 * the rest is marked.
 */
export const CLASH_FROM = 1;
export const WATCH_FROM = 0.5;

/** Semitones under a low interval limit that make one clash. */
export const MUD_SEMITONES = 4;
/** On bass, intervals beyond an octave may lie this much lower. */
export const BASS_COMPOUND_LOWER = 3;
/** Rub weight that makes one clash. */
export const RUB_UNIT = 0.9;
/** Dirt that makes one clash. */
export const DIRT_UNIT = 0.8;

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
/** Shortest duration weight; √(beats/2) between it and 1. */
export const SHORTEST_WEIGHT = 0.35;

/** Two guitars crowd when their spans overlap by this share of the narrower one … */
export const CROWDING_SPAN = 0.5;
/** … and their energy shares this much of the ear's bands (identical 1, well apart 0.2–0.3). */
export const CROWDING_OVERLAP = 0.55;
export const CROWDING_OVERLAP_BAD = 0.72;

/** A stretch this close to the hand's limit is worth watching (common practice). */
export const REACH_WATCH_SHARE = 0.9;

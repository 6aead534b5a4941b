/**
 * Time is counted in integer ticks, this many to the quarter note: it divides evenly into 32nds, triplets and
 * quintuplets.
 */
export const TICKS_PER_QUARTER = 960;

import { FINGER_PAIRS, HAND_SIZES, HANDS, SPREAD_RANGE_MM, type FingerPair, type Hand } from './hand';

/**
 * The hand whose two fingers reach so many mm apart: the middle hand's limits all stretched alike, called by the size
 * that is nearest.
 */
export function handFromSpread(pair: FingerPair, mm: number, thumb: boolean): Hand {
  const by = clipped(mm) / HANDS.middle.spreadMm[pair];
  return handOf((p) => clipped(HANDS.middle.spreadMm[p] * by), thumb);
}

/** A hand with limits that were measured, the others as wide in proportion as the measured ones are on average. */
export function handMeasured(measured: Readonly<Partial<Record<FingerPair, number>>>, thumb: boolean): Hand {
  const known = FINGER_PAIRS.filter((pair) => measured[pair] !== undefined);
  if (known.length === 0) return { ...HANDS.middle, thumb };
  const by =
    known.reduce((sum, pair) => sum + clipped(measured[pair]!) / HANDS.middle.spreadMm[pair], 0) /
    known.length;
  return handOf((pair) => clipped(measured[pair] ?? HANDS.middle.spreadMm[pair] * by), thumb);
}

function handOf(limit: (pair: FingerPair) => number, thumb: boolean): Hand {
  const spreadMm = Object.fromEntries(FINGER_PAIRS.map((pair) => [pair, limit(pair)])) as Hand['spreadMm'];
  const far = (size: (typeof HAND_SIZES)[number]) => Math.abs(HANDS[size].spreadMm['14'] - spreadMm['14']);
  const size = HAND_SIZES.reduce((a, b) => (far(b) < far(a) ? b : a));
  return { size, thumb, spreadMm };
}

function clipped(mm: number): number {
  return Math.round(Math.min(SPREAD_RANGE_MM.max, Math.max(SPREAD_RANGE_MM.min, mm)));
}

/** Width of a card as banks and towns hand it out, in mm (ISO/IEC 7810, size ID-1): to set a ruler on a screen by. */
export const CARD_MM = 85.6;

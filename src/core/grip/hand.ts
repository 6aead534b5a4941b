/** Two fretting fingers, lower number first: 1 index … 4 little finger. */
export type FingerPair = '12' | '23' | '34' | '13' | '24' | '14';

/** How far a player's fingers spread along the neck, and whether the thumb may fret the lowest string. */
export interface Hand {
  readonly name: 'small' | 'middle' | 'large';
  /** Greatest distance along the neck between two fingers, in mm. */
  readonly spreadMm: Readonly<Record<FingerPair, number>>;
  readonly thumb: boolean;
}

/**
 * Starting values in mm, common practice; the middle hand is set so that it holds the published positions of the
 * open chord-position data set (see docs/sources.md), the others are 10 mm less and more on the widest pair.
 */
export const HANDS: Readonly<Record<Hand['name'], Hand>> = {
  small: {
    name: 'small',
    thumb: false,
    spreadMm: { '12': 62, '23': 46, '34': 46, '13': 88, '24': 80, '14': 104 },
  },
  middle: {
    name: 'middle',
    thumb: false,
    spreadMm: { '12': 68, '23': 52, '34': 52, '13': 98, '24': 88, '14': 116 },
  },
  large: {
    name: 'large',
    thumb: false,
    spreadMm: { '12': 76, '23': 58, '34': 58, '13': 106, '24': 98, '14': 128 },
  },
};

/** Greatest distance in mm between two different fingers of this hand. */
export function spreadLimitMm(hand: Hand, a: number, b: number): number {
  return hand.spreadMm[PAIRS[a * 5 + b]!];
}

const PAIRS: readonly FingerPair[] = Array.from(
  { length: 25 },
  (_, i) => `${Math.min(Math.floor(i / 5), i % 5)}${Math.max(Math.floor(i / 5), i % 5)}` as FingerPair,
);

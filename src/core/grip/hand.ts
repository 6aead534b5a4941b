/** Two fretting fingers, lower number first: 1 index … 4 little finger. */
export const FINGER_PAIRS = ['12', '23', '34', '13', '24', '14'] as const;
/** One of {@link FINGER_PAIRS}: `'13'` is index and ring finger. */
export type FingerPair = (typeof FINGER_PAIRS)[number];
/** Sizes a hand's limits start from. */
export const HAND_SIZES = ['small', 'middle', 'large'] as const;
/** One of {@link HAND_SIZES}. */
export type HandSize = (typeof HAND_SIZES)[number];

/** How far a player's fingers spread along the neck, and whether the thumb may fret the lowest string. */
export interface Hand {
  /** The size it started from; single limits may have been set otherwise since. */
  readonly size: HandSize;
  /** Greatest distance along the neck between two fingers, in mm. */
  readonly spreadMm: Readonly<Record<FingerPair, number>>;
  readonly thumb: boolean;
}

/** Limits a hand may be set to, in mm: a child's neighbouring fingers to a very wide hand's outer ones. */
export const SPREAD_RANGE_MM = { min: 20, max: 200 } as const;
/** How far along the neck the thumb may lie from the lowest finger, in mm (common practice). */
export const THUMB_MM = 45;

/**
 * Starting values in mm, common practice; the middle hand is set so that it holds the published positions of the
 * open chord-position data set (see docs/sources.md), the others are 10 mm less and more on the widest pair.
 */
export const HANDS: Readonly<Record<HandSize, Hand>> = {
  small: {
    size: 'small',
    thumb: false,
    spreadMm: { '12': 62, '23': 46, '34': 46, '13': 88, '24': 80, '14': 104 },
  },
  middle: {
    size: 'middle',
    thumb: false,
    spreadMm: { '12': 68, '23': 52, '34': 52, '13': 98, '24': 88, '14': 116 },
  },
  large: {
    size: 'large',
    thumb: false,
    spreadMm: { '12': 76, '23': 58, '34': 58, '13': 106, '24': 98, '14': 128 },
  },
};

/** Greatest distance in mm between two different fingers of this hand. */
export function spreadLimitMm(hand: Hand, a: number, b: number): number {
  return hand.spreadMm[`${Math.min(a, b)}${Math.max(a, b)}` as FingerPair];
}

/** Beyond its limits a hand stretches by about this much; further it does not reach (common practice). */
const STRETCH = 1.15;
/** So wide that only the number of fingers counts: to say how a grip would be held that is out of reach. */
const ANY_WIDTH = 4;

/** The hand at full stretch. Remembered. */
export function stretchedHand(hand: Hand): Hand {
  return widened(hand, STRETCH, stretched);
}

/** A hand of any width with these fingers. Remembered. */
export function handOfAnyWidth(hand: Hand): Hand {
  return widened(hand, ANY_WIDTH, wide);
}

const stretched = new WeakMap<Hand, Hand>();
const wide = new WeakMap<Hand, Hand>();

function widened(hand: Hand, by: number, known: WeakMap<Hand, Hand>): Hand {
  let made = known.get(hand);
  if (!made) {
    const limits = FINGER_PAIRS.map((pair) => [pair, hand.spreadMm[pair] * by]);
    made = { ...hand, spreadMm: Object.fromEntries(limits) as Hand['spreadMm'] };
    known.set(hand, made);
  }
  return made;
}

/** Pairs whose limit differs from the hand's size, in the order of `FINGER_PAIRS`. */
export function ownLimits(hand: Hand): readonly FingerPair[] {
  return FINGER_PAIRS.filter((pair) => hand.spreadMm[pair] !== HANDS[hand.size].spreadMm[pair]);
}

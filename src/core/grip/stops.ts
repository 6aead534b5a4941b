import { unreachable } from '../base/index';
import type { Grip } from './grip';
import type { Finger, Hold } from './hold';

/** What keeps a silent string silent; strings count from 0, the lowest. */
export type Stop =
  | { readonly by: 'flat'; readonly finger: Finger; readonly string: number }
  | { readonly by: 'tip'; readonly finger: Finger; readonly string: number }
  | { readonly by: 'thumb'; readonly string: number }
  | { readonly by: 'picking-hand'; readonly string: number }
  | { readonly by: 'nothing'; readonly string: number };

/**
 * For each silent string, what can stop it (common practice): the flat of a finger that presses a lower string,
 * the tip of the finger on the next higher string, the thumb for the lowest string, the picking hand outside the grip.
 * `nothing` means it must not be strummed across.
 */
export function stopsOf(grip: Grip, hold: Hold): readonly Stop[] {
  const sounding = grip.flatMap((fret, string) => (fret === null ? [] : [string]));
  if (sounding.length === 0) return [];
  const lowest = sounding[0]!;
  const highest = sounding.at(-1)!;
  return grip.flatMap((fret, string): Stop[] => {
    if (fret !== null) return [];
    const below = string > 0 ? (hold.fingers[string - 1] ?? null) : null;
    const above = hold.fingers[string + 1] ?? null;
    if (string < lowest) {
      if (above !== null) return [{ by: 'tip', finger: above, string }];
      if (string === 0) return [{ by: 'thumb', string }];
      return [{ by: 'picking-hand', string }];
    }
    if (below !== null) return [{ by: 'flat', finger: below, string }];
    const flat = lowerFinger(grip, hold, string);
    if (flat !== null) return [{ by: 'flat', finger: flat, string }];
    if (above !== null) return [{ by: 'tip', finger: above, string }];
    if (string > highest) return [{ by: 'picking-hand', string }];
    return [{ by: 'nothing', string }];
  });
}

/** "flat of finger 1", "tip of finger 2", "thumb", "picking hand", "nothing". */
export function stopWords(stop: Stop): string {
  switch (stop.by) {
    case 'flat':
      return `flat of finger ${stop.finger}`;
    case 'tip':
      return `tip of finger ${stop.finger}`;
    case 'thumb':
      return 'thumb';
    case 'picking-hand':
      return 'picking hand';
    case 'nothing':
      return 'nothing';
    default:
      return unreachable(stop);
  }
}

/** A first finger on a lower string can lie across, as long as no open string would be choked on the way. */
function lowerFinger(grip: Grip, hold: Hold, string: number): Finger | null {
  for (let s = string - 1; s >= 0; s -= 1) {
    if (grip[s] === 0) return null;
    if (hold.fingers[s] === 1) return 1;
  }
  return null;
}

import type { Meter } from '../time/index';
import { divided } from './change';
import { allowedPlaces } from './division';
import { placesOf } from './place';

/**
 * A pattern that answers another: it strikes where the other falls silent, or, where it never does, where it only holds
 * on. It never strikes with the other. On the coarsest division that says what the other does.
 */
export function complementOf(pattern: string, meter: Meter): string {
  const allowed = allowedPlaces(meter);
  const coarse = allowed.map((n) => divided(pattern, meter, n)).find((p) => p !== null) ?? pattern;
  const places = placesOf(coarse);
  const room = places.includes('.') ? '.' : '-';
  // A stroke where each stretch of room begins, held until the other comes back or goes on ringing.
  return places
    .map((place, i) => {
      if (place !== room) return '.';
      return places[i - 1] === room ? '-' : 'O';
    })
    .join('');
}

import type { Instrument } from '../instrument/index';
import { pressesOf, type Finger, type Fingering } from './fingering';
import type { Grip } from './grip';
import { stretchedHand, type Hand } from './hand';
import { holdGrip } from './hold';

/** What may lie on a string. Most ways to give them out are impossible from the second string on, and not followed. */
const FINGERS: readonly Finger[] = [1, 2, 3, 4, 'T'];

/**
 * Ways a hand can hold a grip, at a stretch too, the most natural first: few fingers, each near the fret it would lie
 * on when the index finger has the lowest one (common practice). Empty when nothing is fretted or no hand holds it.
 */
export function fingeringsOf(grip: Grip, instrument: Instrument, hand: Hand): readonly Fingering[] {
  const wide = stretchedHand(hand);
  const lowest = Math.min(...grip.filter((fret) => fret !== null && fret !== 0).map(Number));
  if (!Number.isFinite(lowest)) return [];
  const found: { fingering: Fingering; cost: number }[] = [];
  const place = (s: number, so: readonly (Finger | null)[]) => {
    if (s === grip.length) {
      if (holdGrip(grip, instrument, wide, so).ok)
        found.push({ fingering: so, cost: awkward(grip, so, lowest) });
      return;
    }
    const fret = grip[s];
    if (fret === null || fret === undefined || fret === 0) return place(s + 1, [...so, null]);
    for (const finger of FINGERS) {
      const next = [...so, finger];
      if (pressesOf(grip.slice(0, s + 1), next).ok) place(s + 1, next);
    }
  };
  place(0, []);
  return found.sort((a, b) => a.cost - b.cost).map((one) => one.fingering);
}

function awkward(grip: Grip, fingering: Fingering, lowest: number): number {
  const used = new Set(fingering.filter((f) => f !== null));
  let cost = used.size * 0.2 + (used.has('T') ? 2 : 0);
  fingering.forEach((finger, s) => {
    if (finger === null || finger === 'T') return;
    cost += Math.abs(finger - Math.min(4, grip[s]! - lowest + 1));
  });
  return cost;
}

import { openStrings, usableFrets, type Fret, type Instrument } from '../instrument/index';
import type { Midi } from '../pitch/index';
import { handFret } from './grip';
import type { Grip } from './grip';
import type { Hand } from './hand';
import { holdGrip } from './hold';

/**
 * The same pitches on this instrument, held as near as possible to fret `near` (null: as low as possible).
 * Null when a hand cannot hold them anywhere. `pitches` are taken lowest first, one string each.
 */
export function refret(
  pitches: readonly Midi[],
  options: { instrument: Instrument; hand: Hand; near: number | null },
): Grip | null {
  const { instrument, hand, near } = options;
  const open = openStrings(instrument).map((m) => m + instrument.capo);
  const highest = usableFrets(instrument);
  const sorted = [...pitches].sort((a, b) => a - b);
  const grip: (Fret | null)[] = open.map(() => null);
  let best: { grip: Grip; cost: number } | null = null;

  const place = (note: number, fromString: number): void => {
    if (note === sorted.length) {
      const hold = holdGrip(grip, instrument, hand);
      if (!hold.ok) return;
      const at = handFret(grip);
      const mixed = grip.includes(0 as Fret) && (at ?? 0) > 4 ? 5 : 0;
      const cost = Math.abs((at ?? 0) - (near ?? 0)) + hold.value.reachMm / 50 + gaps(grip) + mixed;
      if (best === null || cost < best.cost) best = { grip: [...grip], cost };
      return;
    }
    for (let s = fromString; s < open.length; s += 1) {
      const fret = sorted[note]! - open[s]!;
      if (fret < 0 || fret > highest) continue;
      grip[s] = fret as Fret;
      place(note + 1, s + 1);
      grip[s] = null;
    }
  };
  place(0, 0);
  return (best as { grip: Grip } | null)?.grip ?? null;
}

function gaps(grip: Grip): number {
  const heard = grip.flatMap((fret, s) => (fret === null ? [] : [s]));
  return heard.length === 0 ? 0 : heard.at(-1)! - heard[0]! + 1 - heard.length;
}

import type { FormEntry } from '../form/index';
import type { DrumHit } from '../sound/index';
import { barTicks, countedBeats, countedBeatTicks, isCompound, type Meter } from '../time/index';

/** One stroke of the drummer, in ticks of a bar. */
export interface DrumTick {
  readonly at: number;
  readonly hit: DrumHit;
  readonly amp: number;
}

/** From so many quarters a minute on the hat keeps to the beats. */
const FAST = 165;

/**
 * A bar of a drummer who leaves room: kick where the bar begins, snare on the back beats, hat between, by metre and feel
 * (common practice). Half time has one snare a bar, double time one on every off-beat.
 */
export function drumBar(
  meter: Meter,
  { feel, tempo }: Pick<FormEntry, 'feel'> & { tempo: number },
): readonly DrumTick[] {
  const beat = countedBeatTicks(meter);
  const beats = countedBeats(meter);
  const ticks = barTicks(meter);
  const strokes: DrumTick[] = [];
  const add = (at: number, hit: DrumHit, amp = 1) => {
    if (at < ticks) strokes.push({ at, hit, amp });
  };
  const between = isCompound(meter) ? beat / 3 : beat / 2;
  const step = tempo >= FAST && !isCompound(meter) && feel !== 'half' ? beat : between;
  for (let at = 0; at < ticks; at += step) add(at, 'hat', at % beat === 0 ? 0.7 : 0.45);
  if (feel === 'double') {
    for (let n = 0; n < beats; n += 1) {
      add(n * beat, 'kick');
      add(n * beat + beat / 2, 'snare', 0.9);
    }
    return strokes;
  }
  if (feel === 'half') {
    add(0, 'kick');
    add(Math.floor(beats / 2) * beat, 'snare');
    return strokes;
  }
  if (beats === 3) {
    add(0, 'kick');
    add(2 * beat, 'snare', 0.8);
    return strokes;
  }
  for (let n = 0; n < beats; n += 1) add(n * beat, n % 2 === 0 ? 'kick' : 'snare');
  return strokes;
}

/** The sticks that count a bar in. */
export function countBar(meter: Meter): readonly DrumTick[] {
  const beat = countedBeatTicks(meter);
  return Array.from({ length: countedBeats(meter) }, (_, n) => ({
    at: n * beat,
    hit: n === 0 ? ('count-one' as const) : ('count' as const),
    amp: 0.8,
  }));
}

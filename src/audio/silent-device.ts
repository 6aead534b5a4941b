import { Decks, openRing } from '../core/sound/index';
import type { SoundDevice } from './sound-device';

/**
 * A stand-in for a sound card: it reads rings as fast as time goes and makes no sound. Where a browser has none, the place is
 * still followed. `now` in ms; `every` calls back about every so many ms and returns how to end that.
 */
export function silentDevice(
  now: () => number = () => performance.now(),
  every: (work: () => void, ms: number) => () => void = (work, ms) => {
    const timer = setInterval(work, ms);
    return () => clearInterval(timer);
  },
): SoundDevice {
  const decks = new Decks(RATE);
  const [left, right] = [new Float32Array(PIECE), new Float32Array(PIECE)];
  let begun = now();
  let played = 0;
  let end: (() => void) | null = null;
  const go = () => {
    const due = Math.floor(((now() - begun) / 1000) * RATE);
    // After a sleep what was missed is not made up for.
    if (due - played > RATE) played = due - RATE;
    for (; played + PIECE <= due; played += PIECE) decks.play(left, right, PIECE);
    if (decks.isStill) {
      end?.();
      end = null;
    }
  };
  return {
    rate: RATE,
    delayS: 0,
    take(memory, version) {
      decks.take(openRing(memory), { version });
      if (end !== null) return;
      begun = now();
      played = 0;
      end = every(go, 10);
    },
    faders: (faders) => decks.faders(faders),
    version: (version) => decks.version(version),
    stop: () => decks.stop(),
    wake: () => undefined,
    capture: () => undefined,
  };
}

const RATE = 24_000;
const PIECE = 128;

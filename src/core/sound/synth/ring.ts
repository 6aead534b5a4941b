import { STEMS, type Renderer } from './render';

/** Frames a ring holds: 2.7 s at 48,000 a second. However long, what is turned acts at once: it is turned where it is read. */
export const RING_FRAMES = 2 ** 17;
const MASK = RING_FRAMES - 1;

/** Stems of one or two versions in memory that a worker writes and whoever plays reads, each at its own time. */
export interface Ring {
  readonly control: Int32Array<SharedArrayBuffer>;
  /** Five stems a version. */
  readonly channels: readonly Float32Array[];
}

/** Places in `control`: frames written and read since the beginning, frames in all (−1: no end yet), frames missed. */
export const RING = { written: 0, read: 1, end: 2, missed: 3 } as const;
const CONTROL_BYTES = 64;

/** Memory for a ring, as it is handed from thread to thread. */
export function ringMemory(versions: number): SharedArrayBuffer {
  return new SharedArrayBuffer(CONTROL_BYTES + versions * STEMS.length * RING_FRAMES * 4);
}

/** A ring over its memory. Made anew, `openRing(memory, { fresh: true })` says that it has no end yet. */
export function openRing(memory: SharedArrayBuffer, { fresh = false } = {}): Ring {
  const control = new Int32Array(memory, 0, CONTROL_BYTES / 4);
  const count = (memory.byteLength - CONTROL_BYTES) / 4 / RING_FRAMES;
  const channels = Array.from(
    { length: count },
    (_, c) => new Float32Array(memory, CONTROL_BYTES + c * RING_FRAMES * 4, RING_FRAMES),
  );
  if (fresh) Atomics.store(control, RING.end, -1);
  return { control, channels };
}

/** Frames that can be written before those that are not read yet would be lost. */
export function roomIn({ control }: Ring): number {
  return RING_FRAMES - (Atomics.load(control, RING.written) - Atomics.load(control, RING.read));
}

/**
 * Renders up to `frames` frames of each version into the ring, no more than there is room for; returns how many. Where the
 * first version is over, the ring is told its end.
 */
export function renderInto(ring: Ring, renderers: readonly Renderer[], frames: number): number {
  const written = Atomics.load(ring.control, RING.written);
  if (Atomics.load(ring.control, RING.end) >= 0) return 0;
  if (renderers[0]!.isOver) {
    Atomics.store(ring.control, RING.end, written);
    return 0;
  }
  const at = written & MASK;
  const count = Math.min(frames, roomIn(ring), RING_FRAMES - at);
  if (count <= 0) return 0;
  renderers.forEach((renderer, v) => {
    const stems = ring.channels.slice(v * STEMS.length, (v + 1) * STEMS.length);
    renderer.render(
      stems.map((stem) => stem.subarray(at, at + count)),
      count,
    );
  });
  Atomics.store(ring.control, RING.written, written + count);
  return count;
}

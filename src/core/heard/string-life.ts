import type { Damping } from '../sound/index';
import type { StringOp } from '../sound/index';

/** What is done to a string, in seconds. */
export type TimedOp = { readonly at: number } & (StringOp extends infer Op
  ? Op extends { frame: number }
    ? Omit<Op, 'frame' | 'frames'> & (Op extends { frames: number } ? { readonly seconds: number } : unknown)
    : never
  : never);

/** A finger lifted or laid down, a palm: gone in a twentieth of a second (measured by us). */
export const CHOKE: Damping = { t60: 0.07, t60At3k: 0.05 };

/** Closer than this a stroke takes the place of an ending. */
const TOGETHER_S = 0.004;

/** One string through a song: struck, let ring until somebody touches it, struck again. */
export class StringLife {
  readonly ops: TimedOp[] = [];
  /** Until when it sounds, if nothing else comes; null: it is still. */
  #until: number | null = null;
  /** Nothing of the hand touches it: it rings on through the next grips. */
  #isLeft = false;

  /** Sounds at a time. */
  soundsAt(at: number): boolean {
    return this.#until !== null && this.#until > at;
  }

  /** Something that makes it sound until a time. */
  strike(op: Extract<TimedOp, { op: 'pluck' | 'tap' }>, of: { until: number; isLeft?: boolean }): void {
    if (this.#until !== null && this.#until < op.at - TOGETHER_S) this.#end(this.#until);
    this.ops.push(op);
    this.#until = Math.max(of.until, op.at + 0.01);
    this.#isLeft = of.isLeft ?? false;
  }

  /** Bent, slid or shaken while it sounds. */
  move(op: Extract<TimedOp, { op: 'glide' }>): void {
    this.ops.push(op);
  }

  /** It goes on sounding, by a slur. */
  goesOn(until: number): void {
    if (this.#until !== null) this.#until = Math.max(this.#until, until);
  }

  /** The hand leaves or strikes something else: what is not left ringing ends. */
  cut(at: number): void {
    if (this.#until === null || this.#isLeft) return;
    if (this.#until > at) this.#until = at;
  }

  /** Nothing comes after. */
  finish(): readonly TimedOp[] {
    if (this.#until !== null) this.#end(this.#until);
    return this.ops.sort((a, b) => a.at - b.at);
  }

  #end(at: number): void {
    this.ops.push({ at, op: 'damp', damp: CHOKE });
    this.#until = null;
    this.#isLeft = false;
  }
}

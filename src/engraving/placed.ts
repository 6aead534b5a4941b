import type { DrawnBar } from '../core/sheet/index';

/** A bar in its place on a line of music; lengths in units of the drawing. */
export interface PlacedBar {
  readonly bar: DrawnBar;
  readonly x: number;
  readonly width: number;
  /** The key or metre is another one than in the bar before, or nothing is before it. */
  readonly showsKey: boolean;
  readonly showsMeter: boolean;
}

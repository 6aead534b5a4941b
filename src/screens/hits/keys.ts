/** One key of the Hits screen: what it is called (see keys/meanings.ts), what it does. */
export interface HitsKey {
  readonly key: string;
  readonly words: string;
  readonly does: () => void;
  /** Shown in the legend beside the drawing; the others only in the key sheet. */
  readonly legend?: boolean;
}

import type { SetIn } from '../../core/formats/files/index';
import type { Taken } from '../../core/formats/index';
import type { SongIn } from '../take/shelf-in-dialog';

/** What an import waits for: a typed song to be looked at, parts to be given out, songs that are there already. */
export type Waiting = { readonly fileName: string; readonly id: number } & (
  | { readonly kind: 'typed'; readonly text: string; readonly file: string }
  | {
      readonly kind: 'notes';
      readonly taken: Taken;
      readonly from: 'MusicXML' | 'MIDI';
      readonly file: string;
    }
  | {
      readonly kind: 'shelf';
      readonly songs: readonly SongIn[];
      readonly sets: readonly SetIn[];
      readonly refused: readonly string[];
    }
);

type Without<T> = T extends unknown ? Omit<T, 'id'> : never;
/** What is to wait, before it has its place in the row. */
export type WithoutId = Without<Waiting>;

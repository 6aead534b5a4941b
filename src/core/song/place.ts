/** A place in the played song: which playing (in `unfold`'s list), pass (from 1) and moment. */
export interface SongPlace {
  readonly playing: number;
  readonly pass: number;
  readonly moment: number;
}

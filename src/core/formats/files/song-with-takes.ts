import type { Song } from '../../song/index';
import { takeWav } from '../wav/take-wav';
import { shelfFiles } from './shelf-files';
import { packed } from './zip';

/** A song file and recordings of it in one archive, which the shelf opens as it opens any; the recordings lie in a folder. */
export function songWithTakes(
  song: Song,
  takes: readonly { readonly name: string; readonly audio: Float32Array; readonly rate: number }[],
): Uint8Array {
  const sounds = takes.map(({ name, audio, rate }, i) => ({
    name: `recordings/${String(i + 1).padStart(2, '0')}-${name}.wav`,
    bytes: takeWav(audio, rate),
  }));
  return packed([...shelfFiles([song]), ...sounds]);
}

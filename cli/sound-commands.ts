import { writeFile } from 'node:fs/promises';
import { extname } from 'node:path';
import { finished } from '../src/core/base/index';
import { PLAYERS } from '../src/core/form/index';
import { filesOf, type OutPart } from '../src/core/formats/wav/song-files';
import { hear, spansFrom, TEMPO_SHARES } from '../src/core/heard/index';
import { STEMS, type Fader, type Stem } from '../src/core/sound/index';
import { readSongFile } from './song-files';
import { CallError } from './outcome';
import type { Options } from './options';

const RATE = 48_000;

/** Guitars at the sides, the bass between, drums behind (common practice). */
const STANDING: Readonly<Record<Stem, Fader>> = {
  guitar1: { level: 1, pan: -0.6 },
  guitar2: { level: 1, pan: 0.6 },
  bass: { level: 1, pan: 0 },
  drums: { level: 0.4, pan: 0 },
  voice: { level: 2.2, pan: 0.3 },
};

/** `render FILE -o OUT.wav`: the mix, the mix without a player, or a file for each. */
export async function renderCommand(path: string, options: Options): Promise<unknown> {
  const { out, without, stems, tempo, bits = '16' } = options;
  if (typeof out !== 'string' || extname(out) !== '.wav')
    throw new CallError('Expected -o with a name that ends in .wav');
  if (bits !== '16' && bits !== '24') throw new CallError(`--bits ${String(bits)} is neither 16 nor 24`);
  const absent = PLAYERS.find((player) => player === without);
  if (without !== undefined && !absent)
    throw new CallError(`--without ${String(without)}: expected one of ${PLAYERS.join(', ')}`);
  const share = tempo === undefined ? 1 : Number(tempo) / 100;
  if (!(share >= TEMPO_SHARES.min && share <= TEMPO_SHARES.max))
    throw new CallError(
      `--tempo ${String(tempo)}: expected percent from ${100 * TEMPO_SHARES.min} to ${100 * TEMPO_SHARES.max}`,
    );
  const song = await readSongFile(path);
  const heard = hear(song, spansFrom(song, { playing: 0, pass: 1, moment: 0 }), {
    rate: RATE,
    tempoShare: share,
  });
  const base = out.slice(0, -'.wav'.length);
  const parts: readonly OutPart[] = stems
    ? STEMS.map((stem) => ({ name: `${base}-${stem}`, stem }))
    : [
        {
          name: base,
          faders: STEMS.map((stem) => (stem === absent ? { level: 0, pan: 0 } : STANDING[stem])),
        },
      ];
  const files = finished(filesOf(heard, { parts, bits: bits === '24' ? 24 : 16 }));
  for (const { name, bytes } of files) await writeFile(`${name}.wav`, bytes);
  const rounded = (x: number) => (Number.isFinite(x) ? Math.round(10 * x) / 10 : null);
  return {
    seconds: rounded(heard.plan.frames / RATE),
    files: files.map(({ name, lufs, peakDb }) => ({
      file: `${name}.wav`,
      lufs: rounded(lufs),
      peakDb: rounded(peakDb),
    })),
  };
}

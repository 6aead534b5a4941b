import { array, number, object, string } from 'yup';
import { ok, type Result } from '../../base/index';
import { PLAYERS, type Player } from '../../form/index';
import type { Span } from '../../heard/index';
import type { Song } from '../../song/index';
import { takeWav } from '../wav/take-wav';
import { readBeside } from './beside';
import { shelfFiles } from './shelf-files';
import { packed, toBytes, type ZipFile } from './zip';

/** What a recording is of. */
export interface TakeAbout {
  readonly player: Player;
  /** When it was made, in ms since 1970 (UTC). */
  readonly made: number;
  /** What of the song it is, in words and as it is played. */
  readonly words: string;
  readonly spans: readonly Span[];
  readonly tempoShare: number;
  /** Where the music begins in it, in seconds; null: somewhere. */
  readonly start: number | null;
}

/** A recording in an archive: what it is of, the file of its song, and its sound as a WAV file. */
export interface TakeIn extends TakeAbout {
  readonly song: string;
  readonly wav: Uint8Array;
}

const FOLDER = 'recordings/';
const ABOUT_FILE = `${FOLDER}recordings.json`;
const ABOUT_VERSION = 1;

/**
 * A song file and recordings of it in one archive, which the shelf opens as it opens any; the recordings lie in a folder, with
 * what each is of.
 */
export function songWithTakes(
  song: Song,
  takes: readonly (TakeAbout & {
    readonly name: string;
    readonly audio: Float32Array;
    readonly rate: number;
  })[],
): Uint8Array {
  const own = shelfFiles([song]);
  const digits = String(takes.length).length;
  const sounds = takes.map(({ name, audio, rate }, i) => ({
    name: `${FOLDER}${String(i + 1).padStart(Math.max(2, digits), '0')}-${name}.wav`,
    bytes: takeWav(audio, rate),
  }));
  const about = takes.map(({ player, made, words, spans, tempoShare, start }, i) => ({
    file: sounds[i]!.name,
    song: own[0]!.name,
    player,
    made,
    words,
    // JSON has no infinity: to the end of the pass.
    spans: spans.map((span) => ({ ...span, to: Number.isFinite(span.to) ? span.to : null })),
    tempoShare,
    start,
  }));
  const text = JSON.stringify(
    { orchestron: 'recordings', version: ABOUT_VERSION, recordings: about },
    null,
    2,
  );
  return packed([...own, ...sounds, { name: ABOUT_FILE, bytes: toBytes(`${text}\n`) }]);
}

const whole = number().integer().min(0).required();
const aboutSchema = object({
  orchestron: string().oneOf(['recordings']).required(),
  version: number().oneOf([ABOUT_VERSION]).required(),
  recordings: array()
    .of(
      object({
        file: string().required(),
        song: string().required(),
        player: string()
          .oneOf([...PLAYERS])
          .required(),
        made: number().required(),
        words: string().defined(),
        spans: array()
          .of(
            object({
              playing: whole,
              pass: whole,
              from: number().min(0).required(),
              to: number().min(0).nullable().defined(),
            }).noUnknown(),
          )
          .required(),
        tempoShare: number().moreThan(0).required(),
        start: number().nullable().defined(),
      }).noUnknown(),
    )
    .required(),
});

/** The recordings among the files of an archive, none where nothing is said of any. Fails with what was expected. */
export function takesIn(files: readonly ZipFile[]): Result<readonly TakeIn[]> {
  const read = readBeside(files, ABOUT_FILE, aboutSchema);
  if (!read.ok) return read;
  const takes = (read.value?.recordings ?? []).flatMap(({ file, spans, ...rest }): readonly TakeIn[] => {
    const wav = files.find(({ name }) => name === file)?.bytes;
    if (!wav) return [];
    return [{ ...rest, wav, spans: spans.map((span) => ({ ...span, to: span.to ?? Infinity })) }];
  });
  return ok(takes);
}

/** Whether a file of an archive belongs to recordings, and is no song. */
export function isOfTakes(name: string): boolean {
  return name.startsWith(FOLDER) && (/\.wav$/i.test(name) || name === ABOUT_FILE);
}

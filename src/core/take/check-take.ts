import type { Player } from '../form/index';
import { PLAYERS } from '../form/index';
import { plannedPart, type PlannedPart, type Span } from '../heard/index';
import type { Song } from '../song/index';
import { alignments, alignTake, type AlignedTake } from './align';
import { hearHolds } from './chords';
import { hearTake, looksLikeAnEnd, type HeardTake } from './onsets';
import { readTake, type TakeReading } from './read-take';
import { isTold } from './remark';

/** A recording of one player, and what of the song it is meant to be. */
export interface TakeJob {
  readonly song: Song;
  readonly player: Player;
  readonly spans: readonly Span[];
  readonly tempoShare: number;
  /** One channel, −1 … 1; `rate` samples a second. */
  readonly audio: Float32Array;
  readonly rate: number;
  /** Where the music begins in it, in seconds, known to a sixth of a second; null: somewhere. */
  readonly start: number | null;
}

/** A recording laid against the song and read. */
export interface CheckedTake extends TakeReading {
  readonly isFound: boolean;
  readonly seconds: number;
  /** When it began, in seconds of the recording; and so many seconds later than was said (below 0: earlier); null: as said. */
  readonly begins: number;
  readonly offStart: number | null;
  /** Every bar, where it begins in the recording. */
  readonly bars: readonly { readonly at: number; readonly section: string; readonly bar: number }[];
  /** Every stroke that can be heard, where it is in the recording, whether it was met, and whether it is told when it is not. */
  readonly strokes: readonly { readonly at: number; readonly isMet: boolean; readonly isTold: boolean }[];
  /** The wave in equal pieces: how far it goes from 0 at most. */
  readonly wave: Float32Array;
}

/** Pieces of the wave that is drawn. */
const WAVE_PIECES = 1600;
/** Where less than this share is met, what was said of its beginning is doubted; another one has to be so much better. */
const DOUBTED = 0.9;
const BETTER = 0.08;

/** A recording against what a player is meant to do in some spans of a song. */
export function checkTake(job: TakeJob): CheckedTake {
  const { song, player, spans, tempoShare } = job;
  const { audio, rate } = halved(job.audio, job.rate);
  const part = plannedPart(song, player, { spans, tempoShare });
  const others = PLAYERS.filter((p) => p !== player).map((p) => plannedPart(song, p, { spans, tempoShare }));
  const heard = hearTake(audio, rate);
  const anywhere = () => rightest({ audio, rate, part }, alignments(heard, part, { start: null }));
  let aligned = job.start === null ? anywhere() : alignTake(heard, part, { start: job.start, spreadS: 0.17 });
  let offStart: number | null = null;
  if (job.start !== null && shareMet(aligned) < DOUBTED) {
    // Did not begin with the count-in, or the first strike was marked elsewhere.
    const other = anywhere();
    if (other.isFound && shareMet(other) > shareMet(aligned) + BETTER) {
      aligned = other;
      offStart = aligned.timeOf(0) - job.start;
    }
  }
  const shifted = byItsChords({ audio, rate, heard, part, aligned });
  if (shifted !== aligned) {
    if (job.start !== null) offStart = shifted.timeOf(0) - job.start;
    aligned = shifted;
  }
  const met = new Set(aligned.matches.map((m) => m.stroke));
  return {
    ...readTake({ audio, rate, heard, aligned, others }, part),
    isFound: aligned.isFound,
    seconds: audio.length / rate,
    begins: aligned.timeOf(0),
    offStart,
    bars: part.bars.map((bar) => ({ ...bar, at: aligned.timeOf(bar.at) })),
    strokes: audibleOf(part, aligned).map((i) => ({
      at: aligned.timeOf(part.strokes[i]!.at),
      isMet: met.has(i),
      isTold: isTold(part.strokes[i]!),
    })),
    wave: waveOf(audio),
  };
}

/** So many of a hundred wrong chords are too many to be mistakes: it is laid a bar off. */
const TOO_MANY_WRONG = 0.3;
const LEAST_HOLDS = 4;
const MOST_HOLDS = 32;
const BARS_OFF = [-1, 1, -2, 2, -4, 4];

/** What is listened to. */
interface Sounding {
  readonly audio: Float32Array;
  readonly rate: number;
  readonly part: PlannedPart;
}

/** The share of chords that are wrong where a take is laid; 1 where there are too few to tell. */
function wrongShare({ audio, rate, part }: Sounding, one: AlignedTake): number {
  const holds = hearHolds(audio, rate, part, one, { most: MOST_HOLDS });
  return holds.length < LEAST_HOLDS ? 1 : holds.filter((h) => h.margin < 0).length / holds.length;
}

/** Of places that meet about as much, the one with the fewest wrong chords; of equal ones the first. */
function rightest(of: Sounding, places: readonly AlignedTake[]): AlignedTake {
  if (places.length === 1) return places[0]!;
  const wrong = places.map((one) => wrongShare(of, one));
  return places[wrong.indexOf(Math.min(...wrong))]!;
}

/** The same rhythm bar after bar fits in many places; the chords say which one it is. */
function byItsChords(
  of: Sounding & { readonly heard: HeardTake; readonly aligned: AlignedTake },
): AlignedTake {
  const { heard, part, aligned } = of;
  if (!aligned.isFound) return aligned;
  let [best, least] = [aligned, wrongShare(of, aligned)];
  if (least < TOO_MANY_WRONG) return aligned;
  const bar = part.bars[1] ? aligned.timeOf(part.bars[1].at) - aligned.timeOf(part.bars[0]!.at) : 0;
  for (const bars of bar > 0 ? BARS_OFF : []) {
    const moved = alignTake(heard, part, { start: aligned.timeOf(0) + bars * bar, spreadS: 0.1 });
    const share = moved.isFound ? wrongShare(of, moved) : 1;
    if (share < least / 2) [best, least] = [moved, share];
  }
  return best;
}

/** When something is struck in a recording, in ms: what is plainly a strike, and nearly as loud as the others. */
export function strikeTimes(sound: Float32Array, soundRate: number): readonly number[] {
  const { audio, rate } = halved(sound, soundRate);
  const { onsets } = hearTake(audio, rate);
  const louds = onsets.map((o) => o.loudDb).sort((a, b) => a - b);
  const usual = louds[Math.floor(0.75 * louds.length)] ?? 0;
  return onsets.filter((o) => o.loudDb > usual - 12 && !looksLikeAnEnd(o)).map((o) => 1000 * o.at);
}

function shareMet({ isFound, matches, unheard }: AlignedTake): number {
  return isFound ? matches.length / Math.max(1, matches.length + unheard.length) : 0;
}

function audibleOf(part: PlannedPart, aligned: AlignedTake): readonly number[] {
  const all = [...aligned.matches.map((m) => m.stroke), ...aligned.unheard];
  return all.filter((i) => i < part.strokes.length).sort((a, b) => a - b);
}

/** How far from 0 the wave goes at most, in equal pieces. */
function waveOf(audio: Float32Array): Float32Array {
  const wave = new Float32Array(Math.min(WAVE_PIECES, audio.length));
  for (let i = 0; i < audio.length; i += 1) {
    const piece = Math.floor((i * wave.length) / audio.length);
    wave[piece] = Math.max(wave[piece]!, Math.abs(audio[i]!));
  }
  return wave;
}

/** Half as many samples a second while there are more than 30,000: what is asked for lies under 8 kHz. */
export function halved(audio: Float32Array, rate: number): { audio: Float32Array; rate: number } {
  while (rate > 30_000) {
    const half = new Float32Array(Math.floor(audio.length / 2));
    const padded = new Float32Array(audio.length + 2 * REACH + 2);
    padded.set(audio, REACH);
    for (let i = 0; i < half.length; i += 1) {
      // Every second tap of a half-band is 0, but the one in the middle.
      let sum = 0.5 * padded[2 * i + REACH]!;
      for (let k = 0; k < LOW_PASS.length; k += 2) sum += LOW_PASS[k]! * padded[2 * i + k]!;
      half[i] = sum;
    }
    audio = half;
    rate /= 2;
  }
  return { audio, rate };
}

const REACH = 15;
/** A half-band low-pass: the ideal one under a Hann window. */
const LOW_PASS = Float64Array.from({ length: 2 * REACH + 1 }, (_, i) => {
  const x = i - REACH;
  const ideal = x === 0 ? 0.5 : Math.sin((Math.PI * x) / 2) / (Math.PI * x);
  return ideal * (0.5 + 0.5 * Math.cos((Math.PI * x) / (REACH + 1)));
});

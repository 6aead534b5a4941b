import { fail, ok, type Result } from '../core/base/index';
import { filesOf } from '../core/formats/wav/song-files';
import { bandsOf, hear, spansFrom } from '../core/heard/index';
import type { Song } from '../core/song/index';
import { openRing, Renderer, renderInto, roomIn, STEMS } from '../core/sound/index';
import type { SentSong, SoundInfo, SoundWorker } from './sound-protocol';

/** Rendered at once at most, in frames. */
const PIECE = 1024;
/** Rendered before answering. */
const FIRST = 3072;
/** Of a song longer than this so much is made first, in seconds; the ring lasts for two and more. */
const QUICK_S = 12;
/** Between two looks at how much room there is, in ms; a ring lasts for two seconds and more. */
const REST_MS = 20;
/** So long in one go before letting messages in, in ms. */
const SLICE_MS = 30;

/** Samples a second of what is written. */
const OUT_RATE = 48_000;
const MOST_SONGS = 6;
/** Enough for the engine to have compiled what it needs. */
const WARM_RATE = 48_000;
const WARM_PIECES = 40;

/** Renders what is to be heard into shared memory, ahead of who plays it. */
export function createSoundService(
  later: (work: () => void, ms: number) => void = (work, ms) => void setTimeout(work, ms),
  now: () => number = () => performance.now(),
): SoundWorker {
  let job = 0;
  /** The songs that were sent last: what is known of a song hangs on its object. */
  const songs = new Map<number, Song>();
  const songOf = ({ id, song }: SentSong): Song | null => {
    const found = songs.get(id) ?? song;
    if (!found) return null;
    songs.delete(id);
    songs.set(id, found);
    if (songs.size > MOST_SONGS) songs.delete(songs.keys().next().value!);
    return found;
  };
  let out = 0;
  /** Work that takes its time, in slices: what is being played comes first. */
  async function inSlices<T>(
    work: Generator<number, T>,
    onProgress: (share: number) => void,
  ): Promise<Result<T, 'stopped'>> {
    out += 1;
    const mine = out;
    let slice = now();
    let step = work.next();
    while (!step.done) {
      if (now() - slice > SLICE_MS) {
        onProgress(step.value);
        await new Promise<void>((resolve) => later(resolve, 0));
        if (out !== mine) return fail('stopped');
        slice = now();
      }
      step = work.next();
    }
    return ok(step.value);
  }
  return {
    async play({ versions, spans, rate, tempoShare, countIn, loop, at, memory, version = 0 }) {
      job += 1;
      const mine = job;
      // A message that stops it may already wait.
      await new Promise<void>((resolve) => later(resolve, 0));
      if (job !== mine) return fail('stopped');
      const known = versions.map(songOf);
      if (known.some((song) => song === null)) return fail('forgotten');
      const hearAll = (lead: number, within: number) =>
        versions.map(({ apart = null, ringsFree = false, spans: own = spans }, v) =>
          hear(known[v]!, own, { rate, tempoShare, countIn, loop, apart, ringsFree, lead, within }),
        );
      // Of a long song the beginning is enough to begin with.
      const within = at === null ? QUICK_S : Infinity;
      let all = hearAll(0, within);
      // A push that only one of them has must not move the other.
      const most = Math.max(...all.map(({ start }) => start));
      const lead = all.some(({ start }) => start !== most) ? most / rate : 0;
      if (lead > 0) all = hearAll(lead, within);
      const [first, second] = all;
      const hasTwo = second !== undefined && second.plan.frames === first!.plan.frames;
      const alone = Math.min(version, all.length - 1);
      const heard = hasTwo ? first! : all[alone]!;
      const ring = openRing(memory, { fresh: true });
      const { plan, places, bars, start } = heard;
      const place =
        at === null
          ? undefined
          : places.find(
              ({ place: p }) => p.playing === at.playing && p.pass === at.pass && p.moment === at.moment,
            );
      const from = place?.frame ?? 0;
      const both = (made: typeof all) => versions.map((_, v) => new Renderer(made[hasTwo ? v : alone]!.plan));
      let renderers = both(all);
      let isWhole = plan.frames <= within * rate;
      if (from > 0) for (const renderer of renderers) renderer.seek(from);
      let done = 0;
      while (done < FIRST) {
        const more = renderInto(ring, renderers, PIECE);
        if (more === 0) break;
        done += more;
      }
      const go = () => {
        if (job !== mine) return;
        const begun = now();
        while (roomIn(ring) >= PIECE && now() - begun < SLICE_MS) {
          if (renderInto(ring, renderers, PIECE) === 0) return;
        }
        const isAhead = roomIn(ring) < PIECE || renderers[0]!.frame - from > (QUICK_S / 4) * rate;
        if (!isWhole && isAhead) {
          // There is time now for all of it: it goes on from where it is.
          const frame = renderers[0]!.frame;
          renderers = both(hearAll(lead, Infinity));
          for (const renderer of renderers) renderer.seek(frame);
          isWhole = true;
        }
        later(go, roomIn(ring) >= PIECE ? 0 : REST_MS);
      };
      later(go, 0);
      const info: SoundInfo = { places, bars, start, frames: plan.frames, loop: plan.loop, from, hasTwo };
      return ok(info);
    },
    warm(sent) {
      const song = songOf(sent);
      if (song === null) return;
      const { plan } = hear(song, spansFrom(song, { playing: 0, pass: 1, moment: 0 }), {
        rate: WARM_RATE,
        within: QUICK_S,
      });
      const renderer = new Renderer(plan);
      const stems = STEMS.map(() => new Float32Array(PIECE));
      for (let n = 0; n < WARM_PIECES; n += 1) renderer.render(stems, PIECE);
    },
    stop() {
      job += 1;
    },
    files({ song, spans, tempoShare, countIn, parts, bits }, onProgress) {
      const heard = hear(song, spans, { rate: OUT_RATE, tempoShare, countIn });
      return inSlices(filesOf(heard, { parts, bits }), onProgress);
    },
    bands(song, spans) {
      return inSlices(bandsOf(hear(song, spans, { rate: OUT_RATE })), () => undefined);
    },
    cancel() {
      out += 1;
    },
  };
}

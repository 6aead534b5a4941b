import { fail, ok, type Result } from '../core/base/index';
import type { Rig, Song } from '../core/song/index';
import { differentSplits, followingFor, groundOf, type Ground } from '../core/offers/index';
import { splitSong, warmUp, type SplitProgress } from '../core/split/index';
import type { SplitService } from './protocol';

/** How long to work before letting messages in, in ms. */
const SLICE_MS = 24;

/** So long a split looks for the proof before it answers with what it has, in ms. */
const ENOUGH_MS = 4000;
/** Getting ready takes no longer than this, in ms. */
const WARM_MS = 1500;
/** After so long the beginning of a song is shown while the rest is still looked at. */
const LATE_MS = 600;

/** The work itself, the same inside the worker and inline (tests, browsers without workers). */
export function createSplitService(
  clock: () => number = () => performance.now(),
  { sliceMs = SLICE_MS, enoughMs = ENOUGH_MS }: { sliceMs?: number; enoughMs?: number } = {},
): SplitService {
  const runs = { split: 0, follow: 0, different: 0, warm: 0 };
  /** The section solved last for `follow`, and what it was solved from. */
  let kept: { key: string; ground: Ground } | null = null;
  const steady = steadyRigs();

  async function run<P, T>(
    kind: keyof typeof runs,
    work: Generator<P, T>,
    onProgress: (progress: P) => void,
  ): Promise<Result<T, 'stopped'>> {
    if (kind !== 'warm') runs.warm += 1;
    runs[kind] += 1;
    const mine = runs[kind];
    let slice = clock();
    let step = work.next();
    while (!step.done) {
      if (clock() - slice > sliceMs) {
        onProgress(step.value);
        await new Promise((resolve) => setTimeout(resolve, 0));
        if (runs[kind] !== mine) return fail('stopped');
        slice = clock();
      }
      step = work.next();
    }
    return ok(step.value);
  }

  return {
    split: (song, target, hands, onProgress) => {
      const from = clock();
      const isEnough = () => clock() - from > enoughMs;
      const isLate = () => clock() - from > LATE_MS;
      const isHurried = () => clock() - from > enoughMs / 2;
      const work = splitSong(steady(song), target, {
        isEnough,
        isLate,
        isHurried,
        ...(hands ? { hands } : {}),
      });
      // An answer goes over once, not with every step it stays the best.
      let sent: SplitProgress['first'] = null;
      return run('split', work, ({ share, first }: SplitProgress) => {
        onProgress({ share, first: first === sent ? null : first });
        sent = first;
      });
    },
    async follow(song, at, onProgress) {
      const key = keyOf(song, at.section, at.pass);
      if (kept?.key !== key) {
        const ground = await run('follow', groundOf(steady(song), at.section, at.pass), onProgress);
        if (!ground.ok) return ground;
        kept = { key, ground: ground.value };
      }
      return ok(followingFor(kept.ground, at));
    },
    different: (song, section, onProgress) =>
      run('different', differentSplits(steady(song), section), onProgress),
    async warm(song) {
      const from = clock();
      await run('warm', warmUp(steady(song), { isEnough: () => clock() - from > WARM_MS }), () => undefined);
    },
    stop() {
      runs.warm += 1;
      runs.split += 1;
      runs.follow += 1;
      runs.different += 1;
    },
  };
}

/**
 * Every message brings the song as new objects; what is known of an instrument hangs on the object. Equal instruments
 * become the same object again.
 */
function steadyRigs(): (song: Song) => Song {
  const rigs = new Map<string, Rig>();
  const same = (rig: Rig): Rig => {
    const key = JSON.stringify(rig);
    const known = rigs.get(key) ?? rig;
    if (rigs.size >= MOST_RIGS) rigs.clear();
    rigs.set(key, known);
    return known;
  };
  return (song) => {
    const { guitar1, guitar2, bass } = song.players;
    return { ...song, players: { guitar1: same(guitar1), guitar2: same(guitar2), bass: same(bass) } };
  };
}

const MOST_RIGS = 24;

/** Everything a section's solution rests on. */
function keyOf(song: Song, section: string, pass: number): string {
  const { players, tempo, meter, voice, form, sections } = song;
  return JSON.stringify([section, pass, players, tempo, meter, voice, form, sections]);
}

import { PLAYERS } from '../form/index';
import { plannedPart, type PlannedPart } from '../heard/index';
import type { TakeJob } from './check-take';
import { mockTake, ROOMS, seeded, type Fault } from './mock-take';

/** A fault that was put into a demo take, with where it is. */
export interface Planted {
  readonly what: Fault['what'];
  readonly section: string;
  readonly pass: number;
  readonly bar: number;
  readonly beat: number;
}

/** A recording by the stand-in, with faults in it. */
export interface DemoTake {
  readonly audio: Float32Array;
  readonly rate: number;
  /** Where the music begins in it, in seconds. */
  readonly start: number;
  readonly planted: readonly Planted[];
}

const RATE = 22_050;

/** Somebody's take of some spans of a song, made by the stand-in: a few faults of every kind that fits. The same for a seed. */
export function demoTake(
  job: Pick<TakeJob, 'song' | 'player' | 'spans' | 'tempoShare'>,
  seed: number,
): DemoTake {
  const { song, player, spans, tempoShare } = job;
  const part = plannedPart(song, player, { spans, tempoShare });
  const others = PLAYERS.filter((p) => p !== player).map((p) => plannedPart(song, p, { spans, tempoShare }));
  const faults = plantedFaults(part, seed);
  const { audio, start } = mockTake(part, {
    rate: RATE,
    seed,
    room: ROOMS.room,
    faults,
    others,
    gain: song.players[player].gain,
  });
  const planted = faults.map((fault): Planted => {
    const { section, pass, bar, beat } = part.strokes[fault.stroke]!;
    return { what: fault.what, section, pass, bar, beat };
  });
  return {
    audio,
    rate: RATE,
    start,
    planted: planted.filter((p, i) => planted.findIndex((q) => isOne(p, q)) === i),
  };
}

function isOne(a: Planted, b: Planted): boolean {
  const isHeld = a.what === 'chord' || a.what === 'note';
  return (
    a.what === b.what &&
    a.section === b.section &&
    a.pass === b.pass &&
    a.bar === b.bar &&
    (isHeld || a.beat === b.beat)
  );
}

/** One stroke missed, one late, one early, one too many, a stop that rings, a chord a tone off, a third exchanged, a mute left open. */
export function plantedFaults(part: PlannedPart, seed: number): readonly Fault[] {
  const chance = seeded(seed);
  const { strokes } = part;
  const gapAfter = (i: number) => (strokes[i + 1]?.at ?? part.seconds) - strokes[i]!.at;
  const silentAfter = (i: number) => (strokes[i + 1]?.at ?? part.seconds) - strokes[i]!.end;
  const taken = new Set<number>();
  /** One of those that fit, not near another fault. */
  const one = (fits: (i: number) => boolean): number | null => {
    const places = strokes.flatMap((_, i) =>
      i >= 4 && fits(i) && ![-2, -1, 0, 1, 2].some((d) => taken.has(i + d)) ? [i] : [],
    );
    const place = places[Math.floor(chance() * places.length)];
    if (place === undefined) return null;
    taken.add(place);
    return place;
  };
  const isStrong = (i: number) => !strokes[i]!.weak && !strokes[i]!.slurred && strokes[i]!.kind === 'ring';
  const held = (i: number) => strokes.flatMap((s, k) => (s.hold === strokes[i]!.hold ? [k] : []));
  const faults: Fault[] = [];
  const rings = one((i) => isStrong(i) && silentAfter(i) >= 0.25);
  if (rings !== null) faults.push({ what: 'rings', stroke: rings, ms: 1000 * silentAfter(rings) * 0.9 });
  const chord = one((i) => isStrong(i) && strokes[i]!.hz.length > 1);
  if (chord !== null)
    for (const stroke of held(chord)) {
      taken.add(stroke);
      faults.push({ what: 'chord', stroke, semitones: 2 });
    }
  const third = one((i) => isStrong(i) && strokes[i]!.thirds.length > 0 && strokes[i]!.hz.length > 1);
  if (third !== null)
    for (const stroke of held(third)) {
      taken.add(stroke);
      const semitones = /^[A-G][#b]*m(?!aj)/.test(strokes[stroke]!.chord ?? '') ? 1 : -1;
      for (const note of strokes[stroke]!.thirds) faults.push({ what: 'note', stroke, note, semitones });
    }
  const missed = one(isStrong);
  if (missed !== null) faults.push({ what: 'missed', stroke: missed });
  const late = one(isStrong);
  if (late !== null) faults.push({ what: 'off', stroke: late, ms: 65 });
  const early = one(isStrong);
  if (early !== null) faults.push({ what: 'off', stroke: early, ms: -60 });
  const extra = one((i) => isStrong(i) && gapAfter(i) > 0.4);
  if (extra !== null) faults.push({ what: 'extra', stroke: extra, afterMs: 500 * gapAfter(extra) });
  const open = one((i) => strokes[i]!.kind === 'mute' && gapAfter(i) > 0.2 && !strokes[i]!.weak);
  if (open !== null) faults.push({ what: 'open', stroke: open });
  return faults;
}

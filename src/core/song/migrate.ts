import {
  countedBeatTicks,
  beatTicks,
  beatsAMinute,
  parseMeter,
  TEMPO_RANGE,
  type Meter,
} from '../time/index';

/**
 * The values of a song file of an earlier version as the version after it has them, step by step up to ours. Whatever is
 * not as expected is left as it is: reading says what is wrong with it. The values themselves are not changed.
 */
export function migrated(song: unknown, version: number): unknown {
  return version < 2 ? fromFirst(song) : song;
}

/** In version 1 tempos counted quarters and beats counted eighths in 6/8, 9/8 and 12/8; from 2 on both count dotted beats. */
function fromFirst(song: unknown): unknown {
  if (!isObject(song)) return song;
  const meter = meterIn(song.meter);
  const meters = new Map<unknown, Meter | null>();
  for (const section of list(song.sections)) {
    if (isObject(section)) meters.set(section.name, meterIn(section.meter) ?? meter);
  }
  const tempo = isNumber(song.tempo) ? song.tempo : null;
  const songTempo = tempo === null || meter === null ? song.tempo : inBeats(tempo, meter);
  return {
    ...song,
    tempo: songTempo,
    ...(Array.isArray(song.form)
      ? {
          form: song.form.map((entry: unknown) => {
            if (!isObject(entry)) return entry;
            const own = meters.get(entry.section) ?? meter;
            const quarters = isNumber(entry.tempo) ? entry.tempo : tempo;
            if (own === null || quarters === null) return entry;
            const beats = inBeats(quarters, own);
            return entry.tempo === undefined && beats === songTempo ? entry : { ...entry, tempo: beats };
          }),
        }
      : {}),
    ...(Array.isArray(song.kept)
      ? {
          kept: song.kept.map((kept: unknown) => {
            const own = isObject(kept) ? (meters.get(kept.section) ?? meter) : null;
            if (!isObject(kept) || own === null || !isNumber(kept.beat)) return kept;
            const ticks = (kept.beat - 1) * beatTicks(own);
            return { ...kept, beat: rounded(ticks / countedBeatTicks(own) + 1) };
          }),
        }
      : {}),
    ...(Array.isArray(song.versions)
      ? {
          versions: song.versions.map((one: unknown) =>
            isObject(one) ? { ...one, song: fromFirst(one.song) } : one,
          ),
        }
      : {}),
  };
}

function inBeats(quarters: number, meter: Meter): number {
  const beats = rounded(beatsAMinute(quarters, meter));
  return Math.min(TEMPO_RANGE.max, Math.max(TEMPO_RANGE.min, beats));
}

function rounded(n: number): number {
  return Math.round(n * 1000) / 1000;
}

function meterIn(value: unknown): Meter | null {
  const meter = typeof value === 'string' ? parseMeter(value) : null;
  return meter?.ok ? meter.value : null;
}

function list(value: unknown): readonly unknown[] {
  return Array.isArray(value) ? value : [];
}

function isObject(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function isNumber(value: unknown): value is number {
  return typeof value === 'number' && Number.isFinite(value);
}

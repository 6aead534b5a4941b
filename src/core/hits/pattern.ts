import { fail, ok, remember, type Result } from '../base/index';
import { barTicks, formatMeter, TICKS_PER_QUARTER, type Meter } from '../time/index';
import { placeOf, placesOf, type Direction, type Technique } from './place';
import { expandHits, type HitsProblem } from './shorthand';

/** What happens at one place of a bar under the right hand, to the whole grip or to some of its strings. */
export interface Hit {
  /** Ticks from the bar line. */
  readonly atTick: number;
  /** Length of the place in ticks. */
  readonly ticks: number;
  readonly kind: 'ring' | 'mute' | 'dead' | 'hold' | 'silent';
  readonly technique: Technique;
  readonly weak: boolean;
  /** Strings struck, 1 = highest, as players count; null when the whole grip is struck. */
  readonly strings: readonly number[] | null;
  /** Written by hand; null where the player's way of striking decides. */
  readonly direction: Direction | null;
}

/**
 * Reads one bar of hits, `M--mM-mm`, `Ov-O^-`, `[6M][321]`, `(M-mm)x4`: the pattern with every place written out. Fails
 * on a wrong symbol or number of places.
 */
export function parseHits(text: string, meter: Meter): Result<string, HitsProblem> {
  return readPattern(`${formatMeter(meter)} ${text}`);
}

const readPattern = remember((key: string): Result<string, HitsProblem> => {
  const [, beats, unit, text] = /^(\d+)\/(\d+) ([\s\S]*)$/.exec(key)!;
  return patternIn(text!, { beats: Number(beats), unit: Number(unit) as Meter['unit'] });
});

function patternIn(text: string, meter: Meter): Result<string, HitsProblem> {
  const lead = /^\s*~?\s*/.exec(text)![0];
  const isAsked = /\?\s*$/.test(text);
  const places = expandHits(text.slice(lead.length).replace(/\?\s*$/, ''), meter);
  if (places.ok) return ok((lead.includes('~') || isAsked ? '~' : '') + places.value.join(''));
  return fail({ ...places.error, offset: places.error.offset + lead.length });
}

/**
 * The hits of a pattern in order, several at one place where some strings are struck otherwise than others. Throws
 * RangeError for a symbol `parseHits` would refuse.
 */
export function hitsOf(pattern: string, meter: Meter): readonly Hit[] {
  return readHits(`${barTicks(meter)} ${pattern}`);
}

const readHits = remember((key: string): readonly Hit[] => {
  const places = placesOf(key.slice(key.indexOf(' ') + 1));
  const ticks = Number(key.slice(0, key.indexOf(' '))) / places.length;
  return places.flatMap((text, i): readonly Hit[] => {
    const place = placeOf(text);
    if (place === null) throw new RangeError(`"${text}" is no hit`);
    const { direction } = place;
    const base = { atTick: i * ticks, ticks, direction } as const;
    if (place.kind === 'struck') return place.parts.map((part) => ({ ...base, ...part }));
    return [{ ...base, kind: place.kind, technique: 'pick', weak: false, strings: null }];
  });
});

/** Longest a palm-muted note is counted as sounding: an eighth (common practice). */
export const MUTE_TICKS = TICKS_PER_QUARTER / 2;

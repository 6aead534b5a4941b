import { fail, ok, remember, type Result } from '../base/index';
import { barTicks, TICKS_PER_QUARTER, type Meter } from '../time/index';

/** Which way the hand goes through the strings. */
export type Direction = 'down' | 'up';

/** What happens at one place of a bar under the right hand. */
export interface Hit {
  /** Ticks from the bar line. */
  readonly atTick: number;
  /** Length of the place in ticks. */
  readonly ticks: number;
  readonly kind: 'ring' | 'mute' | 'dead' | 'hold' | 'silent';
  readonly weak: boolean;
  /** String picked alone, 1 = highest, as players count; null when the whole grip is struck. */
  readonly pick: number | null;
  /** Written by hand; null where the player's way of striking decides. */
  readonly direction: Direction | null;
}

const SYMBOL = /[OoMmXx.\-1-6]/;
const STRUCK = /[OoMmXx1-6]/;
export const HIT_SYMBOLS_EXPECTED =
  'O ringing, M palm-muted, X dead (small letters weak), - still sounding, . silent, or 1 to 6 for one string, each stroke with v (down) or ^ (up) after it if you like';

/** The symbols of a pattern, one for each place, with the stroke that is written after them: `O^`. */
export function placesOf(pattern: string): readonly string[] {
  return pattern.match(/[^v^][v^]?/g) ?? [];
}

/** Numbers of places a bar of this metre may be divided into, smallest first. */
export function allowedPlaces(meter: Meter): readonly number[] {
  const bar = barTicks(meter);
  const straight = [2, 4, 8].map((n) => (bar * n) / TICKS_PER_QUARTER);
  const all = new Set([8, 12, 16, 24, 32, ...straight]);
  return [...all].filter((n) => Number.isInteger(n) && bar % n === 0).sort((a, b) => a - b);
}

/** Where and why a hits bar cannot be read; `offset` counts characters from its start. */
export interface HitsProblem {
  readonly offset: number;
  readonly message: string;
}

/** Reads one bar of hits, `M--mM-mm` or `Ov-O^-`; spaces are dropped. Fails on a wrong symbol or number of places. */
export function parseHits(text: string, meter: Meter): Result<string, HitsProblem> {
  let before = '';
  for (let i = 0; i < text.length; i += 1) {
    const c = text[i]!;
    if (c === ' ') continue;
    const stroke = c === 'v' || c === '^';
    if (stroke && !STRUCK.test(before)) {
      return fail({ offset: i, message: `"${c}" is a stroke; expected it right after what is struck` });
    }
    if (!stroke && !SYMBOL.test(c)) {
      return fail({ offset: i, message: `"${c}" is no hit; expected ${HIT_SYMBOLS_EXPECTED}` });
    }
    before = c;
  }
  const pattern = text.replace(/ /g, '');
  const found = placesOf(pattern).length;
  const allowed = allowedPlaces(meter);
  if (!allowed.includes(found)) {
    const list = `${allowed.slice(0, -1).join(', ')} or ${allowed.at(-1)}`;
    return fail({ offset: 0, message: `${found} hits in this bar; expected ${list}` });
  }
  return ok(pattern);
}

/** The places of a pattern in order. Throws RangeError for a symbol `parseHits` would refuse. */
export function hitsOf(pattern: string, meter: Meter): readonly Hit[] {
  return readHits(`${barTicks(meter)} ${pattern}`);
}

const readHits = remember((key: string): readonly Hit[] => {
  const places = placesOf(key.slice(key.indexOf(' ') + 1));
  const ticks = Number(key.slice(0, key.indexOf(' '))) / places.length;
  return places.map((place, i) => {
    const symbol = place[0]!;
    const direction = place[1] === 'v' ? 'down' : place[1] === '^' ? 'up' : null;
    const base = { atTick: i * ticks, ticks, weak: /[omx]/.test(symbol), pick: null, direction } as const;
    switch (symbol) {
      case 'O':
      case 'o':
        return { ...base, kind: 'ring' };
      case 'M':
      case 'm':
        return { ...base, kind: 'mute' };
      case 'X':
      case 'x':
        return { ...base, kind: 'dead' };
      case '-':
        return { ...base, kind: 'hold' };
      case '.':
        return { ...base, kind: 'silent' };
      default:
        if (!/[1-6]/.test(symbol)) throw new RangeError(`"${symbol}" is no hit`);
        return { ...base, kind: 'ring', pick: Number(symbol) };
    }
  });
});

/** Longest a palm-muted note is counted as sounding: an eighth (common practice). */
export const MUTE_TICKS = TICKS_PER_QUARTER / 2;

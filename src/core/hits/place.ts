import { remember } from '../base/index';

/** Which way the hand goes through the strings. */
export type Direction = 'down' | 'up';

/**
 * What makes the sound: the pick, the thumb of a slapped bass, a popped or a tapped string, the pick drawn over muted
 * strings (a rake) or along the windings of one (a scrape).
 */
export const TECHNIQUES = ['pick', 'slap', 'pop', 'tap', 'rake', 'scrape'] as const;
/** One of the ways a stroke makes its sound. */
export type Technique = (typeof TECHNIQUES)[number];

/** What one stroke does to some strings of the held grip. */
export interface HitPart {
  readonly kind: 'ring' | 'mute' | 'dead';
  readonly technique: Technique;
  readonly weak: boolean;
  /** As players count them, 1 the highest, the lowest-sounding first; null: the whole grip. */
  readonly strings: readonly number[] | null;
}

/** One place of a pattern. Without parts nothing is struck there. */
export interface Place {
  readonly kind: 'struck' | 'hold' | 'silent';
  readonly parts: readonly HitPart[];
  /** Written by hand; null where the player's way of striking decides. */
  readonly direction: Direction | null;
}

type Sound = Pick<HitPart, 'kind' | 'technique'>;

/** The letters of the strokes; a small letter is the weak one. */
const LETTERS: Readonly<Record<string, Sound>> = {
  O: { kind: 'ring', technique: 'pick' },
  M: { kind: 'mute', technique: 'pick' },
  X: { kind: 'dead', technique: 'pick' },
  S: { kind: 'ring', technique: 'slap' },
  P: { kind: 'ring', technique: 'pop' },
  T: { kind: 'ring', technique: 'tap' },
  R: { kind: 'dead', technique: 'rake' },
  Z: { kind: 'dead', technique: 'scrape' },
};
const LETTER = /[OMXSPTRZ]/i;

/** Most strings an instrument has. */
const MOST_STRINGS = 6;

export const HIT_SYMBOLS_EXPECTED =
  'O ringing, M palm-muted, X dead, S slapped, P popped, T tapped, R raked, Z scraped (small letters weak), - still sounding, . silent, 1 to 6 for one string, [321] for some, [6M321] for some muted and some ringing, each stroke with v (down) or ^ (up) after it if you like';

/** True for a pattern that is a guess: `~M--mM-mm`. */
export function isGuess(pattern: string): boolean {
  return pattern.startsWith('~');
}

/** The pattern without the mark of a guess. */
export function sureOf(pattern: string): string {
  return isGuess(pattern) ? pattern.slice(1) : pattern;
}

/** The places of a pattern, one text for each: `O`, `M^`, `[6M321]v`. */
export function placesOf(pattern: string): readonly string[] {
  return sureOf(pattern).match(/(?:\[[^\]]*\]|[^v^])[v^]?/g) ?? [];
}

/** Reads one place, in its canonical form or any other order; null when it is none. */
export function placeOf(text: string): Place | null {
  return readPlace(text).place;
}

const readPlace = remember((text: string): { readonly place: Place | null } => ({ place: placeIn(text) }));

function placeIn(text: string): Place | null {
  const match = /^(\[[^\]]*\]|[^v^])([v^]?)$/.exec(text);
  if (!match) return null;
  const body = match[1]!;
  const direction = match[2] === '' ? null : match[2] === 'v' ? 'down' : 'up';
  if (body === '-' || body === '.') {
    return direction === null ? { kind: body === '-' ? 'hold' : 'silent', parts: [], direction } : null;
  }
  const parts = body.startsWith('[') ? groupOf(body.slice(1, -1)) : oneOf(body);
  return parts === null ? null : { kind: 'struck', parts, direction };
}

function oneOf(body: string): readonly HitPart[] | null {
  if (/[1-6]/.test(body)) return [part('O', [Number(body)])];
  return LETTER.test(body) ? [part(body, null)] : null;
}

/** Strings and what is done to them: `321`, `6M321`, `6m 4 3x`; null when a string comes twice or is none. */
function groupOf(body: string): readonly HitPart[] | null {
  const bare = body.replace(/[ ,+]/g, '');
  const pieces = bare.match(/[1-6]+[A-Za-z]?/g) ?? [];
  if (pieces.length === 0 || pieces.join('') !== bare) return null;
  const seen = new Set<string>();
  const parts: HitPart[] = [];
  for (const piece of pieces) {
    const digits = [...piece.replace(/\D/g, '')];
    const letter = piece.slice(digits.length) || 'O';
    if (!LETTER.test(letter) || digits.some((d) => seen.has(d))) return null;
    for (const digit of digits) {
      if (seen.has(digit)) return null;
      seen.add(digit);
    }
    const strings = digits.map(Number);
    const same = parts.findIndex((p) => symbolOf(p) === letter);
    if (same >= 0) parts[same] = part(letter, [...parts[same]!.strings!, ...strings]);
    else parts.push(part(letter, strings));
  }
  return [...parts].sort((a, b) => b.strings![0]! - a.strings![0]!);
}

function part(letter: string, strings: readonly number[] | null): HitPart {
  const upper = letter.toUpperCase();
  return {
    ...LETTERS[upper]!,
    weak: letter !== upper,
    strings: strings && [...strings].sort((a, b) => b - a),
  };
}

/** The letter of a stroke: `O`, `m`, `S`. */
export function symbolOf({ kind, technique, weak }: Omit<HitPart, 'strings'>): string {
  const found = Object.entries(LETTERS).find(([, s]) => s.kind === kind && s.technique === technique);
  if (!found) throw new RangeError(`Nothing ${technique} is ${kind}`);
  return weak ? found[0].toLowerCase() : found[0];
}

/** A place in the one form patterns have for it. */
export function formatPlace(place: Place): string {
  if (place.kind !== 'struck') return place.kind === 'hold' ? '-' : '.';
  const stroke = place.direction === null ? '' : place.direction === 'down' ? 'v' : '^';
  const [first, ...others] = place.parts;
  if (first === undefined) return '.';
  if (others.length === 0 && first.strings === null) return symbolOf(first) + stroke;
  if (others.length === 0 && first.strings!.length === 1 && symbolOf(first) === 'O')
    return String(first.strings![0]) + stroke;
  // A letter stands where the next digits would else join, and where it is no plain stroke.
  const body = place.parts
    .map((p, i) => {
      const letter = symbolOf(p);
      return p.strings!.join('') + (letter === 'O' && i === place.parts.length - 1 ? '' : letter);
    })
    .join('');
  return `[${body}]${stroke}`;
}

/** True when the place strikes something, dead hits included. */
export function isStrike(symbol: string): boolean {
  return placeOf(symbol)?.kind === 'struck';
}

/** True when nothing of the place sounds after it: a silence or a dead hit. */
export function isShort(symbol: string): boolean {
  const place = placeOf(symbol);
  return (
    place?.kind === 'silent' || (place?.kind === 'struck' && place.parts.every((p) => p.kind === 'dead'))
  );
}

/** True when something of the place goes on sounding after it, or it lets sound on. */
export function soundsOn(symbol: string): boolean {
  const place = placeOf(symbol);
  return place?.kind === 'hold' || (place?.parts.some((p) => p.kind !== 'dead') ?? false);
}

/** The place struck with the whole grip, for somebody who holds another one. */
export function withoutStrings(symbol: string): string {
  const place = placeOf(symbol);
  if (place?.kind !== 'struck' || place.parts.every((p) => p.strings === null)) return symbol;
  const loudest =
    place.parts.find((p) => p.kind === 'ring') ??
    place.parts.find((p) => p.kind === 'mute') ??
    place.parts[0]!;
  return formatPlace({ ...place, parts: [{ ...loudest, strings: null }] });
}

/** The same strokes on other strings: each as `change` says, once. */
export function withStrings(symbol: string, change: (string: number) => number): string {
  const place = placeOf(symbol);
  if (place?.kind !== 'struck') return symbol;
  const seen = new Set<number>();
  const parts = place.parts.map((p) => ({
    ...p,
    strings:
      p.strings === null
        ? null
        : p.strings
            .map(change)
            .filter((s) => !seen.has(s) && seen.add(s))
            .sort((a, b) => b - a),
  }));
  return formatPlace({ ...place, parts: parts.filter((p) => p.strings === null || p.strings.length > 0) });
}

/** Only these strings of the held grip, struck as the place says; all of them where none are given. */
export function onStrings(symbol: string, strings: readonly number[]): string {
  const place = placeOf(symbol);
  if (place?.kind !== 'struck') return symbol;
  const loudest = place.parts.find((p) => p.kind === 'ring') ?? place.parts[0]!;
  const own = [...new Set(strings)].filter((s) => s >= 1 && s <= MOST_STRINGS).sort((a, b) => b - a);
  return formatPlace({ ...place, parts: [{ ...loudest, strings: own.length === 0 ? null : own }] });
}

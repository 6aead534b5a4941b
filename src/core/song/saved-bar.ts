import { VOICE_PATTERN } from '../form/index';

/**
 * Whether a value is plainly a bar as song files have it: the rules of `bar` in saved-schema.ts, written out for speed.
 * True only for what those accept; false sends a bar through them, which say what is wrong with it.
 */
export function isSavedBar(value: unknown): boolean {
  if (!isPlain(value, BAR_KEYS)) return false;
  const { chords, cells, hits, voice, lines, sounds } = value;
  return (
    isList(chords, 'chord') &&
    isPlain(cells, PLAYER_KEYS) &&
    isList(cells.guitar1, 'cell') &&
    isList(cells.guitar2, 'cell') &&
    isList(cells.bass, 'cell') &&
    isPlain(hits, PLAYER_KEYS) &&
    isTextOrNull(hits.guitar1) &&
    isTextOrNull(hits.guitar2) &&
    isTextOrNull(hits.bass) &&
    (voice === null || (typeof voice === 'string' && VOICE_PATTERN.test(voice))) &&
    isTexts(lines) &&
    isTexts(sounds)
  );
}

const BAR_KEYS: ReadonlySet<string> = new Set(['chords', 'cells', 'hits', 'voice', 'lines', 'sounds']);
const PLAYER_KEYS: ReadonlySet<string> = new Set(['guitar1', 'guitar2', 'bass']);
const PLACED_KEYS: ReadonlySet<string> = new Set(['at', 'push', 'cell', 'chord']);

function isPlain(value: unknown, keys: ReadonlySet<string>): value is Record<string, unknown> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  for (const key of Object.keys(value)) if (!keys.has(key)) return false;
  return true;
}

/** Texts of some players, or nothing. */
function isTexts(value: unknown): boolean {
  return (
    value === undefined ||
    (isPlain(value, PLAYER_KEYS) && Object.values(value).every((text) => typeof text === 'string'))
  );
}

function isTextOrNull(value: unknown): boolean {
  return value === null || typeof value === 'string';
}

function isList(value: unknown, what: 'chord' | 'cell'): boolean {
  if (!Array.isArray(value)) return false;
  return value.every((one: unknown) => {
    if (!isPlain(one, PLACED_KEYS) || Object.keys(one).length !== 3) return false;
    const { at, push, [what]: text } = one;
    return (
      Number.isInteger(at) &&
      (at as number) >= 0 &&
      (push === 0 || push === 240 || push === 480) &&
      typeof text === 'string' &&
      text !== ''
    );
  });
}

import { fail, ok, remember, type Result } from '../base/index';
import { pitchClass, pitchClassOf, type Midi, type PitchClass } from './midi';

/** A major or minor key. `text` is how it is written in charts: `Dm`, `Bb`. */
export interface Key {
  readonly text: string;
  readonly tonic: string;
  readonly mode: 'major' | 'minor';
}

export const DEFAULT_KEY: Key = { text: 'C', tonic: 'C', mode: 'major' };

/** Reads `Dm`, `F#`, `B♭ major`, `a minor`, `F sharp minor`. Fails with what was expected. */
export const parseKey: (text: string) => Result<Key> = remember((text: string): Result<Key> => {
  const match = /^([A-Ga-g])\s?([#b♯♭]|sharp|flat)?\s*-?(m|min|minor|maj|major)?\.?$/.exec(text.trim());
  if (!match) return fail(`"${text.trim()}" is no key; expected a note, with m for minor, like Dm or Bb`);
  const sign = match[2] === undefined ? '' : /^(?:b|♭|flat)$/.test(match[2]) ? 'b' : '#';
  const tonic = match[1]!.toUpperCase() + sign;
  const mode = match[3]?.startsWith('mi') || match[3] === 'm' ? 'minor' : 'major';
  return ok({ text: mode === 'minor' ? `${tonic}m` : tonic, tonic, mode });
});

/** `F C G D A E B` stand at −1 … 5 on the line of fifths; a sharp adds 7. */
const FIFTHS = 'FCGDAEB';

/** C flat and what lies flatter on the line of fifths, E sharp and what lies sharper: named so only where the key has them. */
const C_FLAT = -7;
const E_SHARP = 11;

/**
 * Name of a pitch class as it is spelled in a key: diatonic notes by the scale (the sixth of A-flat minor is
 * F-flat), the others by the nearest place on the line of fifths, with the raised leading tone in minor, and as a white
 * key where they are one. Source: common practice; the line of fifths as in any harmony handbook.
 */
export function spell(pc: number, key: Key): string {
  const tonic = fifthsOf(key.tonic);
  const lowest = key.mode === 'major' ? tonic - 5 : tonic - 6;
  const start = (pitchClass(pc) * 7) % 12; // place on the line of fifths, C = 0, modulo 12
  const near = start + 12 * Math.ceil((lowest - start) / 12);
  const place = isOwn(near - tonic, key)
    ? near
    : near <= C_FLAT
      ? near + 12
      : near >= E_SHARP
        ? near - 12
        : near;
  const letter = FIFTHS[(((place + 1) % 7) + 7) % 7]!;
  const sharps = Math.floor((place + 1) / 7);
  return letter + (sharps >= 0 ? '#'.repeat(sharps) : 'b'.repeat(-sharps));
}

/** A note of the scale, or the raised leading tone; by its distance from the tonic on the line of fifths. */
function isOwn(fifths: number, { mode }: Key): boolean {
  return mode === 'major' ? fifths >= -1 && fifths <= 5 : (fifths >= -4 && fifths <= 2) || fifths === 5;
}

/** Pitch with octave as spelled in the key, e.g. `Bb2`. The octave follows the letter: C-flat 4 is MIDI 59. */
export function noteName(m: Midi, key: Key): string {
  return withOctave(spell(m, key), m);
}

/** Puts the octave of pitch `m` behind a spelled name. Throws RangeError when the name is not that pitch. */
export function withOctave(name: string, m: Midi): string {
  const letterPc = pitchClassOf(name[0]!)!;
  const shift = name.endsWith('b') ? -(name.length - 1) : name.length - 1;
  const natural = m - shift;
  if (pitchClass(natural) !== letterPc) throw new RangeError(`${name} is not the pitch ${m}`);
  return `${name}${Math.floor(natural / 12) - 1}`;
}

/** The key `semitones` above, with the tonic that needs fewest accidentals. */
export function moveKey(key: Key, semitones: number): Key {
  const pc = pitchClass(pitchClassOf(key.tonic)! + semitones);
  const tonic = (key.mode === 'major' ? MAJOR_TONICS : MINOR_TONICS)[pc]!;
  return { text: key.mode === 'minor' ? `${tonic}m` : tonic, tonic, mode: key.mode };
}

/** How many flats a key has; below 0: sharps. */
export function flatsOf(key: Key): number {
  return -(fifthsOf(key.tonic) - (key.mode === 'minor' ? 3 : 0));
}

/** Pitch class of the tonic. */
export function tonicOf(key: Key): PitchClass {
  return pitchClassOf(key.tonic)!;
}

/** For reading on screen and paper: `Bb2` becomes `B♭2`, `F#m` becomes `F♯m`. */
export function pretty(name: string): string {
  return name.replace(/([A-G])(bb|b|##|#)/g, (_, letter: string, acc: string) => letter + SIGNS[acc]!);
}

const SIGNS: Record<string, string> = { b: '♭', bb: '♭♭', '#': '♯', '##': '♯♯' };
const MAJOR_TONICS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
const MINOR_TONICS = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'G#', 'A', 'Bb', 'B'];

function fifthsOf(name: string): number {
  const sharps = name.endsWith('b') && name.length > 1 ? -(name.length - 1) : name.length - 1;
  return FIFTHS.indexOf(name[0]!) - 1 + 7 * sharps;
}

/** Every key a chart is written in, those with fewer signs first, a major key before its relative minor. */
export const ALL_KEYS: readonly Key[] =
  'C Am G Em F Dm D Bm Bb Gm A F#m Eb Cm E C#m Ab Fm B G#m Db Bbm F# Ebm'.split(' ').map((text) => {
    const key = parseKey(text);
    if (!key.ok) throw new RangeError(key.error);
    return key.value;
  });

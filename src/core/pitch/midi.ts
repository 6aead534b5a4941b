import { fail, ok, type Brand, type Result } from '../base/index';

/** A pitch as a MIDI note number, 60 = middle C = C4 (MIDI 1.0). */
export type Midi = Brand<number, 'Midi'>;
/** 0 = C … 11 = B. */
export type PitchClass = Brand<number, 'PitchClass'>;

/** Checked maker. Throws RangeError outside 0–127. */
export function midi(n: number): Midi {
  if (!Number.isInteger(n) || n < 0 || n > 127) throw new RangeError(`A MIDI pitch is 0 to 127: ${n}`);
  return n as Midi;
}

export function pitchClass(n: number): PitchClass {
  return (((n % 12) + 12) % 12) as PitchClass;
}

/** Frequency in Hz in equal temperament, A4 = 440 Hz (ISO 16:1975). */
export function frequencyHz(m: Midi): number {
  return 440 * 2 ** ((m - 69) / 12);
}

const LETTER: Record<string, number> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** Pitch class of a letter with accidentals (`Bb`, `F##`), or null when the text is no note name. */
export function pitchClassOf(name: string): PitchClass | null {
  const match = /^([A-G])(#{0,2}|b{0,2})$/.exec(name);
  if (!match) return null;
  return pitchClass(LETTER[match[1]!]! + accidental(match[2]!));
}

/** Reads a name with octave, `Bb2` or `F#-1`. Fails with what was expected. */
export function parseNote(text: string): Result<Midi> {
  const match = /^([A-G])(#{0,2}|b{0,2})(-?\d)$/.exec(text.trim());
  const n = match ? LETTER[match[1]!]! + accidental(match[2]!) + 12 * (Number(match[3]) + 1) : -1;
  if (n < 0 || n > 127)
    return fail(`"${text.trim()}" is no note; expected a name with octave, like A3 or Bb2`);
  return ok(midi(n));
}

/** Reads a range of notes, lowest and highest, `A3-D5`, `a♭3 to d5`. Fails with what was expected. */
export function parseRange(text: string): Result<readonly [string, string]> {
  const plain = text.trim().replace(/♭/g, 'b').replace(/♯/g, '#');
  const match = /^([A-Ga-g][#b]{0,2}\d)\s*(?:[-–—]|to)\s*([A-Ga-g][#b]{0,2}\d)$/.exec(plain);
  const [lowest, highest] = [match?.[1] ?? '', match?.[2] ?? ''].map(
    (n) => n.charAt(0).toUpperCase() + n.slice(1),
  );
  const low = match ? parseNote(lowest!) : null;
  const high = match ? parseNote(highest!) : null;
  if (!match || !low?.ok || !high?.ok || low.value >= high.value) {
    return fail(`"${text.trim()}" is no range; expected lowest-highest, like A3-D5`);
  }
  return ok([lowest!, highest!]);
}

function accidental(text: string): number {
  return text.startsWith('b') ? -text.length : text.length;
}

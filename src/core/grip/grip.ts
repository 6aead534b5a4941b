import { fail, ok, remember, type Result } from '../base/index';
import { openStrings, usableFrets, type Fret, type Instrument } from '../instrument/index';
import type { Midi } from '../pitch/index';

/**
 * What one player frets at one moment: a fret for each string, lowest-sounding string first; null is a silent string.
 * Frets count from the capo.
 */
export type Grip = readonly (Fret | null)[];

/** One sounding string of a grip. `string` is 0 for the lowest-sounding string. */
export interface GripNote {
  readonly string: number;
  readonly fret: Fret;
  readonly midi: Midi;
}

/**
 * Reads `000xxx`, or with frets above 9 `x-x-7-x-10-x`. Fails unless it has exactly `strings` strings
 * and every string is a fret number or x.
 */
export function parseGrip(text: string, strings: number): Result<Grip> {
  return readGrip(`${strings} ${text.trim()}`);
}

/** The same text is the same grip, so that what is known of it is known wherever it stands. */
const readGrip = remember((key: string): Result<Grip> => {
  const strings = Number(key.slice(0, key.indexOf(' ')));
  const trimmed = key.slice(key.indexOf(' ') + 1);
  const parts = trimmed.includes('-') ? trimmed.split('-') : [...trimmed];
  const example = strings === 6 ? '000xxx or x-x-7-x-10-x' : 'x'.repeat(strings - 1) + '3';
  const wrong = parts.find((part) => !/^(x|X|\d{1,2})$/.test(part));
  if (wrong !== undefined || parts.length === 0) {
    return fail(
      `"${trimmed}" is no grip; expected ${strings} frets or x, lowest string first, like ${example}`,
    );
  }
  if (parts.length !== strings) {
    return fail(
      `the grip ${trimmed} has ${parts.length} strings; expected ${strings}, lowest string first, like ${example}`,
    );
  }
  return ok(parts.map((part) => (/^x$/i.test(part) ? null : (Number(part) as Fret))));
});

/** The shortest text `parseGrip` reads back. */
export function formatGrip(grip: Grip): string {
  const wide = grip.some((fret) => fret !== null && fret > 9);
  return grip.map((fret) => (fret === null ? 'x' : String(fret))).join(wide ? '-' : '');
}

/**
 * Sounding strings from the lowest string up; a fret that no neck has gives the pitch it would have, which may lie
 * above 127 (`missingFret` says so). Throws RangeError when the grip has another number of strings.
 */
export function gripNotes(grip: Grip, instrument: Instrument): readonly GripNote[] {
  const open = openStrings(instrument);
  if (open.length !== grip.length) {
    throw new RangeError(`A grip of ${grip.length} strings on an instrument of ${open.length}`);
  }
  const notes: GripNote[] = [];
  grip.forEach((fret, string) => {
    if (fret !== null) notes.push({ string, fret, midi: (open[string]! + instrument.capo + fret) as Midi });
  });
  return notes;
}

/** Pitches of a grip, lowest string first. */
export function gripPitches(grip: Grip, instrument: Instrument): readonly Midi[] {
  return gripNotes(grip, instrument).map((note) => note.midi);
}

/** The first string whose fret the neck does not have, or null when the grip exists on this instrument. */
export function missingFret(grip: Grip, instrument: Instrument): { string: number; fret: Fret } | null {
  const highest = usableFrets(instrument);
  const string = grip.findIndex((fret) => fret !== null && fret > highest);
  return string < 0 ? null : { string, fret: grip[string]! };
}

/** The same shape moved along the neck, or null when a string would leave it. */
export function slideGrip(grip: Grip, by: number, instrument: Instrument): Grip | null {
  const highest = usableFrets(instrument);
  const moved = grip.map((fret) => (fret === null ? null : ((fret + by) as Fret)));
  return moved.every((fret) => fret === null || (fret >= 0 && fret <= highest)) ? moved : null;
}

/** True when both hold the same frets on the same number of strings. */
export function sameGrip(a: Grip, b: Grip): boolean {
  return a.length === b.length && a.every((fret, i) => fret === b[i]);
}

/** Lowest fretted fret, or null when nothing is fretted. */
export function handFret(grip: Grip): number | null {
  let lowest: number | null = null;
  for (const fret of grip) if (fret !== null && fret > 0 && (lowest === null || fret < lowest)) lowest = fret;
  return lowest;
}

import { fail, ok, type Result } from '../base/index';
import {
  midi,
  noteName,
  parseKey,
  parseNote,
  pitchClass,
  pitchClassOf,
  type Key,
  type Midi,
} from '../pitch/index';
import { FIVE_STRING_BASS, openStrings, STANDARD_BASS, STANDARD_GUITAR, type Instrument } from './instrument';
import { stringsNamed } from './tuning-names';

/** Lowest and highest open string that is read, C0 and C6: wider than any guitar or bass, so that fret 27 over capo 12 stays a pitch. */
const TUNING_RANGE = { min: 12, max: 84 } as const;

/**
 * Reads `D A D G B E`, `D2 A2 D3 …` or what people call it: `drop D`, `half a step down`, `DADGAD`, `open G`. Names
 * without octave go to the pitch nearest the standard string.
 * Fails unless there are 6 strings (guitar) or 4 or 5 (bass).
 */
export function parseTuning(typed: string, kind: Instrument['kind']): Result<readonly string[]> {
  const text = typed.trim().replace(/♭/g, 'b').replace(/♯/g, '#');
  const names = lowestFirst(stringsNamed(text, kind) ?? spaced(text), kind);
  const standard = standardFor(kind, names.length);
  if (!standard) {
    const expected = kind === 'guitar' ? '6 strings' : '4 or 5 strings';
    return fail(
      `this tuning names ${names.length} strings; expected ${expected} for ${kind}, lowest first, or a name like drop D or half a step down`,
    );
  }
  const tuning: string[] = [];
  for (const [i, name] of names.entries()) {
    if (/\d$/.test(name)) {
      const note = parseNote(name);
      if (!note.ok) return fail(note.error);
      tuning.push(name);
    } else {
      const pc = pitchClassOf(name);
      if (pc === null) return fail(`"${name}" is no string; expected a note name like D or Eb`);
      tuning.push(nearest(name, pc, parsed(standard[i]!)));
    }
  }
  const pitches = tuning.map(parsed);
  const far = pitches.findIndex((p) => p < TUNING_RANGE.min || p > TUNING_RANGE.max);
  if (far >= 0) return fail(`no string sounds ${tuning[far]}; expected notes from C0 to C6`);
  if (pitches.some((p, i) => i > 0 && p < pitches[i - 1]! - 12)) {
    return fail('the strings of a tuning run from the lowest to the highest');
  }
  return ok(tuning);
}

/** Names between spaces; a small letter names a string as a capital does. */
function spaced(text: string): readonly string[] {
  const names = text.split(/[\s,–—-]+(?!\d)/).filter(Boolean);
  return names.map((name) => (/^[a-g]/.test(name) ? name[0]!.toUpperCase() + name.slice(1) : name));
}

/** Names without octaves the other way round where they are those of the usual strings from the highest down. */
function lowestFirst(names: readonly string[], kind: Instrument['kind']): readonly string[] {
  const standard = standardFor(kind, names.length);
  if (!standard || names.some((name) => pitchClassOf(name) === null)) return names;
  const farOf = (list: readonly string[]) =>
    list.reduce((sum, name, i) => {
      const by = pitchClass(pitchClassOf(name)! - parsed(standard[i]!)) as number;
      return sum + Math.min(by, 12 - by);
    }, 0);
  const reversed = [...names].reverse();
  return farOf(reversed) === 0 && farOf(names) > 0 ? reversed : names;
}

/** Octaves are left out where they are the usual ones. */
export function formatTuning(instrument: Instrument): string {
  const bare = instrument.tuning.map((name) => name.replace(/-?\d$/, '')).join(' ');
  const again = parseTuning(bare, instrument.kind);
  const same = again.ok && again.value.every((name, i) => name === instrument.tuning[i]);
  return same ? bare : instrument.tuning.join(' ');
}

/** "standard", "drop D", "a semitone down", "five-string" … or the strings themselves. */
export function tuningWords(instrument: Instrument): string {
  const words = usualWords(instrument);
  if (instrument.kind === 'guitar' || instrument.tuning.length === 4) return words;
  if (words === 'standard') return 'five-string';
  return words === formatTuning(instrument) ? words : `five-string, ${words}`;
}

function usualWords(instrument: Instrument): string {
  const standard = standardFor(instrument.kind, instrument.tuning.length);
  const open = openStrings(instrument);
  if (!standard) return formatTuning(instrument);
  const offsets = open.map((m, i) => m - parsed(standard[i]!));
  const upper = offsets.slice(1);
  if (offsets.every((o) => o === 0)) return 'standard';
  if (upper.every((o) => o === upper[0])) {
    const dropped = offsets[0]! - upper[0]! === -2;
    if (offsets[0] === upper[0]) return `${semitoneWords(upper[0]!)}`;
    if (dropped) return `drop ${instrument.tuning[0]!.replace(/\d$/, '')}`;
  }
  return formatTuning(instrument);
}

/** Semitones all strings but the lowest lie above the usual ones (below 0: lower); null where they do not move alike. */
export function tunedBy(instrument: Instrument): number | null {
  const standard = standardFor(instrument.kind, instrument.tuning.length);
  if (!standard) return null;
  const [, second, ...upper] = openStrings(instrument).map((m, i) => m - parsed(standard[i]!));
  return second !== undefined && upper.every((by) => by === second) ? second : null;
}

/** The same instrument with every string so many semitones higher. The same object for 0. */
export function retuned<T extends Instrument>(instrument: T, by: number): T {
  if (by === 0) return instrument;
  const tuning = openStrings(instrument).map((m) => noteName(midi(m + by), by > 0 ? SHARPS : FLATS));
  return { ...instrument, tuning };
}

/** Strings that were tuned down are named back as usual; lower ones by flats, as players say them. */
const SHARPS = keyOf('E');
const FLATS = keyOf('Eb');

function keyOf(text: string): Key {
  const key = parseKey(text);
  if (!key.ok) throw new RangeError(key.error);
  return key.value;
}

function semitoneWords(n: number): string {
  const way = n < 0 ? 'down' : 'up';
  const size = Math.abs(n);
  if (size === 1) return `a semitone ${way}`;
  if (size === 2) return `a whole tone ${way}`;
  return `${size} semitones ${way}`;
}

function standardFor(kind: Instrument['kind'], strings: number): readonly string[] | null {
  if (kind === 'guitar') return strings === 6 ? STANDARD_GUITAR : null;
  if (strings === 4) return STANDARD_BASS;
  return strings === 5 ? FIVE_STRING_BASS : null;
}

function parsed(name: string): Midi {
  const note = parseNote(name);
  if (!note.ok) throw new RangeError(note.error);
  return note.value;
}

function nearest(name: string, pc: number, standard: Midi): string {
  const up = pitchClass(pc - standard) as number;
  const pitch = midi(up <= 6 ? standard + up : standard + up - 12);
  for (let octave = 0; octave <= 6; octave += 1) {
    if (parsed(`${name}${octave}`) === pitch) return `${name}${octave}`;
  }
  throw new RangeError(`No octave for ${name}`);
}

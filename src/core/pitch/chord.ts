import { Chord, Interval, Note } from 'tonal';
import { fail, ok, remember, type Result } from '../base/index';
import { pitchClass, pitchClassOf, type PitchClass } from './midi';

/** One note of a chord: its pitch class, its name as the chord spells it, and its place above the root. */
export interface ChordTone {
  readonly pc: PitchClass;
  readonly name: string;
  /** 1, 2, 3 … 13 as in "the fifth", "the ninth". */
  readonly degree: number;
  /** Semitones above the root, within one octave, 0–11. */
  readonly above: number;
}

/** A chord symbol understood. `text` is kept as it was typed. */
export interface ChordSymbol {
  readonly text: string;
  readonly root: string;
  readonly rootPc: PitchClass;
  /** What follows the root: `m7`, `sus4`, `` for major. */
  readonly quality: string;
  /** Slash bass as typed, or null when the root is in the bass. */
  readonly bass: string | null;
  readonly bassPc: PitchClass;
  /** Root first, then as the dictionary lists them; the slash bass is not among them unless it belongs. */
  readonly tones: readonly ChordTone[];
}

const EXPECTED = 'expected a chord like Dm, Bbmaj7, C/E, A5 or N.C.';

/**
 * Reads a chord symbol over the dictionary of `tonal`, with slash bass, brackets and `(no3)`, `(no5)`.
 * Fails with what was expected. `N.C.` is not a chord: ask `isNoChord` first.
 */
export const parseChord: (text: string) => Result<ChordSymbol> = remember(readChord);

export function isNoChord(text: string): boolean {
  return /^(N\.?C\.?|NC)$/i.test(text.trim());
}

/** True when the symbol itself asks for a major or minor third. */
export function hasThird(chord: ChordSymbol): boolean {
  return thirdOf(chord) !== null;
}

/** Pitch class of the third the symbol asks for, or null (`5`, `sus4` and the like have none). */
export function thirdOf(chord: ChordSymbol): PitchClass | null {
  return chord.tones.find((t) => t.degree === 3 || t.degree === 10)?.pc ?? null;
}

/** Pitch class of the fifth (perfect, flat or sharp), or null. */
export function fifthOf(chord: ChordSymbol): PitchClass | null {
  return chord.tones.find((t) => t.degree === 5)?.pc ?? null;
}

/** Pitch classes that belong under this symbol: its tones and its slash bass. */
export function belongs(chord: ChordSymbol, pc: number): boolean {
  const wanted = pitchClass(pc);
  return wanted === chord.bassPc || chord.tones.some((t) => t.pc === wanted);
}

/** Spelling of a pitch class as this chord has it, or null when it does not belong. */
export function toneName(chord: ChordSymbol, pc: number): string | null {
  const wanted = pitchClass(pc);
  if (chord.bass !== null && wanted === chord.bassPc) return chord.bass;
  return chord.tones.find((t) => t.pc === wanted)?.name ?? null;
}

/** The symbol moved by semitones, its notes named by `name` (usually `pc => spell(pc, key)`). */
export function moveChord(chord: ChordSymbol, semitones: number, name: (pc: number) => string): string {
  const slash = chord.bass === null ? '' : `/${name(chord.bassPc + semitones)}`;
  return name(chord.rootPc + semitones) + chord.quality + slash;
}

function readChord(input: string): Result<ChordSymbol> {
  const text = input.trim();
  const slash = /^(.*)\/([A-G](?:##?|bb?)?)$/.exec(asTyped(text));
  const body = slash ? slash[1]! : asTyped(text);
  const bass = slash ? slash[2]! : null;
  const head = /^([A-G](?:##?|bb?)?)(.*)$/.exec(body);
  if (!head) return fail(`"${text}" is no chord; ${EXPECTED}`);
  const root = head[1]!;
  const quality = head[2]!;
  const omitted = [...quality.matchAll(/\(?(?:no|omit)\s*(3|5)\)?/g)].map((m) => Number(m[1]));
  const extra = /^(.*7)\(([b#]?)(9|11|13)\)$/.exec(quality);
  const bare = (words: string) => words.replace(/\(?(?:no|omit)\s*(3|5)\)?/g, '').replace(/[()\s]/g, '');
  const whole = bare(extra ? extra[1]! : quality);
  // An added tone the dictionary has no word for stands on what is before it.
  const add = !extra && isUnknown(root, whole) ? /^(.*)add([b#]?)(2|4|6|9|11|13)$/.exec(whole) : null;
  const added = extra ?? add;
  const plain = add ? add[1]! : whole;
  // The dictionary is a plain object: what every object has is in it too.
  if (plain in {}) return fail(`"${text}" is no chord we know ("${quality}" after ${root}); ${EXPECTED}`);
  const found = Object.hasOwn(BARE, plain)
    ? { intervals: BARE[plain]!, empty: false }
    : inDictionary(root, Object.hasOwn(ALIASES, plain) ? ALIASES[plain]! : plain);
  if (found.empty) {
    return fail(`"${text}" is no chord we know ("${quality}" after ${root}); ${EXPECTED}`);
  }
  const rootPc = pitchClassOf(root)!;
  const more = added ? [intervalOf(added[2]!, added[3]!)] : [];
  const tones = [...found.intervals, ...more.filter((interval) => !found.intervals.includes(interval))]
    .map((interval): ChordTone => {
      const above = pitchClass(Interval.semitones(interval) ?? 0);
      return {
        pc: pitchClass(rootPc + above),
        name: Note.transpose(root, interval),
        degree: Math.abs(Interval.num(interval) ?? 1),
        above,
      };
    })
    .filter((tone) => !omitted.includes(tone.degree));
  const bassPc = bass === null ? rootPc : pitchClassOf(bass)!;
  return ok({ text, root, rootPc, quality, bass, bassPc, tones });
}

/** "11" as 11P, "b9" as 9m: how far an added tone lies above the root. */
function intervalOf(sign: string, degree: string): string {
  const isPerfect = degree === '4' || degree === '11';
  const size = sign === 'b' ? (isPerfect ? 'd' : 'm') : sign === '#' ? 'A' : isPerfect ? 'P' : 'M';
  return `${degree}${size}`;
}

function isUnknown(root: string, type: string): boolean {
  if (type in {} || Object.hasOwn(ALIASES, type) || Object.hasOwn(BARE, type)) return false;
  return inDictionary(root, type).empty;
}

/** maj7sus4 stands in the dictionary as M7sus4. */
function inDictionary(
  root: string,
  type: string,
): { readonly intervals: readonly string[]; readonly empty: boolean } {
  const found = Chord.get([root, type]);
  if (!found.empty) return found;
  return Chord.get([root, type.replace(/^maj(?=\d)/, 'M').replace(/^mMaj(?=\d)/, 'mM')]);
}

/** Signs as players type and print them, as the dictionary has them. */
function asTyped(text: string): string {
  return text
    .replace(/♭/g, 'b')
    .replace(/♯/g, '#')
    .replace(/[△Δ∆]7?/g, 'maj7')
    .replace(/ø7?/g, 'm7b5')
    .replace(/[−–]/g, '-')
    .replace(/^([A-G][b#]{0,2})mi(?!n)/, '$1m');
}

/** What the dictionary lacks: a root with its flat fifth, a root alone in octaves, suspended seconds with a seventh. */
const BARE: Record<string, readonly string[]> = {
  b5: ['1P', '5d'],
  '5b5': ['1P', '5d'],
  octave: ['1P'],
  '7sus2': ['1P', '2M', '5P', '7m'],
  maj7sus2: ['1P', '2M', '5P', '7M'],
};

/** Spellings guitarists use that the dictionary lacks (common practice). */
const ALIASES: Record<string, string> = {
  major: 'M',
  minor: 'm',
  min7: 'm7',
  maj: 'M',
  add2: 'add9',
  madd2: 'madd9',
  '2': 'add9',
  madd11: 'madd4',
  sus2sus4: 'sus24',
  mmaj7: 'mMaj7',
  'm7(b5)': 'm7b5',
};

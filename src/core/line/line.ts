import { fitsFingering, type Fingering, type Grip } from '../grip/index';
import type { Direction, Technique } from '../hits/index';
import { openStrings, usableFrets, type Fret, type Instrument } from '../instrument/index';
import type { Midi } from '../pitch/index';

/** A bend in quarter tones (1 quarter, 2 half, 4 whole), held or let down again. */
export interface Bend {
  readonly quarters: number;
  readonly release: boolean;
  /** Bent before it is struck; left out: after. */
  readonly before?: true;
}

/** A short note just before another one on the same string, and how the hand goes from it. */
export interface Grace {
  readonly fret: Fret;
  readonly reached: 'hammer' | 'pull' | 'slide';
}

/** One note of a line. */
export interface LineNote {
  /** From 0, the lowest. */
  readonly string: number;
  /** From the capo; null for a dead note. */
  readonly fret: Fret | null;
  /** How it is reached from the note before on its string, or tapped by the picking hand; null when it is picked. */
  readonly reached: 'hammer' | 'pull' | 'slide' | 'tap' | null;
  /** Struck while sliding in from nowhere, from below or above; left out: not. */
  readonly from?: 'below' | 'above';
  /** Slid off into nothing at its end; left out: not. */
  readonly off?: 'up' | 'down';
  readonly grace?: Grace;
  readonly bend: Bend | null;
  /** The fret it trills with, or null. */
  readonly trill: Fret | null;
  readonly vibrato: boolean;
  /** Natural: touched at its own fret over the open string. Tapped: touched at that fret while its own is held. */
  readonly harmonic: 'natural' | Fret | null;
}

/** One to six notes at once, or a silence (no notes). It lasts until the next step, over bar lines too. */
export interface LineStep {
  /** Ticks after the bar line. */
  readonly at: number;
  readonly notes: readonly LineNote[];
  readonly muted: boolean;
  readonly weak: boolean;
  readonly direction: Direction | null;
  /** Slapped, popped, raked into or scraped; left out: as usual. */
  readonly technique?: Exclude<Technique, 'pick' | 'tap'>;
  /** Not sure; left out: sure. */
  readonly guess?: true;
  /** The player's own fingers for the fretted notes; left out: the natural ones. */
  readonly fingers?: Fingering;
}

/** What a player plays in a bar instead of a grip with hits, in time order. */
export type Line = readonly LineStep[];

/** A note that is only struck: `string` from 0, the lowest-sounding first; `fret` 0 for the open string. */
export function plainNote(string: number, fret: number): LineNote {
  return {
    string,
    fret: fret as Fret,
    reached: null,
    bend: null,
    trill: null,
    vibrato: false,
    harmonic: null,
  };
}

/** Notes struck at once, `at` ticks after the bar line, without marks; none is a silence. */
export function plainStep(at: number, notes: readonly LineNote[]): LineStep {
  return { at, notes, muted: false, weak: false, direction: null };
}

/** What the fretting hand holds for a step; a dead note lies lightly on fret 0. */
export function stepGrip(step: LineStep, strings: number): Grip {
  const frets: (Fret | null)[] = Array.from({ length: strings }, () => null);
  for (const note of step.notes) {
    frets[note.string] = note.harmonic === 'natural' ? (0 as Fret) : (note.fret ?? (0 as Fret));
  }
  return frets;
}

/** The line without fingers of one's own that do not lie on the notes of their step (any more). */
export function withFittingFingers(line: Line, strings: number): Line {
  const isFitting = ({ fingers, ...step }: LineStep) =>
    fingers === undefined || fitsFingering(stepGrip(step, strings), fingers);
  if (line.every(isFitting)) return line;
  return line.map((step) => {
    if (isFitting(step)) return step;
    const { fingers: _were, ...rest } = step;
    return rest;
  });
}

/** True when nothing of the step has a pitch: dead notes only. */
export function isDead(step: LineStep): boolean {
  return step.notes.length > 0 && step.notes.every((note) => note.fret === null);
}

/** Every string dead: a strum of muted strings, a rake or a scrape. */
export function deadStrum(at: number, strings: number, technique?: 'rake' | 'scrape'): LineStep {
  const notes = Array.from({ length: strings }, (_, string): LineNote => ({
    ...plainNote(string, 0),
    fret: null,
  }));
  return { ...plainStep(at, notes), ...(technique ? { technique } : {}) };
}

/** True when the picking hand does not strike: every note is hammered, pulled off, slid to or tapped. */
export function isSlurred(step: LineStep): boolean {
  return step.notes.length > 0 && step.notes.every((note) => note.reached !== null);
}

/**
 * The pitches heard, lowest first: a bend counts as the pitch it reaches (quarter tones rounded down), a harmonic as
 * what rings, a trill as both its notes; dead notes have none. Throws RangeError for a string that is not there.
 */
export function stepPitches(step: LineStep, instrument: Instrument): readonly Midi[] {
  return step.notes.flatMap((note) => notePitches(note, instrument)).sort((a, b) => a - b);
}

function notePitches(note: LineNote, instrument: Instrument): readonly Midi[] {
  if (note.fret === null) return [];
  const open = openStrings(instrument)[note.string];
  if (open === undefined) throw new RangeError(`No string ${note.string + 1} on this instrument`);
  const base = open + instrument.capo;
  if (note.harmonic === 'natural') return [(base + (overtone(note.fret) ?? note.fret)) as Midi];
  const fretted = base + note.fret;
  if (note.harmonic !== null) return [(fretted + (overtone(note.harmonic - note.fret) ?? 12)) as Midi];
  const bent = fretted + Math.floor((note.bend?.quarters ?? 0) / 2);
  return note.trill === null ? [bent as Midi] : [bent as Midi, (base + note.trill) as Midi];
}

/**
 * Semitones above the string of the harmonic touched `frets` above it: the string rings in 2, 3, 4, 5 or 6 equal parts
 * (physics of a string; 12·log2 of the number of parts, rounded). Null where no clear harmonic lies.
 */
export function overtone(frets: number): number | null {
  return OVERTONES[frets] ?? null;
}

const OVERTONES: Readonly<Record<number, number>> = {
  12: 12,
  7: 19,
  19: 19,
  5: 24,
  24: 24,
  4: 28,
  9: 28,
  16: 28,
  28: 28,
  3: 31,
};

/** Why a step cannot be played on this neck after the steps before it; null when it can. */
export function stepTrouble(line: Line, index: number, instrument: Instrument): string | null {
  const step = line[index]!;
  const last = usableFrets(instrument);
  for (const note of step.notes) {
    const where = `string ${stringNumber(note.string, instrument)}`;
    const highest = Math.max(
      note.fret ?? 0,
      note.trill ?? 0,
      typeof note.harmonic === 'number' ? note.harmonic : 0,
    );
    if (highest > last) {
      const what = typeof note.harmonic === 'number' && note.harmonic > last ? 'the tapped harmonic at ' : '';
      return `${what}fret ${highest} is not there, this neck ends at ${last}`;
    }
    if (note.harmonic === 'natural' && overtone(note.fret ?? 0) === null) {
      return `no clear harmonic rings at fret ${note.fret} on ${where}; try 12, 7 or 5`;
    }
    if (typeof note.harmonic === 'number' && overtone(note.harmonic - (note.fret ?? 0)) === null) {
      return `no clear harmonic rings at fret ${note.harmonic} over fret ${note.fret}; try ${(note.fret ?? 0) + 12}`;
    }
    if (note.bend !== null && note.fret === 0) return `an open string (${where}) cannot be bent`;
    const { grace } = note;
    if (grace && grace.fret > last) return `fret ${grace.fret} is not there, this neck ends at ${last}`;
    const short = grace && slurTrouble(grace.reached, { from: grace.fret, to: note.fret, where });
    if (short) return short;
    if (note.reached === null || note.reached === 'tap') continue;
    const from = fretBefore(line, index, note.string);
    if (from === null) {
      // Strings of a chord that were not heard before are left to the fingers that reach the others.
      if (step.notes.some((n) => n !== note && fretBefore(line, index, n.string) !== null)) continue;
      const what = { hammer: 'hammer on', pull: 'pull off', slide: 'slide' }[note.reached];
      return `there is no note on ${where} to ${what} from`;
    }
    // A note of a chord that stays where it was rings on while the others move.
    if (note.fret === from && step.notes.some((n) => n.fret !== fretBefore(line, index, n.string))) continue;
    const wrong = slurTrouble(note.reached, { from, to: note.fret, where });
    if (wrong !== null) return wrong;
  }
  return null;
}

/** Why the fretting hand cannot go so from one fret to another; null when it can. */
function slurTrouble(
  reached: 'hammer' | 'pull' | 'slide',
  { from, to, where }: { from: number; to: number | null; where: string },
): string | null {
  if (to === null) return null;
  if (reached === 'hammer' && to <= from)
    return `a hammer-on goes up, but fret ${to} is not above ${from} on ${where}`;
  if (reached === 'pull' && to >= from)
    return `a pull-off goes down, but fret ${to} is not below ${from} on ${where}`;
  return null;
}

/** The fret last sounded on a string in this line before a step, or null. */
function fretBefore(line: Line, index: number, string: number): Fret | null {
  for (let i = index - 1; i >= 0; i -= 1) {
    const note = line[i]!.notes.find((n) => n.string === string);
    if (note) return note.fret;
    if (line[i]!.notes.length === 0) return null;
  }
  return null;
}

/** Strings as players count them: 1 is the highest. */
function stringNumber(string: number, instrument: Instrument): number {
  return openStrings(instrument).length - string;
}

import type { Line, LineNote, LineStep } from '../line/index';

/** A note of a line as it stands on a sheet. */
export interface SheetNote {
  /** From 0, the lowest. */
  readonly string: number;
  /** `7`, `x`, `<12>` for a harmonic. */
  readonly text: string;
  /** How it is reached on its string: hammered, pulled, slid up or down; null when picked. */
  readonly reached: 'hammer' | 'pull' | 'slide-up' | 'slide-down' | null;
  /** "¼", "½", "1", "1½", "2"; null when it is not bent. */
  readonly bend: string | null;
  readonly release: boolean;
  readonly vibrato: boolean;
  /** `5-7` trills; the second fret, or null. */
  readonly trill: string | null;
}

/** A step of a line; no notes: silence. */
export interface SheetStep {
  readonly at: number;
  readonly notes: readonly SheetNote[];
  readonly muted: boolean;
}

const BENDS: Readonly<Record<number, string>> = { 1: '¼', 2: '½', 4: '1', 6: '1½', 8: '2' };

export function sheetSteps(line: Line): readonly SheetStep[] {
  return line.map((step, i) => ({
    at: step.at,
    muted: step.muted,
    notes: step.notes.map((note) => sheetNote(note, line.slice(0, i))),
  }));
}

function sheetNote(note: LineNote, before: readonly LineStep[]): SheetNote {
  const last = before.flatMap((s) => s.notes).findLast((n) => n.string === note.string);
  const slide = (note.fret ?? 0) >= (last?.fret ?? 0) ? 'slide-up' : 'slide-down';
  const harmonic = note.harmonic === 'natural' ? note.fret : note.harmonic;
  return {
    string: note.string,
    text:
      note.harmonic === null
        ? String(note.fret ?? 'x')
        : `${note.harmonic === 'natural' ? '' : note.fret}<${harmonic}>`,
    reached: note.reached === 'slide' ? slide : note.reached,
    bend: note.bend === null ? null : (BENDS[note.bend.quarters] ?? `${note.bend.quarters}/4`),
    release: note.bend?.release ?? false,
    vibrato: note.vibrato,
    trill: note.trill === null ? null : String(note.trill),
  };
}

const REACHED = { hammer: 'h', pull: 'p', 'slide-up': '/', 'slide-down': '\\' } as const;

/** A note in text tab, with the usual letters of tab as people type it: `h7`, `/9`, `9b1`, `5tr7`, `7~` (common practice). */
export function noteText(note: SheetNote): string {
  const lead = note.reached === null ? '' : REACHED[note.reached];
  const bend = note.bend === null ? '' : `b${note.bend}${note.release ? 'r' : ''}`;
  const trill = note.trill === null ? '' : `tr${note.trill}`;
  return `${lead}${note.text}${bend}${trill}${note.vibrato ? '~' : ''}`;
}

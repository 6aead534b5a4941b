import type { Fingering } from '../grip/index';
import type { Line, LineNote, LineStep } from '../line/index';

/** A note of a line as it stands on a sheet. */
export interface SheetNote {
  /** From 0, the lowest. */
  readonly string: number;
  /** `7`, `x`, `<12>` for a harmonic. */
  readonly text: string;
  /** How it is reached on its string: hammered, pulled, slid up or down, tapped; null when picked. */
  readonly reached: Reach | null;
  /** Struck while sliding in from nowhere; left out: not. */
  readonly from?: 'below' | 'above';
  /** Slid off into nothing; left out: not. */
  readonly off?: 'up' | 'down';
  /** `(5)h`: a short note before it and how the hand goes on; left out: none. */
  readonly grace?: string;
  /** "¼", "½", "1", "1½", "2"; null when it is not bent. */
  readonly bend: string | null;
  readonly release: boolean;
  /** Bent before it is struck. */
  readonly preBend: boolean;
  readonly vibrato: boolean;
  /** `5-7` trills; the second fret, or null. */
  readonly trill: string | null;
}

/** A step of a line; no notes: silence. */
export interface SheetStep {
  readonly at: number;
  readonly notes: readonly SheetNote[];
  readonly muted: boolean;
  /** "slap", "pop", "rake", "scrape", "tap" above the staff; null where it is struck as usual. */
  readonly mark: string | null;
  readonly guess: boolean;
  /** The player's own fingers for the strings of `notes`; null: the natural ones. */
  readonly fingers: Fingering | null;
}

/** How a note or a grip is reached by the fretting hand, or tapped. */
export type Reach = 'hammer' | 'pull' | 'slide-up' | 'slide-down' | 'tap';

export const BENDS: Readonly<Record<number, string>> = { 1: '¼', 2: '½', 4: '1', 6: '1½', 8: '2' };

export function sheetSteps(line: Line): readonly SheetStep[] {
  return line.map((step, i) => ({
    at: step.at,
    muted: step.muted,
    mark: markOf(step),
    guess: step.guess ?? false,
    fingers: step.fingers ?? null,
    notes: step.notes.map((note) => sheetNote(note, line.slice(0, i))),
  }));
}

/** What is written above a step that is not struck with the pick. */
function markOf(step: LineStep): string | null {
  if (step.notes.length > 0 && step.notes.every((n) => n.reached === 'tap')) return 'tap';
  return step.technique ?? null;
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
    ...(note.from ? { from: note.from } : {}),
    ...(note.off ? { off: note.off } : {}),
    ...(note.grace ? { grace: `(${note.grace.fret})${GRACES[note.grace.reached]}` } : {}),
    release: note.bend?.release ?? false,
    preBend: note.bend?.before ?? false,
    vibrato: note.vibrato,
    trill: note.trill === null ? null : String(note.trill),
  };
}

const GRACES = { hammer: 'h', pull: 'p', slide: '/' } as const;

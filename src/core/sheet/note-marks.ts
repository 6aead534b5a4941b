import type { PlayedNote, PlayedStroke } from '../score/index';

/** A note as it stands on a string: what is written, and what is drawn beside and above it. */
export interface NoteMarks {
  /** `7`, `x`, `<12>` for a natural harmonic, `5<17>` for a tapped one, `5–7` for a trill. */
  readonly text: string;
  /** `(5)h`: a short note before it and how the hand goes on; "" for none. */
  readonly grace: string;
  /** "¼", "½", "1", "1½", "2"; null when it is not bent. */
  readonly bend: { readonly text: string; readonly release: boolean; readonly before: boolean } | null;
}

/** How a note is written in tab, whatever is drawn with. */
export function noteMarks(note: PlayedNote): NoteMarks {
  const { fret, harmonic, trill, grace, bend } = note;
  const touched = harmonic === 'natural' ? fret : harmonic;
  const plain = harmonic === null ? String(fret ?? 'x') : `${harmonic === 'natural' ? '' : fret}<${touched}>`;
  return {
    text: trill === null ? plain : `${plain}–${trill}`,
    grace: grace === null ? '' : `(${grace.fret})${GRACES[grace.reached]}`,
    bend:
      bend === null
        ? null
        : {
            text: BENDS[bend.quarters] ?? `${bend.quarters}/4`,
            release: bend.release,
            before: bend.before ?? false,
          },
  };
}

/** Struck softly: what the fretting hand slurs is softer by itself and not written so. */
export function isSoft({ weak, notes }: PlayedStroke): boolean {
  return weak && notes.some((note) => note.reached === null);
}

/** What of a stroke is palm-muted: null nothing, "" all of it, else the strings (1 the highest) that are while others ring. */
export function mutedStrings({ notes }: PlayedStroke, strings: number): string | null {
  const muted = notes.filter((note) => note.kind === 'mute');
  if (muted.length === 0) return null;
  if (muted.length === notes.length) return '';
  return muted.map((note) => strings - note.string).join('');
}

/** Bends by quarter tones, as they are written in whole tones. */
const BENDS: Readonly<Record<number, string>> = { 1: '¼', 2: '½', 4: '1', 6: '1½', 8: '2' };

const GRACES = { hammer: 'h', pull: 'p', slide: '/' } as const;
const REACHED = { hammer: 'h', pull: 'p', 'slide-up': '/', 'slide-down': '\\', tap: 't' } as const;

/**
 * A note in text tab, with the usual letters of tab as people type it: `h7`, `/9`, `9b1`, `9pb1`, `5tr7`, `t12`, `7~`, `7\\`
 * (common practice).
 */
export function noteText(note: PlayedNote): string {
  const { grace, bend } = noteMarks({ ...note, trill: null });
  const { text } = noteMarks({ ...note, trill: null });
  const from = note.from === null ? '' : note.from === 'below' ? '/' : '\\';
  const lead = grace || from || (note.reached === null ? '' : REACHED[note.reached]);
  const bent = bend === null ? '' : `${bend.before ? 'p' : ''}b${bend.text}${bend.release ? 'r' : ''}`;
  const trill = note.trill === null ? '' : `tr${note.trill}`;
  const off = note.off === null ? '' : note.off === 'up' ? '/' : '\\';
  return `${lead}${text}${bent}${trill}${note.vibrato ? '~' : ''}${off}`;
}

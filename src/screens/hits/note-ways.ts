import type { Fret } from '../../core/instrument/index';
import { deadStrum, type LineNote, type LineStep } from '../../core/line/index';
import { changeNotes, changeStep, type HitsPlaceChange } from './line-actions';
import type { Outcome } from './actions';

/** Something a note or a whole step of a line can be, by a key and in the menu. */
export interface NoteWay {
  readonly key: string;
  readonly words: string;
  readonly hint: string;
  readonly note?: (note: LineNote) => LineNote | null;
  readonly step?: (step: LineStep, strings: number) => LineStep | null;
}

/** A field of a note or step that is left out where it is as usual. */
function next<T, K extends keyof T>(of: T, key: K, order: readonly (T[K] | undefined)[]): T {
  const at = order.indexOf(of[key]);
  const value = order[(at + 1) % order.length];
  const { [key]: _was, ...rest } = of;
  return (value === undefined ? rest : { ...rest, [key]: value }) as T;
}

/** Two frets below, the usual short note. */
function withGrace(note: LineNote): LineNote | null {
  const { grace, ...plain } = note;
  if (note.fret === null || note.fret === 0) return null;
  const below = Math.max(0, note.fret - 2) as Fret;
  if (grace === undefined) return { ...note, reached: null, grace: { fret: below, reached: 'hammer' } };
  if (grace.reached === 'hammer') return { ...note, grace: { fret: below, reached: 'slide' } };
  if (grace.reached === 'slide')
    return { ...note, grace: { fret: (note.fret + 2) as Fret, reached: 'pull' } };
  return plain;
}

/** The power chord on a note: root alone, root and fifth, root, fifth and octave; only where it lies on fourths. */
function withFifth(step: LineStep, strings: number): LineStep | null {
  const [root] = step.notes;
  if (root === undefined || root.fret === null || step.notes.length > 3) return null;
  const above = (by: number): LineNote[] =>
    root.string + by < strings ? [{ ...root, string: root.string + by, fret: (root.fret! + 2) as Fret }] : [];
  const notes =
    step.notes.length === 1
      ? [root, ...above(1)]
      : step.notes.length === 2
        ? [root, ...above(1), ...above(2)]
        : [root];
  return { ...step, notes };
}

export const NOTE_WAYS: readonly NoteWay[] = [
  {
    key: 'T',
    words: 'tapped',
    hint: 'The picking hand hammers it on the neck: t12@3.',
    note: (n) => ({ ...n, reached: n.reached === 'tap' ? null : 'tap' }),
  },
  {
    key: 'S',
    words: 'slid into from nowhere: below, above, not',
    hint: 'Struck while sliding in: su7@3 from below, sd7@3 from above.',
    note: (n) => next({ ...n, reached: null }, 'from', [undefined, 'below', 'above']),
  },
  {
    key: 'O',
    words: 'slid off at its end: down, up, not',
    hint: 'Into nothing: 7@3sd down, 7@3su up.',
    note: (n) => next(n, 'off', [undefined, 'down', 'up']),
  },
  {
    key: 'D',
    words: 'a short note before it: hammered, slid, pulled, none',
    hint: 'A grace note: (5)h7@3.',
    note: withGrace,
  },
  {
    key: 'G',
    words: 'bent before the stroke, or after',
    hint: 'A pre-bend: 9@3pb1, let down again 9@3pb1r.',
    note: (n) =>
      n.fret === null || n.fret === 0
        ? null
        : {
            ...n,
            bend:
              n.bend === null
                ? { quarters: 4, release: false, before: true }
                : n.bend.before
                  ? { quarters: n.bend.quarters, release: n.bend.release }
                  : { ...n.bend, before: true },
          },
  },
  {
    key: 'Y',
    words: 'how: slapped, popped, raked into, picked',
    hint: 'S, P or R behind the note: 0@4S, 2@2P, 7@3R.',
    step: (s) => next(s, 'technique', [undefined, 'slap', 'pop', 'rake']),
  },
  {
    key: 'c',
    words: 'power chord on it: with fifth, with octave, alone',
    hint: 'Up to six notes at once: 577xxx, s799xxx slid, hx02230 hammered.',
    step: withFifth,
  },
  {
    key: 'X',
    words: 'dead strum: all strings muted, raked, scraped',
    hint: 'X, R or Z in the line.',
    step: (s, strings) => {
      const isStrum = s.notes.length === strings && s.notes.every((n) => n.fret === null);
      const technique = !isStrum
        ? undefined
        : s.technique === undefined
          ? 'rake'
          : s.technique === 'rake'
            ? 'scrape'
            : undefined;
      return { ...deadStrum(s.at, strings, technique), weak: s.weak, direction: s.direction };
    },
  },
  {
    key: 'V',
    words: 'a guess, or not',
    hint: '? behind the note: it may be another one.',
    step: (s) => next(s, 'guess', [undefined, true]),
  },
];

/** Does to the note at a place, or the last before it, what a way says. */
export function applyWay(way: NoteWay, { scope, place }: HitsPlaceChange): Outcome {
  const label = way.words.split(/[:,]/)[0]!;
  if (way.note) return changeNotes(scope, place, way.note, label);
  const strings = scope.song.players[place.player].tuning.length;
  return changeStep(scope, place, (s) => way.step!(s, strings), label);
}

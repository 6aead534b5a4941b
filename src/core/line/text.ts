import { fail, ok, type Result } from '../base/index';
import type { Fret } from '../instrument/index';
import { barTicks, formatMeter, type Meter } from '../time/index';
import type { Bend, Line, LineNote, LineStep } from './line';

/** Where and why a line cannot be read; `offset` counts characters from the start of the bar's text. */
export interface LineProblem {
  readonly offset: number;
  readonly length: number;
  readonly message: string;
}

const NOTE_EXPECTED =
  'expected notes as fret@string, like 7@3 (string 1 is the highest), two at once joined by +, r for silence or . to hold';

/** Most places a bar of a line is divided into. */
const MOST_PLACES = 96;

/**
 * Reads one bar of a line, `5@4 h7@4 . 9@3b1 . r`: the words divide the bar evenly, `.` lets the step before go on.
 * Fails with every problem. What can be played is another question: see `stepTrouble`.
 */
export function parseLine(
  text: string,
  options: { meter: Meter; strings: number },
): Result<Line, readonly LineProblem[]> {
  const words = [...text.matchAll(/\S+/g)].map((m) => ({ text: m[0], offset: m.index }));
  const step = barTicks(options.meter) / words.length;
  if (words.length === 0) return fail([{ offset: 0, length: 1, message: `an empty line; ${NOTE_EXPECTED}` }]);
  if (!Number.isInteger(step) || words.length > MOST_PLACES) {
    const message = `${words.length} steps do not divide a ${formatMeter(options.meter)} bar evenly; expected 8, 12, 16 or 24 (use . to hold)`;
    return fail([{ offset: words[0]!.offset, length: text.trim().length, message }]);
  }
  const problems: LineProblem[] = [];
  const line: LineStep[] = [];
  words.forEach((word, i) => {
    if (word.text === '.') return;
    const read = parseStep(word.text, options.strings);
    if (read.ok) line.push({ ...read.value, at: i * step });
    else problems.push({ offset: word.offset, length: word.text.length, message: read.error });
  });
  return problems.length > 0 ? fail(problems) : ok(line);
}

/** The fewest words that put every step in its place: what `parseLine` reads back. */
export function formatLine(line: Line, options: { meter: Meter; strings: number }): string {
  const bar = barTicks(options.meter);
  for (let n = 1; n <= MOST_PLACES; n += 1) {
    const place = bar / n;
    if (!Number.isInteger(place) || line.some((s) => s.at % place !== 0)) continue;
    return Array.from({ length: n }, (_, i) => {
      const step = line.find((s) => s.at === i * place);
      return step ? formatStep(step, options.strings) : '.';
    }).join(' ');
  }
  throw new RangeError(`No division of a bar of ${bar} ticks reaches every step`);
}

/** Reads `r`, `7@3`, `p5@3m`, `9@3b1+7@2`; `at` is 0. */
export function parseStep(text: string, strings: number): Result<LineStep> {
  const marks = /[mwv^]*$/.exec(text)![0];
  const body = text.slice(0, text.length - marks.length);
  const step = {
    at: 0,
    muted: marks.includes('m'),
    weak: marks.includes('w'),
    direction: marks.includes('v') ? 'down' : marks.includes('^') ? 'up' : null,
  } as const;
  if (body === 'r') return marks === '' ? ok({ ...step, notes: [] }) : fail(`a silence cannot be struck`);
  const notes: LineNote[] = [];
  for (const part of body.split('+')) {
    const note = parseNoteText(part, strings);
    if (!note.ok) return note;
    if (notes.some((n) => n.string === note.value.string))
      return fail(`"${text}" has two notes on one string; expected a string for each`);
    notes.push(note.value);
  }
  if (notes.length > 2) return fail(`"${text}" has ${notes.length} notes; expected one or two`);
  return ok({ ...step, notes: [...notes].sort((a, b) => a.string - b.string) });
}

const LEADS = { h: 'hammer', p: 'pull', s: 'slide' } as const;

function parseNoteText(text: string, strings: number): Result<LineNote> {
  const match = /^([hps]?)(\d{1,2}|x)@(\d)(.*)$/.exec(text);
  if (!match) return fail(`"${text}" is no note; ${NOTE_EXPECTED}`);
  const number = Number(match[3]);
  if (number < 1 || number > strings)
    return fail(`string ${number} is not there; expected 1 (highest) to ${strings}`);
  const fret = match[2] === 'x' ? null : (Number(match[2]) as Fret);
  const tail = /^(?:b(1\/4|1\/2|1|3\/2|2)(r?))?(?:t(\d{1,2}))?(?:n(\d{1,2})?)?(~?)$/.exec(match[4]!);
  if (!tail) {
    return fail(
      `"${match[4]!}" after ${match[2]!}@${number} is not known; expected b1/4, b1/2, b1, b3/2 or b2 for a bend (r lets it down), t7 for a trill, n for a harmonic (n19 tapped), ~ for vibrato`,
    );
  }
  const harmonic = /n/.test(match[4]!)
    ? tail[4] === undefined
      ? 'natural'
      : (Number(tail[4]) as Fret)
    : null;
  return ok({
    string: strings - number,
    fret,
    reached: match[1] === '' ? null : LEADS[match[1] as keyof typeof LEADS],
    bend: tail[1] === undefined ? null : { quarters: QUARTERS[tail[1]]!, release: tail[2] === 'r' },
    trill: tail[3] === undefined ? null : (Number(tail[3]) as Fret),
    vibrato: tail[5] === '~',
    harmonic,
  });
}

/** Bends as written, in whole tones, by their quarter tones. */
const QUARTERS: Readonly<Record<string, number>> = { '1/4': 1, '1/2': 2, '1': 4, '3/2': 6, '2': 8 };

/** "quarter", "half", "whole": how far a bend goes, for people. */
export function bendWords(bend: Bend): string {
  const far = { 1: 'quarter', 2: 'half', 4: 'whole', 6: 'one and a half', 8: 'two whole' }[bend.quarters];
  return `${far ?? `${bend.quarters} quarter`} bend${bend.release ? ', let down' : ''}`;
}

export function formatStep(step: LineStep, strings: number): string {
  if (step.notes.length === 0) return 'r';
  const direction = step.direction === null ? '' : step.direction === 'down' ? 'v' : '^';
  return `${step.notes.map((n) => formatNote(n, strings)).join('+')}${step.muted ? 'm' : ''}${step.weak ? 'w' : ''}${direction}`;
}

function formatNote(note: LineNote, strings: number): string {
  const lead = note.reached === null ? '' : note.reached[0]!;
  const amount = Object.entries(QUARTERS).find(([, q]) => q === note.bend?.quarters)?.[0];
  const bend = note.bend === null ? '' : `b${amount ?? '1'}${note.bend.release ? 'r' : ''}`;
  const trill = note.trill === null ? '' : `t${note.trill}`;
  const harmonic = note.harmonic === null ? '' : note.harmonic === 'natural' ? 'n' : `n${note.harmonic}`;
  return `${lead}${note.fret ?? 'x'}@${strings - note.string}${bend}${trill}${harmonic}${note.vibrato ? '~' : ''}`;
}

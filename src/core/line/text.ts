import { fail, ok, remember, type Result } from '../base/index';
import { formatFingering, formatGrip, parseFingering, parseGrip } from '../grip/index';
import type { Fret } from '../instrument/index';
import {
  asGroup,
  barTicks,
  dividedBy,
  formatMeter,
  groupedWords,
  isDivided,
  isUsualStep,
  type Meter,
} from '../time/index';
import {
  deadStrum,
  isDead,
  plainNote,
  stepGrip,
  type Bend,
  type Line,
  type LineNote,
  type LineStep,
} from './line';

/** Where and why a line cannot be read; `offset` counts characters from the start of the bar's text. */
export interface LineProblem {
  readonly offset: number;
  readonly length: number;
  readonly message: string;
}

const NOTE_EXPECTED =
  'expected notes as fret@string, like 7@3 (string 1 is the highest), several at once joined by + or as a grip like 577xxx, X for dead strings, r for silence or . to hold';

/** Most places a bar of a line is divided into. */
const MOST_PLACES = 96;

/**
 * Reads one bar of a line, `5@4 h7@4 . 9@3b1 . r`: the words divide the bar evenly, `.` lets the step before go on,
 * `{5@4 7@4 5@4}` stand three in the time of two.
 * Fails with every problem. What can be played is another question: see `stepTrouble`.
 */
export function parseLine(
  text: string,
  options: { meter: Meter; strings: number },
): Result<Line, readonly LineProblem[]> {
  return readLine(`${options.strings} ${formatMeter(options.meter)} ${text}`);
}

/** Remembered: a chart is read anew with every keystroke, and most of its bars are as they were. */
const readLine = remember((key: string): Result<Line, readonly LineProblem[]> => {
  const [, strings, beats, unit, text] = /^(\d+) (\d+)\/(\d+) ([\s\S]*)$/.exec(key)!;
  const meter = { beats: Number(beats), unit: Number(unit) as Meter['unit'] };
  return lineIn(text!, { meter, strings: Number(strings) });
});

function lineIn(
  text: string,
  options: { meter: Meter; strings: number },
): Result<Line, readonly LineProblem[]> {
  const words = [...text.matchAll(/\S+/g)].map((m) => ({ text: m[0], offset: m.index }));
  if (words.length === 0) return fail([{ offset: 0, length: 1, message: `an empty line; ${NOTE_EXPECTED}` }]);
  const divided = dividedBy(words, {
    open: (word) => word.text.startsWith('{'),
    close: (word) => word.text.endsWith('}'),
  });
  const whole = { offset: words[0]!.offset, length: text.trim().length };
  if (divided === null) {
    const message =
      'a group is not closed; expected { before its first note and } behind its last, like {5@4 7@4 5@4}';
    return fail([{ ...whole, message }]);
  }
  const step = barTicks(options.meter) / divided.places;
  const tickOf = (at: number) => Math.round(at * step * 1e6) / 1e6;
  const starts = divided.items.map(({ at }) => tickOf(at));
  if (!isDivided(starts, barTicks(options.meter), MOST_PLACES) || words.length > MOST_PLACES) {
    const message = `${words.length} steps do not divide a ${formatMeter(options.meter)} bar evenly; expected 8, 12, 16 or 24 (use . to hold)`;
    return fail([{ ...whole, message }]);
  }
  const problems: LineProblem[] = [];
  const line: LineStep[] = [];
  for (const { item: word, at } of divided.items) {
    const note = onString(word.text.replace(/^{/, '').replace(/}$/, ''), line.at(-1), options.strings);
    if (note === '.') continue;
    const read = parseStep(note, options.strings);
    if (read.ok) line.push({ ...read.value, at: tickOf(at) });
    else problems.push({ offset: word.offset, length: word.text.length, message: read.error });
  }
  return problems.length > 0 ? fail(problems) : ok(line);
}

/** A fret alone stands on the string of the note before: `5@4 h7 5` is `5@4 h7@4 5@4`. */
function onString(word: string, before: LineStep | undefined, strings: number): string {
  const bare = /^((?:\(\d{1,2}\)[hps]|su|sd|[hpst])?\d{1,2})(?![\dx@-])(.*)$/.exec(word);
  const [note, ...others] = before?.notes ?? [];
  if (!bare || !note || others.length > 0 || word.includes('@') || word.length === strings) return word;
  return `${bare[1]!}@${strings - note.string}${bare[2]!}`;
}

/** The fewest words that put every step in its place: what `parseLine` reads back. */
export function formatLine(line: Line, options: { meter: Meter; strings: number }): string {
  const bar = barTicks(options.meter);
  for (let n = 1; n <= MOST_PLACES; n += 1) {
    const place = bar / n;
    if (!Number.isInteger(place) || line.some((s) => s.at % place !== 0)) continue;
    const named = line.map((s) => ({ at: s.at, text: formatStep(s, options.strings) }));
    const words = Array.from({ length: n }, (_, i) => named.find((s) => s.at === i * place)?.text ?? '.');
    if (!isUsualStep(place)) return asGroup(words);
    return (n > 8 ? groupedWords(named, bar, n) : null) ?? words.join(' ');
  }
  throw new RangeError(`No division of a bar of ${bar} ticks reaches every step`);
}

/**
 * Reads `r`, `7@3`, `p5@3m`, `9@3b1+7@2`, a whole grip like `577xxx` or `s799xxx`, and `X`, `R`, `Z` for all strings
 * dead, raked or scraped; `at` is 0.
 */
export function parseStep(text: string, strings: number): Result<LineStep> {
  // The wave of a vibrato may stand among the marks of the stroke.
  const run = /[mwv^SPR?~]*$/.exec(text)![0];
  const marks = run.replaceAll('~', '');
  const body = text.slice(0, text.length - run.length) + (run.includes('~') ? '~' : '');
  if (/^[XZ]?$/.test(body) && /^R?[wv^?]*$/.test(marks) && body + marks !== '')
    return deadWord(body || 'R', body === '' ? marks.slice(1) : marks, strings);
  const technique = TECHNIQUE_MARKS.find(([mark]) => marks.includes(mark))?.[1] ?? null;
  const step = {
    at: 0,
    muted: marks.includes('m'),
    weak: marks.includes('w'),
    direction: marks.includes('v') ? 'down' : marks.includes('^') ? 'up' : null,
    ...(technique ? { technique } : {}),
    ...(marks.includes('?') ? { guess: true as const } : {}),
  } as const;
  if (body === 'r')
    return /^\??$/.test(marks) ? ok({ ...step, notes: [] }) : fail(`a silence cannot be struck`);
  const own = /^(.*[^(])\(([1-4T]+)\)(su|sd)?$/.exec(body);
  const notes = parseNotes(own ? own[1]! + (own[3] ?? '') : body, strings);
  if (!notes.ok || !own) return notes.ok ? ok({ ...step, notes: notes.value }) : notes;
  const fingers = parseFingering(own[2]!, stepGrip({ ...step, notes: notes.value }, strings));
  return fingers.ok ? ok({ ...step, notes: notes.value, fingers: fingers.value }) : fingers;
}

const TECHNIQUE_MARKS = [
  ['S', 'slap'],
  ['P', 'pop'],
  ['R', 'rake'],
] as const;

function deadWord(word: string, marks: string, strings: number): Result<LineStep> {
  if (word === 'R' && marks.includes('R')) return fail(`"R${marks}" is no note; ${NOTE_EXPECTED}`);
  const strum = deadStrum(0, strings, word === 'R' ? 'rake' : word === 'Z' ? 'scrape' : undefined);
  return ok({
    ...strum,
    weak: marks.includes('w'),
    direction: marks.includes('v') ? 'down' : marks.includes('^') ? 'up' : null,
    ...(marks.includes('?') ? { guess: true as const } : {}),
  });
}

/** `7@3+8@2`, or a whole grip with how it is reached before it. */
function parseNotes(body: string, strings: number): Result<readonly LineNote[]> {
  if (!body.includes('@')) {
    const word = /^(su|sd|[hps]?)([\dx-]+?)(su|sd)?$/.exec(body);
    const isGrip = word !== null && (word[2]!.length === strings || word[2]!.includes('-'));
    const grip = isGrip ? parseGrip(word[2]!, strings) : null;
    if (!word || !grip) return fail(`"${body}" is no note; ${NOTE_EXPECTED}`);
    if (!grip.ok) return grip;
    const notes = grip.value.flatMap((fret, string): LineNote[] =>
      fret === null ? [] : [{ ...plainNote(string, fret), ...leadOf(word[1] ?? ''), ...offOf(word[3]) }],
    );
    return notes.length > 0
      ? ok(notes)
      : fail(`"${body}" has no notes; expected r for a silence, X for dead strings`);
  }
  const notes: LineNote[] = [];
  for (const part of body.split('+')) {
    const note = parseNoteText(part, strings);
    if (!note.ok) return note;
    if (notes.some((n) => n.string === note.value.string))
      return fail(`"${body}" has two notes on one string; expected a string for each`);
    notes.push(note.value);
  }
  return ok([...notes].sort((a, b) => a.string - b.string));
}

const LEADS = { h: 'hammer', p: 'pull', s: 'slide', t: 'tap' } as const;

function leadOf(lead: string): Pick<LineNote, 'reached' | 'from'> {
  if (lead === 'su' || lead === 'sd') return { reached: null, from: lead === 'su' ? 'below' : 'above' };
  return { reached: lead === '' ? null : LEADS[lead as keyof typeof LEADS] };
}

function offOf(tail: string | undefined): Pick<LineNote, 'off'> {
  return tail === undefined || tail === '' ? {} : { off: tail === 'su' ? 'up' : 'down' };
}

function parseNoteText(text: string, strings: number): Result<LineNote> {
  const match = /^(?:\((\d{1,2})\)([hps])|(su|sd|[hpst]?))(\d{1,2}|x)@(\d)(.*)$/.exec(text);
  if (!match) return fail(`"${text}" is no note; ${NOTE_EXPECTED}`);
  const number = Number(match[5]);
  if (number < 1 || number > strings)
    return fail(`string ${number} is not there; expected 1 (highest) to ${strings}`);
  const fret = match[4] === 'x' ? null : (Number(match[4]) as Fret);
  const after = match[6]!;
  const tail = /^(?:(p?)(b)(1\/4|1\/2|1|3\/2|2)?(r?))?(?:t(\d{1,2}))?(?:n(\d{1,2})?)?(~?)(su|sd)?$/.exec(
    after,
  );
  if (!tail) {
    return fail(
      `"${after}" after ${match[4]!}@${number} is not known; expected b1/4, b1/2, b1, b3/2 or b2 for a bend (pb1 before the stroke, r lets it down), t7 for a trill, n for a harmonic (n19 tapped), ~ for vibrato, su or sd to slide off`,
    );
  }
  const [, before, bent, far, release, trilled, tapped, wave, slidOff] = tail;
  const harmonic = /n/.test(after) ? (tapped === undefined ? 'natural' : (Number(tapped) as Fret)) : null;
  return ok({
    string: strings - number,
    fret,
    ...leadOf(match[3] ?? ''),
    ...(match[1] === undefined
      ? {}
      : { grace: { fret: Number(match[1]) as Fret, reached: LEADS[match[2] as 'h' | 'p' | 's'] } }),
    bend:
      bent === undefined
        ? null
        : {
            // By a whole tone where nothing else is said (common practice).
            quarters: QUARTERS[far ?? '1']!,
            release: release === 'r',
            ...(before === 'p' ? { before: true as const } : {}),
          },
    trill: trilled === undefined ? null : (Number(trilled) as Fret),
    vibrato: wave === '~',
    harmonic,
    ...offOf(slidOff),
  });
}

/** Bends as written, in whole tones, by their quarter tones. */
const QUARTERS: Readonly<Record<string, number>> = { '1/4': 1, '1/2': 2, '1': 4, '3/2': 6, '2': 8 };

/** "quarter", "half", "whole": how far a bend goes, for people. */
export function bendWords(bend: Bend): string {
  const far = { 1: 'quarter', 2: 'half', 4: 'whole', 6: 'one and a half', 8: 'two whole' }[bend.quarters];
  return `${far ?? `${bend.quarters} quarter`} ${bend.before ? 'pre-bend' : 'bend'}${bend.release ? ', let down' : ''}`;
}

/** A step as `parseStep` reads it for `strings` strings, where it stands left out: `h7@3`, `577xxx`, `r`. */
export function formatStep(step: LineStep, strings: number): string {
  const guess = step.guess ? '?' : '';
  if (step.notes.length === 0) return `r${guess}`;
  const direction = step.direction === null ? '' : step.direction === 'down' ? 'v' : '^';
  const isStrum = isDead(step) && step.notes.length === strings && step.notes.every((n) => isPlain(n));
  if (isStrum && !step.muted && !['slap', 'pop'].includes(step.technique ?? '')) {
    const word = step.technique === 'rake' ? 'R' : step.technique === 'scrape' ? 'Z' : 'X';
    return `${word}${step.weak ? 'w' : ''}${direction}${guess}`;
  }
  const technique = { slap: 'S', pop: 'P', rake: 'R', scrape: '' }[step.technique ?? 'scrape'];
  const fingers = step.fingers ? `(${formatFingering(step.fingers)})` : '';
  const grip = asGrip(step, strings);
  const notes =
    grip === null
      ? step.notes.map((n) => formatNote(n, strings)).join('+') + fingers
      : `${grip}${fingers}${offText(step.notes[0]!)}`;
  return `${notes}${step.muted ? 'm' : ''}${step.weak ? 'w' : ''}${direction}${technique}${guess}`;
}

/** Three notes and more that are all reached in one way, as a grip; null where they are not. */
function asGrip(step: LineStep, strings: number): string | null {
  const [first] = step.notes;
  if (step.notes.length < 3 || first === undefined) return null;
  const { reached, from, off } = first;
  const alike = step.notes.every(
    (n) => n.fret !== null && isPlain(n) && n.reached === reached && n.from === from && n.off === off,
  );
  if (!alike || reached === 'tap') return null;
  return `${leadText(first)}${formatGrip(stepGrip(step, strings))}`;
}

/** Nothing but where it is and how it is reached and left. */
function isPlain(note: LineNote): boolean {
  return (
    note.bend === null &&
    note.trill === null &&
    note.harmonic === null &&
    !note.vibrato &&
    note.grace === undefined
  );
}

function leadText({ reached, from, grace }: LineNote): string {
  if (grace) return `(${grace.fret})${grace.reached[0]!}`;
  if (from) return from === 'below' ? 'su' : 'sd';
  return reached === null ? '' : reached[0]!;
}

function offText({ off }: LineNote): string {
  return off === undefined ? '' : off === 'up' ? 'su' : 'sd';
}

function formatNote(note: LineNote, strings: number): string {
  const amount = Object.entries(QUARTERS).find(([, q]) => q === note.bend?.quarters)?.[0];
  const bend =
    note.bend === null
      ? ''
      : `${note.bend.before ? 'p' : ''}b${amount ?? '1'}${note.bend.release ? 'r' : ''}`;
  const trill = note.trill === null ? '' : `t${note.trill}`;
  const harmonic = note.harmonic === null ? '' : note.harmonic === 'natural' ? 'n' : `n${note.harmonic}`;
  return `${leadText(note)}${note.fret ?? 'x'}@${strings - note.string}${bend}${trill}${harmonic}${note.vibrato ? '~' : ''}${offText(note)}`;
}

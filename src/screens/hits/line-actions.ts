import { isStep, leavesRoom, ownCells, PLAYER_WORDS, PLAYERS, type Player } from '../../core/form/index';
import { openStrings, usableFrets, type Fret } from '../../core/instrument/index';
import {
  bassRoots,
  formatLine,
  harmonyLine,
  movedLine,
  octaveDouble,
  parseLine,
  plainNote,
  plainStep,
  type Harmony,
  type Line,
  type LineNote,
  type LineStep,
} from '../../core/line/index';
import type { Edit } from '../../core/song/index';
import { barTicks } from '../../core/time/index';
import type { HitsPlace, Outcome } from './actions';
import { isGuess, sureOf } from '../../core/hits/index';
import { barOf, closedFor } from './actions';
import type { HitsScope } from './scope';

const no = (why: string): Outcome => ({ edit: null, why });

/** The line a player plays at a place, or null: a bar may hold grips with hits beside it. */
export function lineAt(scope: HitsScope, { player, tick }: HitsPlace): Line | null {
  const bar = scope.bars[barOf(scope, tick)];
  const line = bar?.lines?.[player];
  if (!bar || !line) return null;
  if (!leavesRoom(line, bar.cells[player])) return line;
  const inBar = tick % barTicks(scope.meter);
  const now = bar.cells[player].findLast((c) => c.at <= inBar);
  const isAlone = bar.hits[player] === null && ownCells(bar.cells[player]).length === 0;
  return isAlone || (now !== undefined && isStep(now)) ? line : null;
}

/** The line of a bar as chart text. */
export function lineText(scope: HitsScope, player: Player, line: Line): string {
  return formatLine(line, { meter: scope.meter, strings: scope.song.players[player].tuning.length });
}

/** `beside`: the grips and hits of the bar stay where the line leaves room for them. */
function lineEdit(
  scope: HitsScope,
  { player, bar, line, beside = true }: { player: Player; bar: number; line: Line | null; beside?: boolean },
): Edit {
  return { kind: 'setLine', change: { ...scope.address(bar), player, line, beside } };
}

export function setLine(scope: HitsScope, place: HitsPlace, line: Line | null, label: string): Outcome {
  if (scope.closed !== null) return no(scope.closed);
  const bar = barOf(scope, place.tick);
  return {
    edit: lineEdit(scope, { player: place.player, bar, line }),
    label: `${label} for ${PLAYER_WORDS[place.player]}, ${scope.barNames[bar]}`,
  };
}

/** The hits of a bar, or every note of its line, a guess; sure where they are one already. */
export function guessBar(scope: HitsScope, place: HitsPlace): Outcome {
  const { player, tick } = place;
  const bar = barOf(scope, tick);
  const line = lineAt(scope, place);
  if (line) {
    const isSure = line.some((s) => s.notes.length > 0 && !s.guess);
    const next = line.map(({ guess: _was, ...s }) =>
      isSure && s.notes.length > 0 ? { ...s, guess: true as const } : s,
    );
    return setLine(scope, place, next, isSure ? 'a guess' : 'no guess');
  }
  const why = closedFor(scope, player, bar, tick);
  if (why !== null) return no(why);
  const hits = scope.bars[bar]?.hits[player] ?? null;
  if (hits === null) return no('No hits are written here yet; the grip itself is a guess on Split');
  const next = isGuess(hits) ? sureOf(hits) : `~${hits}`;
  const edit: Edit = { kind: 'setHits', changes: [{ ...scope.address(bar), player, hits: next }] };
  return {
    edit,
    label: `${isGuess(hits) ? 'no guess' : 'a guess'}: ${PLAYER_WORDS[player]}, ${scope.barNames[bar]}`,
  };
}

/** Reads what was typed for a bar; a message says what is wrong. */
export function typedLine(scope: HitsScope, player: Player, text: string): Line | string {
  const read = parseLine(text, { meter: scope.meter, strings: scope.song.players[player].tuning.length });
  return read.ok ? read.value : read.error.map((p) => p.message).join('; ');
}

/**
 * A line from a place to the end of its bar, to begin with the lowest note of each grip in the rhythm that is struck now;
 * what is struck before it stays.
 */
export function beginLine(scope: HitsScope, place: HitsPlace): Outcome {
  const { player, tick } = place;
  const bar = barOf(scope, tick);
  const length = barTicks(scope.meter);
  const start = bar * length;
  const steps: LineStep[] = [];
  for (const mark of scope.marks[player]) {
    if (mark.at < tick || mark.at >= start + length) continue;
    const string = mark.grip.findIndex((f) => f !== null);
    if (string < 0) continue;
    const note = plainNote(string, mark.grip[string]!);
    steps.push({
      ...plainStep(mark.at - start, [mark.kind === 'dead' ? { ...note, fret: null } : note]),
      muted: mark.kind === 'mute',
      weak: mark.weak,
    });
    const last = steps.at(-1)!;
    const next = scope.marks[player].find((m) => m.at > mark.at);
    const until = Math.min(next?.at ?? Infinity, start + length);
    if (mark.kind === 'ring' && mark.end < until) steps.push(plainStep(mark.end - start, []));
    if (last.at === steps.at(-2)?.at) steps.splice(-2, 1);
  }
  const begun = steps[0]?.at === tick - start ? steps : [plainStep(tick - start, []), ...steps];
  return setLine(scope, place, begun, 'a line from here on');
}

/** The step that sounds at a tick of the bar, and whether it begins there. */
export function stepAt(line: Line, inBar: number): LineStep | null {
  return line.findLast((s) => s.at <= inBar) ?? null;
}

function withStep(line: Line, step: LineStep): Line {
  return [...line.filter((s) => s.at !== step.at), step].sort((a, b) => a.at - b.at);
}

function inBarOf(scope: HitsScope, tick: number): number {
  return tick % barTicks(scope.meter);
}

/** Puts a note at the cursor; `add` keeps the note of another string that is there. */
export function putNote(scope: HitsScope, place: HitsPlace, note: LineNote, add: boolean): Outcome {
  const line = lineAt(scope, place) ?? [];
  const at = inBarOf(scope, place.tick);
  const there = line.find((s) => s.at === at);
  const others = add ? (there?.notes ?? []).filter((n) => n.string !== note.string).slice(0, 5) : [];
  const notes = [...others, note].sort((a, b) => a.string - b.string);
  const step = { ...(there ?? plainStep(at, [])), notes };
  return setLine(scope, place, withStep(line, step), `fret ${note.fret ?? 'x'}`);
}

/** A silence at the cursor. */
export function putRest(scope: HitsScope, place: HitsPlace): Outcome {
  const line = lineAt(scope, place) ?? [];
  return setLine(scope, place, withStep(line, plainStep(inBarOf(scope, place.tick), [])), 'a silence');
}

/** The step that begins at the cursor is taken away: the one before it goes on. */
export function dropStep(scope: HitsScope, place: HitsPlace): Outcome {
  const line = lineAt(scope, place) ?? [];
  const at = inBarOf(scope, place.tick);
  if (!line.some((s) => s.at === at)) return no('No note begins here');
  return setLine(
    scope,
    place,
    line.filter((s) => s.at !== at),
    'the note before goes on',
  );
}

/** Changes every note of the step at the cursor, or the last one before it. */
export function changeNotes(
  scope: HitsScope,
  place: HitsPlace,
  change: (note: LineNote) => LineNote | null,
  label: string,
): Outcome {
  const line = lineAt(scope, place) ?? [];
  const step = stepAt(line, inBarOf(scope, place.tick));
  if (!step || step.notes.length === 0) return no('There is no note here to change');
  const notes = step.notes.map(change);
  if (notes.some((n) => n === null)) return no('That does not go on this string');
  return setLine(scope, place, withStep(line, { ...step, notes: notes.flatMap((n) => n ?? []) }), label);
}

/** A place whose note is changed. */
export interface HitsPlaceChange {
  readonly scope: HitsScope;
  readonly place: HitsPlace;
}

export function changeStep(
  scope: HitsScope,
  place: HitsPlace,
  change: (step: LineStep) => LineStep | null,
  label: string,
): Outcome {
  const line = lineAt(scope, place) ?? [];
  const step = stepAt(line, inBarOf(scope, place.tick));
  if (!step || step.notes.length === 0) return no('There is no note here to change');
  const next = change(step);
  return next === null ? no('That does not go here') : setLine(scope, place, withStep(line, next), label);
}

/** A fret up or down; null off the neck. */
export function fretMoved(scope: HitsScope, player: Player, by: number): (note: LineNote) => LineNote | null {
  const last = usableFrets(scope.song.players[player]);
  return (note) => {
    if (note.fret === null) return null;
    const fret = note.fret + by;
    return fret < 0 || fret > last ? null : { ...note, fret: fret as Fret };
  };
}

/** The same pitch on the next string; null where that string has no such fret. */
export function stringMoved(
  scope: HitsScope,
  player: Player,
  by: 1 | -1,
): (note: LineNote) => LineNote | null {
  const rig = scope.song.players[player];
  const open = openStrings(rig);
  const last = usableFrets(rig);
  return (note) => {
    const to = note.string + by;
    if (open[to] === undefined || note.fret === null) return null;
    const fret = note.fret + open[note.string]! - open[to];
    return fret < 0 || fret > last ? null : { ...note, string: to, fret: fret as Fret, reached: null };
  };
}

/** The bend after this one: a quarter, a half, a whole, a whole let down again, none. */
export function nextBend(note: LineNote): LineNote {
  const order = [null, 1, 2, 4, 'r'] as const;
  const now = note.bend === null ? null : note.bend.release ? 'r' : note.bend.quarters;
  const next = order[(order.findIndex((o) => o === now) + 1) % order.length] ?? null;
  if (next === null) return { ...note, bend: null };
  return { ...note, bend: { quarters: next === 'r' ? 4 : next, release: next === 'r' } };
}

/** Bars (from 0) of the scope in which a player has a line. */
export function lineBars(scope: HitsScope, player: Player): readonly number[] {
  return scope.bars.flatMap((bar, b) => (bar.lines?.[player] ? [b] : []));
}

/** What is made of every line of a player in the section for somebody: each bar's, or why one of them does not go. */
function fromLines(
  scope: HitsScope,
  of: { from: Player; to: Player; label: string },
  make: (line: Line, bar: number) => { ok: true; value: Line } | { ok: false; error: string },
): Outcome {
  if (scope.closed !== null) return no(scope.closed);
  const edits: Edit[] = [];
  for (const bar of lineBars(scope, of.from)) {
    const made = make(scope.bars[bar]!.lines![of.from]!, bar);
    if (!made.ok) return no(`${scope.barNames[bar]}: ${made.error}`);
    edits.push(lineEdit(scope, { player: of.to, bar, line: made.value, beside: false }));
  }
  return edits.length === 0
    ? no('There is no line here')
    : { edit: { kind: 'together', edits }, label: of.label };
}

export function harmony(
  scope: HitsScope,
  from: Player,
  what: { harmony: Harmony; side: 'above' | 'below' },
): Outcome {
  const to: Player = from === 'guitar1' ? 'guitar2' : 'guitar1';
  const { players } = scope.song;
  const label = `${PLAYER_WORDS[to]} a ${what.harmony} ${what.side} ${PLAYER_WORDS[from]}`;
  return fromLines(scope, { from, to, label }, (line) =>
    harmonyLine(line, {
      from: players[from],
      to: players[to],
      hand: players[to].hand,
      key: scope.key,
      ...what,
    }),
  );
}

export function octaves(scope: HitsScope, player: Player): Outcome {
  const instrument = scope.song.players[player];
  return fromLines(
    scope,
    { from: player, to: player, label: `octaves for ${PLAYER_WORDS[player]}` },
    (line) => octaveDouble(line, { instrument, key: scope.key }),
  );
}

/** The same notes for the other guitar, on its own strings. */
export function unison(scope: HitsScope, from: Player): Outcome {
  const to = PLAYERS.find((p) => p !== from && p !== 'bass')!;
  const { players } = scope.song;
  const label = `${PLAYER_WORDS[to]} the same line as ${PLAYER_WORDS[from]}`;
  return fromLines(scope, { from, to, label }, (line) =>
    movedLine(line, {
      from: players[from],
      to: players[to],
      hand: players[to].hand,
      key: scope.key,
      semitones: 0,
    }),
  );
}

export function rootsForBass(scope: HitsScope, from: Player): Outcome {
  const { players } = scope.song;
  const length = barTicks(scope.meter);
  return fromLines(
    scope,
    { from, to: 'bass', label: `the bass plays the roots under ${PLAYER_WORDS[from]}` },
    (line, bar) => {
      const own = scope.moments.filter(
        (m) => m.start < (bar + 1) * length && m.start + m.ticks > bar * length,
      );
      const stretches = own
        .filter((m, i) => i === 0 || m.chordStarts)
        .map((m) => ({ at: Math.max(0, m.start - bar * length), root: m.chord?.bassPc ?? null }));
      return bassRoots(line, { from: players[from], bass: players.bass, hand: players.bass.hand, stretches });
    },
  );
}

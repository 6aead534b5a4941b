import type { StemmableNote, TabStave } from 'vexflow/core';
import { mutedStrings, noteMarks, type Sheet } from '../core/sheet/index';
import type { PlayedNote } from '../core/score/index';
import { beamed } from './beamed';
import type { Line } from './layout';
import type { PlacedBar } from './placed';
import { LINE_GAP } from './rows';

/** A bar after it was drawn: where its notes are. */
export interface Drawn {
  readonly placed: PlacedBar;
  readonly notes: readonly StemmableNote[];
  readonly staffNotes: readonly StemmableNote[];
  readonly tab: TabStave;
}

/** Draws what the library has no sign for, or would place without a look at the rest. */
export function drawMarks(
  svg: SVGElement,
  line: Line,
  drawn: readonly Drawn[],
  sheet: Pick<Sheet, 'strings'>,
): void {
  const pen = new Pen(svg);
  const { rows } = line;
  for (const { text, x, row } of rows.words) pen.text(text, x, rows.wordsY + row * 13, 'engraved-words');
  for (const { placed } of drawn) drawHead(pen, placed, line);
  const strokes = drawn.flatMap(({ placed, notes, tab }) => {
    const start = tab.getNoteStartX();
    drawChords(pen, placed, { line, notes, start });
    return placed.bar.notes.map((note, i) => ({
      note,
      x: notes[i]!.getAbsoluteX(),
      last: i === notes.length - 1,
    }));
  });
  drawMutes(pen, strokes, line, sheet.strings.length);
  if (rows.stem !== null) {
    for (const one of drawn) {
      drawStems(pen, one, rows, rows.stem);
      drawGroups(pen, one, rows);
    }
  }
  const y = (string: number) => rows.tabY + (sheet.strings.length - 1 - string) * LINE_GAP;
  strokes.forEach(({ note, x }, i) => {
    const { stroke } = note;
    if (stroke === null) return;
    const next = strokes[i + 1]?.x ?? line.width - 6;
    if (note.first && !note.tiedFrom) {
      if (rows.strokeY !== null && stroke.direction !== null)
        drawDirection(pen, x, rows.strokeY, stroke.direction);
      const words = [
        ...(stroke.technique === 'pick' ? [] : [stroke.technique]),
        ...(stroke.guess ? ['?'] : []),
      ].join(' ');
      if (rows.markY !== null && words !== '') pen.text(words, x, rows.markY, 'engraved-mark', 'middle');
      for (const one of stroke.notes) {
        const from = strokes.findLast(
          (s, n) => n < i && s.note.stroke?.notes.some((m) => m.string === one.string),
        );
        drawNote(pen, one, {
          isTap: stroke.technique === 'tap',
          x,
          y: y(one.string),
          from: from?.x ?? null,
          next,
          top: rows.tabY,
        });
      }
      const fingers = stroke.fingers;
      if (fingers) {
        for (const one of stroke.notes) {
          const finger = fingers[one.string];
          if (finger != null) pen.text(String(finger), x + 7, y(one.string) + 4, 'engraved-finger');
        }
      }
    }
    if (rows.stem !== null && note.dots > 0)
      pen.dot(x + 5, rows.tabEnd + STEM_GAP + (note.base === 2 ? rows.stem / 2 : rows.stem) - 2);
    if (note.last || !note.tiedTo) {
      const wide = strokes[i + 1]?.x ?? line.width - 6;
      for (const one of stroke.notes) {
        if (one.vibrato && rows.markY !== null) pen.wave(x - 3, Math.min(wide - 6, x + 34), rows.markY - 3);
      }
    }
  });
}

/** The number of the bar, its ending, how often it is played. */
function drawHead(pen: Pen, { bar, x, width }: PlacedBar, { rows }: Line): void {
  if (bar.number > 0) pen.text(String(bar.number), x + 2, rows.chordY, 'engraved-number');
  if (rows.endingY === null) return;
  const y = rows.endingY - 10;
  if (bar.ending) {
    const { label, opens, closes } = bar.ending;
    const [left, right] = [x + 1, x + width - (closes ? 3 : 0)];
    const down = y + 11;
    pen.path(
      `M${left},${opens ? down : y} ${opens ? `L${left},${y}` : ''} L${right},${y} ${closes ? `L${right},${down}` : ''}`,
    );
    if (opens) pen.text(label, left + 4, y + 11, 'engraved-mark');
  }
  if (bar.repeatCloses > 2) pen.text(`${bar.repeatCloses}×`, x + width - 4, y + 11, 'engraved-mark', 'end');
}

/** Chord names over the notes they come with; one that would run into the next pushes it aside. */
function drawChords(
  pen: Pen,
  { bar, x, width }: PlacedBar,
  { line, notes, start }: { line: Line; notes: readonly StemmableNote[]; start: number },
): void {
  const xs = bar.notes.map((note, i) => ({ at: note.at, x: notes[i]!.getAbsoluteX() }));
  const end = x + width - 6;
  let free = x + (bar.number > 0 ? 6 + 6 * String(bar.number).length : 2);
  for (const chord of bar.chords) {
    const text = (chord.early === '' ? '' : chord.early.includes('sixteenth') ? '‹‹' : '‹') + chord.text;
    const left = Math.max(free, placeAt(xs, chord.at, { start, end, bar: bar.ticks }) - 4);
    pen.text(text, left, line.rows.chordY, 'engraved-chord');
    free = left + text.length * 8.4 + 6;
  }
}

/** Where a tick of the bar lies: at its note, else between its neighbours. */
function placeAt(
  xs: readonly { at: number; x: number }[],
  at: number,
  { start, end, bar }: { start: number; end: number; bar: number },
): number {
  const before = xs.findLast((one) => one.at <= at + 1);
  const after = xs.find((one) => one.at > at + 1) ?? { at: bar, x: end };
  if (!before) return start;
  if (at - before.at < 1) return before.x;
  return before.x + ((at - before.at) / Math.max(1, after.at - before.at)) * (after.x - before.x);
}

interface Struck {
  readonly note: PlacedBar['bar']['notes'][number];
  readonly x: number;
}

/** One bracket over neighbours that are palm-muted. */
function drawMutes(pen: Pen, strokes: readonly Struck[], { rows, width }: Line, strings: number): void {
  if (rows.muteY === null) return;
  const mutedIn = ({ note }: Struck) => (note.stroke ? mutedStrings(note.stroke, strings) : null);
  let from = 0;
  while (from < strokes.length) {
    const some = mutedIn(strokes[from]!);
    if (some === null) {
      from += 1;
      continue;
    }
    let to = from;
    while (to + 1 < strokes.length && mutedIn(strokes[to + 1]!) === some) to += 1;
    const left = strokes[from]!.x - 5;
    const right = Math.min(width - 2, strokes[to]!.x + 6);
    const y = rows.muteY;
    pen.text(some === '' ? 'P.M.' : `P.M. ${some}`, left, y, 'engraved-mute');
    if (right - left > 42) {
      pen.path(`M${left + (some === '' ? 27 : 36)},${y - 4} L${right},${y - 4}`, 'engraved-dash');
      pen.path(`M${right},${y - 4} v5`);
    }
    from = to + 1;
  }
}

/** Stems below the tab, half as long for a half note (a fret has no head to tell it by), with beams or flags. */
function drawStems(pen: Pen, { placed, notes }: Drawn, { tabEnd }: Line['rows'], stem: number): void {
  const { bar } = placed;
  const top = tabEnd + STEM_GAP;
  const bottom = top + stem;
  const x = (i: number) => notes[i]!.getAbsoluteX();
  const runs = beamed(bar);
  const hangs = new Set(runs.flat());
  bar.notes.forEach((note, i) => {
    if (note.stroke === null || note.base < 2) return;
    const end = note.base === 2 ? top + stem / 2 : bottom;
    pen.path(`M${x(i)},${top} V${end}`, 'engraved-stem');
    if (note.base < 8 || hangs.has(i)) return;
    for (let n = 0; n < flagsOf(note.base); n += 1) {
      const y = bottom - n * BEAM_GAP;
      pen.path(`M${x(i)},${y} q1,-6 6,-9`, 'engraved-stem');
    }
  });
  for (const run of runs) {
    for (let level = 1; level <= 4; level += 1) {
      const y = bottom - (level - 1) * BEAM_GAP;
      const has = (i: number | undefined) => i !== undefined && flagsOf(bar.notes[i]!.base) >= level;
      run.forEach((i, n) => {
        if (!has(i)) return;
        if (has(run[n + 1])) pen.path(`M${x(i)},${y} H${x(run[n + 1]!)}`, 'engraved-beam');
        else if (!has(run[n - 1])) pen.path(`M${x(i)},${y} h${n === 0 ? 6 : -6}`, 'engraved-beam');
      });
    }
  }
}

const STEM_GAP = 8;
const BEAM_GAP = 4.5;

function flagsOf(base: number): number {
  return base < 8 ? 0 : Math.log2(base / 4);
}

/** The number of notes of a group, in a bracket below its stems. */
function drawGroups(pen: Pen, { placed, notes }: Drawn, rows: Line['rows']): void {
  placed.bar.groups.forEach((group, g) => {
    const inside = placed.bar.notes.flatMap((note, i) =>
      note.group === g ? [notes[i]!.getAbsoluteX()] : [],
    );
    const [left, right] = [inside[0], inside.at(-1)];
    if (left === undefined || right === undefined) return;
    const y = rows.tabEnd + STEM_GAP + 12 + rows.stem!;
    const middle = (left + right) / 2;
    const words =
      group.normal === 2 || group.actual > 4 ? String(group.actual) : `${group.actual}:${group.normal}`;
    pen.text(words, middle, y + 2, 'engraved-mark', 'middle');
    if (right - left < 16) return;
    const gap = 3 + words.length * 4;
    pen.path(`M${left - 3},${y - 6} v5 H${middle - gap} M${middle + gap},${y - 1} H${right + 3} v-5`);
  });
}

/** Down: a frame open below; up: a wedge, as strokes of bow and pick are written. */
function drawDirection(pen: Pen, x: number, y: number, direction: 'down' | 'up'): void {
  if (direction === 'down') pen.path(`M${x - 4},${y} v-8 h8 v8 M${x - 4},${y - 7} h8`);
  else pen.path(`M${x - 4},${y - 9} l4,9 l4,-9`);
}

/** How a note is come to, bent and left. */
function drawNote(
  pen: Pen,
  note: PlayedNote,
  at: { x: number; y: number; from: number | null; next: number; top: number; isTap: boolean },
): void {
  const { x, y, from, next, top } = at;
  const { text, grace, bend } = noteMarks(note);
  const half = text.length * 4.6 + 1;
  if (grace !== '') pen.text(grace, x - half - 1, y + 4, 'engraved-grace', 'end');
  if (note.from !== null) {
    const rise = note.from === 'below' ? 5 : -5;
    pen.path(`M${x - half - 11},${y + rise} L${x - half - 1},${y - rise + Math.sign(rise)}`);
  }
  if (note.off !== null) {
    const rise = note.off === 'up' ? -5 : 5;
    pen.path(`M${x + half + 1},${y} L${Math.min(next - 8, x + half + 13)},${y + rise}`);
  }
  if (note.reached === 'tap') {
    if (!at.isTap) pen.text('t', x, top - 6, 'engraved-mark', 'middle');
  } else if (note.reached !== null) {
    const start = from === null ? x - half - 16 : from + 6;
    if (note.reached === 'slide-up' || note.reached === 'slide-down') {
      const rise = note.reached === 'slide-up' ? 4 : -4;
      pen.path(`M${start},${y + rise} L${x - half},${y - rise}`);
    } else {
      const middle = (start + x) / 2;
      pen.path(`M${start - 2},${y - 6} Q${middle},${y - 13} ${x - 2},${y - 6}`);
      pen.text(note.reached === 'hammer' ? 'h' : 'p', middle, y - 11, 'engraved-slur', 'middle');
    }
  }
  if (bend !== null) {
    const [left, peak] = [x + half, top - 9];
    const right = Math.min(Math.max(left + 12, (left + next) / 2), left + 20);
    if (bend.before) pen.path(`M${left + 3},${y - 3} L${left + 3},${peak}`);
    else pen.path(`M${left},${y} Q${right},${y} ${right},${peak}`);
    const tip = bend.before ? left + 3 : right;
    pen.path(`M${tip - 3},${peak + 5} L${tip},${peak} L${tip + 3},${peak + 5}`);
    pen.text(bend.text, tip, peak - 3, 'engraved-bend', 'middle');
    if (bend.release) {
      const down = Math.min(next - 6, tip + 16);
      pen.path(
        `M${tip},${peak} Q${down},${peak} ${down},${y - 3} M${down - 3},${y - 8} L${down},${y - 3} L${down + 3},${y - 8}`,
      );
    }
  }
}

/** Adds shapes and words to a drawing, in its own colours. */
class Pen {
  readonly #svg: SVGElement;
  constructor(svg: SVGElement) {
    this.#svg = svg;
  }

  text(
    words: string,
    x: number,
    y: number,
    look: string,
    anchor: 'start' | 'middle' | 'end' = 'start',
  ): void {
    const element = this.#add('text', look);
    element.setAttribute('x', x.toFixed(1));
    element.setAttribute('y', y.toFixed(1));
    if (anchor !== 'start') element.setAttribute('text-anchor', anchor);
    element.textContent = words;
  }

  path(d: string, look = 'engraved-line'): void {
    this.#add('path', look).setAttribute('d', d);
  }

  dot(x: number, y: number): void {
    const element = this.#add('circle', 'engraved-dot');
    element.setAttribute('cx', x.toFixed(1));
    element.setAttribute('cy', y.toFixed(1));
    element.setAttribute('r', '1.8');
  }

  /** A wavy line. */
  wave(from: number, to: number, y: number): void {
    const waves = Math.max(2, Math.floor((to - from) / 6));
    this.path(
      `M${from},${y} ${Array.from({ length: waves }, (_, i) => `q1.5,${i % 2 === 0 ? -4 : 4} 3,0`).join(' ')}`,
    );
  }

  #add(kind: 'text' | 'path' | 'circle', look: string): SVGElement {
    const element = document.createElementNS('http://www.w3.org/2000/svg', kind);
    element.setAttribute('class', look);
    this.#svg.append(element);
    return element;
  }
}

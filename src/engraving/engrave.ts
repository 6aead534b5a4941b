import {
  Accidental,
  Barline,
  Beam,
  Dot,
  Formatter,
  GhostNote,
  StaveConnector,
  Stave,
  StaveNote,
  StaveTie,
  SVGContext,
  TabNote,
  TabStave,
  TabTie,
  Tuplet,
  Voice,
  type StemmableNote,
} from 'vexflow/core';
import { isSoft, noteMarks, type Sheet, type DrawnBar } from '../core/sheet/index';
import { noteName, type Key, type Midi } from '../core/pitch/index';
import { barTicks } from '../core/time/index';
import { spoken, type Look } from './bar-width';
import { beamed } from './beamed';
import { drawMarks, type Drawn } from './marks';
import type { Line } from './layout';
import type { PlacedBar } from './placed';
import { LINE_GAP } from './rows';

/** What a line is drawn for. */
export interface EngraveOptions {
  readonly sheet: Pick<Sheet, 'strings' | 'open' | 'player'>;
  readonly look: Look;
  /** Pixels a unit is wide. */
  readonly scale: number;
}

/** Colours of the drawing: those of the page around it. */
const INK = 'currentColor';
const PAPER = 'var(--sheet)';
const STAFF_LINE = 'var(--staff-line)';

/**
 * Draws a line of music into an element, in place of what was there. Words, marks and everything that is said come from the
 * same bars as the notes. Throws where the notes cannot be set; the element is empty then.
 */
export function engraveLine(element: HTMLElement, line: Line, { sheet, look, scale }: EngraveOptions): void {
  element.replaceChildren();
  const context = new SVGContext(element as HTMLDivElement);
  const { svg } = context;
  try {
    svg.setAttribute('viewBox', `0 0 ${line.width + 1} ${line.height}`);
    svg.setAttribute('width', String((line.width + 1) * scale));
    svg.setAttribute('height', String(line.height * scale));
    svg.setAttribute('role', 'img');
    svg.setAttribute('aria-label', line.bars.map(({ bar }) => spoken(bar, sheet.strings.length)).join('. '));
    context.setFillStyle(INK);
    context.setStrokeStyle(INK);
    context.setBackgroundFillStyle(PAPER);
    drawBacks(svg, line);
    const drawn = line.bars.map((placed, i) =>
      drawBar(context, placed, { line, sheet, look, first: i === 0 }),
    );
    drawTies(context, drawn, look);
    drawMarks(svg, line, drawn, sheet);
  } catch (error) {
    element.replaceChildren();
    throw error;
  }
}

/** A shape behind every bar, that is lit while it sounds. */
function drawBacks(svg: SVGElement, line: Line): void {
  for (const { bar, x, width } of line.bars) {
    const rect = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
    rect.setAttribute('x', String(x));
    rect.setAttribute('y', '0');
    rect.setAttribute('width', String(width));
    rect.setAttribute('height', String(line.height));
    rect.setAttribute('rx', '3');
    rect.setAttribute('class', 'bar-back');
    rect.setAttribute('data-played', ` ${bar.played.join(' ')} `);
    rect.setAttribute('data-bar', String(bar.number));
    svg.append(rect);
  }
}

/** Strings the library's sign of tablature fits. */
const SIGN_LINES = 6;

function drawBar(
  context: SVGContext,
  placed: PlacedBar,
  of: { line: Line; sheet: EngraveOptions['sheet']; look: Look; first: boolean },
): Drawn {
  const { bar, x, width } = placed;
  const { line, sheet, look, first } = of;
  const { rows } = line;
  const tab = new TabStave(x, rows.tabY, width, {
    numLines: sheet.strings.length,
    spacingBetweenLinesPx: LINE_GAP,
    spaceAboveStaffLn: 0,
  });
  const staff = rows.staffY === null ? null : new Stave(x, rows.staffY, width, { spaceAboveStaffLn: 0 });
  const staves = staff ? [staff, tab] : [tab];
  for (const stave of staves) {
    stave.setContext(context);
    stave.setStyle({ strokeStyle: STAFF_LINE, lineWidth: 1 });
    stave.setBegBarType(
      bar.repeatOpens ? Barline.type.REPEAT_BEGIN : first ? Barline.type.SINGLE : Barline.type.NONE,
    );
    stave.setEndBarType(bar.repeatCloses > 0 ? Barline.type.REPEAT_END : Barline.type.SINGLE);
  }
  const clef = clefOf(sheet);
  if (first && look.clef) {
    // The library's sign is made for six lines; four or five say by themselves whose they are.
    if (sheet.strings.length === SIGN_LINES) tab.addClef('tab');
    staff?.addClef(clef, 'default', '8vb');
  }
  if (placed.showsKey && staff) staff.addKeySignature(keySpec(bar.key));
  if (placed.showsMeter) staves[0]!.addTimeSignature(`${bar.at.meter.beats}/${bar.at.meter.unit}`);
  const start = Math.max(...staves.map((stave) => stave.getNoteStartX()));
  for (const stave of staves) {
    stave.setNoteStartX(start);
    stave.drawWithStyle();
  }
  if (staff && first) new StaveConnector(staff, tab).setType('singleLeft').setContext(context).draw();
  const tabNotes = bar.notes.map((note) => tabNote(note, sheet, { look, hasStem: staff === null }));
  const staffNotes = staff ? bar.notes.map((note) => staffNote(note, { bar, sheet, clef })) : [];
  const lists = [staffNotes, tabNotes].filter((list) => list.length > 0);
  if (lists.length === 0) return { placed, notes: [], staffNotes: [], tab };
  const groups = bar.groups.map((group, g) => {
    const inside = lists.map((list) => list.filter((_, i) => bar.notes[i]!.group === g));
    return inside.map(
      (notes) =>
        new Tuplet(notes, {
          numNotes: group.actual,
          notesOccupied: group.normal,
          bracketed: true,
          location: staff ? 1 : -1,
        }),
    );
  });
  // On the tab alone stems and beams are ours: all of one length, below the strings.
  const beams = staff ? beamed(bar).map((run) => new Beam(run.map((i) => staffNotes[i]!))) : [];
  const voices = lists.map((list) =>
    new Voice({ numBeats: bar.at.meter.beats, beatValue: bar.at.meter.unit })
      .setStrict(false)
      .addTickables(list),
  );
  if (staff) Accidental.applyAccidentals([voices[0]!], keySpec(bar.key));
  const formatter = new Formatter();
  for (const voice of voices) formatter.joinVoices([voice]);
  formatter.format(voices, Math.max(20, x + width - start - 14));
  voices.forEach((voice, i) => voice.draw(context, staves[i]!));
  for (const beam of beams) beam.setContext(context).draw();
  // On the tab their number is drawn among our marks, below the stems.
  if (staff) for (const group of groups) group[0]!.setContext(context).draw();
  return { placed, notes: tabNotes, staffNotes, tab };
}

/** The treble clef for guitars, the bass clef for what is as low as a bass. */
function clefOf(sheet: EngraveOptions['sheet']): 'treble' | 'bass' {
  return (sheet.open[0] ?? 40) < 36 ? 'bass' : 'treble';
}

function keySpec(key: Key): string {
  const tonic = key.tonic.replace('♭', 'b').replace('♯', '#');
  return key.mode === 'minor' ? `${tonic}m` : tonic;
}

const DURATIONS: Readonly<Record<number, string>> = {
  1: 'w',
  2: 'h',
  4: 'q',
  8: '8',
  16: '16',
  32: '32',
  64: '64',
};

type Note = DrawnBar['notes'][number];

function tabNote(
  note: Note,
  sheet: EngraveOptions['sheet'],
  of: { look: Look; hasStem: boolean },
): StemmableNote {
  const { stroke, tiedFrom } = note;
  const duration = DURATIONS[note.base]!;
  if (stroke === null) {
    if (!of.hasStem) return new GhostNote({ duration: `${duration}${'d'.repeat(note.dots)}` });
    const rest = new StaveNote({ keys: ['b/4'], duration: `${duration}r`, dots: note.dots });
    // Lines are counted from the third above the lowest of five; the middle of the tab is where its strings are halved.
    rest.setKeyLine(0, 5 - (sheet.strings.length - 1) / 2);
    for (let dot = 0; dot < note.dots; dot += 1) Dot.buildAndAttach([rest], { all: true });
    return rest;
  }
  const made = new TabNote({
    positions: stroke.notes.map((n) => ({
      str: sheet.strings.length - n.string,
      fret: noteMarks(n).text,
    })),
    duration,
    dots: note.dots,
  });
  fretsOf(made).forEach((element, i) => {
    // A dead note is a cross of our own font, as wide as a digit.
    if (stroke.notes[i]!.fret === null) element.setText('×');
    element.setFont({
      family: FRET_FONT,
      size: `${isSoft(stroke) ? of.look.digit * 0.8 : of.look.digit}px`,
      weight: 'bold',
    });
    element.setYShift(element.getHeight() / 2);
  });
  if (tiedFrom) for (const element of fretsOf(made)) element.setText(`(${element.getText()})`);
  made.setWidth(Math.max(...fretsOf(made).map((element) => element.getWidth())));
  return made;
}

/** The fret numbers of a note, which the library keeps to itself. */
function fretsOf(note: TabNote): TabNote['fretElement'] {
  return (note as unknown as { fretElement: TabNote['fretElement'] }).fretElement;
}

const FRET_FONT = "'Atkinson Hyperlegible Mono Variable', monospace";

/** On five lines, an octave higher than it sounds, as guitars and basses are written. */
function staffNote(
  note: Note,
  { bar, sheet, clef }: { bar: DrawnBar; sheet: EngraveOptions['sheet']; clef: 'treble' | 'bass' },
): StemmableNote {
  const { stroke } = note;
  const duration = DURATIONS[note.base]!;
  if (stroke === null) {
    const isWhole = bar.notes.length === 1 && note.ticks >= barTicks(bar.at.meter) - 1;
    const rest = new StaveNote({
      keys: [clef === 'bass' ? 'd/3' : 'b/4'],
      duration: `${isWhole ? 'w' : duration}r`,
      dots: isWhole ? 0 : note.dots,
      clef,
    });
    if (!isWhole) for (let dot = 0; dot < note.dots; dot += 1) Dot.buildAndAttach([rest], { all: true });
    return rest;
  }
  const heads = stroke.notes.map((n) => {
    const midi = n.midi ?? sheet.open[n.string] ?? 52;
    const name = noteName((midi + 12) as Midi, bar.key);
    const [, letter, octave] = /^([A-G][^\d-]*)(-?\d+)$/.exec(name)!;
    return { midi, key: `${letter!.toLowerCase()}/${octave}${n.kind === 'dead' ? '/x2' : ''}` };
  });
  // The library wants the lowest head first, and each place once.
  const keys = [...new Map(heads.sort((a, b) => a.midi - b.midi).map((h) => [h.key, h])).keys()];
  const made = new StaveNote({ keys, duration, dots: note.dots, clef, autoStem: true });
  for (let dot = 0; dot < note.dots; dot += 1) Dot.buildAndAttach([made], { all: true });
  return made;
}

/** What goes on is tied: on the tab string by string, over the bar line too, and at the ends of a line to nothing. */
function drawTies(context: SVGContext, drawn: readonly Drawn[], look: Look): void {
  const all = drawn.flatMap(({ placed, notes, staffNotes }) =>
    placed.bar.notes.map((note, i) => ({ note, tab: notes[i]!, staff: staffNotes[i] ?? null })),
  );
  all.forEach(({ note, tab, staff }, i) => {
    const next = all[i + 1];
    const before = all[i - 1];
    const goesOn = note.tiedTo && (next === undefined || next.note.tiedFrom);
    const comesFrom = note.tiedFrom && before === undefined;
    const tie = (from: StemmableNote | null, to: StemmableNote | null, isTab: boolean) => {
      const count = (from ?? to) instanceof TabNote ? (note.stroke?.notes.length ?? 0) : keysOf(from ?? to);
      const indexes = Array.from({ length: count }, (_, n) => n);
      const Kind = isTab ? TabTie : StaveTie;
      new Kind({
        ...(from ? { firstNote: from } : {}),
        ...(to ? { lastNote: to } : {}),
        firstIndexes: indexes,
        lastIndexes: indexes,
      } as ConstructorParameters<typeof StaveTie>[0])
        .setContext(context)
        .draw();
    };
    if (note.stroke === null) return;
    if (goesOn) {
      tie(tab, next?.tab ?? null, true);
      if (look.staff && staff) tie(staff, next?.staff ?? null, false);
    }
    if (comesFrom) {
      tie(null, tab, true);
      if (look.staff && staff) tie(null, staff, false);
    }
  });
}

function keysOf(note: StemmableNote | null): number {
  return note instanceof StaveNote ? note.getKeys().length : 0;
}

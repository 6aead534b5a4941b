import { formatFingering, formatGrip } from '../grip/index';
import type { PlayedStroke } from '../score/index';
import { isSoft, mutedStrings, noteText } from './note-marks';
import type { SheetBar } from './bar';
import type { Sheet } from './sheet';
import { sheetName } from './sheet';

/** Characters on one line of text tab, at most where a bar alone is not wider. */
const LINE = 96;
/** Bars on one line at most, and fewest characters a bar is wide. */
const MOST_BARS = 4;
const NARROWEST = 10;

/** The sheet as plain text tab, highest string on top as people write it, ending with a line break. */
export function sheetText(sheet: Sheet): string {
  const lines = [
    `${sheet.title} - ${sheetName(sheet)}`,
    sheet.ground,
    sheet.rig,
    ...sheet.told.map((text) => `"${text}"`),
    `Tab: x dead  h hammer-on  p pull-off  t tap  / \\ slide  (5)h short note before  b bend  pb bent before  r let down  tr trill  ~ vibrato  <12> harmonic`,
    `Under it: M palm mute  M6 string 6 alone  v down  ^ up  S slap  P pop  T tap  R rake  Z scrape  small letter weak  r silence  ? a guess`,
  ];
  for (const part of sheet.parts) {
    const times = timesOf(part.bars);
    lines.push(
      '',
      `[${part.heading}${times > 1 ? ` x${times}` : ''}]`,
      `(${['from bar ' + part.firstBar, ...part.remarks].join(', ')})`,
    );
    stretches(part.bars).forEach((bars) => {
      if (bars[0]!.opens !== null) lines.push('', `-- ${bars[0]!.opens} --`);
      lines.push(...systems(times > 1 ? bars.map(once) : bars, sheet));
    });
  }
  return `${lines.map((line) => line.trimEnd()).join('\n')}\n`;
}

/** How often a part is played that is all one repeat; 1 for any other. */
function timesOf(bars: readonly SheetBar[]): number {
  const isOne = bars[0]?.repeatOpens && bars.every((bar) => bar.ending === null && bar.opens === null);
  return isOne ? (bars.at(-1)?.repeatCloses ?? 1) : 1;
}

/** A bar whose repeat is said at the heading. */
function once(bar: SheetBar): SheetBar {
  return { ...bar, repeatOpens: false, repeatCloses: 0 };
}

/** Bars up to where another time begins. */
function stretches(bars: readonly SheetBar[]): readonly (readonly SheetBar[])[] {
  const list: SheetBar[][] = [];
  for (const bar of bars) {
    if (list.length === 0 || bar.opens !== null) list.push([]);
    list.at(-1)!.push(bar);
  }
  return list;
}

function systems(bars: readonly SheetBar[], sheet: Sheet): string[] {
  const columns = bars.map((bar) => barColumns(bar, sheet.strings.length));
  const lines: string[] = [];
  let from = 0;
  while (from < bars.length) {
    let to = from + 1;
    let width = columns[from]!.width;
    while (to < bars.length && to - from < MOST_BARS && width + columns[to]!.width + 1 <= LINE) {
      width += columns[to]!.width + 1;
      to += 1;
    }
    if (from > 0) lines.push('');
    lines.push(...system(bars.slice(from, to), columns.slice(from, to), sheet));
    from = to;
  }
  return lines;
}

function system(bars: readonly SheetBar[], columns: readonly Columns[], sheet: Sheet): string[] {
  const label = Math.max(4, ...sheet.strings.map((s) => s.length));
  const row = (name: string, of: (i: number) => string, edge: (i: number) => string) =>
    `${name.padEnd(label)}${columns.map((_, i) => `${edge(i)}${of(i)}`).join('')}${edge(columns.length)}`;
  const space = () => ' ';
  const ends = bars.map((bar) =>
    [
      bar.ending?.opens ? `[${bar.ending.label}` : '',
      bar.repeatOpens ? '|:' : '',
      bar.repeatCloses > 0 ? `:| ${bar.repeatCloses}x` : '',
    ]
      .filter((text) => text !== '')
      .join(' '),
  );
  const has = (of: (c: Columns) => string) => columns.some((c) => of(c).trim() !== '');
  const chords = row('', (i) => columns[i]!.chords, space);
  const tab = sheet.strings
    .map((name, s) =>
      row(
        name,
        (i) => columns[i]!.strings[s]!,
        () => '|',
      ),
    )
    .reverse();
  return [
    ...saidOf(bars),
    ...(ends.some((text) => text !== '') ? [row('', (i) => ends[i]!.padEnd(columns[i]!.width), space)] : []),
    chords,
    ...tab,
    ...(has((c) => c.marks) ? [row('', (i) => columns[i]!.marks, space)] : []),
  ];
}

/** What is said of bars, line by line: remarks, sounds, fingers, other ways, guesses. */
function saidOf(bars: readonly SheetBar[]): readonly string[] {
  const of = (words: (bar: SheetBar) => readonly string[]) =>
    bars.flatMap((bar) => words(bar).map((text) => `bar ${bar.number}: ${text}`)).join('   ');
  return [
    of((bar) => bar.told.map((text) => `"${text}"`)),
    of((bar) => bar.or.map((text) => `or ${text}`)),
    of((bar) => (bar.unsure ? ['the hits are a guess'] : [])),
    of((bar) => (bar.sound === null ? [] : [bar.sound])),
    of((bar) => fingersIn(bar)),
  ].filter((text) => text !== '');
}

function fingersIn(bar: SheetBar): readonly string[] {
  const own = bar.notes.flatMap(({ stroke, first }) =>
    stroke?.fingers && stroke.grip && first
      ? [`${formatGrip(stroke.grip)} with fingers ${formatFingering(stroke.fingers)}`]
      : [],
  );
  return [...new Set(own)];
}

interface Columns {
  readonly width: number;
  readonly chords: string;
  readonly marks: string;
  /** From the lowest string. */
  readonly strings: readonly string[];
}

interface Item {
  readonly at: number;
  readonly strings: ReadonlyMap<number, string>;
  readonly mark: string;
  readonly chord: string;
}

/** Lays one bar out in characters: everything stands where it is struck, and as wide as it needs. */
function barColumns(bar: SheetBar, strings: number): Columns {
  const items = itemsOf(bar, strings);
  const inner = Math.max(NARROWEST, ...items.map(() => NARROWEST));
  const ticks = bar.ticks - bar.at.skipped;
  const place = (at: number) => Math.round(((at - bar.at.skipped) / Math.max(1, ticks)) * (inner - 1));
  const starts: number[] = [];
  let free = 1;
  for (const item of items) {
    const at = Math.max(free, 1 + place(item.at));
    starts.push(at);
    const widest = Math.max(0, ...[...item.strings.values()].map((text) => text.length));
    free = at + Math.max(widest + 1, item.mark.length === 0 ? 0 : item.mark.length + 1);
  }
  // Chord names stand over their notes; a long one pushes what comes after it.
  let after = 0;
  items.forEach((item, i) => {
    if (item.chord === '') return;
    const shift = Math.max(0, after - starts[i]!);
    if (shift > 0) for (let n = i; n < starts.length; n += 1) starts[n]! += shift;
    after = starts[i]! + item.chord.length + 1;
  });
  const last = items.length - 1;
  const end = items.length === 0 ? 0 : starts[last]! + widthOf(items[last]!);
  const width = Math.max(inner + 1, end, after);
  const put = (fill: string, text: (item: Item) => string) => {
    const row = [...fill.repeat(width)];
    items.forEach((item, i) => [...text(item)].forEach((c, n) => (row[starts[i]! + n] = c)));
    return row.slice(0, width).join('');
  };
  return {
    width,
    chords: put(' ', (item) => item.chord),
    marks: put(' ', (item) => item.mark),
    strings: Array.from({ length: strings }, (_, s) => put('-', (item) => item.strings.get(s) ?? '')),
  };
}

function widthOf(item: Item): number {
  return Math.max(1, ...[...item.strings.values()].map((text) => text.length)) + 1;
}

/** Chords and strokes of a bar in time order, what comes at once together. */
function itemsOf(bar: SheetBar, strings: number): readonly Item[] {
  const items = new Map<number, { strings: Map<number, string>; mark: string; chord: string }>();
  const at = (tick: number) => {
    const known = items.get(tick) ?? { strings: new Map(), mark: '', chord: '' };
    items.set(tick, known);
    return known;
  };
  for (const chord of bar.chords) at(chord.at).chord = chordText(chord);
  for (const { at: tick, stroke, tiedFrom, first } of bar.notes) {
    if (stroke === null) {
      // A silence that is written in parts is one.
      if (first) at(tick).mark = 'r';
      continue;
    }
    if (!first) continue;
    const item = at(tick);
    for (const note of stroke.notes)
      item.strings.set(note.string, tiedFrom ? `(${note.fret ?? 'x'})` : noteText(note));
    item.mark = tiedFrom ? '' : markText(stroke, strings);
  }
  for (const cell of bar.cells) {
    if (cell.text === 'open') at(cell.at).strings.set(0, '?');
  }
  return [...items.entries()].sort(([a], [b]) => a - b).map(([tick, item]) => ({ at: tick, ...item }));
}

const TECHNIQUES = { pick: '', slap: 'S', pop: 'P', tap: 'T', rake: 'R', scrape: 'Z' } as const;

/** What stands under a stroke: how it is struck, which way, a guess. */
function markText(played: PlayedStroke, strings: number): string {
  const { technique, direction, guess } = played;
  const soft = isSoft(played);
  const some = mutedStrings(played, strings);
  const muted = some === null ? '' : 'M';
  const letter = TECHNIQUES[technique] || muted || (soft ? 'o' : '');
  const stroke = direction === null ? '' : direction === 'down' ? 'v' : '^';
  return `${soft ? letter.toLowerCase() : letter}${letter === 'M' ? (some ?? '') : ''}${stroke}${guess ? '?' : ''}`;
}

function chordText(chord: SheetBar['chords'][number]): string {
  return (chord.early === '' ? '' : chord.early.includes('sixteenth') ? '<<' : '<') + chord.text;
}

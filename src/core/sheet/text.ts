import { formatFingering } from '../grip/index';
import { noteText, offSign, reachText } from './line-marks';
import type { Sheet, SheetBar } from './sheet';
import { sheetName } from './sheet';

/** Bars on one line of text tab. */
const BARS_PER_LINE = 4;
/** Fewest characters a bar is wide. */
const NARROWEST = 12;

/** The sheet as plain text tab, highest string on top as people write it, ending with a line break. */
export function sheetText(sheet: Sheet): string {
  const lines = [
    `${sheet.title} - ${sheetName(sheet)}`,
    sheet.ground,
    sheet.rig,
    ...sheet.told.map((text) => `"${text}"`),
    'Hits: O ring  M palm mute  X dead  S slap  P pop  T tap  R rake  Z scrape  small = weak  - hold  . silent  1-6 one string  [321] some strings  v down  ^ up',
    ...(sheet.parts.some(hasLine)
      ? [
          'Lines: h hammer-on  p pull-off  t tap  / \\ slide  (5)h short note before  b bend  pb bent before  br let down  tr trill  ~ vibrato  <12> harmonic',
        ]
      : []),
  ];
  for (const part of sheet.parts) {
    const remarks = part.remarks.length > 0 ? ` (${part.remarks.join(', ')})` : '';
    lines.push('', `== ${part.heading} ==${remarks}  from bar ${part.firstBar}`);
    lines.push(...systems(part.bars, sheet));
    for (const pass of part.passes) {
      const numbers = pass.bars.map((bar) => bar.number).join(', ');
      const where = numbers === '' ? '' : `, bar ${numbers}`;
      lines.push('', `-- ${pass.heading}${where} --`, ...systems(pass.bars, sheet));
    }
  }
  return `${lines.map((line) => line.trimEnd()).join('\n')}\n`;
}

function hasLine(part: Sheet['parts'][number]): boolean {
  return [part.bars, ...part.passes.map((p) => p.bars)].some((bars) => bars.some((bar) => bar.line !== null));
}

function systems(bars: readonly SheetBar[], sheet: Sheet): string[] {
  const lines: string[] = [];
  for (let from = 0; from < bars.length; from += BARS_PER_LINE) {
    if (from > 0) lines.push('');
    lines.push(...system(bars.slice(from, from + BARS_PER_LINE), sheet));
  }
  return lines;
}

function system(bars: readonly SheetBar[], sheet: Sheet): string[] {
  const label = Math.max(4, ...sheet.strings.map((s) => s.length));
  const columns = bars.map(barColumns);
  const line = (name: string, cell: (i: number) => string, edge: string) =>
    `${name.padEnd(label)}${edge}${columns.map((_, i) => cell(i)).join(edge)}${edge}`;
  const chords = line('', (i) => columns[i]!.chords, ' ');
  const tab = sheet.strings.map((name, s) => line(name, (i) => columns[i]!.strings(s), '|')).reverse();
  const hits = bars.some((bar) => bar.hits !== null) ? [line('hits', (i) => columns[i]!.hits, ' ')] : [];
  const sounds = bars.some((bar) => bar.sound !== null)
    ? [bars.flatMap((bar) => (bar.sound === null ? [] : [`bar ${bar.number}: ${bar.sound}`])).join('   ')]
    : [];
  const fingers = bars.flatMap((bar) =>
    bar.cells.flatMap(({ text, fingers: own }) =>
      own ? [`bar ${bar.number}: ${text} with fingers ${formatFingering(own)}`] : [],
    ),
  );
  const told = bars.flatMap((bar) => bar.told.map((text) => `bar ${bar.number}: "${text}"`));
  const others = bars.flatMap((bar) => bar.or.map((text) => `bar ${bar.number}: or ${text}`));
  const guessed = bars.flatMap((bar) => (bar.unsure ? [`bar ${bar.number}: the hits are a guess`] : []));
  const said = [told, others, guessed].filter((list) => list.length > 0).map((list) => list.join('   '));
  return [...said, ...sounds, ...(fingers.length > 0 ? [fingers.join('   ')] : []), chords, ...tab, ...hits];
}

interface Columns {
  readonly chords: string;
  readonly hits: string;
  readonly strings: (string: number) => string;
}

/** Lays one bar out in characters: every cell, chord and hit starts where it stands in the bar. */
function barColumns(bar: SheetBar): Columns {
  const hits = bar.hits ?? [];
  const widest = Math.max(1, ...hits.map((h) => h.length));
  const step =
    hits.length === 0 ? 1 : Math.max(widest === 1 ? 1 : widest + 1, Math.ceil(NARROWEST / hits.length));
  const notes = (bar.line ?? []).flatMap(({ at, notes: list }) =>
    list.length === 0
      ? [{ at, string: 0, text: 'r' }]
      : list.map((note) => ({ at, string: note.string, text: noteText(note) })),
  );
  const need = Math.max(
    widthFor(
      bar.chords.map((c) => ({ at: c.at, length: chordText(c).length + 1 })),
      bar.ticks,
    ),
    widthFor(
      bar.cells.map((c) => ({
        at: c.at,
        length: Math.max(4, ...(c.grip ?? []).map((f, s) => (f === null ? 0 : cellText(c, s).length + 1))),
      })),
      bar.ticks,
    ),
    widthFor(
      (bar.line ?? []).map(({ at, notes: list }) => ({
        at,
        length: Math.max(1, ...list.map((note) => noteText(note).length)) + 1,
      })),
      bar.ticks,
    ),
    hits.length * step,
    NARROWEST,
  );
  const unit = hits.length === 0 ? 1 : hits.length;
  const width = Math.ceil(need / unit) * unit + 1;
  const inner = width - 1;
  const column = (at: number) => 1 + Math.floor((at / bar.ticks) * inner);
  const put = (fill: string, items: readonly { at: number; text: string }[]) => {
    const row = [...fill.repeat(width)];
    for (const { at, text } of items) [...text].forEach((c, i) => (row[column(at) + i] = c));
    return row.slice(0, width).join('');
  };
  return {
    chords: put(
      ' ',
      bar.chords.map((c) => ({ at: c.at, text: chordText(c) })),
    ),
    hits: put(
      ' ',
      hits.map((text, i) => ({ at: (i * bar.ticks) / hits.length, text })),
    ),
    strings: (string) =>
      put('-', [
        ...notes.filter((note) => note.string === string),
        ...bar.cells.flatMap((cell) => {
          if (cell.grip === null)
            return string === 0 ? [{ at: cell.at, text: cell.text === 'rest' ? 'r' : '?' }] : [];
          const fret = cell.grip[string];
          return fret === null || fret === undefined ? [] : [{ at: cell.at, text: cellText(cell, string) }];
        }),
      ]),
  };
}

/** A fret of a grip in text tab with how it is come to and left: `/9`, `h3`, `5\\`. */
function cellText({ grip, reached, from, off }: SheetBar['cells'][number], string: number): string {
  const lead = reachText({ reached: reached?.[string] ?? null, ...(from ? { from } : {}) });
  return `${lead}${grip![string]}${offSign(off ?? undefined)}`;
}

function chordText(chord: SheetBar['chords'][number]): string {
  return (chord.early === '' ? '' : chord.early.includes('sixteenth') ? '<<' : '<') + chord.text;
}

function widthFor(items: readonly { at: number; length: number }[], ticks: number): number {
  let width = 0;
  items.forEach((item, i) => {
    const until = items[i + 1]?.at ?? ticks;
    width = Math.max(width, Math.ceil(item.length / ((until - item.at) / ticks)));
  });
  return Math.min(96, width);
}

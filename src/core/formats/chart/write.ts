import { formatNamedPattern } from '../../hits/index';
import {
  formatCell,
  formatNamedPlan,
  formatSoundUse,
  openCells,
  ownCells,
  PLAYERS,
  type Bar,
  type BarPatch,
  type OwnVariant,
  type PlacedCell,
  type PlacedChord,
  type Player,
  type Section,
  type Variant,
} from '../../form/index';
import { formatLine } from '../../line/index';
import {
  bandTuning,
  cleanReason,
  meterOf,
  sectionsByName,
  type KeptFinding,
  type Song,
} from '../../song/index';
import { barTicks, formatMeter, type Meter } from '../../time/index';
import { commentLine, isAboveHeader, isAmongKept, withComments } from './comments';
import { writeHeader } from './header';
import { formatPassLine } from './pass-line';
import { writeInstrument } from './settings';
import { writePlaces } from './time-in-bar';

/** Bars on one line before the row goes on in the next. */
const BARS_PER_LINE = 4;

/** The song as chart text. `readChart` gives the same song back, and writing that gives the same text. */
export function writeChart(song: Song): string {
  const head = [
    `title: ${song.title}`,
    ...(song.remark === undefined ? [] : [`remark: ${song.remark}`]),
    `key: ${song.key}`,
    `tempo: ${song.tempo}`,
    `meter: ${formatMeter(song.meter)}`,
    ...(song.voice ? [`voice: ${song.voice[0]}-${song.voice[1]}`] : []),
    ...downLine(song),
    ...(song.patterns ? [`patterns: ${song.patterns.map(formatNamedPattern).join('; ')}`] : []),
    ...(song.plans ? [`plans: ${song.plans.map(formatNamedPlan).join('; ')}`] : []),
    ...PLAYERS.flatMap((p) => {
      const { remark } = song.players[p];
      return [
        `${p}: ${writeInstrument(song.players[p])}`,
        ...(remark === undefined ? [] : [`${p} remark: ${remark}`]),
      ];
    }),
  ];
  const comments = song.comments ?? [];
  const amongHead = comments.filter((c) => !isAmongKept(c));
  const lines = [...withComments(head, amongHead, 'end')];
  const written = new Set<string>();
  const byName = sectionsByName(song);
  for (const entry of song.form) {
    const section = byName.get(entry.section);
    if (!section) continue;
    const again = written.has(section.name);
    written.add(section.name);
    const ground = { song, meter: meterOf(song, section) };
    const own = again ? [] : (section.comments ?? []);
    const ofEntry = entry.comments ?? [];
    const above = [...own.filter(isAboveHeader), ...ofEntry.filter((c) => c.above === undefined)];
    // A section played again stands directly under the one before it, like a list.
    if (!(again && lines.at(-1)!.startsWith('==')) || above.length > 0) lines.push('');
    lines.push(...above.map(commentLine), writeHeader(entry, again ? null : section));
    const body = [
      ...(again && entry.remark !== undefined ? [`remark: ${entry.remark}`] : []),
      ...(again ? [] : writeSection(section, ground)),
      ...(entry.variants ?? []).flatMap((own) => writeOwn(own, section, { ...ground, again })),
    ];
    const among = [...own.filter((c) => !isAboveHeader(c)), ...ofEntry.filter((c) => c.above !== undefined)];
    lines.push(...withComments(body, among));
  }
  for (const section of song.sections) {
    if (written.has(section.name)) continue;
    const own = section.comments ?? [];
    const unplayed = { section: section.name, times: 0, plan: null, key: null };
    const body = writeSection(section, { song, meter: meterOf(song, section) });
    lines.push('', ...own.filter(isAboveHeader).map(commentLine), writeHeader(unplayed, section));
    lines.push(
      ...withComments(
        body,
        own.filter((c) => !isAboveHeader(c)),
      ),
    );
  }
  const kept = withComments(song.kept.map(writeKept), comments.filter(isAmongKept), 'end');
  // Without anything kept they end the last section.
  lines.push(...(song.kept.length > 0 ? [''] : []), ...kept);
  return `${lines.join('\n')}\n`;
}

/** How far below its names the song sounds; that it does not is said where the band is tuned down alike. */
function downLine(song: Song): readonly string[] {
  if (song.down !== undefined) return [`down: ${song.down}`];
  return bandTuning(song) > 0 ? ['down: 0'] : [];
}

interface Ground {
  readonly song: Song;
  readonly meter: Meter;
}

function writeSection(section: Section, ground: Ground): string[] {
  const ticks = barTicks(ground.meter);
  const told = (['band', ...PLAYERS] as const).flatMap((who) => {
    const text = section.remarks?.[who];
    return text === undefined ? [] : [`${who === 'band' ? '' : `${who} `}remark: ${text}`];
  });
  const rows = [
    { label: 'chords', bars: section.bars.map((bar) => writeChords(bar, ticks)) },
    ...(section.bars.some((bar) => bar.voice !== null)
      ? [{ label: 'voice', bars: section.bars.map((bar) => bar.voice ?? '') }]
      : []),
    ...remarkRow(section.bars, 'band'),
    ...ledBy(section).flatMap((player) => playerRows(section.bars, player, ground)),
  ];
  return [
    ...told,
    ...writeRows(rows),
    ...section.variants.flatMap((variant) => writeVariant(variant, section, ground)),
  ];
}

/** Players with rows of their own: who follows another one has none but remarks, sounds and what is kept beside. */
function ledBy(section: Section): readonly RowPlayer[] {
  return PLAYERS.map((player) => ({ player, isLed: section.like?.[player] !== undefined }));
}

interface RowPlayer {
  readonly player: Player;
  readonly isLed: boolean;
}

interface WrittenRow {
  readonly label: string;
  readonly bars: readonly string[];
}

function playerRows(bars: readonly Bar[], { player, isLed }: RowPlayer, ground: Ground): WrittenRow[] {
  if (isLed)
    return [...soundRow(bars, player), ...remarkRow(bars, player), ...besideRows(bars, player, ground)];
  const untouched = bars.every(
    (bar) =>
      (bar.lines?.[player] && ownCells(bar.cells[player]).length === 0) ||
      sameCells(bar.cells[player], openCells(bar.chords)),
  );
  const ticks = barTicks(ground.meter);
  const hits = bars.map((bar) => bar.hits[player]);
  return [
    ...(untouched
      ? []
      : [
          {
            label: player,
            bars: bars.map((bar) => writePart(bar, bar.chords, { player, ticks })),
          },
        ]),
    ...lineRow(bars, player, ground),
    ...(hits.every((h) => h === null) ? [] : [{ label: `${player} hits`, bars: withRepeats(hits) }]),
    ...soundRow(bars, player),
    ...remarkRow(bars, player),
    ...besideRows(bars, player, ground),
  ];
}

/** The row of what is told to everybody or one player, when a bar has something. */
function remarkRow(bars: readonly BarPatch[], who: Player | 'band'): WrittenRow[] {
  const written = bars.map((bar) => bar.remarks?.[who] ?? '');
  if (written.every((text) => text === '')) return [];
  return [{ label: who === 'band' ? 'remarks' : `${who} remarks`, bars: written }];
}

/** Rows of what is kept beside a player's bars, the nearest first. */
function besideRows(bars: readonly BarPatch[], player: Player, { song, meter }: Ground): WrittenRow[] {
  const ticks = barTicks(meter);
  const strings = song.players[player].tuning.length;
  return ['or', 'or 2', 'or 3'].flatMap((or, n): WrittenRow[] => {
    const parts = bars.map((bar) => bar.beside?.[player]?.[n] ?? null);
    if (parts.every((part) => part === null)) return [];
    const label = `${player} ${or}`;
    const grips = parts.map((part, i) => {
      if (part === null) return '';
      const own = ownCells(part.cells);
      if (own.length > 0) return writeCells(own, bars[i]!.chords ?? [], ticks);
      return part.line === null && part.hits === null ? '.' : '';
    });
    const lines = parts.map((part) => (part?.line ? formatLine(part.line, { meter, strings }) : ''));
    const hits = parts.map((part) => part?.hits ?? '');
    return [
      { label, bars: grips },
      { label: `${label} line`, bars: lines },
      { label: `${label} hits`, bars: hits },
    ].filter((row) => row.bars.some((text) => text !== ''));
  });
}

/** The row of a player's sounds, when a bar has one of its own. */
function soundRow(bars: readonly BarPatch[], player: Player): WrittenRow[] {
  if (bars.every((bar) => bar.sounds?.[player] === undefined)) return [];
  const written = bars.map((bar) => formatSoundUse(bar.sounds?.[player] ?? {}) || null);
  return [{ label: `${player} sound`, bars: withRepeats(written) }];
}

/** The row of a player's lines, when there are any. */
function lineRow(bars: readonly BarPatch[], player: Player, { song, meter }: Ground): WrittenRow[] {
  if (bars.every((bar) => !bar.lines?.[player])) return [];
  const strings = song.players[player].tuning.length;
  const written = bars.map((bar) => {
    const line = bar.lines?.[player];
    return line ? formatLine(line, { meter, strings }) : null;
  });
  return [{ label: `${player} line`, bars: withRepeats(written) }];
}

function writeVariant(variant: Variant, section: Section, ground: Ground): string[] {
  return writeBlock(variant, { section, isThisTime: false, ground });
}

/** What differs in one playing: `this time` where the section is written, of itself where it comes back. */
function writeOwn(own: OwnVariant, section: Section, ground: Ground & { readonly again: boolean }): string[] {
  return writeBlock(own, { section, isThisTime: !ground.again, ground });
}

function writeBlock(
  variant: OwnVariant,
  { section, isThisTime, ground }: { section: Section; isThisTime: boolean; ground: Ground },
): string[] {
  const { bars, fromBar } = variant;
  const ticks = barTicks(ground.meter);
  const has = (test: (patch: BarPatch) => boolean) => bars.some(test);
  const chordsAt = (i: number) => bars[i]!.chords ?? section.bars[fromBar + i]?.chords ?? [];
  const withChords = bars.map((p, i) => ({ ...p, chords: chordsAt(i) }));
  const rows: WrittenRow[] = [
    ...(has((p) => p.chords !== undefined)
      ? [{ label: 'chords', bars: bars.map((p) => writeChords({ chords: p.chords ?? [] }, ticks)) }]
      : []),
    ...(has((p) => p.voice !== undefined) ? [{ label: 'voice', bars: bars.map((p) => p.voice ?? '') }] : []),
    ...remarkRow(bars, 'band'),
    ...ledBy(section).flatMap(({ player, isLed }): WrittenRow[] => {
      if (isLed)
        return [
          ...soundRow(bars, player),
          ...remarkRow(bars, player),
          ...besideRows(withChords, player, ground),
        ];
      return [
        ...(has((p) => hasGrips(p, player))
          ? [
              {
                label: player,
                bars: bars.map((p, i) => writePart(p, chordsAt(i), { player, ticks })),
              },
            ]
          : []),
        ...lineRow(bars, player, ground),
        ...(has((p) => p.hits?.[player] !== undefined)
          ? [{ label: `${player} hits`, bars: withRepeats(bars.map((p) => p.hits?.[player] ?? null)) }]
          : []),
        ...soundRow(bars, player),
        ...remarkRow(bars, player),
        ...besideRows(withChords, player, ground),
      ];
    }),
  ];
  const out = bars.every((p) => p.out === true);
  const { pass } = variant;
  const head = formatPassLine({ pass, isThisTime, from: fromBar + 1, to: fromBar + bars.length, out });
  return [head, ...writeRows(rows)];
}

/** What one row of a bar says, between its bar lines. */
export function writeBarRow(
  bar: Bar,
  row: 'chords' | 'voice' | Player | `${Player} line` | `${Player} hits`,
  { song, meter }: { readonly song: Song; readonly meter: Meter },
): string {
  const ticks = barTicks(meter);
  if (row === 'chords') return writeChords(bar, ticks);
  if (row === 'voice') return bar.voice ?? '';
  const player = PLAYERS.find((p) => row.startsWith(p))!;
  if (row === player) return writePart(bar, bar.chords, { player, ticks });
  if (row.endsWith('hits')) return bar.hits[player] ?? '';
  const line = bar.lines?.[player];
  return line ? formatLine(line, { meter, strings: song.players[player].tuning.length }) : '';
}

/** The chords of a bar between its lines. */
export function writeChords(bar: Pick<Bar, 'chords'>, ticks: number): string {
  return writePlaces(
    bar.chords.map(({ at, push, chord, guess }) => ({ at, push, text: chord + (guess ? '~' : '') })),
    ticks,
  );
}

/** True when a bar of a player says grips, be it beside a line. */
function hasGrips({ cells, lines }: BarPatch, player: Player): boolean {
  const list = cells?.[player];
  return list !== undefined && (!lines?.[player] || ownCells(list).length > 0);
}

/** The grips of a player in a bar; empty where a line stands alone. */
function writePart(
  bar: BarPatch,
  chords: readonly PlacedChord[],
  { player, ticks }: { player: Player; ticks: number },
): string {
  const cells = ownCells(bar.cells?.[player] ?? []);
  return bar.lines?.[player] && cells.length === 0 ? '' : writeCells(cells, chords, ticks);
}

function writeCells(cells: readonly PlacedCell[], chords: readonly PlacedChord[], ticks: number): string {
  const written = writePlaces(
    cells.map(({ at, push, cell }) => ({ at, push, text: formatCell(cell) })),
    ticks,
  );
  // A lone ? is struck when its chord is; one that does not join the chord's push says so by its own place.
  const pushed = chords.find((c) => c.at === 0 && c.push !== 0);
  return written === '?' && pushed ? '? .' : written;
}

function withRepeats(patterns: readonly (string | null)[]): string[] {
  return patterns.map((p, i) => (p === null ? '' : i > 0 && p === patterns[i - 1] ? '%' : p));
}

/** Rows with labels and bars lined up, four bars a line, a blank line between the lines of bars. */
function writeRows(rows: readonly WrittenRow[]): string[] {
  const label = Math.max(13, ...rows.map((row) => row.label.length));
  const count = Math.max(0, ...rows.map((row) => row.bars.length));
  const lines: string[] = [];
  for (let from = 0; from < count; from += BARS_PER_LINE) {
    if (from > 0) lines.push('');
    const widths = Array.from({ length: Math.min(BARS_PER_LINE, count - from) }, (_, i) =>
      Math.max(...rows.map((row) => (row.bars[from + i] ?? '').length)),
    );
    for (const row of rows) {
      const bars = widths.map((width, i) => ` ${(row.bars[from + i] ?? '').padEnd(width)} |`);
      lines.push(`${row.label.padEnd(label)} |${bars.join('')}`);
    }
  }
  return lines;
}

function writeKept(kept: KeptFinding): string {
  const pass = kept.pass === null ? '' : ` pass ${kept.pass}`;
  const players = kept.players.map((p) => ` ${p}`).join('');
  const beat = kept.beat === null ? '' : ` beat ${kept.beat}`;
  const notes = kept.notes.map((n) => ` ${n}`).join('');
  const bar = kept.bar === null ? '' : ` bar ${kept.bar}`;
  return `keep: ${kept.section ?? '*'}${pass}${bar}${beat} ${kept.kind}${players}${notes} "${cleanReason(kept.reason)}"`;
}

function sameCells(a: readonly PlacedCell[], b: readonly PlacedCell[]): boolean {
  return (
    a.length === b.length &&
    a.every(
      (c, i) =>
        c.at === b[i]!.at && c.push === b[i]!.push && c.cell.kind === 'open' && b[i]!.cell.kind === 'open',
    )
  );
}

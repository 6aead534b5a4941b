import { problemAt, type Problem } from '../../base/index';
import {
  formatWish,
  isPlan,
  parseWish,
  PLAN_NAMES,
  PLAYERS,
  type FormEntry,
  type Player,
  type Section,
  type Wish,
} from '../../form/index';
import { parseKey } from '../../pitch/index';
import { emptySong, FINDING_KINDS, type FindingKind, type Song } from '../../song/index';
import { formatMeter, parseMeter, TEMPO_RANGE } from '../../time/index';
import { readSection, ROW_LABELS, type PassBlock, type Row } from './read-section';
import { parts, readInstrument, readVoice } from './settings';

/** A chart as understood: always a song, with every problem found on the way in the order of the text. */
export interface ChartRead {
  readonly song: Song;
  readonly problems: readonly Problem[];
}

/** Reads chart text. Wrong lines are reported with line and column; everything else is kept. */
export function readChart(text: string): ChartRead {
  return createChartReader()(text);
}

/**
 * A reader that remembers the sections of its last text, so that a keystroke only re-reads the section it is in
 * and unchanged sections stay the same objects.
 */
export function createChartReader(): (text: string) => ChartRead {
  let known: ReadonlyMap<string, { section: Section; problems: readonly Problem[] }> = new Map();
  return (text) => {
    const next = new Map<string, { section: Section; problems: readonly Problem[] }>();
    const read = readWith(text, (block, context, work) => {
      const key = `${context}\n${block.lines.join('\n')}`;
      const hit = next.get(key) ?? known.get(key) ?? work();
      next.set(key, hit);
      return hit;
    });
    known = next;
    return read;
  };
}

type SectionRead = { section: Section; problems: readonly Problem[] };
type Memo = (block: Block, context: string, work: () => SectionRead) => SectionRead;

/** Consecutive lines under one section header. */
interface Block {
  readonly header: { readonly text: string; readonly line: number };
  readonly lines: string[];
  readonly firstLine: number;
}

const HEADER = /^==\s*(.*?)\s*==\s*(.*)$/;

function readWith(text: string, memo: Memo): ChartRead {
  const problems: Problem[] = [];
  let song = emptySong('Untitled');
  const blocks: Block[] = [];
  const kept: { text: string; line: number }[] = [];
  text.split(/\r\n|\n|\r/).forEach((raw, i) => {
    const line = i + 1;
    const trimmed = raw.trim();
    if (/^keep\s*:/.test(trimmed)) {
      kept.push({ text: raw, line });
      blocks.at(-1)?.lines.push('');
    } else if (trimmed.startsWith('=='))
      blocks.push({ header: { text: raw, line }, lines: [], firstLine: line + 1 });
    else if (blocks.length > 0) blocks.at(-1)!.lines.push(raw);
    else if (trimmed !== '') song = readHeaderLine(song, raw, line, problems);
  });

  const strings = Object.fromEntries(PLAYERS.map((p) => [p, song.players[p].tuning.length])) as Record<
    Player,
    number
  >;
  const context = `${formatMeter(song.meter)} ${PLAYERS.map((p) => strings[p]).join()}`;
  const sections = new Map<string, Section>();
  const form: FormEntry[] = [];
  for (const block of blocks) {
    const header = readSectionHeader(block, problems, strings);
    const hasRows = block.lines.some((l) => l.trim() !== '');
    let name = header.name;
    if (!hasRows) {
      if (!sections.has(name)) {
        problems.push(
          problemAt(
            block.header.line,
            1,
            block.header.text.length,
            `the section ${name} has no rows and was not written before; expected a chords row under it`,
          ),
        );
        continue;
      }
    } else {
      if (sections.has(name)) {
        name = freshName(name, sections);
        problems.push(
          problemAt(
            block.header.line,
            1,
            block.header.text.length,
            `there is already a section ${header.name}; expected another name here, like ${name}, or no rows to play it again`,
          ),
        );
      }
      const read = memo(block, `${context} ${name}`, () => {
        const { rows, passes, problems: layout } = readRows(block.lines);
        if (rows.length === 0)
          return { section: { name, bars: [], variants: [], wishes: [] }, problems: layout };
        const inside = readSection(name, rows, passes, { meter: song.meter, strings });
        return { section: inside.section, problems: [...layout, ...inside.problems] };
      });
      for (const p of read.problems) problems.push({ ...p, line: p.line + block.firstLine - 1 });
      if (read.section.bars.length === 0) continue;
      sections.set(name, read.section);
    }
    form.push({ section: name, times: header.times, plan: header.plan, key: header.key });
    const known = sections.get(name)!;
    const wished = withWishes(known, header.wishes);
    sections.set(name, wished);
  }
  song = { ...song, sections: [...sections.values()], form };
  for (const { text: raw, line } of kept) song = readKeep(song, raw, line, problems);
  return { song, problems: problems.sort((a, b) => a.line - b.line || a.column - b.column) };
}

function readHeaderLine(song: Song, raw: string, line: number, problems: Problem[]): Song {
  const match = /^(\s*)([A-Za-z0-9]+)(\s*:\s*)(.*)$/.exec(raw);
  const expected = 'title, key, tempo, meter, voice, guitar1, guitar2 or bass';
  if (!match) {
    const column = raw.length - raw.trimStart().length + 1;
    problems.push(
      problemAt(
        line,
        column,
        raw.trim().length,
        `expected "name: value" (${expected}) or a section like == Verse ==`,
      ),
    );
    return song;
  }
  const name = match[2]!.toLowerCase();
  const value = match[4]!.trim();
  const column = match[1]!.length + match[2]!.length + match[3]!.length + 1;
  const wrong = (message: string): Song => {
    problems.push(problemAt(line, column, value.length, message));
    return song;
  };
  switch (name) {
    case 'title':
      return value === ''
        ? wrong('the title is empty; expected the name of the song')
        : { ...song, title: value };
    case 'key': {
      const key = parseKey(value);
      return key.ok ? { ...song, key: key.value.text } : wrong(key.error);
    }
    case 'tempo': {
      const tempo = Number(value.replace(/\s*bpm$/, ''));
      const fits = tempo >= TEMPO_RANGE.min && tempo <= TEMPO_RANGE.max;
      return fits
        ? { ...song, tempo }
        : wrong(`"${value}" is no tempo; expected ${TEMPO_RANGE.min} to ${TEMPO_RANGE.max} bpm`);
    }
    case 'meter': {
      const meter = parseMeter(value);
      return meter.ok ? { ...song, meter: meter.value } : wrong(meter.error);
    }
    case 'voice': {
      const voice = readVoice(value);
      return voice.ok ? { ...song, voice: voice.value } : wrong(voice.error);
    }
    case 'guitar1':
    case 'guitar2':
    case 'bass': {
      const read = readInstrument(match[4]!, song.players[name]);
      for (const p of read.problems) problems.push(problemAt(line, column + p.offset, p.length, p.message));
      return { ...song, players: { ...song.players, [name]: read.instrument } };
    }
    default:
      problems.push(
        problemAt(
          line,
          match[1]!.length + 1,
          match[2]!.length,
          `"${match[2]}" is no setting of a song; expected ${expected}`,
        ),
      );
      return song;
  }
}

function readSectionHeader(
  block: Block,
  problems: Problem[],
  strings: Readonly<Record<Player, number>>,
): {
  name: string;
  times: number;
  plan: FormEntry['plan'];
  key: string | null;
  wishes: Wish[];
} {
  const { text, line } = block.header;
  const match = HEADER.exec(text.trim());
  const header = {
    name: match?.[1] ?? '',
    times: 1,
    plan: null as FormEntry['plan'],
    key: null as string | null,
    wishes: [] as Wish[],
  };
  if (!match || header.name === '') {
    problems.push(
      problemAt(line, 1, text.length, 'expected a section header like == Verse == x2; plan low-high'),
    );
    header.name ||= text.replace(/=/g, ' ').trim() || 'Section';
    if (!match) return header;
  }
  const start = text.length - match[2]!.length - (text.length - text.trimEnd().length) + 1;
  for (const { part, offset } of parts(match[2]!)) {
    const wrong = (message: string) => problems.push(problemAt(line, start + offset, part.length, message));
    const times = /^x\s*(\d+)$/.exec(part);
    const plan = /^plan\s+(\S+)$/.exec(part);
    const key = /^key\s+(.+)$/.exec(part);
    if (times) {
      const n = Number(times[1]);
      if (n >= 1 && n <= 99) header.times = n;
      else wrong(`"${part}" does not fit; expected x1 to x99`);
    } else if (plan) {
      if (isPlan(plan[1]!)) header.plan = plan[1];
      else wrong(`"${plan[1]}" is no plan; expected ${PLAN_NAMES.join(', ')}`);
    } else if (key) {
      const read = parseKey(key[1]!);
      if (read.ok) header.key = read.value.text;
      else wrong(read.error);
    } else if (/^(guitar1|guitar2|bass)\b/.test(part)) {
      const wish = parseWish(part, strings);
      if (wish.ok) header.wishes.push(wish.value);
      else wrong(wish.error);
    } else {
      wrong(
        `"${part}" is not understood; expected x2, plan low-high, key Em or a wish like guitar1 frets 5-9`,
      );
    }
  }
  return header;
}

/** The same section object when nothing is asked, so that what is known of it stays. */
function withWishes(section: Section, wishes: readonly Wish[]): Section {
  if (wishes.length === 0) return section;
  let known = wishing.get(section);
  const key = wishes.map(formatWish).join('; ');
  if (known?.key !== key) wishing.set(section, (known = { key, section: { ...section, wishes } }));
  return known.section;
}

const wishing = new WeakMap<Section, { key: string; section: Section }>();

/** Rows and pass blocks of a section; lines count from 1 inside the block. */
function readRows(lines: readonly string[]): { rows: Row[]; passes: PassBlock[]; problems: Problem[] } {
  const problems: Problem[] = [];
  const rows: Row[] = [];
  const passes: PassBlock[] = [];
  let target = rows;
  lines.forEach((raw, i) => {
    const line = i + 1;
    const trimmed = raw.trim();
    if (trimmed === '') return;
    const column = raw.length - raw.trimStart().length + 1;
    if (trimmed.startsWith('--')) {
      const match = /^--\s*pass\s+(\d+)\s*:\s*bars?\s+(\d+)(?:\s*-\s*(\d+))?\s*--$/.exec(trimmed);
      const pass = Number(match?.[1]);
      const from = Number(match?.[2]);
      const to = Number(match?.[3] ?? match?.[2]);
      target = [];
      if (!match || pass < 1 || from < 1 || to < from) {
        problems.push(
          problemAt(
            line,
            column,
            trimmed.length,
            'expected which pass and bars differ, like -- pass 2: bar 7-8 --',
          ),
        );
        return;
      }
      passes.push({ pass, fromBar: from - 1, toBar: to - 1, line, rows: target });
      return;
    }
    const bar = raw.indexOf('|');
    const label = raw
      .slice(0, bar < 0 ? undefined : bar)
      .trim()
      .replace(/\s+/g, ' ');
    if (bar < 0 || !(ROW_LABELS as readonly string[]).includes(label)) {
      const what = bar < 0 ? 'this line has no bars' : `"${label}" is no row`;
      problems.push(
        problemAt(
          line,
          column,
          label.length,
          `${what}; expected ${ROW_LABELS.join(', ')} and bars between |`,
        ),
      );
      return;
    }
    const bars = readBars(raw, bar, line);
    const earlier = target.findIndex((row) => row.label === label);
    if (earlier >= 0) target[earlier] = { ...target[earlier]!, bars: [...target[earlier]!.bars, ...bars] };
    else target.push({ label, line, bars });
  });
  return { rows, passes, problems };
}

function readBars(raw: string, first: number, line: number): Row['bars'] {
  const bars: { text: string; line: number; column: number }[] = [];
  let column = first + 2;
  const pieces = raw.slice(first + 1).split('|');
  pieces.forEach((text, i) => {
    const last = i === pieces.length - 1;
    if (!(last && text.trim() === '')) bars.push({ text, line, column });
    column += text.length + 1;
  });
  return bars;
}

const KEEP =
  /^\s*keep\s*:\s*(.+?)(?:\s+pass\s+(\d+))?\s+bar\s+(\d+)(?:\s+beat\s+(\d+(?:\.\d+)?))?\s+([a-z-]+)((?:\s+(?:guitar1|guitar2|bass))*)((?:\s+[A-G](?:##?|bb?)?-?\d)*)\s*(?:"([^"]*)")?\s*$/;

function readKeep(song: Song, raw: string, line: number, problems: Problem[]): Song {
  const match = KEEP.exec(raw);
  const wrong = (message: string): Song => {
    problems.push(problemAt(line, 1, raw.trimEnd().length, message));
    return song;
  };
  const example = 'keep: Chorus bar 2 rub guitar1 guitar2 "the bite is the point"';
  if (!match) {
    return wrong(`expected section, bar, kind, players, perhaps notes, and a reason, like ${example}`);
  }
  const [, section, pass, bar, beat, kind, players, notes, reason] = match;
  const known = song.sections.find((s) => s.name === section);
  if (!known) return wrong(`there is no section "${section}"; expected one written above, like ${example}`);
  if (Number(bar) < 1 || Number(bar) > known.bars.length) {
    return wrong(`${section} has ${known.bars.length} bars; expected bar 1 to ${known.bars.length}`);
  }
  if (beat !== undefined && !(Number(beat) >= 1 && Number(beat) < song.meter.beats + 1)) {
    return wrong(`a bar has ${song.meter.beats} beats; expected beat 1 to ${song.meter.beats}`);
  }
  if (!(FINDING_KINDS as readonly string[]).includes(kind!)) {
    return wrong(`"${kind}" is no kind of finding; expected one of ${FINDING_KINDS.join(', ')}`);
  }
  const words = (text: string) => (text.trim() === '' ? [] : text.trim().split(/\s+/));
  const named = words(players!) as Player[];
  const finding = {
    section: section!,
    pass: pass === undefined ? null : Number(pass),
    bar: Number(bar),
    beat: beat === undefined ? null : Number(beat),
    kind: kind as FindingKind,
    players: PLAYERS.filter((p) => named.includes(p)),
    notes: words(notes!),
    reason: reason ?? '',
  };
  return { ...song, kept: [...song.kept, finding] };
}

function freshName(name: string, taken: ReadonlyMap<string, unknown>): string {
  for (let n = 2; ; n += 1) if (!taken.has(`${name} ${n}`)) return `${name} ${n}`;
}

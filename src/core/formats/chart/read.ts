import { problemAt, type Problem } from '../../base/index';
import { parseNamedPlan, type FormEntry, type Player, type Section } from '../../form/index';
import { parseKey, parseRange } from '../../pitch/index';
import {
  cleanTitle,
  DOWN_RANGE,
  emptySong,
  inPlayedOrder,
  meantAsFretted,
  type Song,
} from '../../song/index';
import { formatMeter, parseMeter, TEMPO_RANGE } from '../../time/index';
import { readSectionHeader, withAsked, type Band } from './header';
import { readKeep } from './read-keep';
import { readSection, ROW_LABELS, type PassBlock } from './read-section';
import type { Row } from './rows';
import { parts, readInstrument } from './settings';

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

function readWith(text: string, memo: Memo): ChartRead {
  const problems: Problem[] = [];
  let song = emptySong('Untitled');
  const blocks: Block[] = [];
  const kept: { text: string; line: number }[] = [];
  let isDownSaid = false;
  text.split(/\r\n|\n|\r/).forEach((raw, i) => {
    const line = i + 1;
    const trimmed = raw.trim();
    if (/^keep\s*:/.test(trimmed)) {
      kept.push({ text: raw, line });
      blocks.at(-1)?.lines.push('');
    } else if (trimmed.startsWith('=='))
      blocks.push({ header: { text: raw, line }, lines: [], firstLine: line + 1 });
    else if (blocks.length > 0) blocks.at(-1)!.lines.push(raw);
    else if (trimmed !== '') {
      isDownSaid ||= /^down\s*:/.test(trimmed);
      song = readHeaderLine(song, raw, line, problems);
    }
  });

  const band = bandOf(song);
  const context = `${formatMeter(song.meter)} ${JSON.stringify(band)}`;
  const sections = new Map<string, Section>();
  const form: FormEntry[] = [];
  /** What `key Em from here` has set for all that follows. */
  let keyOn: string | null = null;
  const nextFree = new Map<string, number>();
  for (const block of blocks) {
    const header = readSectionHeader(block.header, problems, band);
    const hasRows = block.lines.some((l) => l.trim() !== '');
    if (header.keyOn !== null) keyOn = header.keyOn;
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
        name = freshName(name, sections, nextFree);
        problems.push(
          problemAt(
            block.header.line,
            1,
            block.header.text.length,
            `there is already a section ${header.name}; expected another name here, like ${name}, or no rows to play it again`,
          ),
        );
      }
      const meter = header.asked.meter ?? song.meter;
      const read = memo(block, `${context} ${formatMeter(meter)} ${name}`, () => {
        const { rows, passes, problems: layout } = readRows(block.lines);
        if (rows.length === 0)
          return { section: { name, bars: [], variants: [], wishes: [] }, problems: layout };
        const inside = readSection(name, rows, passes, { meter, ...band });
        return { section: inside.section, problems: [...layout, ...inside.problems] };
      });
      for (const p of read.problems) problems.push({ ...p, line: p.line + block.firstLine - 1 });
      if (read.section.bars.length === 0) continue;
      sections.set(name, read.section);
    }
    const known = sections.get(name)!;
    const { times, plan, tune, tempo, feel, bars } = header;
    const key = header.key ?? keyOn;
    if (bars !== null && bars > known.bars.length) {
      const message = `${name} has ${known.bars.length} bars; expected bars 1-${known.bars.length} or fewer`;
      problems.push(problemAt(block.header.line, 1, block.header.text.length, message));
    }
    // Where it was played before, another sound is this time's.
    const { sounds } = header.asked;
    const own = !hasRows && form.some((entry) => entry.section === name) ? sounds : undefined;
    if (times > 0)
      form.push({
        section: name,
        times,
        plan,
        ...(tune === null ? {} : { tune }),
        key,
        ...(tempo === null ? {} : { tempo }),
        ...(feel === null ? {} : { feel }),
        ...(bars === null || bars >= known.bars.length ? {} : { bars }),
        ...(own === undefined ? {} : { sounds: own }),
      });
    if (!hasRows && header.asked.meter) {
      const message = `the bars of ${name} are written above; expected its meter there`;
      problems.push(problemAt(block.header.line, 1, block.header.text.length, message));
    }
    const { meter: _meter, ...later } = header.asked;
    const { sounds: _own, ...others } = later;
    const asked = hasRows ? header.asked : own === undefined ? later : others;
    sections.set(name, withAsked(known, asked));
  }
  song = inPlayedOrder({ ...song, sections: [...sections.values()], form });
  if (!isDownSaid) song = meantAsFretted(song) ?? song;
  const keeps = kept.flatMap(({ text: raw, line }) => readKeep(song, { raw, line }, problems) ?? []);
  if (keeps.length > 0) song = { ...song, kept: keeps };
  return { song, problems: problems.sort((a, b) => a.line - b.line || a.column - b.column) };
}

function bandOf({ players }: Song): Band {
  const every = <T>(of: (player: Player) => T) =>
    ({ guitar1: of('guitar1'), guitar2: of('guitar2'), bass: of('bass') }) as const;
  return {
    strings: every((player) => players[player].tuning.length),
    sounds: every((player) => (players[player].sounds ?? []).map((sound) => sound.name)),
  };
}

function readHeaderLine(song: Song, raw: string, line: number, problems: Problem[]): Song {
  const match = /^(\s*)([A-Za-z0-9]+)(\s*:\s*)(.*)$/.exec(raw);
  const expected = 'title, key, tempo, meter, voice, down, plans, guitar1, guitar2 or bass';
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
    case 'title': {
      const title = cleanTitle(value);
      return title === '' ? wrong('the title is empty; expected the name of the song') : { ...song, title };
    }
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
    case 'plans': {
      const read = parts(match[4]!).map(({ part, offset }) => ({ part, offset, plan: parseNamedPlan(part) }));
      for (const { part, offset, plan } of read) {
        if (!plan.ok) problems.push(problemAt(line, column + offset, part.length, plan.error));
      }
      const plans = read.flatMap(({ plan }) => (plan.ok ? [plan.value] : []));
      return plans.length > 0 ? { ...song, plans } : song;
    }
    case 'voice': {
      const voice = parseRange(value);
      return voice.ok ? { ...song, voice: voice.value } : wrong(voice.error);
    }
    case 'down': {
      const down = Number(value.replace(/\s*semitones?$/, ''));
      const { min, max } = DOWN_RANGE;
      if (value === '0') return song;
      return Number.isInteger(down) && down >= min && down <= max
        ? { ...song, down }
        : wrong(
            `"${value}" is no tuning down; expected ${min} to ${max} semitones the whole band sounds lower than it is named`,
          );
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
      const match =
        /^--\s*(?:pass\s+(\d+)|(last)\s+pass)\s*:\s*bars?\s+(\d+)(?:\s*-\s*(\d+))?\s*(out)?\s*--$/.exec(
          trimmed,
        );
      const pass = match?.[2] === 'last' ? 'last' : Number(match?.[1]);
      const from = Number(match?.[3]);
      const to = Number(match?.[4] ?? match?.[3]);
      target = [];
      if (!match || (pass !== 'last' && pass < 1) || from < 1 || to < from) {
        problems.push(
          problemAt(
            line,
            column,
            trimmed.length,
            'expected which pass and bars differ, like -- pass 2: bar 7-8 --, -- last pass: bar 8 -- or -- pass 2: bar 8 out --',
          ),
        );
        return;
      }
      const out = match[5] === 'out';
      passes.push({ pass, fromBar: from - 1, toBar: to - 1, out, line, rows: target });
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

/** The first free `Verse 2`, `Verse 3` …; `next` remembers where to go on, for texts that repeat one name. */
function freshName(name: string, taken: ReadonlyMap<string, unknown>, next: Map<string, number>): string {
  let n = next.get(name) ?? 2;
  while (taken.has(`${name} ${n}`)) n += 1;
  next.set(name, n + 1);
  return `${name} ${n}`;
}

import { problemAt, type Problem } from '../../base/index';
import {
  cleanRemark,
  PLAYERS,
  saidRemarks,
  type FormEntry,
  type OwnVariant,
  type Player,
  type Section,
} from '../../form/index';
import {
  emptySong,
  inPlayedOrder,
  likeTrouble,
  meantAsFretted,
  meterOf,
  withFollowers,
  type Song,
} from '../../song/index';
import { barTicks, formatMeter } from '../../time/index';
import { readRows } from './block-rows';
import { blocksOf, type Block } from './blocks';
import { ABOVE_HEADER } from './comments';
import { groundOf, readHeaderLine, type SettingsRead } from './head';
import { readSectionHeader, withAsked, type Asked, type Band, type SectionHeader } from './header';
import { freshName, isNearName } from './near-names';
import { readKeep } from './read-keep';
import { readReturn, readSection, type PassBlock, type SectionRows } from './read-section';

/** A chart as understood: always a song, with every problem found on the way in the order of the text. */
export interface ChartRead {
  readonly song: Song;
  readonly problems: readonly Problem[];
  /** What is read as it is written and may be a slip; nothing is lost by leaving it so. */
  readonly questions: readonly Problem[];
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
  let known: ReadonlyMap<string, BlockRead> = new Map();
  return (text) => {
    const next = new Map<string, BlockRead>();
    const read = readWith(text, ({ lines, base }, context, work) => {
      const key = `${base ? 'again ' : ''}${context}\n${lines.join('\n')}`;
      const hit = next.get(key) ?? known.get(key);
      const made = hit && hit.base === base ? hit : work();
      next.set(key, made);
      return made;
    });
    known = next;
    return read;
  };
}

/** What the rows under one header say; `base`: the section that is played again, null where it is written. */
interface BlockRead extends SectionRows {
  readonly base: Section | null;
  readonly passes: readonly Pick<PassBlock, 'pass' | 'line' | 'own'>[];
}
type Memo = (
  block: { readonly lines: readonly string[]; readonly base: Section | null },
  context: string,
  work: () => BlockRead,
) => BlockRead;

function readWith(text: string, memo: Memo): ChartRead {
  const { head, comments, blocks, kept, problems } = blocksOf(text);
  const reading = new ChartReading(memo, problems);
  for (const { raw, line } of head) reading.headLine(raw, line);
  if (comments.length > 0) reading.song = { ...reading.song, comments };
  for (const block of blocks) reading.block(block);
  return reading.finished(
    head.some(({ raw }) => /^\s*down\s*:/.test(raw)),
    kept,
  );
}

/** Settings of a section by their field, where the word people write is another one. */
const SETTING_WORDS: Readonly<Record<string, string>> = {
  key: 'written key',
  hands: 'strokes',
  like: 'doubled parts',
  wishes: 'rules',
};

/** True where a header would set something of a section that is set above; sounds are of the one playing. */
function isSetAlready(section: Section, asked: Asked, name: keyof Asked): boolean {
  if (name === 'wishes') return section.wishes.length > 0 && asked.wishes.length > 0;
  return name !== 'sounds' && name !== 'meter' && section[name] !== undefined && asked[name] !== undefined;
}

/** One text being read, block by block. */
class ChartReading {
  song: Song = emptySong('Untitled');
  readonly #memo: Memo;
  readonly #problems: Problem[] = [];
  readonly #questions: Problem[] = [];
  readonly #sections = new Map<string, Section>();
  readonly #form: FormEntry[] = [];
  readonly #passes: { section: string; entry: number | null; pass: number; line: number }[] = [];
  readonly #nextFree = new Map<string, number>();
  readonly #set: SettingsRead = new Map();
  /** What `key Em from here` has set for all that follows. */
  #keyOn: string | null = null;
  #ground: { readonly band: Band; readonly context: string } | null = null;

  constructor(memo: Memo, problems: readonly Problem[]) {
    this.#memo = memo;
    this.#problems.push(...problems);
  }

  headLine(raw: string, line: number): void {
    this.song = readHeaderLine(
      this.song,
      { raw, line },
      { problems: this.#problems, asks: this.#questions, read: this.#set },
    );
  }

  block(block: Block): void {
    this.#ground ??= groundOf(this.song);
    const { band } = this.#ground;
    const header = readSectionHeader(block.header, this.#problems, band);
    if (header.keyOn !== null) this.#keyOn = header.keyOn;
    const content = block.lines.filter((l) => l.trim() !== '');
    const known = this.#known(header.name, block, content.length > 0);
    const isReturn = known !== null && (content.length === 0 || content[0]!.trim().startsWith('--'));
    const read = isReturn
      ? content.length === 0
        ? null
        : this.#returned(block, known)
      : this.#written(block, header, content.length > 0);
    if (!isReturn && read === null) return;
    const written = isReturn ? this.#sections.get(known)! : read!.section;
    if (written.bars.length === 0) return;
    if (!isReturn) this.#sections.set(written.name, written);
    this.#play(block, header, { name: written.name, isReturn, own: read?.own ?? [] });
    for (const { pass, line, own } of read?.passes ?? []) {
      if (typeof pass !== 'number') continue;
      const entry = own || isReturn ? this.#form.length - 1 : null;
      this.#passes.push({ section: written.name, entry, pass, line: line + block.firstLine - 1 });
    }
  }

  /** The section a header means, or null where it is a new one; a name that differs by a letter or capital is asked about. */
  #known(name: string, { header }: Block, hasRows: boolean): string | null {
    if (this.#sections.has(name)) return name;
    const near = [...this.#sections.keys()].find((other) => isNearName(other, name));
    if (near === undefined) return null;
    const isCase = near.toLowerCase() === name.toLowerCase();
    const at = problemAt(header.line, 1, header.text.trim().length, '');
    if (!hasRows && isCase) {
      const message = `read as ${near}, which is written above; expected its name the same way`;
      this.#questions.push({ ...at, message });
      return near;
    }
    if (!hasRows) return null;
    const message = `${name} and ${near} are two sections; if they are the same, write its name the same way`;
    this.#questions.push({ ...at, message });
    return null;
  }

  /** Differences under a header of a section that is written above. */
  #returned(block: Block, name: string): BlockRead {
    const base = this.#sections.get(name)!;
    const { band, context } = this.#ground!;
    const meter = meterOf(this.song, base);
    const read = this.#memo({ lines: block.lines, base }, `${context} ${formatMeter(meter)} ${name}`, () => {
      const { passes, problems, asks } = readRows(block.lines, { isReturn: true, meter });
      const inside = readReturn(base, passes, { meter, ...band });
      const said = { problems: [...problems, ...inside.problems], asks: [...asks, ...inside.asks] };
      return { section: base, base, ...inside, passes, ...said };
    });
    this.#say(read, block);
    return read;
  }

  /** A section with rows of its own; null where there are none. */
  #written(block: Block, header: SectionHeader, hasRows: boolean): BlockRead | null {
    const { line, text } = block.header;
    let { name } = header;
    if (!hasRows) {
      const near = [...this.#sections.keys()].find((other) => isNearName(other, name));
      const meant = near === undefined ? '' : `; did you mean ${near}?`;
      const message = `the section ${name} has no rows and was not written before; expected a chords row under it${meant}`;
      this.#problems.push(problemAt(line, 1, text.length, message));
      return null;
    }
    if (this.#sections.has(name)) {
      name = freshName(name, this.#sections, this.#nextFree);
      const message = `there is already a section ${header.name}; expected another name here, like ${name}, no rows to play it again, or -- bar 8 -- rows for what differs then`;
      this.#problems.push(problemAt(line, 1, text.length, message));
    }
    const { band, context } = this.#ground!;
    const meter = header.asked.meter ?? this.song.meter;
    const read = this.#memo(
      { lines: block.lines, base: null },
      `${context} ${formatMeter(meter)} ${name}`,
      () => {
        const { rows, passes, problems, asks } = readRows(block.lines, { isReturn: false, meter });
        const empty = { section: { name, bars: [], variants: [], wishes: [] }, own: [], asks };
        if (rows.length === 0) {
          const message = `the section ${name} has no rows of its own; expected a chords row above what differs`;
          const none = problems.length > 0 ? problems : [problemAt(0, 1, text.length, message)];
          return { ...empty, base: null, passes: [], problems: none };
        }
        const inside = readSection(name, rows, passes, { meter, ...band });
        const said = { problems: [...problems, ...inside.problems], asks: [...asks, ...inside.asks] };
        return { ...inside, base: null, passes, ...said };
      },
    );
    this.#say(read, block);
    for (const player of PLAYERS) {
      if (!header.asked.like?.[player]) continue;
      const row = block.lines.findIndex((l) => new RegExp(`^\\s*${player}( line| hits)?\\s*\\|`).test(l));
      if (row < 0) continue;
      const message = `${player} plays like ${header.asked.like[player].player} here; expected no rows of ${player}`;
      this.#problems.push(problemAt(block.firstLine + row, 1, player.length, message));
    }
    return read;
  }

  #say(read: BlockRead, { firstLine }: Block): void {
    for (const p of read.problems) this.#problems.push({ ...p, line: p.line + firstLine - 1 });
    for (const p of read.asks) this.#questions.push({ ...p, line: p.line + firstLine - 1 });
  }

  /** The entry of the form a header stands for, and what it asks of the section whenever it is played. */
  #play(
    block: Block,
    header: SectionHeader,
    of: { name: string; isReturn: boolean; own: readonly OwnVariant[] },
  ): void {
    const { name, isReturn, own } = of;
    const section = this.#sections.get(name)!;
    const { line, text } = block.header;
    const wrong = (message: string) => this.#problems.push(problemAt(line, 1, text.length, message));
    const { times, plan, tune, tempo, feel, bars, end } = header;
    if (bars !== null && bars > section.bars.length)
      wrong(`${name} has ${section.bars.length} bars; expected bars 1-${section.bars.length} or fewer`);
    // Where it was played before, another sound is this time's.
    const { sounds } = header.asked;
    const played = isReturn && this.#form.some((entry) => entry.section === name);
    const use = played ? sounds : undefined;
    const band = block.told.filter((t) => t.who === 'band').map((t) => t.text);
    const remark = isReturn ? cleanRemark(band.join('; ')) : '';
    // Where it is played again, comments under the header are of this playing.
    const comments = isReturn ? [...block.above, ...block.comments] : block.above;
    if (times > 0)
      this.#form.push({
        section: name,
        times,
        plan,
        ...(tune === null ? {} : { tune }),
        key: header.key ?? this.#keyOn,
        ...(tempo === null ? {} : { tempo }),
        ...(feel === null ? {} : { feel }),
        ...(bars === null || bars >= section.bars.length ? {} : { bars }),
        ...(use === undefined ? {} : { sounds: use }),
        ...(own.length === 0 ? {} : { variants: own }),
        ...(end === null ? {} : { end }),
        ...(remark === '' ? {} : { remark }),
        ...(comments.length === 0 ? {} : { comments }),
      });
    else if (own.length > 0) wrong(`${name} is not played here (x0); expected no -- this time -- rows`);
    if (isReturn && times === 0)
      wrong(`${name} is written above, and x0 plays nothing; expected x1 or more here`);
    if (isReturn && header.asked.meter)
      wrong(`the bars of ${name} are written above; expected its meter there`);
    const set = (Object.keys(header.asked) as (keyof Asked)[]).find((k) =>
      isSetAlready(section, header.asked, k),
    );
    if (isReturn && set !== undefined)
      wrong(
        `${name} has its ${SETTING_WORDS[set] ?? set} where it is written above; expected it there alone`,
      );
    const { pickup } = header.asked;
    const length = barTicks(header.asked.meter ?? meterOf(this.song, section));
    if (pickup !== undefined && pickup >= length)
      wrong(
        `a pick-up is shorter than the bar; expected less than ${formatMeter(meterOf(this.song, section))}`,
      );
    for (const [player, like] of Object.entries(header.asked.like ?? {})) {
      const { [player as Player]: _own, ...others } = { ...section.like, ...header.asked.like };
      const trouble = likeTrouble({ like: others }, player as Player, like);
      if (trouble) wrong(trouble);
    }
    const { meter: _meter, sounds: _use, pickup: _pickup, ...others } = header.asked;
    const asked: Asked = {
      ...others,
      ...(isReturn || header.asked.meter === undefined ? {} : { meter: header.asked.meter }),
      ...(played || sounds === undefined ? {} : { sounds }),
      ...(pickup === undefined || pickup >= length ? {} : { pickup }),
      ...this.#told(block, isReturn, times),
    };
    this.#sections.set(name, withAsked(section, asked));
  }

  /** Remarks and comments of a section where it is written; above its header where that has no place in the form. */
  #told(block: Block, isReturn: boolean, times: number): Pick<Asked, 'remarks' | 'comments'> {
    if (isReturn) {
      const one = block.told.find((t) => t.who !== 'band');
      if (one)
        this.#problems.push(
          problemAt(
            one.line,
            1,
            one.who.length,
            `what is told to ${one.who} stands where the section is written; expected remark: here`,
          ),
        );
      return {};
    }
    const said: Partial<Record<Player | 'band', string>> = {};
    for (const { who, text } of block.told) said[who] = said[who] ? `${said[who]}; ${text}` : text;
    const remarks = saidRemarks(said);
    const above = times === 0 ? block.above.map(({ text }) => ({ text, above: ABOVE_HEADER })) : [];
    // Above the first line of a section is where its comments stand anyhow.
    const first = remarks ? `${Object.keys(remarks)[0]} remark` : 'chords';
    const among = block.comments.map((c) => (c.above === first ? { text: c.text } : c));
    const comments = [...above, ...among];
    const own = comments.length > 0 ? { comments } : {};
    return { ...own, ...(remarks ? { remarks } : {}) };
  }

  finished(isDownSaid: boolean, kept: readonly { text: string; line: number }[]): ChartRead {
    const problems = this.#problems;
    let song = inPlayedOrder({ ...this.song, sections: [...this.#sections.values()], form: this.#form });
    if (!isDownSaid) song = meantAsFretted(song) ?? song;
    song = withFollowers(song);
    const keeps = kept.flatMap(({ text: raw, line }) => readKeep(song, { raw, line }, problems) ?? []);
    if (keeps.length > 0) song = { ...song, kept: keeps };
    this.#askPasses();
    const inOrder = (list: Problem[]) => list.sort((a, b) => a.line - b.line || a.column - b.column);
    return { song, problems: inOrder(problems), questions: inOrder(this.#questions) };
  }

  /** Passes that never come: nothing is played as often. */
  #askPasses(): void {
    for (const { section, entry, pass, line } of this.#passes) {
      const times = this.#form
        .filter((e, i) => (entry === null ? e.section === section : i === entry))
        .map((e) => e.times);
      const most = Math.max(0, ...times);
      if (pass <= most) continue;
      const often = most === 0 ? 'not played' : `played ${most === 1 ? 'once' : `${most} times`}`;
      const message = `pass ${pass} never comes: ${section} is ${often}; expected x${pass} at its header, or another pass here`;
      this.#questions.push(problemAt(line, 1, 2, message));
    }
  }
}

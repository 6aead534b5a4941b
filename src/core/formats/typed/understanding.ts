import { problemAt, type Problem } from '../../base/index';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../form/index';
import { parseChord, pretty, type Key } from '../../pitch/index';
import { cleanTitle, emptySong, songKey, type Song } from '../../song/index';
import { formatMeter, type Meter } from '../../time/index';
import { MAX_LINE_CHARACTERS, collapseBlanks, tooLongMessage } from '../limits';
import { withMoreStrings } from '../tab/more-strings';
import { tabLineOf } from '../tab/tab-line';
import { readBars, type TypedBar, type TypedBars } from './bars';
import { draftSection, type DraftSection } from './draft';
import type { Heading } from './headings';
import { isMutes, withoutLead } from './lead';
import { bracketed } from './over';
import { playersNamed, settingOf, type TypedSetting } from './settings';
import type { TypedLine, TypedOptions } from './typed-read';

/** Chords of a line under which words may stand. */
export interface Over {
  readonly section: DraftSection;
  /** Its first bar. */
  readonly from: number;
  readonly raw: string;
}

/** Wider gaps than these say nothing more. */
const MOST_SPACES = 200;
const WIDE = / {201,}/g;

/** A text on its way to a song: what was understood so far, line by line. Lines count from 0 here. */
export class Understanding {
  readonly raw: readonly string[];
  readonly options: TypedOptions;
  readonly lines: TypedLine[] = [];
  readonly problems: Problem[] = [];
  readonly questions: Problem[] = [];
  readonly sections: DraftSection[] = [];
  readonly orders: { readonly text: string; readonly line: number }[] = [];
  readonly fingerings = new Map<string, string>();
  readonly comments: string[] = [];
  readonly songRemarks: string[] = [];
  /** Whose tuning the text says. */
  readonly tuned = new Set<Player>();
  song: Song;
  hasTitle = false;
  hasKey = false;
  section: DraftSection | null = null;
  player: Player | null = null;
  /** The chords of the line before, where words may stand under them. */
  over: Over | null = null;
  needsKey = false;
  /** The line that says a capo; null where none does. */
  capoAt: number | null = null;

  constructor(text: string, options: TypedOptions) {
    this.raw = text
      .replace(/\uFEFF/g, '')
      .split(/\r\n|\n|\r/)
      .map((l) =>
        l
          .replaceAll('\t', '    ')
          .trimEnd()
          .replace(WIDE, (gap) => gap.slice(0, MOST_SPACES)),
      )
      .map((l, i) => this.#within(l, i));
    this.options = options;
    this.song = options.ground
      ? { ...options.ground, sections: [], form: [], kept: [] }
      : emptySong('Untitled');
  }

  /** A line of a length that is read; nothing of a longer one is, and that is told. */
  #within(raw: string, i: number): string {
    if (raw.length <= MAX_LINE_CHARACTERS || tabLineOf(raw) !== null) return raw;
    this.problems.push(problemAt(i + 1, 1, raw.length, tooLongMessage(raw.length)));
    return '';
  }

  get meter(): Meter {
    return this.section?.meter ?? this.song.meter;
  }

  get key(): Key | null {
    return this.hasKey ? songKey(this.song) : null;
  }

  /** What bars are read with; `expected`: behind the name of a section. */
  ground(expected: boolean) {
    return { meter: this.meter, key: this.key, expected };
  }

  /** A line without what stands before it in chats and lists; empty where there is none. */
  text(i: number): string {
    const raw = this.raw[i];
    return raw === undefined ? '' : withoutLead(tabLineOf(raw) ? raw : collapseBlanks(raw));
  }

  /** A metre said in front of bars: the song's before there are parts, else the part's; told where its bars are counted already. */
  meterHere(meter: Meter): string {
    const words = formatMeter(meter);
    const isSame = words === formatMeter(this.song.meter);
    if (this.sections.every((s) => s.bars.length === 0)) this.song = { ...this.song, meter };
    else if (this.section?.bars.length === 0) {
      if (!isSame) this.section.meter = meter;
    } else {
      // The bars above are counted in another one already.
      const section = this.section ?? this.sections.at(-1)!;
      if (words !== formatMeter(section.meter ?? this.song.meter)) {
        section.remarks.push(words);
        return `${words} comes after its bars: a remark of ${section.name}`;
      }
    }
    return words;
  }

  isChords(text: string): boolean {
    return readBars(text, this.ground(false)) !== null;
  }

  /** Whether chords or tab come right under a line. */
  isMusicBelow(i: number): boolean {
    const next = this.raw.slice(i + 1).find((l) => l.trim() !== '');
    if (next === undefined) return false;
    const text = withoutLead(next);
    if (tabLineOf(text) || isMutes(text) || bracketed(text)) return true;
    if (/^\(?(?:guitar|gtr|bass)/i.test(text.trim()) && playersNamed(text).length > 0) return true;
    return this.isChords(text);
  }

  told(i: number, as: TypedLine['as'], says = ''): void {
    this.lines.push({ line: i + 1, as, says });
  }

  ask(i: number, message: string): void {
    const raw = this.raw[i]!;
    const lead = raw.length - raw.trimStart().length;
    this.questions.push(problemAt(i + 1, lead + 1, Math.max(1, raw.trim().length), message));
  }

  /** Takes a setting in and says it. */
  setting(setting: TypedSetting): string {
    switch (setting.kind) {
      case 'title': {
        const title = cleanTitle(setting.title.replace(/^["“']|["”']$/g, ''));
        if (title === '') return '';
        this.hasTitle = true;
        this.song = { ...this.song, title };
        return `title: ${title}`;
      }
      case 'key':
        this.hasKey = true;
        this.song = { ...this.song, key: setting.key.text };
        return `key: ${pretty(setting.key.text)}`;
      case 'tempo':
        this.song = { ...this.song, tempo: setting.tempo };
        if (setting.words !== undefined) this.songRemarks.push(setting.words);
        return `${setting.tempo} bpm${setting.words === undefined ? '' : `, remark: ${setting.words}`}`;
      case 'meter':
        return this.meterHere(setting.meter);
      case 'capo': {
        for (const player of setting.players) this.rig(player, { capo: setting.capo });
        this.capoAt = this.lines.length;
        return `capo ${setting.capo} (${setting.players.map((p) => PLAYER_WORDS[p]).join(' and ')})`;
      }
      case 'tuning': {
        const players = PLAYERS.filter((p) => setting.tunings[p] !== undefined);
        for (const player of players) {
          this.rig(player, { tuning: setting.tunings[player]! });
          this.tuned.add(player);
        }
        return `${players.map((p) => PLAYER_WORDS[p]).join(', ')}: ${setting.words}`;
      }
      case 'remark':
        this.songRemarks.push(setting.text);
        return `remark: ${setting.text}`;
      case 'comment':
        this.comments.push(setting.text);
        return `comment: ${setting.text}`;
    }
  }

  /** Changes an instrument. Tab that was read already moves onto the strings there are then; none of them goes away. */
  rig(player: Player, change: Partial<Song['players'][Player]>): void {
    const { players } = this.song;
    const was = players[player].tuning;
    const more = (change.tuning ?? was).length - was.length;
    const drafts = this.sections.filter((s) => s.tab[player] !== undefined);
    if (more > 0)
      for (const { tab } of drafts) {
        const of = { strings: was.length + more, first: false };
        tab[player] = tab[player]!.map((bar, i) => withMoreStrings(bar, more, { ...of, first: i === 0 }));
      }
    if (more < 0 && drafts.length > 0) {
      this.rig(player, { ...change, tuning: [...was.slice(0, -more), ...change.tuning!] });
      return;
    }
    this.song = { ...this.song, players: { ...players, [player]: { ...players[player], ...change } } };
  }

  begin(name: string, i: number, of: Pick<Heading, 'times' | 'again'>): DraftSection {
    const section = draftSection(name, { line: i + 1, times: of.times, again: of.again });
    this.section = section;
    this.sections.push(section);
    this.player = null;
    return section;
  }

  current(i: number): DraftSection {
    if (this.section) return this.section;
    const parts = this.sections.filter((s) => s.name.startsWith('Part ')).length;
    return this.begin(`Part ${parts + 1}`, i, { times: null, again: null });
  }

  /** What stands in brackets at a heading: bars, a tempo, a metre, else something told. */
  note(i: number, note: string, section: DraftSection): void {
    const count = /^(\d{1,3})\s*(?:bars?|measures?)$/i.exec(note)?.[1];
    if (count !== undefined) {
      section.count = Number(count);
      return;
    }
    const feel = /^(half|double)[- ]?time(?: feel)?$/i.exec(note)?.[1]?.toLowerCase();
    const setting = settingOf(note);
    if (feel === 'half' || feel === 'double') section.feel = feel;
    else if (setting?.kind === 'tempo') section.tempo = setting.tempo;
    else if (setting?.kind === 'meter' && section.bars.length === 0) section.meter = setting.meter;
    else {
      section.remarks.push(note);
      this.ask(i, `"${note}" is kept as a remark of ${section.name}`);
    }
  }

  take(i: number, read: TypedBars, section: DraftSection): { from: number } {
    if (read.bars.length === 0 && read.asks.length > 0) {
      this.needsKey = true;
      this.problems.push(problemAt(i + 1, 1, Math.max(1, this.raw[i]!.length), read.asks[0]!));
      return { from: section.bars.length };
    }
    const from = section.bars.length;
    const each = this.options.chordsPerBar ?? 1;
    const isLoose = read.bars.every((b) => b.length === 1 && b[0]!.at === 0) && !this.raw[i]!.includes('|');
    const bars = each > 1 && isLoose ? grouped(read.bars, each, this.meter) : read.bars;
    section.bars.push(...bars);
    section.words.push(...bars.map(() => ''));
    if (read.times !== null && read.times > 1)
      section.stretches.push({ from, until: section.bars.length, times: read.times });
    for (const message of new Set(read.asks)) this.ask(i, message);
    for (const note of read.notes) this.note(i, note, section);
    for (const word of new Set(read.wrong)) {
      const at = Math.max(0, this.raw[i]!.indexOf(word));
      const chord = parseChord(word);
      const why = chord.ok ? `"${word}" is no chord` : chord.error;
      this.problems.push(
        problemAt(i + 1, at + 1, word.length, `${why}; N.C. stands in its place, as a guess`),
      );
    }
    return { from };
  }
}

/** Chords of one bar each as so many to a bar, evenly. */
function grouped(bars: readonly TypedBar[], each: number, meter: Meter): readonly TypedBar[] {
  const done: TypedBar[] = [];
  for (let i = 0; i < bars.length; i += each) {
    const symbols = bars.slice(i, i + each).map((b) => b[0]!);
    const words = symbols.map((c) => c.chord).join(' ');
    const read = readBars(`| ${words} |`, { meter, key: null, expected: true });
    done.push(read?.bars[0] ?? symbols);
  }
  return done;
}

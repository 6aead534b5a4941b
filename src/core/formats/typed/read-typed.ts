import { problemAt, type Problem } from '../../base/index';
import { PLAYER_WORDS, PLAYERS, type Player } from '../../form/index';
import { FIVE_STRING_BASS, formatTuning } from '../../instrument/index';
import { cleanTitle, emptySong, songKey, type Song } from '../../song/index';
import { formatMeter, type Meter } from '../../time/index';
import { guessKey, parseChord, pretty, type Key } from '../../pitch/index';
import { readTab, type TabBar } from '../tab/read-tab';
import { tabLineOf } from '../tab/tab-line';
import { countOf, readBars, type TypedBar, type TypedBars } from './bars';
import { draftSection, type DraftSection } from './draft';
import { headingOf, namedStretch, orderOf, partsOfLine, titled, type Heading } from './headings';
import { bracketed, columnsOf, wordsUnder } from './over';
import { piecesOf, playersNamed, settingOf, type TypedSetting } from './settings';
import { settleSong } from './settle';
import { chordsOver, chordsPlayed } from './tab-bars';
import { chordOf } from './words';

/** What a line of the text was taken for. */
export interface TypedLine {
  /** From 1. */
  readonly line: number;
  readonly as: 'setting' | 'section' | 'chords' | 'words' | 'tab' | 'order' | 'kept' | 'nothing';
  /** In words: "Verse, 4 times: Dm, Bb"; empty where the line says it itself. */
  readonly says: string;
}

/** A text as it was understood. */
export interface TypedRead {
  readonly song: Song;
  readonly lines: readonly TypedLine[];
  /** What could not be read; something stands in its place, or it is kept as a comment. */
  readonly problems: readonly Problem[];
  /** What was taken for granted. */
  readonly questions: readonly Problem[];
  /** Why there is no song in it; null where there is one. */
  readonly refused: string | null;
}

export interface TypedOptions {
  /** Where settings and instruments are taken from until the text says others; left out: an empty song. */
  readonly ground?: Song;
  /** How many chords stand in a bar where no bar lines are; left out: one. */
  readonly chordsPerBar?: 1 | 2 | 4;
  /** What is sung is kept as remarks at its bars; left out: yes. */
  readonly keepsWords?: boolean;
  /** Chords are named as they are fretted behind the capo; left out: as they sound. */
  readonly fretted?: boolean;
  /** Whose the tab is where it does not say so. */
  readonly player?: Player;
}

const EXPECTED = 'expected chords like Verse: Dm Bb F C x4, bars like | Dm | Bb |, chords over lyrics or tab';

/**
 * Reads a song as people type it: chords over lyrics or in brackets among them, bar lines, a line for each section, tab;
 * with title, key, tempo, metre and tunings in their words. Nothing is dropped in silence: what was taken for granted is
 * asked about, what is none of this is kept as a comment or remark.
 */
export function readTyped(text: string, options: TypedOptions = {}): TypedRead {
  return new Reading(text, options).read();
}

/** A fingering at the top of a page: `Dm: xx0231`. */
const FINGERING = /^([A-H]\S*)\s*[:=]?\s*\(?((?:[x\d]{4,6})|(?:[x\d]{1,2}(?:-[x\d]{1,2}){3,5}))\)?$/i;
const CHAT = /^\s*\[?\d{1,2}[:.]\d{2}(?:[:.]\d{2})?(?:\s?[ap]m)?\]?\s*[-–]?\s*[\p{L}][\p{L} .'-]{0,24}:\s*/iu;
const BULLET = /^\s*(?:[-•●▪*+]\s+(?=\S)|\d{1,2}[.)]\s+(?=[A-Za-z]))/;
const DIRECTIVE = /^\s*\{\s*([a-z_]+)\s*(?::\s*(.*?))?\s*\}\s*$/i;
const MUTES = /^\s*P\.?\s?M\.?(?![a-z])|^\s*\.(?:\s*\.)+\s*$/i;

class Reading {
  readonly #raw: readonly string[];
  readonly #options: TypedOptions;
  readonly #lines: TypedLine[] = [];
  readonly #problems: Problem[] = [];
  readonly #questions: Problem[] = [];
  readonly #sections: DraftSection[] = [];
  readonly #orders: { readonly text: string; readonly line: number }[] = [];
  readonly #fingerings = new Map<string, string>();
  readonly #comments: string[] = [];
  readonly #songRemarks: string[] = [];
  /** Whose tuning the text says. */
  readonly #tuned = new Set<Player>();
  #song: Song;
  #hasTitle = false;
  #hasKey = false;
  #section: DraftSection | null = null;
  #player: Player | null = null;
  /** The chords of the line before, where words may stand under them. */
  #over: { readonly section: DraftSection; readonly from: number; readonly raw: string } | null = null;
  #needsKey = false;
  /** The line (from 0) that says a capo; null where none does. */
  #capoAt: number | null = null;

  constructor(text: string, options: TypedOptions) {
    this.#raw = text
      .replace(/\uFEFF/g, '')
      .split(/\r\n|\n|\r/)
      .map((l) => l.replaceAll('\t', '    '));
    this.#options = options;
    this.#song = options.ground
      ? { ...options.ground, sections: [], form: [], kept: [] }
      : emptySong('Untitled');
  }

  read(): TypedRead {
    this.#readKeyFirst();
    for (let i = 0; i < this.#raw.length;) {
      const parts = tabLineOf(this.#raw[i]!) ? [] : partsOfLine(withoutLead(this.#raw[i]!));
      if (parts.length < 2) i += this.#line(i);
      else {
        for (const part of parts) this.#line(i, part);
        i += 1;
      }
    }
    return this.#finished();
  }

  /** Degrees need the key, wherever it stands. */
  #readKeyFirst(): void {
    for (const raw of this.#raw) {
      for (const piece of piecesOf(withoutLead(raw).replace(/^\{|\}$/g, ''))) {
        const setting = settingOf(piece);
        if (setting?.kind !== 'key' || this.#hasKey) continue;
        this.#song = { ...this.#song, key: setting.key.text };
        this.#hasKey = true;
      }
    }
  }

  get #meter(): Meter {
    return this.#section?.meter ?? this.#song.meter;
  }

  get #key(): Key | null {
    return this.#hasKey ? songKey(this.#song) : null;
  }

  #told(i: number, as: TypedLine['as'], says = ''): void {
    this.#lines.push({ line: i + 1, as, says });
  }

  #ask(i: number, message: string): void {
    const raw = this.#raw[i]!;
    const lead = raw.length - raw.trimStart().length;
    this.#questions.push(problemAt(i + 1, lead + 1, Math.max(1, raw.trim().length), message));
  }

  /** Reads what stands at a line and gives how many lines it took. */
  #line(i: number, given?: string): number {
    const raw = given ?? withoutLead(this.#raw[i]!);
    const text = raw.trim();
    const over = this.#over;
    this.#over = null;
    if (text === '') {
      this.#told(i, 'nothing');
      return 1;
    }
    const directive = DIRECTIVE.exec(text);
    if (directive) return this.#directive(i, directive[1]!.toLowerCase(), directive[2] ?? '');
    const tab = this.#tabLines(i);
    if (tab > 0) return tab;
    const fingering = FINGERING.exec(text);
    if (fingering && chordOf(fingering[1]!) && /\d/.test(fingering[2]!)) {
      return this.#fingering(i, fingering[1]!, fingering[2]!);
    }
    const players = playersNamed(text);
    if (players.length > 0) {
      this.#player = players[0]!;
      this.#told(i, 'section', `what ${PLAYER_WORDS[players[0]!]} plays`);
      return 1;
    }
    if (isOrder(text)) {
      this.#orders.push({ text, line: i + 1 });
      this.#told(i, 'order', 'the order of the song');
      return 1;
    }
    if (this.#settings(i, text)) return 1;
    const heading = headingOf(text, { loose: this.#isMusicBelow(i) });
    if (heading && this.#heading(i, heading)) return 1;
    const named = namedStretch(text);
    if (named && (named.again !== null || readBars(named.rest, this.#ground(false)))) {
      if (this.#heading(i, named)) return 1;
    }
    const inside = bracketed(raw);
    if (inside) return this.#bracketed(i, inside);
    const bars = readBars(text, { meter: this.#meter, key: this.#key, expected: false });
    if (bars) {
      this.#chords(i, bars, raw);
      return 1;
    }
    // A few words over chords that nobody sings to are a name, once there are parts.
    if (this.#sections.length > 0 && over === null && this.#isNameOfChords(i, text)) {
      this.#heading(i, { name: titled(text), rest: '', times: null, notes: [], again: null });
      return 1;
    }
    this.#words(i, text, { raw, over });
    return 1;
  }

  /** Whether a line of few words stands over chords, after an empty line, and those over no words. */
  #isNameOfChords(i: number, text: string): boolean {
    const isAfterNothing = i === 0 || this.#raw[i - 1]!.trim() === '';
    if (!isAfterNothing || text.split(/\s+/).length > 4 || /[.,!?]$/.test(text)) return false;
    const [next, behind] = [this.#raw[i + 1], this.#raw[i + 2]].map((l) =>
      l === undefined ? '' : withoutLead(l),
    );
    if (readBars(next!, this.#ground(false)) === null) return false;
    return (
      behind!.trim() === '' ||
      readBars(behind!, this.#ground(false)) !== null ||
      headingOf(behind!, { loose: false }) !== null
    );
  }

  /** Whether chords or tab come right under a line. */
  #isMusicBelow(i: number): boolean {
    const next = this.#raw.slice(i + 1).find((l) => l.trim() !== '');
    if (next === undefined) return false;
    const text = withoutLead(next);
    if (tabLineOf(text) || MUTES.test(text) || bracketed(text)) return true;
    if (/^\(?(?:guitar|gtr|bass)/i.test(text.trim()) && playersNamed(text).length > 0) return true;
    return readBars(text, { meter: this.#meter, key: this.#key, expected: false }) !== null;
  }

  #settings(i: number, text: string): boolean {
    const isHead = this.#sections.length === 0;
    const whole = settingOf(text, { bare: isHead });
    const pieces = whole ? [text] : piecesOf(text);
    const settings = whole ? [whole] : pieces.map((p) => settingOf(p, { bare: isHead && pieces.length > 1 }));
    if (settings.every((s) => s === null)) return false;
    // In a section a tempo and the like are of the section; among chords nothing is a setting.
    if (
      !settings.every((s) => s !== null) &&
      (headingOf(text, { loose: true }) || readBars(text, this.#ground(false)))
    )
      return false;
    const says = settings.map((setting, n) => {
      if (setting) return this.#setting(setting);
      const piece = pieces[n]!;
      if (!this.#hasTitle && n === 0 && isHead) return this.#setting({ kind: 'title', title: piece });
      this.#songRemarks.push(piece);
      this.#ask(i, `"${piece}" is kept as a remark for everybody`);
      return `remark: ${piece}`;
    });
    this.#told(i, 'setting', says.filter((s) => s !== '').join(', '));
    const kept = settings.find((s) => s?.kind === 'remark');
    if (kept?.kind === 'remark') this.#ask(i, `"${kept.text}" is kept as a remark for everybody`);
    return true;
  }

  #ground(expected: boolean) {
    return { meter: this.#meter, key: this.#key, expected };
  }

  /** Takes a setting in and says it. */
  #setting(setting: TypedSetting): string {
    switch (setting.kind) {
      case 'title': {
        const title = cleanTitle(setting.title.replace(/^["“']|["”']$/g, ''));
        if (title === '') return '';
        this.#hasTitle = true;
        this.#song = { ...this.#song, title };
        return `title: ${title}`;
      }
      case 'key':
        this.#hasKey = true;
        this.#song = { ...this.#song, key: setting.key.text };
        return `key: ${pretty(setting.key.text)}`;
      case 'tempo':
        this.#song = { ...this.#song, tempo: setting.tempo };
        if (setting.words !== undefined) this.#songRemarks.push(setting.words);
        return `${setting.tempo} bpm${setting.words === undefined ? '' : `, remark: ${setting.words}`}`;
      case 'meter':
        this.#song = { ...this.#song, meter: setting.meter };
        return formatMeter(setting.meter);
      case 'capo': {
        for (const player of setting.players) this.#rig(player, { capo: setting.capo });
        this.#capoAt = this.#lines.length;
        return `capo ${setting.capo} (${setting.players.map((p) => PLAYER_WORDS[p]).join(' and ')})`;
      }
      case 'tuning': {
        const players = PLAYERS.filter((p) => setting.tunings[p] !== undefined);
        for (const player of players) {
          this.#rig(player, { tuning: setting.tunings[player]! });
          this.#tuned.add(player);
        }
        return `${players.map((p) => PLAYER_WORDS[p]).join(', ')}: ${setting.words}`;
      }
      case 'remark':
        this.#songRemarks.push(setting.text);
        return `remark: ${setting.text}`;
      case 'comment':
        this.#comments.push(setting.text);
        return `comment: ${setting.text}`;
    }
  }

  #rig(player: Player, change: Partial<Song['players'][Player]>): void {
    const { players } = this.#song;
    this.#song = { ...this.#song, players: { ...players, [player]: { ...players[player], ...change } } };
  }

  /** Begins a section; false where what stands behind its name is no chords after all. */
  #heading(i: number, heading: Heading): boolean {
    const { rest, notes } = heading;
    const bars = rest === '' ? null : (this.#barsOf(rest) ?? this.#insideOf(rest));
    if (rest !== '' && bars === null && !/^\(/.test(rest)) return false;
    // The first words on a page in the dress of a heading, with others under them, are its title.
    const isTitle =
      !this.#hasTitle && this.#sections.length === 0 && rest === '' && /^#\s/.test(this.#raw[i]!.trim());
    if (isTitle && !this.#isMusicBelow(i)) {
      this.#told(i, 'setting', this.#setting({ kind: 'title', title: heading.name }));
      return true;
    }
    const section = this.#begin(heading.name, i, heading);
    for (const note of notes) this.#note(i, note, section);
    this.#told(i, 'section', sectionWords(section));
    if (bars) this.#take(i, bars, section);
    return true;
  }

  #begin(name: string, i: number, of: Pick<Heading, 'times' | 'again'>): DraftSection {
    const section = draftSection(name, { line: i + 1, times: of.times, again: of.again });
    this.#section = section;
    this.#sections.push(section);
    this.#player = null;
    return section;
  }

  /** What stands in brackets at a heading: bars, a tempo, a metre, else something told. */
  #note(i: number, note: string, section: DraftSection): void {
    const count = /^(\d{1,3})\s*(?:bars?|measures?)$/i.exec(note)?.[1];
    if (count !== undefined) {
      section.count = Number(count);
      return;
    }
    const setting = settingOf(note);
    if (setting?.kind === 'tempo') section.tempo = setting.tempo;
    else if (setting?.kind === 'meter') section.meter = setting.meter;
    else {
      section.remarks.push(note);
      this.#ask(i, `"${note}" is kept as a remark of ${section.name}`);
    }
  }

  #barsOf(text: string): TypedBars | null {
    return readBars(text, this.#ground(true));
  }

  /** Chords in brackets behind a heading. */
  #insideOf(text: string): TypedBars | null {
    const inside = bracketed(text);
    return inside ? readBars(inside.chords.join(' '), this.#ground(true)) : null;
  }

  #current(i: number): DraftSection {
    if (this.#section) return this.#section;
    const parts = this.#sections.filter((s) => s.name.startsWith('Part ')).length;
    return this.#begin(`Part ${parts + 1}`, i, { times: null, again: null });
  }

  #take(i: number, read: TypedBars, section: DraftSection): { from: number } {
    if (read.bars.length === 0 && read.asks.length > 0) {
      this.#needsKey = true;
      this.#problems.push(problemAt(i + 1, 1, Math.max(1, this.#raw[i]!.length), read.asks[0]!));
      return { from: section.bars.length };
    }
    const from = section.bars.length;
    const each = this.#options.chordsPerBar ?? 1;
    const isLoose = read.bars.every((b) => b.length === 1 && b[0]!.at === 0) && !this.#raw[i]!.includes('|');
    const bars = each > 1 && isLoose ? grouped(read.bars, each, this.#meter) : read.bars;
    section.bars.push(...bars);
    section.words.push(...bars.map(() => ''));
    if (read.times !== null && read.times > 1)
      section.stretches.push({ from, until: section.bars.length, times: read.times });
    for (const message of new Set(read.asks)) this.#ask(i, message);
    for (const note of read.notes) this.#note(i, note, section);
    for (const word of new Set(read.wrong)) {
      const at = Math.max(0, this.#raw[i]!.indexOf(word));
      const chord = parseChord(word);
      const why = chord.ok ? `"${word}" is no chord` : chord.error;
      this.#problems.push(
        problemAt(i + 1, at + 1, word.length, `${why}; N.C. stands in its place, as a guess`),
      );
    }
    return { from };
  }

  #chords(i: number, read: TypedBars, raw: string): void {
    const next = this.#raw[i + 1];
    // Names over a tab are read with it.
    if (next !== undefined && tabLineOf(next) && !raw.includes('|')) {
      this.#told(i, 'chords', 'the chords of the tab');
      return;
    }
    const section = this.#current(i);
    const { from } = this.#take(i, read, section);
    this.#told(i, 'chords', `${section.name}: ${barWords(section.bars.slice(from))}`);
    this.#over = { section, from, raw };
  }

  #bracketed(i: number, inside: { chords: readonly string[]; words: readonly string[] }): number {
    const section = this.#current(i);
    const read = readBars(inside.chords.join(' '), this.#ground(true))!;
    const { from } = this.#take(i, { ...read, times: null }, section);
    if (section.bars.length - from === inside.words.length)
      inside.words.forEach((words, n) => (section.words[from + n] = words));
    else section.words[from] = inside.words.join(' ');
    this.#told(i, 'chords', `${section.name}: ${barWords(section.bars.slice(from))}`);
    return 1;
  }

  /** Words that are no chords: sung, told, a title, or kept. */
  #words(
    i: number,
    text: string,
    of: { raw: string; over: { section: DraftSection; from: number; raw: string } | null },
  ): void {
    const count = countOf(text);
    const last = this.#section;
    if (count !== null && last && last.bars.length > 0) {
      last.stretches.push({ from: 0, until: last.bars.length, times: count });
      return this.#told(i, 'chords', `${last.name}, ${count} times`);
    }
    const isAside = /^\(.+\)$/.test(text) && (of.over?.raw.includes('|') ?? false);
    if (of.over && !isAside) return this.#sung(i, of.raw, of.over);
    if (this.#sections.length === 0 && this.#orders.length === 0) {
      if (!this.#hasTitle && /[\p{L}\d]/u.test(text) && text.length <= 80) {
        return this.#told(i, 'setting', this.#setting({ kind: 'title', title: titleOf(text) }));
      }
      this.#comments.push(text);
      return this.#told(i, 'kept', `kept as a comment: ${text}`);
    }
    const note = /^\((.+)\)$/.exec(text)?.[1];
    if (note !== undefined && last) {
      last.remarks.push(note);
      this.#ask(i, `"${note}" is kept as a remark of ${last.name}`);
      return this.#told(i, 'kept', `a remark of ${last.name}`);
    }
    (last?.comments ?? this.#comments).push(text);
    const isFirst = (last?.comments ?? this.#comments).length === 1;
    if (isFirst && (last === null || last.bars.length > 0))
      this.#ask(i, 'words under no chords are kept as a comment, from here on');
    this.#told(i, 'words', last ? `words of ${last.name}, kept as a comment` : 'kept as a comment');
  }

  #sung(i: number, raw: string, over: { section: DraftSection; from: number; raw: string }): void {
    const { section, from } = over;
    const columns = columnsOf(over.raw);
    const count = section.bars.length - from;
    const isMatched = columns.length === count && !over.raw.includes('|');
    if (isMatched) wordsUnder(columns, raw).forEach((words, n) => (section.words[from + n] = words));
    else section.words[from] = raw.trim();
    this.#told(i, 'words', `sung to ${section.name}`);
  }

  #fingering(i: number, chord: string, frets: string): number {
    const { symbol } = chordOf(chord)!;
    this.#fingerings.set(symbol, frets.toLowerCase());
    this.#told(i, 'setting', `${symbol} as ${frets}`);
    this.#ask(i, `${frets.toLowerCase()} is put down for Guitar 1 wherever ${symbol} is played, as a guess`);
    return 1;
  }

  #directive(i: number, name: string, value: string): number {
    const begun = /^(?:start_of_|so)(\w+)$/.exec(name)?.[1];
    if (begun !== undefined) {
      const usual = {
        v: 'Verse',
        c: 'Chorus',
        b: 'Bridge',
        verse: 'Verse',
        chorus: 'Chorus',
        bridge: 'Bridge',
      };
      const label = /^label="(.*)"$/.exec(value)?.[1] ?? value;
      const called = label || (Object.hasOwn(usual, begun) ? usual[begun as 'v'] : titled(begun));
      if (/^(?:t|tab|g|grid)$/.test(begun) && label === '') this.#told(i, 'nothing');
      else
        this.#told(i, 'section', sectionWords(this.#begin(titled(called), i, { times: null, again: null })));
      return 1;
    }
    if (/^(?:end_of_|eo)\w+$/.test(name)) {
      this.#section = null;
      this.#told(i, 'nothing');
      return 1;
    }
    const heading = headingOf(name, { loose: false });
    if (heading) {
      const section = this.#begin(value ? titled(value) : heading.name, i, { times: null, again: null });
      this.#told(i, 'section', sectionWords(section));
      return 1;
    }
    if (/^(?:c|ci|cb|comment\w*|highlight)$/.test(name)) {
      const asHeading = headingOf(value, { loose: this.#isMusicBelow(i) && value.split(' ').length < 3 });
      if (asHeading?.rest === '' && this.#heading(i, asHeading)) return 1;
      (this.#section?.remarks ?? this.#songRemarks).push(value);
      this.#ask(i, `"${value}" is kept as a remark`);
      this.#told(i, 'kept', `a remark: ${value}`);
      return 1;
    }
    const known = {
      t: 'title',
      title: 'title',
      key: 'key',
      tempo: 'tempo',
      time: 'time',
      capo: 'capo',
    } as const;
    const word = Object.hasOwn(known, name) ? known[name as 't'] : null;
    const setting = word === null ? null : settingOf(`${word}: ${value}`);
    if (setting) this.#told(i, 'setting', this.#setting(setting));
    else {
      const text = value === '' ? name : `${name}: ${value}`;
      this.#comments.push(text);
      this.#told(i, 'kept', `kept as a comment: ${text}`);
    }
    return 1;
  }

  /** A system of tab from a line on, with the marks around it; gives how many lines it took, 0 where there is none. */
  #tabLines(i: number): number {
    let n = i;
    if (MUTES.test(this.#raw[n]!) && this.#raw[n + 1] !== undefined && tabLineOf(this.#raw[n + 1]!)) n += 1;
    if (!tabLineOf(this.#raw[n]!)) return 0;
    while (n < this.#raw.length && tabLineOf(this.#raw[n]!)) n += 1;
    if (n < this.#raw.length && MUTES.test(this.#raw[n]!) && !tabLineOf(this.#raw[n + 1] ?? '')) n += 1;
    const rows = this.#raw.slice(i, n);
    const strings = rows.filter((r) => tabLineOf(r) !== null).length;
    const isBass = strings === 4 || strings === 5;
    const isFive = strings === 5 && (this.#player ?? 'bass') === 'bass' && !this.#tuned.has('bass');
    if (isFive) this.#rig('bass', { tuning: FIVE_STRING_BASS });
    const player = this.#player ?? (isBass ? 'bass' : (this.#options.player ?? 'guitar1'));
    if (this.#player === null) this.#ask(i, `the tab is read as ${PLAYER_WORDS[player]}’s`);
    const section = this.#current(i);
    const bars = this.#tabBars(i, rows.join('\n'), player);
    const own = (section.tab[player] ??= []);
    const from = own.length;
    own.push(...bars);
    const missing = own.length - section.bars.length;
    if (missing > 0) {
      const above = i > 0 ? this.#raw[i - 1]! : '';
      const first = rows.find((r) => tabLineOf(r) !== null)!;
      const over =
        readBars(above.trim(), this.#ground(false)) && !above.includes('|')
          ? chordsOver(above, first, this.#meter)
          : null;
      const isNamed = over !== null && over.length === bars.length && from === section.bars.length;
      const key = this.#key ?? songKey(this.#song);
      const named = isNamed
        ? over
        : chordsPlayed(bars, { instrument: this.#song.players[player], key }).slice(-missing);
      section.bars.push(...named);
      section.words.push(...named.map(() => ''));
      if (!isNamed) this.#ask(i, 'the chords are named after what the tab plays');
    }
    for (let at = i; at < n; at += 1)
      this.#told(
        at,
        'tab',
        at === i
          ? `${PLAYER_WORDS[player]}, ${bars.length} ${bars.length === 1 ? 'bar' : 'bars'} of ${section.name}`
          : '',
      );
    return n - i;
  }

  #tabBars(i: number, text: string, player: Player): readonly TabBar[] {
    const of = () => ({ instrument: this.#song.players[player], meter: this.#meter });
    let read = readTab(text, of());
    if (read.tuning !== null && !this.#tuned.has(player)) {
      this.#rig(player, { tuning: read.tuning });
      this.#tuned.add(player);
      this.#ask(
        i,
        `${PLAYER_WORDS[player]} is tuned as the tab says: ${formatTuning(this.#song.players[player])}`,
      );
      read = readTab(text, of());
    }
    for (const message of read.problems)
      this.#problems.push(problemAt(i + 1, 1, Math.max(1, this.#raw[i]!.length), message));
    for (const message of new Set(read.bars.flatMap((b) => b.unsure))) this.#ask(i, message);
    return read.bars;
  }

  #finished(): TypedRead {
    const base = { lines: this.#lines.sort((a, b) => a.line - b.line) };
    const song: Song = {
      ...this.#song,
      ...(this.#comments.length > 0 ? { comments: this.#comments } : {}),
    };
    const has = this.#sections.some((s) => s.bars.length > 0);
    if (!has) {
      const isEmpty = this.#raw.every((l) => l.trim() === '');
      const refused = this.#needsKey
        ? this.#problems[0]!.message
        : isEmpty
          ? `there is nothing here; ${EXPECTED}`
          : `no chords were found; ${EXPECTED}`;
      return { ...base, song, problems: this.#problems, questions: this.#questions, refused };
    }
    const settled = settleSong(song, {
      sections: this.#sections,
      orders: this.#orders,
      fingerings: this.#fingerings,
      remarks: this.#songRemarks,
      keepsWords: this.#options.keepsWords ?? true,
      fretted: this.#options.fretted ?? false,
    });
    let done = settled.song;
    if (this.#capoAt !== null) {
      const how = this.#options.fretted ? 'as they are fretted behind the capo' : 'as they sound';
      this.#ask(this.#capoAt, `with a capo: chords are taken to be named ${how}`);
    }
    if (!this.#hasKey && !this.#options.ground) {
      const symbols = done.sections.flatMap((s) => s.bars.flatMap((b) => b.chords.map((c) => c.chord)));
      const key = guessKey(symbols);
      if (key) {
        done = { ...done, key: key.text };
        const first = this.#sections.find((s) => s.bars.length > 0)!;
        this.#ask(first.line - 1, `the key is taken from the chords: ${pretty(key.tonic)} ${key.mode}`);
      }
    }
    const inOrder = (list: readonly Problem[]) =>
      [...list].sort((a, b) => a.line - b.line || a.column - b.column);
    return {
      ...base,
      song: done,
      problems: inOrder([...this.#problems, ...settled.problems]),
      questions: inOrder([...this.#questions, ...settled.questions]),
      refused: null,
    };
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

/** Without the time and name of a chat, or the mark of a list, before it. */
function withoutLead(raw: string): string {
  const line = plainText(raw)
    .replace(CHAT, '')
    .replace(/^\s*\[:/, '|:')
    .replace(/:\]/g, ':|');
  return tabLineOf(line) || /^\s*\*{2}/.test(line) ? line : line.replace(BULLET, '');
}

const TAGS = /<\/?(?:b|i|u|em|strong|span|p|div|br|pre|h[1-6]|font|a|td|tr|li|ul)\b[^<>]*>/gi;

/** Without the tags and signs of a web page. */
function plainText(raw: string): string {
  if (!/[<&]/.test(raw)) return raw;
  return raw
    .replace(TAGS, '')
    .replace(/&nbsp;/g, ' ')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&quot;/g, '"')
    .replace(/&#39;|&apos;/g, "'")
    .replace(/&amp;/g, '&');
}

function titleOf(text: string): string {
  return text
    .replace(/^#+\s*/, '')
    .replace(/\s*#*$/, '')
    .replace(/^["“]|["”]$/g, '');
}

/** Said to be the order of the song, or nothing but names of parts. */
function isOrder(text: string): boolean {
  if (/^(?:form|structure|order|arrangement|sequence|song form|layout)\s*[:=-]/i.test(text)) return true;
  const names = text.split(/[\s,>→|/;-]+/).filter((w) => w !== '' && !/^[x×]?\d{1,2}[x×]?$/.test(w));
  return (
    names.length >= 3 &&
    names.every((w) => headingOf(w, { loose: false })?.rest === '' && orderOf(`${w} ${w} ${w}`, [w]) !== null)
  );
}

function sectionWords(section: DraftSection): string {
  return `${section.name}${section.times !== null && section.times > 1 ? `, ${section.times} times` : ''}`;
}

function barWords(bars: readonly TypedBar[]): string {
  return bars.map((b) => (b.length === 0 ? '…' : b.map((c) => pretty(c.chord)).join(' '))).join(' | ');
}

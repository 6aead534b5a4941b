import { PLAYER_WORDS } from '../../form/index';
import { pretty } from '../../pitch/index';
import { parseMeter } from '../../time/index';
import { tabLineOf } from '../tab/tab-line';
import { countOf, readBars, type TypedBar, type TypedBars } from './bars';
import { readDirective } from './directives';
import { headingOf, namedStretch, orderOf, titled } from './headings';
import { bracketed, columnsOf, wordsUnder } from './over';
import { readHeading } from './read-heading';
import { piecesOf, playersNamed, settingOf } from './settings';
import { readTabLines } from './tab-lines';
import type { Over, Understanding } from './understanding';
import { chordOf } from './words';

/** A fingering at the top of a page: `Dm: xx0231`. */
const FINGERING = /^([A-H]\S*)\s*[:=]?\s*\(?((?:[x\d]{4,6})|(?:[x\d]{1,2}(?:-[x\d]{1,2}){3,5}))\)?$/i;
const DIRECTIVE = /^\{\s*([a-z_]+)\s*(?::(.*))?\}$/i;

/** Reads what stands at a line and gives how many lines it took. */
export function readLine(page: Understanding, i: number, given?: string): number {
  const raw = given ?? page.text(i);
  const text = raw.trim();
  const over = page.over;
  page.over = null;
  if (text === '') {
    page.told(i, 'nothing');
    return 1;
  }
  const directive = DIRECTIVE.exec(text);
  if (directive) return readDirective(page, i, directive[1]!.toLowerCase(), directive[2]?.trim() ?? '');
  const tab = readTabLines(page, i);
  if (tab > 0) return tab;
  if (over && isSung(page, i, text)) {
    readWords(page, i, text, { raw, over });
    return 1;
  }
  const fingering = FINGERING.exec(text);
  if (fingering && chordOf(fingering[1]!) && /\d/.test(fingering[2]!)) {
    return readFingering(page, i, fingering[1]!, fingering[2]!);
  }
  const players = playersNamed(text);
  if (players.length > 0) {
    page.player = players[0]!;
    page.told(i, 'section', `what ${PLAYER_WORDS[players[0]!]} plays`);
    return 1;
  }
  if (isOrder(text)) {
    page.orders.push({ text, line: i + 1 });
    page.told(i, 'order', 'the order of the song');
    return 1;
  }
  if (readSettings(page, i, text)) return 1;
  if (/^[A-Z]$/.test(text) && isLetter(page, i, text)) {
    readHeading(page, i, { name: text, rest: '', times: null, notes: [], again: null });
    return 1;
  }
  const metre = /^(\d{1,2}\/(?:2|4|8|16))\s+(?=\S)/.exec(text);
  const said = parseMeter(metre?.[1] ?? '');
  if (metre && said.ok && page.isChords(text.slice(metre[0].length))) {
    page.meterHere(said.value);
    return readLine(page, i, text.slice(metre[0].length));
  }
  const heading = headingOf(text, { loose: page.isMusicBelow(i) });
  if (heading && readHeading(page, i, heading)) return 1;
  const named = namedStretch(text);
  if (named && (named.again !== null || readBars(named.rest, page.ground(false)))) {
    if (readHeading(page, i, named)) return 1;
  }
  const inside = bracketed(raw);
  if (inside) return readBracketed(page, i, inside);
  const bars = readBars(text, page.ground(false));
  if (bars) {
    readChordLine(page, i, bars, raw);
    return 1;
  }
  // A few words over chords that nobody sings to are a name, once there are parts.
  if (page.sections.length > 0 && over === null && isNameOfChords(page, i, text)) {
    readHeading(page, i, { name: titled(text), rest: '', times: null, notes: [], again: null });
    return 1;
  }
  readWords(page, i, text, { raw, over });
  return 1;
}

/**
 * Whether a line right under chords is sung to them, whatever its words would be elsewhere: "By the river" is no writer,
 * "Drop like a stone" no part, "Everybody" no player.
 */
function isSung(page: Understanding, i: number, text: string): boolean {
  if (/[:=|[\]{}]/.test(text) || page.isChords(text) || isOrder(text)) return false;
  const next = page.raw[i + 1];
  if (playersNamed(text).length > 0 && next !== undefined && tabLineOf(next)) return false;
  const setting = settingOf(text)?.kind;
  if (setting !== undefined && setting !== 'comment' && setting !== 'remark') return false;
  const heading = headingOf(text, { loose: false });
  if (heading === null) return true;
  const { rest, again } = heading;
  const isKnown =
    typeof again === 'string' &&
    page.sections.some((s) => s.name.toLowerCase().startsWith(again.toLowerCase()));
  return !(isKnown || (rest === '' && typeof again !== 'string') || (rest !== '' && page.isChords(rest)));
}

/** Whether a letter alone is the name of a part: bars stand under it, or it is one already. */
function isLetter(page: Understanding, i: number, letter: string): boolean {
  const next = page.raw.slice(i + 1).find((l) => l.trim() !== '');
  return (
    page.sections.some((s) => s.name === letter) || (next?.includes('|') === true && page.isChords(next))
  );
}

/** Whether a line of few words stands over chords, after an empty line, and those over no words. */
function isNameOfChords(page: Understanding, i: number, text: string): boolean {
  const isAfterNothing = i === 0 || page.raw[i - 1]!.trim() === '';
  if (!isAfterNothing || text.split(/\s+/).length > 4 || /[.,!?]$/.test(text)) return false;
  const [next, behind] = [page.text(i + 1), page.text(i + 2)];
  if (!page.isChords(next)) return false;
  return behind.trim() === '' || page.isChords(behind) || headingOf(behind, { loose: false }) !== null;
}

function readSettings(page: Understanding, i: number, text: string): boolean {
  const isHead = page.sections.length === 0;
  const whole = settingOf(text, { bare: isHead });
  const pieces = whole ? [text] : piecesOf(text);
  const settings = whole ? [whole] : pieces.map((p) => settingOf(p, { bare: isHead && pieces.length > 1 }));
  if (settings.every((s) => s === null)) return false;
  // In a section a tempo and the like are of the section; among chords nothing is a setting.
  if (
    !settings.every((s) => s !== null) &&
    (headingOf(text, { loose: true }) || readBars(text, page.ground(false)))
  )
    return false;
  const says = settings.map((setting, n) => {
    if (setting) return page.setting(setting);
    const piece = pieces[n]!;
    if (!page.hasTitle && n === 0 && isHead) return page.setting({ kind: 'title', title: piece });
    page.songRemarks.push(piece);
    page.ask(i, `"${piece}" is kept as a remark for everybody`);
    return `remark: ${piece}`;
  });
  page.told(i, 'setting', says.filter((s) => s !== '').join(', '));
  const kept = settings.find((s) => s?.kind === 'remark');
  if (kept?.kind === 'remark') page.ask(i, `"${kept.text}" is kept as a remark for everybody`);
  return true;
}

function readChordLine(page: Understanding, i: number, read: TypedBars, raw: string): void {
  const next = page.raw[i + 1];
  // Names over a tab are read with it.
  if (next !== undefined && tabLineOf(next) && !raw.includes('|')) {
    page.told(i, 'chords', 'the chords of the tab');
    return;
  }
  const section = page.current(i);
  const { from } = page.take(i, read, section);
  page.told(i, 'chords', `${section.name}: ${barWords(section.bars.slice(from))}`);
  page.over = { section, from, raw };
}

function readBracketed(
  page: Understanding,
  i: number,
  inside: { chords: readonly string[]; words: readonly string[] },
): number {
  const section = page.current(i);
  const read = readBars(inside.chords.join(' '), page.ground(true))!;
  const { from } = page.take(i, { ...read, times: null }, section);
  if (section.bars.length - from === inside.words.length)
    inside.words.forEach((words, n) => (section.words[from + n] = words));
  else section.words[from] = inside.words.join(' ');
  page.told(i, 'chords', `${section.name}: ${barWords(section.bars.slice(from))}`);
  return 1;
}

/** Words that are no chords: sung, told, a title, or kept. */
function readWords(
  page: Understanding,
  i: number,
  text: string,
  of: { readonly raw: string; readonly over: Over | null },
): void {
  const count = countOf(text);
  const last = page.section;
  if (count !== null && last && last.bars.length > 0) {
    last.stretches.push({ from: 0, until: last.bars.length, times: count });
    return page.told(i, 'chords', `${last.name}, ${count} times`);
  }
  const isAside = /^\(.+\)$/.test(text) && (of.over?.raw.includes('|') ?? false);
  if (of.over && !isAside) return readSung(page, i, of.raw, of.over);
  if (page.sections.length === 0 && page.orders.length === 0) {
    if (!page.hasTitle && /[\p{L}\d]/u.test(text) && text.length <= 80) {
      return page.told(i, 'setting', page.setting({ kind: 'title', title: titleOf(text) }));
    }
    page.comments.push(text);
    return page.told(i, 'kept', `kept as a comment: ${text}`);
  }
  const note = /^\((.+)\)$/.exec(text)?.[1];
  if (note !== undefined && last) {
    last.remarks.push(note);
    page.ask(i, `"${note}" is kept as a remark of ${last.name}`);
    return page.told(i, 'kept', `a remark of ${last.name}`);
  }
  (last?.comments ?? page.comments).push(text);
  const isFirst = (last?.comments ?? page.comments).length === 1;
  if (isFirst && (last === null || last.bars.length > 0 || last.again !== null))
    page.ask(i, 'words under no chords are kept as a comment, from here on');
  page.told(i, 'words', last ? `words of ${last.name}, kept as a comment` : 'kept as a comment');
}

function readSung(page: Understanding, i: number, raw: string, over: Over): void {
  const { section, from } = over;
  const columns = columnsOf(over.raw);
  const count = section.bars.length - from;
  const isMatched = columns.length === count && !over.raw.includes('|');
  if (isMatched) wordsUnder(columns, raw).forEach((words, n) => (section.words[from + n] = words));
  else section.words[from] = raw.trim();
  page.told(i, 'words', `sung to ${section.name}`);
}

function readFingering(page: Understanding, i: number, chord: string, frets: string): number {
  const { symbol } = chordOf(chord)!;
  page.fingerings.set(symbol, frets.toLowerCase());
  page.told(i, 'setting', `${symbol} as ${frets}`);
  page.ask(i, `${frets.toLowerCase()} is put down for Guitar 1 wherever ${symbol} is played, as a guess`);
  return 1;
}

function titleOf(text: string): string {
  return text
    .replace(/^#+\s*/, '')
    .replace(/\s*#*$/, '')
    .replace(/^["“]|["”]$/g, '');
}

/** Said to be the order of the song, or nothing but names of parts. */
export function isOrder(text: string): boolean {
  if (/^(?:form|structure|order|arrangement|sequence|song form|layout)\s*[:=-]/i.test(text)) return true;
  const names = text.split(/[\s,>→|/;-]+/).filter((w) => w !== '' && !/^[x×]?\d{1,2}[x×]?$/.test(w));
  return (
    names.length >= 3 &&
    names.every((w) => headingOf(w, { loose: false })?.rest === '' && orderOf(`${w} ${w} ${w}`, [w]) !== null)
  );
}

function barWords(bars: readonly TypedBar[]): string {
  return bars.map((b) => (b.length === 0 ? '…' : b.map((c) => pretty(c.chord)).join(' '))).join(' | ');
}

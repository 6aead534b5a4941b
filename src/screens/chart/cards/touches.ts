import { PLAYERS, type Bar, type PlacedChord, type Push, type Section } from '../../../core/form/index';
import { readBar, readTyped, type BarPlace } from '../../../core/formats/index';
import { moveChord, parseChord, spell, type Key } from '../../../core/pitch/index';
import {
  barAt,
  freeName,
  meterOf,
  onlyHere,
  sectionKey,
  sectionNamed,
  type Edit,
  type Song,
} from '../../../core/song/index';
import { barTicks, beatTicks, type Meter } from '../../../core/time/index';

/** What is pointed at on the cards: a chord of a bar of a playing; a bar that is not there yet is the one behind the last. */
export interface Spot {
  /** Place in the form, from 0. */
  readonly entry: number;
  /** From 0. */
  readonly bar: number;
  /** Which chord of the bar, from 0. */
  readonly chord: number;
}

/** The section of a spot; null where the playing is gone. */
export function sectionOf(song: Song, { entry }: Pick<Spot, 'entry'>): Section | null {
  const played = song.form[entry];
  return played ? sectionNamed(song, played.section) : null;
}

/** Whether a playing is not the first of its section: what is changed there counts for it alone. */
export function isReturn(song: Song, entry: number): boolean {
  const name = song.form[entry]?.section;
  return song.form.findIndex((e) => e.section === name) < entry;
}

/** Where a bar stands, as edits name it. */
export function placeOf(song: Song, { entry, bar }: Pick<Spot, 'entry' | 'bar'>): BarPlace {
  const played = song.form[entry]!;
  return { section: played.section, pass: 1, times: played.times, entry, bar };
}

/** The bar of a spot as it is played the first time round; null behind the last one. */
export function barOf(song: Song, spot: Pick<Spot, 'entry' | 'bar'>): Bar | null {
  return song.form[spot.entry] ? barAt(song, placeOf(song, spot)) : null;
}

/** What stands in a section until somebody writes its chords: nothing, and not for sure. */
export const BLANK: readonly PlacedChord[] = [{ at: 0, push: 0, chord: 'N.C.', guess: true }];

/** A section nobody wrote chords into yet; silence that is meant is no guess. */
export function isBlank(section: Section): boolean {
  return (
    section.bars.length === 1 && section.bars[0]!.chords.every((c) => c.chord === 'N.C.' && c.guess === true)
  );
}

/** The next playing (from 0) behind one whose section has no chords, from the beginning on after the end; null: none. */
export function blankAfter(song: Song, entry: number): number | null {
  const order = song.form.map((_, i) => (entry + 1 + i) % song.form.length);
  return (
    order.find((i) => {
      const section = sectionOf(song, { entry: i });
      return section !== null && !isReturn(song, i) && isBlank(section);
    }) ?? null
  );
}

function here(song: Song, spot: Pick<Spot, 'entry'>, edit: Edit): Edit {
  return isReturn(song, spot.entry) ? onlyHere(edit, spot.entry) : edit;
}

function withChords(song: Song, spot: Spot, chords: readonly PlacedChord[]): Edit {
  return here(song, spot, { kind: 'setChords', change: { ...placeOf(song, spot), chords } });
}

/** A chord where the spot is: in place of the one that is there, or as a bar of its own behind the last one. */
export function putChord(song: Song, spot: Spot, chord: string): Edit {
  const section = sectionOf(song, spot)!;
  const bar = barOf(song, spot);
  if (bar === null) {
    if (isBlank(section)) return putChord(song, { ...spot, bar: 0, chord: 0 }, chord);
    const bars = [[{ at: 0, push: 0 as const, chord }]];
    return {
      kind: 'setBars',
      section: section.name,
      change: { what: 'insert', at: section.bars.length, bars },
    };
  }
  const { chords } = bar;
  if (chords.length === 0) return withChords(song, spot, [{ at: 0, push: 0, chord }]);
  const which = Math.min(spot.chord, chords.length - 1);
  const { guess: _was, ...old } = chords[which]!;
  return withChords(
    song,
    spot,
    chords.map((c, i) => (i === which ? { ...old, chord } : c)),
  );
}

/** Where to go after a chord was put: on behind the last bar stays behind the last bar. */
export function afterPut(song: Song, spot: Spot): Spot {
  const section = sectionOf(song, spot)!;
  return spot.bar >= section.bars.length || isBlank(section)
    ? { ...spot, bar: section.bars.length + (isBlank(section) ? 0 : 1), chord: 0 }
    : spot;
}

/** The chord that is changed where the spot is: its own, or the last one before a bar that is not there yet. */
export function chordAt(song: Song, spot: Spot): { readonly spot: Spot; readonly chord: string } | null {
  const section = sectionOf(song, spot);
  if (!section) return null;
  const bar = Math.min(spot.bar, section.bars.length - 1);
  const at =
    spot.bar > bar
      ? { ...spot, bar, chord: Math.max(0, (barOf(song, { ...spot, bar })?.chords.length ?? 1) - 1) }
      : spot;
  const chord = barOf(song, at)?.chords[at.chord]?.chord;
  return chord === undefined || chord === 'N.C.' ? null : { spot: at, chord };
}

/** The same root with another kind of chord on it: `5`, `m7`, `sus4`; the slash bass stays. */
export function withKind(symbol: string, kind: string): string {
  const chord = parseChord(symbol);
  if (!chord.ok) return symbol;
  return chord.value.root + kind + (chord.value.bass === null ? '' : `/${chord.value.bass}`);
}

/** The same chord over another bass; null: over its root. */
export function withBass(symbol: string, bass: string | null): string {
  const chord = parseChord(symbol);
  if (!chord.ok) return symbol;
  return chord.value.root + chord.value.quality + (bass === null ? '' : `/${bass}`);
}

/** Shortest a chord is made by dragging: half of what the metre counts in, in ticks. */
export function unitOf(meter: Meter): number {
  return meter.unit >= 8 ? beatTicks(meter) : beatTicks(meter) / 2;
}

/** The metre of a spot's section. */
export function meterAt(song: Song, spot: Pick<Spot, 'entry'>): Meter {
  return meterOf(song, sectionOf(song, spot) ?? {});
}

/** One more chord behind the one of the spot, which gives it half of its time; null where it is too short. */
export function splitChord(song: Song, spot: Spot): { readonly edit: Edit; readonly spot: Spot } | null {
  const bar = barOf(song, spot);
  const chord = bar?.chords[spot.chord];
  if (!bar || !chord) return null;
  const meter = meterAt(song, spot);
  const until = bar.chords[spot.chord + 1]?.at ?? barTicks(meter);
  const unit = unitOf(meter);
  const half = Math.round((until - chord.at) / 2 / unit) * unit;
  if (half < unit || half >= until - chord.at) return null;
  const added: PlacedChord = { at: chord.at + half, push: 0, chord: chord.chord };
  const chords = [...bar.chords.slice(0, spot.chord + 1), added, ...bar.chords.slice(spot.chord + 1)];
  return { edit: withChords(song, spot, chords), spot: { ...spot, chord: spot.chord + 1 } };
}

/** The chord of the spot taken away: the one before goes on, or the next one begins the bar. */
export function dropChord(song: Song, spot: Spot): Edit | null {
  const bar = barOf(song, spot);
  if (!bar?.chords[spot.chord]) return null;
  const left = bar.chords.filter((_, i) => i !== spot.chord);
  if (left.length === 0 && spot.bar === 0) return withChords(song, spot, [{ at: 0, push: 0, chord: 'N.C.' }]);
  const [first, ...rest] = left;
  const opens = bar.chords[spot.chord]!.at === 0;
  return withChords(song, spot, first && opens ? [{ ...first, at: 0 }, ...rest] : left);
}

/** The chords of a bar beginning at other places: one tick for each but the first, in order. */
export function moveEdges(song: Song, spot: Spot, edges: readonly number[]): Edit | null {
  const bar = barOf(song, spot);
  if (!bar || edges.length !== bar.chords.length - 1) return null;
  return withChords(
    song,
    spot,
    bar.chords.map((c, i) => (i === 0 ? c : { ...c, at: edges[i - 1]! })),
  );
}

/** The chord of the spot so much early, with everybody who plays there. */
export function pushChord(song: Song, spot: Spot, push: Push): Edit | null {
  const bar = barOf(song, spot);
  const chord = bar?.chords[spot.chord];
  if (!bar || !chord || (push > 0 && spot.bar === 0 && chord.at === 0 && spot.entry === 0)) return null;
  const players = PLAYERS.filter((p) => bar.cells[p].some((c) => c.at === chord.at));
  return here(song, spot, {
    kind: 'setPush',
    change: { ...placeOf(song, spot), at: chord.at, push, players, chord: true },
  });
}

/** The chord of the spot as a guess, or sure. */
export function guessChord(song: Song, spot: Spot, guess: boolean): Edit | null {
  const chord = barOf(song, spot)?.chords[spot.chord];
  if (!chord) return null;
  return here(song, spot, { kind: 'setChordGuess', change: { ...placeOf(song, spot), at: chord.at, guess } });
}

/** What was typed into a bar, or behind the last one: chords of it, or of several bars. */
export function typeBars(
  song: Song,
  spot: Spot,
  typed: string,
): { readonly edit: Edit; readonly count: number } | { readonly problem: string } {
  const text = typed.trim();
  const section = sectionOf(song, spot)!;
  const isBehind = spot.bar >= section.bars.length || isBlank(section);
  if (text === '') return { problem: 'nothing is typed; expected chords like Dm or Dm . Bb .' };
  if (!isBehind && !text.includes('|')) {
    const read = readBar(song, placeOf(song, spot), { chords: text });
    if (read.edit) return { edit: here(song, spot, read.edit), count: 1 };
    if (read.problems.length === 0) return { problem: '' };
  }
  // One bar from its words, or several between lines; behind the last one each chord is a bar.
  const whole = isBehind || text.includes('|') ? text : `| ${text} |`;
  const ground: Song = { ...song, meter: meterAt(song, spot), key: sectionKey(song, section).text };
  const read = readTyped(`[Part]\nKey: ${ground.key}\n${whole}`, { ground });
  const written = read.song.sections[0];
  const wrong = read.problems.find((p) => p.line > 1);
  if (read.refused !== null || !written || wrong)
    return {
      problem:
        wrong?.message.replace(/; N\.C\. stands.*$/, '') ??
        `"${text}" are no chords; expected some like Dm Bb F C`,
    };
  const times = read.song.form[0]?.times ?? 1;
  const bars = Array.from({ length: times }, () => written.bars.map((b) => b.chords)).flat();
  if (isBehind) {
    const at = isBlank(section) ? 0 : section.bars.length;
    const insert: Edit = { kind: 'setBars', section: section.name, change: { what: 'insert', at, bars } };
    if (!isBlank(section)) return { edit: insert, count: bars.length };
    const drop: Edit = {
      kind: 'setBars',
      section: section.name,
      change: { what: 'remove', from: bars.length, count: 1 },
    };
    return { edit: { kind: 'together', edits: [insert, drop] }, count: bars.length };
  }
  const [first, ...rest] = bars;
  const put = withChords(song, spot, first!);
  if (rest.length === 0 || isReturn(song, spot.entry)) return { edit: put, count: 1 };
  const more: Edit = {
    kind: 'setBars',
    section: section.name,
    change: { what: 'insert', at: spot.bar + 1, bars: rest },
  };
  return { edit: { kind: 'together', edits: [put, more] }, count: bars.length };
}

/** A section of the song without chords, ready to be written. */
export function newSection(song: Song, wanted: string, at: number): Edit {
  const name = freeName(
    wanted,
    song.sections.map((s) => s.name),
  );
  return { kind: 'addSection', name, at, bars: [BLANK] };
}

/** The twelve roots as a key spells them, from its tonic up. */
export function rootsOf(key: Key): readonly string[] {
  const tonic = parseChord(key.tonic);
  const from = tonic.ok ? tonic.value.rootPc : 0;
  return Array.from({ length: 12 }, (_, i) => spell(from + i, key));
}

/** A chord with its root elsewhere, of the same kind. */
export function withRoot(symbol: string | null, root: string): string {
  const chord = symbol === null ? null : parseChord(symbol);
  if (!chord?.ok) return root;
  const target = parseChord(root);
  if (!target.ok) return root;
  const by = target.value.rootPc - chord.value.rootPc;
  const plain = { ...chord.value, bass: null };
  return moveChord(plain, by, () => root);
}

import {
  cleanRemark,
  PLAYERS,
  sayableSection,
  sectionNameTrouble,
  type Bar,
  type BarPatch,
  type FormEntry,
  type PlacedChord,
  type Player,
  type Section,
  type Variant,
} from '../../form/index';
import { guessKey, isNoChord, nameNotes, parseChord, parseKey, type Key, type Midi } from '../../pitch/index';
import { cleanTitle, emptySong, freeName, type Rig, type Song } from '../../song/index';
import { barTicks, beatsAMinute, formatMeter, isDivided, TEMPO_RANGE } from '../../time/index';
import { barPart, type PartStroke, type TakenStroke } from './bar-parts';
import { frettedPart } from './fretted-part';
import { onGrid } from './grid';
import { rigFor } from './rig-for';
import type { Taken, TakenBar, TakenPart } from './taken';

/** Which part is whose, and where sections begin. */
export interface TakeChoices {
  /** Place in the list of parts, or null: nobody's. */
  readonly who: Readonly<Record<Player, number | null>>;
  /** As they are marked, all as one, or so many bars each. */
  readonly sections: 'marked' | 'one' | number;
}

/** A song made of what was read, and what of it was left out, in words. */
export interface TakenSong {
  readonly song: Song;
  readonly lost: readonly string[];
}

/** Most places a bar of chords is divided into in chart text. */
const MOST_PLACES = 64;

/** Makes a song: notes are put on strings where nothing says which, bars into sections, what comes again is one section. */
export function songFromTaken(taken: Taken, { who, sections }: TakeChoices): TakenSong {
  const lost: string[] = [...taken.lost];
  const grid = onGrid([
    ...taken.parts.flatMap((part) => part.notes.map((n) => n.at)),
    ...taken.chords.map((c) => c.at),
  ]);
  const base = emptySong(cleanTitle(taken.title) || 'Untitled');
  const rigs = Object.fromEntries(
    PLAYERS.map((player) => {
      const part = who[player] === null ? undefined : taken.parts[who[player]];
      return [player, part ? rigFor(player, part, base.players[player]) : base.players[player]];
    }),
  ) as Record<Player, Rig>;
  const strokes = Object.fromEntries(
    PLAYERS.map((player) => {
      const part = who[player] === null ? undefined : taken.parts[who[player]];
      if (!part) return [player, []];
      const made = frettedPart(part, { rig: rigs[player], bars: taken.bars, grid });
      lost.push(...made.lost.map((words) => `${part.name}: ${words}`));
      return [player, made.strokes];
    }),
  ) as Record<Player, readonly PartStroke[]>;
  const first = taken.bars[0]?.meter ?? base.meter;
  const chords = chordsByBar(taken, { strokes, grid });
  const key = songKeyOf(taken, chords);
  const occurrences = occurrencesOf(taken.bars, sections);
  const tempo = rounded(beatsAMinute(taken.bars[0]?.tempo ?? 120, first));
  const made: { section: Section; times: number; tempo: number }[] = [];
  for (const occurrence of occurrences) {
    const section = sectionOf(taken, occurrence, { strokes, chords, rigs, key, lost });
    const own = rounded(beatsAMinute(taken.bars[occurrence.from]!.tempo, section.meter ?? first));
    const last = made.at(-1);
    const joined =
      last && occurrence.again && last.tempo === own ? withPass(last.section, section, last.times + 1) : null;
    if (last && joined) made[made.length - 1] = { section: joined, times: last.times + 1, tempo: own };
    else made.push({ section, times: 1, tempo: own });
  }
  const written: Section[] = [];
  const form: FormEntry[] = [];
  for (const { section, times, tempo: own } of made) {
    const ticks = barTicks(section.meter ?? first);
    const said = sayableSection(
      formatMeter(section.meter ?? first) === formatMeter(first) ? withoutMeter(section) : section,
      ticks,
    );
    for (const problem of said.problems) lost.push(`${section.name}: ${problem.message}`);
    // One time through is what the first time of a section is, whatever comes after it there.
    const same = written.find((one) =>
      sameMaterial(times === 1 ? { ...one, variants: [] } : one, said.section),
    );
    const name =
      same?.name ??
      freeName(
        said.section.name,
        written.map((one) => one.name),
      );
    if (!same) written.push({ ...said.section, name });
    const entry: FormEntry = { section: name, times, plan: null, key: null };
    form.push(own === tempo ? entry : { ...entry, tempo: own });
  }
  const song: Song = {
    ...base,
    key: key.text,
    tempo,
    meter: first,
    ...(taken.down > 0 ? { down: taken.down } : {}),
    players: rigs,
    sections: written,
    form,
  };
  return { song, lost: [...new Set(lost)] };
}

function rounded(tempo: number): number {
  const clamped = Math.min(TEMPO_RANGE.max, Math.max(TEMPO_RANGE.min, tempo));
  return Math.abs(clamped - Math.round(clamped)) < 0.02 ? Math.round(clamped) : Math.round(clamped * 10) / 10;
}

/** Bars of one time through a section; places in the list of bars. */
interface Occurrence {
  readonly name: string;
  readonly from: number;
  readonly to: number;
  /** It is the section before once more. */
  readonly again: boolean;
}

function occurrencesOf(bars: readonly TakenBar[], how: TakeChoices['sections']): readonly Occurrence[] {
  const list: { name: string; from: number; to: number; again: boolean }[] = [];
  bars.forEach((bar, i) => {
    const last = list.at(-1);
    const before = bars[i - 1];
    const marked = how === 'marked' && bar.section !== null;
    const counted = typeof how === 'number' && last !== undefined && i - last.from >= how;
    // A section has one metre; what is played anew is the same section again.
    const otherMeter = before && formatMeter(before.meter) !== formatMeter(bar.meter);
    const otherTempo = before && Math.abs(before.tempo - bar.tempo) > 0.05;
    const otherKey = before && bar.key !== null && before.key !== bar.key;
    const again = how === 'marked' && bar.again;
    if (
      last &&
      !marked &&
      !counted &&
      !otherMeter &&
      !otherTempo &&
      !otherKey &&
      !again &&
      bar.skipped === 0
    ) {
      last.to = i + 1;
      return;
    }
    const name = marked ? nameOf(bar.section!) : (last?.name ?? (typeof how === 'number' ? 'Part' : 'Song'));
    list.push({
      name: typeof how === 'number' && last ? `Part ${list.length + 1}` : name,
      from: i,
      to: i + 1,
      again: again && last !== undefined && (!marked || nameOf(bar.section!) === last.name),
    });
  });
  return list;
}

function nameOf(text: string): string {
  const name = cleanTitle(text.replace(/==+/g, '=')).slice(0, 60);
  return sectionNameTrouble(name) === null ? name : 'Section';
}

function sectionOf(
  taken: Taken,
  { name, from, to }: Occurrence,
  of: {
    strokes: Readonly<Record<Player, readonly PartStroke[]>>;
    chords: readonly (readonly PlacedChord[])[];
    rigs: Readonly<Record<Player, Rig>>;
    key: Key;
    lost: string[];
  },
): Section {
  const list = taken.bars.slice(from, to);
  const meter = list[0]!.meter;
  let lastChord = chordBefore(of.chords, from);
  const bars = list.map((bar, i): Bar => {
    const own = of.chords[from + i] ?? [];
    const chords =
      i === 0 && own[0]?.at !== 0 ? [{ at: 0, push: 0 as const, chord: lastChord ?? 'N.C.' }, ...own] : own;
    lastChord = chords.at(-1)?.chord ?? lastChord;
    const parts = PLAYERS.map((player) => {
      if (of.strokes[player].length === 0) return { cells: restCells(i === 0), hits: null, line: null };
      const strokes = strokesIn(of.strokes[player], bar);
      const held = isHeld(of.strokes[player], bar.start);
      const part = barPart(strokes, { meter, strings: of.rigs[player].tuning.length, first: i === 0, held });
      if (part.line && strokes.some(isPartlyMuted))
        of.lost.push('palm mutes of single strings where the same bar slides, bends or is hammered');
      return part;
    });
    const lines = PLAYERS.flatMap((player, p) => (parts[p]!.line ? [[player, parts[p]!.line] as const] : []));
    const words = bar.words.map(cleanRemark).filter((text) => text !== '');
    return {
      chords,
      cells: { guitar1: parts[0]!.cells, guitar2: parts[1]!.cells, bass: parts[2]!.cells },
      hits: { guitar1: parts[0]!.hits, guitar2: parts[1]!.hits, bass: parts[2]!.hits },
      voice: null,
      ...(lines.length > 0 ? { lines: Object.fromEntries(lines) } : {}),
      ...(words.length > 0 ? { remarks: { band: words.join('; ') } } : {}),
    };
  });
  const key = list[0]!.key;
  const skipped = list[0]!.skipped;
  return {
    name,
    bars,
    variants: [],
    wishes: [],
    meter,
    ...(taken.swing ? { swing: taken.swing } : {}),
    ...(key !== null && key !== of.key.text ? { key } : {}),
    ...(skipped > 0 ? { pickup: barTicks(meter) - skipped } : {}),
  };
}

/** One string is muted under others that ring: a line has no word for it. */
function isPartlyMuted({ notes }: TakenStroke): boolean {
  const muted = notes.filter((n) => n.kind === 'mute').length;
  return muted > 0 && muted < notes.filter((n) => n.kind !== 'dead').length;
}

/** Nobody plays: silence from the beginning on. */
function restCells(first: boolean): Bar['cells'][Player] {
  return first ? [{ at: 0, push: 0, cell: { kind: 'rest', locked: false, guess: false } }] : [];
}

/** The strokes that begin in a bar, from its bar line (the one that is missing, in a pick-up). */
function strokesIn(all: readonly PartStroke[], bar: TakenBar): readonly TakenStroke[] {
  const zero = bar.start - bar.skipped;
  const end = bar.start + bar.ticks;
  return all
    .filter((s) => s.at >= bar.start - 0.5 && s.at < end - 0.5)
    .map((s) => ({
      at: s.at - zero,
      until: s.until - zero,
      notes: s.notes.map((n) => ({ ...n, at: n.at - zero, end: n.end - zero })),
    }));
}

function isHeld(all: readonly PartStroke[], tick: number): boolean {
  const last = all.findLast((s) => s.at < tick - 0.5);
  return last !== undefined && last.until > tick + 0.5;
}

function chordBefore(chords: readonly (readonly PlacedChord[])[], bar: number): string | null {
  for (let i = bar - 1; i >= 0; i -= 1) {
    const last = chords[i]?.at(-1);
    if (last) return last.chord;
  }
  return null;
}

/** The chords of every bar: as they are written, else by what sounds, as a guess. */
function chordsByBar(
  taken: Taken,
  of: { strokes: Readonly<Record<Player, readonly PartStroke[]>>; grid: (time: number) => number },
): readonly (readonly PlacedChord[])[] {
  if (taken.chords.length > 0) {
    return taken.bars.map((bar) => {
      const zero = bar.start - bar.skipped;
      const list = taken.chords
        .filter((c) => c.at >= bar.start - 0.5 && c.at < bar.start + bar.ticks - 0.5)
        .map((c) => ({ at: of.grid(c.at) - zero, push: c.push, chord: c.text }))
        .filter((c) => isNoChord(c.chord) || parseChord(c.chord).ok);
      const once = list.filter((c, i) => list.findLastIndex((d) => d.at === c.at) === i);
      return isDivided(
        once.map((c) => c.at),
        barTicks(bar.meter),
        MOST_PLACES,
      )
        ? once
        : once.slice(0, 1);
    });
  }
  const key = parseKey(taken.bars[0]?.key ?? 'C');
  let before: string | null = null;
  return taken.bars.map((bar) => {
    const sounding = PLAYERS.flatMap((player) =>
      of.strokes[player]
        .filter((s) => s.at < bar.start + bar.ticks && s.until > bar.start)
        .flatMap((s) =>
          s.notes.flatMap((n) => {
            const long = Math.min(n.end, bar.start + bar.ticks) - Math.max(n.at, bar.start);
            return n.midi === null || long < bar.ticks / 5 ? [] : [n.midi as Midi];
          }),
        ),
    );
    const [name] = sounding.length > 0 && key.ok ? nameNotes(sounding, key.value) : [];
    const symbol = name?.symbol.replace(/ octave$/, '5').replace(/\(no\d\)/, '') ?? null;
    if (symbol === null || symbol === before || !parseChord(symbol).ok) return [];
    before = symbol;
    return [{ at: 0, push: 0, chord: symbol, guess: true as const }];
  });
}

function songKeyOf(taken: Taken, chords: readonly (readonly PlacedChord[])[]): Key {
  const said = taken.bars.find((bar) => bar.key !== null)?.key;
  const read = said ? parseKey(said) : null;
  if (read?.ok) return read.value;
  const guessed = guessKey(chords.flat().map((c) => c.chord));
  return guessed ?? { text: 'C', tonic: 'C', mode: 'major' };
}

function withoutMeter({ meter: _meter, ...section }: Section): Section {
  return section;
}

/** The section with another pass that is as long: what differs stands as that pass; null where it is longer or shorter. */
function withPass(section: Section, again: Section, pass: number): Section | null {
  if (section.bars.length !== again.bars.length || meterWords(section) !== meterWords(again)) return null;
  const bars = again.bars.map((bar, i) => patchOf(section.bars[i]!, bar));
  if (bars.every((patch) => Object.keys(patch).length === 0)) return section;
  const variants: Variant[] = bars.flatMap((patch, i) =>
    Object.keys(patch).length === 0 ? [] : [{ pass, fromBar: i, bars: [patch] }],
  );
  return { ...section, variants: [...section.variants, ...variants] };
}

function meterWords({ meter }: Section): string {
  return meter ? formatMeter(meter) : '';
}

function patchOf(base: Bar, now: Bar): BarPatch {
  const differs = (a: unknown, b: unknown) => JSON.stringify(a) !== JSON.stringify(b);
  const players = PLAYERS.filter(
    (p) =>
      differs(base.cells[p], now.cells[p]) ||
      differs(base.hits[p], now.hits[p]) ||
      differs(base.lines?.[p], now.lines?.[p]),
  );
  const pick = <T>(of: (p: Player) => T | undefined) =>
    Object.fromEntries(players.flatMap((p) => (of(p) === undefined ? [] : [[p, of(p)]])));
  const lines = pick((p) => now.lines?.[p]);
  return {
    ...(differs(base.chords, now.chords) ? { chords: now.chords } : {}),
    ...(players.length > 0 ? { cells: pick((p) => now.cells[p]), hits: pick((p) => now.hits[p]) } : {}),
    ...(Object.keys(lines).length > 0 ? { lines } : {}),
    ...(differs(base.remarks, now.remarks) && now.remarks ? { remarks: now.remarks } : {}),
  };
}

function sameMaterial(a: Section, b: Section): boolean {
  const { name: _a, ...one } = a;
  const { name: _b, ...two } = b;
  return JSON.stringify(one) === JSON.stringify(two);
}

/** Whose a part most likely is: by its name, else guitars in order and what lies lowest to the bass. */
export function guessWho(parts: readonly TakenPart[]): TakeChoices['who'] {
  const left = parts.flatMap((part, i) => (part.isDrums || part.notes.length === 0 ? [] : [i]));
  const take = (i: number | undefined) => {
    if (i === undefined) return null;
    left.splice(left.indexOf(i), 1);
    return i;
  };
  const named = (words: RegExp) => left.find((i) => words.test(parts[i]!.name));
  const lowest = (i: number) => Math.min(...parts[i]!.notes.map((n) => n.midi ?? 127));
  const bass =
    take(named(/\bbass\b/i)) ??
    take(left.find((i) => parts[i]!.tuning !== null && parts[i]!.tuning!.length < 6 && lowest(i) < 40)) ??
    take([...left].sort((a, b) => lowest(a) - lowest(b)).find((i) => lowest(i) < 40 && left.length > 1));
  const guitar1 =
    take(named(/guitar ?(1|i)\b|\b(rhythm|first)\b/i)) ?? take(named(/guitar|gtr|git/i)) ?? take(left[0]);
  const guitar2 =
    take(named(/guitar ?(2|ii)\b|\b(lead|second)\b/i)) ?? take(named(/guitar|gtr|git/i)) ?? take(left[0]);
  return { guitar1, guitar2, bass };
}

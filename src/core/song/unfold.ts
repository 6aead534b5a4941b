import {
  asPlayed,
  cellsWithLine,
  OPEN,
  ownCells,
  PLAYERS,
  regripped,
  type Bar,
  type BarPatch,
  type BesidePart,
  type Cell,
  type FormEntry,
  type PlacedCell,
  type PlacedChord,
  type Player,
  type Section,
} from '../form/index';
import { gripPitches, handFret, holdGrip, refret, slideGrip } from '../grip/index';
import { movedLine, withFittingFingers, type Line } from '../line/index';
import { usableFrets, type Fret } from '../instrument/index';
import type { Meter } from '../time/index';
import { isNoChord, moveChord, moveKey, parseChord, spell, type Key } from '../pitch/index';
import {
  entryLength,
  keyShift,
  meterOf,
  sectionKey,
  sectionNamed,
  tempoOf,
  type Rig,
  type Song,
} from './song';

/** One entry of the form with its material as it sounds there: moved when the key differs, ended as it ends here. */
export interface Playing {
  readonly entry: FormEntry;
  /** Place in the form, from 0. */
  readonly index: number;
  readonly section: Section;
  /** The same with all its bars, where this playing is shortened. */
  readonly whole: Section;
  /** The same without sounds and differences of this playing's own. */
  readonly written: Section;
  /** Semitones this playing is moved by. */
  readonly shift: number;
  readonly key: Key;
  readonly meter: Meter;
  /** Quarter notes a minute. */
  readonly tempo: number;
  /** The same as a metronome is set: in beats of the metre. */
  readonly bpm: number;
  /** Bars before this playing, all passes counted, and bars of it. */
  readonly firstBar: number;
  readonly bars: number;
  /** True for the first playing of this material. */
  readonly first: boolean;
}

/** The song in played order, remembered with it. Entries whose section is missing are left out. */
export function unfold(song: Song): readonly Playing[] {
  const known = unfolded.get(song);
  if (known) return known;
  const seen = new Set<string>();
  const list: Playing[] = [];
  let firstBar = 0;
  song.form.forEach((entry, index) => {
    const section = sectionNamed(song, entry.section);
    if (!section) return;
    const shift = keyShift(song, entry);
    const own = sectionKey(song, section);
    const key = shift === 0 ? own : moveKey(own, shift);
    const first = !seen.has(entry.section);
    const { bars } = entryLength(song, entry);
    seen.add(entry.section);
    list.push({
      entry,
      index,
      section: moveSection(asPlayed(section, entry), { song, shift, key }),
      whole: moveSection(asPlayed(section, { ...entry, bars: section.bars.length }), {
        song,
        shift,
        key,
      }),
      written: moveSection(asPlayed(section, asWritten(entry)), { song, shift, key }),
      shift,
      key,
      meter: meterOf(song, section),
      tempo: tempoOf(song, entry, meterOf(song, section)),
      bpm: entry.tempo ?? song.tempo,
      firstBar,
      bars,
      first,
    });
    firstBar += bars;
  });
  unfolded.set(song, list);
  return list;
}

function asWritten({ times, bars }: FormEntry): { readonly times: number; readonly bars?: number } {
  return bars === undefined ? { times } : { times, bars };
}

const unfolded = new WeakMap<Song, readonly Playing[]>();

/**
 * A section moved by semitones: chords respelled in the new key, grips slid along the neck or fretted anew.
 * A grip that cannot be held in the new key is left open for the solver.
 */
export function moveSection(
  section: Section,
  to: { song: Pick<Song, 'players'>; shift: number; key: Key },
): Section {
  if (to.shift === 0) return section;
  const { players } = to.song;
  let known = cache.get(section);
  if (!known) cache.set(section, (known = new Map()));
  const id = `${to.shift} ${to.key.text}`;
  const cached = known.get(id);
  if (cached && cached.players === players) return cached.section;
  const moved = mapSection(section, {
    chord: (text) => movedSymbol(text, to),
    cell: (cell, player) => movedCell(cell, to.shift, players[player]),
    line: (line, player) => slidLine(line, to.shift, { rig: players[player], key: to.key }),
    strings: (player) => players[player].tuning.length,
  });
  known.set(id, { players, section: moved });
  return moved;
}

const cache = new WeakMap<Section, Map<string, { players: Song['players']; section: Section }>>();

/** A section with every chord symbol, every cell and every line changed, on every pass. */
export function mapSection(
  section: Section,
  change: {
    chord: (text: string) => string;
    cell: (cell: Cell, player: Player, place: { bar: number; pass: number | 'last' }) => Cell;
    line: (line: Line, player: Player, place: { bar: number; pass: number | 'last' }) => Line;
    /** Strings of a player's instrument after the change. */
    strings: (player: Player) => number;
  },
): Section {
  const chords = (list: readonly PlacedChord[]) => list.map((c) => ({ ...c, chord: change.chord(c.chord) }));
  type Place = { bar: number; pass: number | 'last' };
  const cells = (list: readonly PlacedCell[], player: Player, place: Place) =>
    list.map((c): PlacedCell => {
      const cell = change.cell(c.cell, player, place);
      const or =
        c.cell.kind === 'open' ? undefined : c.cell.or?.map((one) => change.cell(one, player, place));
      const kept = or?.flatMap((one) => (one.kind === 'open' ? [] : [one]));
      if (cell.kind === 'open') return { ...c, cell };
      const { or: _were, ...plain } = cell;
      return { ...c, cell: kept && kept.length > 0 ? { ...plain, or: kept } : plain };
    });
  const part = (
    from: { cells?: BarPatch['cells']; lines?: BarPatch['lines'] },
    place: Place,
  ): Pick<BarPatch, 'cells' | 'lines'> => {
    const newCells: Partial<Record<Player, readonly PlacedCell[]>> = {};
    const lines: Partial<Record<Player, Line>> = {};
    for (const player of PLAYERS) {
      const line = from.lines?.[player];
      if (line) {
        const moved = withFittingFingers(change.line(line, player, place), change.strings(player));
        lines[player] = moved;
        const own = cells(ownCells(from.cells?.[player] ?? []), player, place);
        const ground = { strings: change.strings(player), first: place.bar === 0 };
        newCells[player] = cellsWithLine(own, moved, ground);
      } else if (from.cells?.[player]) newCells[player] = cells(from.cells[player], player, place);
    }
    return {
      ...(from.cells ? { cells: newCells } : {}),
      ...(from.lines ? { lines } : {}),
    };
  };
  const beside = (from: Pick<BarPatch, 'beside'>, place: Place): Pick<BarPatch, 'beside'> => {
    if (!from.beside) return {};
    const moved = PLAYERS.flatMap((player) => {
      const parts = from.beside![player];
      const one = ({ cells: own, hits, line }: BesidePart): BesidePart => {
        const { cells: made, lines } = part(
          { cells: { [player]: own }, ...(line ? { lines: { [player]: line } } : {}) },
          place,
        );
        return { cells: made?.[player] ?? [], hits, line: lines?.[player] ?? null };
      };
      return parts ? [[player, parts.map(one)] as const] : [];
    });
    return { beside: Object.fromEntries(moved) };
  };
  return {
    ...section,
    bars: section.bars.map((b, index) => ({
      ...b,
      chords: chords(b.chords),
      ...(part(b, { bar: index, pass: 1 }) as Pick<Bar, 'cells' | 'lines'>),
      ...beside(b, { bar: index, pass: 1 }),
    })),
    variants: section.variants.map((v) => ({
      ...v,
      bars: v.bars.map((p, i) => ({
        ...p,
        ...(p.chords ? { chords: chords(p.chords) } : {}),
        ...part(p, { bar: v.fromBar + i, pass: v.pass }),
        ...beside(p, { bar: v.fromBar + i, pass: v.pass }),
      })),
    })),
  };
}

/** A line moved along the neck, an octave the other way if need be; where that does not go it is fretted anew. */
export function slidLine(line: Line, shift: number, to: { rig: Rig; key: Key }): Line {
  const { rig, key } = to;
  const last = usableFrets(rig);
  const other = shift > 0 ? shift - 12 : shift + 12;
  const frets = line.flatMap((s) => s.notes.flatMap((n) => [n.fret, n.trill, n.harmonic]));
  if (!frets.includes('natural')) {
    const numbers = frets.filter((f) => typeof f === 'number');
    for (const by of [shift, other]) {
      if (numbers.some((f) => f + by < 0 || f + by > last)) continue;
      const up = (f: Fret | null) => (f === null ? null : ((f + by) as Fret));
      return line.map((step) => ({
        ...step,
        notes: step.notes.map((n) => ({
          ...n,
          fret: up(n.fret),
          trill: up(n.trill),
          harmonic: n.harmonic === 'natural' ? n.harmonic : up(n.harmonic),
        })),
      }));
    }
  }
  for (const semitones of [shift, other]) {
    const moved = movedLine(line, { from: rig, to: rig, hand: rig.hand, key, semitones });
    if (moved.ok) return moved.value;
  }
  return line.map((step) => ({ ...step, notes: [] }));
}

/** A chord symbol moved by semitones and respelled in the key; what cannot be read stays. */
export function movedSymbol(text: string, { shift, key }: { shift: number; key: Key }): string {
  if (isNoChord(text)) return text;
  const chord = parseChord(text);
  return chord.ok ? moveChord(chord.value, shift, (pc) => spell(pc, key)) : text;
}

/** Shapes without open strings slide; the others are fretted anew, an octave the other way if need be. */
function movedCell(cell: Cell, shift: number, instrument: Rig): Cell {
  if (cell.kind !== 'grip' || cell.step) return cell;
  const other = shift > 0 ? shift - 12 : shift + 12;
  for (const by of [shift, other]) {
    const slid = slideGrip(cell.grip, by, instrument);
    if (slid && holdGrip(slid, instrument, instrument.hand).ok) return regripped(cell, slid);
    const near = (handFret(cell.grip) ?? 0) + by;
    const pitches = gripPitches(cell.grip, instrument).map((p) => (p + by) as typeof p);
    const anew = refret(pitches, { instrument, hand: instrument.hand, near: Math.max(0, near) });
    if (anew) return regripped(cell, anew);
  }
  return OPEN;
}

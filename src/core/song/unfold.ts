import {
  OPEN,
  PLAYERS,
  type Bar,
  type BarPatch,
  type Cell,
  type FormEntry,
  type PlacedCell,
  type PlacedChord,
  type Player,
  type Section,
} from '../form/index';
import { gripPitches, handFret, holdGrip, refret, slideGrip } from '../grip/index';
import { isNoChord, moveChord, moveKey, parseChord, spell, type Key } from '../pitch/index';
import { keyShift, sectionNamed, songKey, type Rig, type Song } from './song';

/** One entry of the form with its material as it sounds there (moved when the key differs). */
export interface Playing {
  readonly entry: FormEntry;
  /** Place in the form, from 0. */
  readonly index: number;
  readonly section: Section;
  /** Semitones this playing is moved by. */
  readonly shift: number;
  readonly key: Key;
  /** Bars before this playing, all passes counted. */
  readonly firstBar: number;
  /** True for the first playing of this material. */
  readonly first: boolean;
}

/** The song in played order. Entries whose section is missing are left out. */
export function unfold(song: Song): readonly Playing[] {
  const seen = new Set<string>();
  const list: Playing[] = [];
  let firstBar = 0;
  song.form.forEach((entry, index) => {
    const section = sectionNamed(song, entry.section);
    if (!section) return;
    const shift = keyShift(song, entry);
    const key = shift === 0 ? songKey(song) : moveKey(songKey(song), shift);
    const first = !seen.has(entry.section);
    seen.add(entry.section);
    list.push({
      entry,
      index,
      section: moveSection(section, { song, shift, key }),
      shift,
      key,
      firstBar,
      first,
    });
    firstBar += entry.times * section.bars.length;
  });
  return list;
}

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
  });
  known.set(id, { players, section: moved });
  return moved;
}

const cache = new WeakMap<Section, Map<string, { players: Song['players']; section: Section }>>();

/** A section with every chord symbol and every cell changed, on every pass. */
export function mapSection(
  section: Section,
  change: {
    chord: (text: string) => string;
    cell: (cell: Cell, player: Player, place: { bar: number; pass: number }) => Cell;
  },
): Section {
  const chords = (list: readonly PlacedChord[]) => list.map((c) => ({ ...c, chord: change.chord(c.chord) }));
  const cells = (list: readonly PlacedCell[], player: Player, place: { bar: number; pass: number }) =>
    list.map((c): PlacedCell => ({ ...c, cell: change.cell(c.cell, player, place) }));
  const bar = (b: Bar, index: number): Bar => {
    const place = { bar: index, pass: 1 };
    return {
      ...b,
      chords: chords(b.chords),
      cells: {
        guitar1: cells(b.cells.guitar1, 'guitar1', place),
        guitar2: cells(b.cells.guitar2, 'guitar2', place),
        bass: cells(b.cells.bass, 'bass', place),
      },
    };
  };
  const patch = (p: BarPatch, place: { bar: number; pass: number }): BarPatch => ({
    ...p,
    ...(p.chords ? { chords: chords(p.chords) } : {}),
    ...(p.cells
      ? {
          cells: Object.fromEntries(
            PLAYERS.flatMap((name) => (p.cells![name] ? [[name, cells(p.cells![name], name, place)]] : [])),
          ),
        }
      : {}),
  });
  return {
    ...section,
    bars: section.bars.map(bar),
    variants: section.variants.map((v) => ({
      ...v,
      bars: v.bars.map((p, i) => patch(p, { bar: v.fromBar + i, pass: v.pass })),
    })),
  };
}

/** A chord symbol moved by semitones and respelled in the key; what cannot be read stays. */
export function movedSymbol(text: string, { shift, key }: { shift: number; key: Key }): string {
  if (isNoChord(text)) return text;
  const chord = parseChord(text);
  return chord.ok ? moveChord(chord.value, shift, (pc) => spell(pc, key)) : text;
}

/** Shapes without open strings slide; the others are fretted anew, an octave the other way if need be. */
function movedCell(cell: Cell, shift: number, instrument: Rig): Cell {
  if (cell.kind !== 'grip') return cell;
  const other = shift > 0 ? shift - 12 : shift + 12;
  for (const by of [shift, other]) {
    const slid = slideGrip(cell.grip, by, instrument);
    if (slid && holdGrip(slid, instrument, instrument.hand).ok) return { ...cell, grip: slid };
    const near = (handFret(cell.grip) ?? 0) + by;
    const pitches = gripPitches(cell.grip, instrument).map((p) => (p + by) as typeof p);
    const anew = refret(pitches, { instrument, hand: instrument.hand, near: Math.max(0, near) });
    if (anew) return { ...cell, grip: anew };
  }
  return OPEN;
}

import {
  OPEN,
  PLAYERS,
  type Bar,
  type BarPatch,
  type FormEntry,
  type PlacedCell,
  type PlacedChord,
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
  const chords = (list: readonly PlacedChord[]) =>
    list.map((c) => ({ ...c, chord: movedSymbol(c.chord, to) }));
  const cells = (list: readonly PlacedCell[], instrument: Rig) =>
    list.map((c): PlacedCell => ({ ...c, cell: movedCell(c.cell, to.shift, instrument) }));
  const bar = (b: Bar): Bar => ({
    ...b,
    chords: chords(b.chords),
    cells: {
      guitar1: cells(b.cells.guitar1, players.guitar1),
      guitar2: cells(b.cells.guitar2, players.guitar2),
      bass: cells(b.cells.bass, players.bass),
    },
  });
  const patch = (p: BarPatch): BarPatch => ({
    ...p,
    ...(p.chords ? { chords: chords(p.chords) } : {}),
    ...(p.cells
      ? {
          cells: Object.fromEntries(
            PLAYERS.flatMap((name) => (p.cells![name] ? [[name, cells(p.cells![name], players[name])]] : [])),
          ),
        }
      : {}),
  });
  const moved: Section = {
    ...section,
    bars: section.bars.map(bar),
    variants: section.variants.map((v) => ({ ...v, bars: v.bars.map(patch) })),
  };
  known.set(id, { players, section: moved });
  return moved;
}

const cache = new WeakMap<Section, Map<string, { players: Song['players']; section: Section }>>();

function movedSymbol(text: string, { shift, key }: { shift: number; key: Key }): string {
  if (isNoChord(text)) return text;
  const chord = parseChord(text);
  return chord.ok ? moveChord(chord.value, shift, (pc) => spell(pc, key)) : text;
}

/** Shapes without open strings slide; the others are fretted anew, an octave the other way if need be. */
function movedCell(cell: PlacedCell['cell'], shift: number, instrument: Rig): PlacedCell['cell'] {
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

import {
  barsOnPass,
  gripCell,
  PLAYERS,
  type Bar,
  type Cell,
  type PlacedCell,
  type Section,
} from '../form/index';
import { handFret, refret, type Grip } from '../grip/index';
import { parseChord, pitchClass, thirdOf, type Midi } from '../pitch/index';
import { cellPitches, meterOf, momentsOf, type Moment, type Song } from '../song/index';

/** A song for one guitar, and how many of its grips had to leave a note out or could not be held at all. */
export interface Folded {
  readonly song: Song;
  readonly thinned: number;
  readonly lost: number;
}

/**
 * Both guitars folded into one playable part on guitar 1: the lowest note of the low part, the top of the high part, and
 * of what lies between first the doubled notes go, the third last. A line of either stays a line; where both have one,
 * guitar 1's; a chord that is picked through stays. Guitar 2 rests. Every section on every pass; what differs on a pass stays different.
 */
export function foldGuitars(song: Song): Folded {
  const count = { thinned: 0, lost: 0 };
  const sections = song.sections.map((section) => foldSection(song, section, count));
  const form = song.form.map(({ tune: _tune, ...entry }) => ({ ...entry, plan: 'one-guitar' as const }));
  return { song: { ...song, sections, form }, ...count };
}

interface Count {
  thinned: number;
  lost: number;
}

function foldSection(song: Song, section: Section, count: Count): Section {
  const fold = (pass: number) =>
    foldBars(
      song,
      barsOnPass(section, pass),
      momentsOf(section, { pass, meter: meterOf(song, section) }),
      count,
    );
  const bars = fold(1);
  // What follows another part is written out: nobody follows a guitar that rests.
  const { hands, like: _like, ...rest } = section;
  const { guitar1: _one, guitar2: _two, ...others } = hands ?? {};
  return {
    ...rest,
    ...(Object.keys(others).length > 0 ? { hands: others } : {}),
    bars,
    variants: section.variants.map((v) => {
      const pass = v.pass === 'last' ? lastPass(song, section) : v.pass;
      const played = v.bars.some((p) => p.out) ? [] : fold(pass);
      return {
        ...v,
        bars: v.bars.map((patch, i) => {
          if (patch.out) return patch;
          const own = played[v.fromBar + i];
          if (!own) return patch;
          const { lines: _lines, ...kept } = patch;
          const line = own.lines?.guitar1;
          return {
            ...kept,
            cells: { ...patch.cells, guitar1: own.cells.guitar1, guitar2: own.cells.guitar2 },
            hits: { ...patch.hits, guitar1: own.hits.guitar1, guitar2: null },
            ...(line ? { lines: { guitar1: line } } : {}),
          };
        }),
      };
    }),
    // Wishes of the guitars were for two of them.
    wishes: section.wishes.filter((w) => w.player === 'bass'),
  };
}

function lastPass(song: Song, section: Section): number {
  return song.form.find((e) => e.section === section.name)?.times ?? 1;
}

const REST: Cell = { kind: 'rest', locked: false, guess: false };

function foldBars(
  song: Song,
  bars: readonly Bar[],
  moments: readonly Moment[],
  count: Count,
): readonly Bar[] {
  const rig = song.players.guitar1;
  let last: Grip | null = null;
  const cellsOf = (bar: number): PlacedCell[] =>
    moments
      .filter(
        (m) => m.bar === bar && (startsAt(bars, m, 'guitar1') || startsAt(bars, m, 'guitar2') || m.at === 0),
      )
      .map((moment): PlacedCell => {
        const [a, b] = [moment.cells.guitar1, moment.cells.guitar2];
        const push = pushOf(bars, moment);
        if (a.kind === 'open' && b.kind === 'open') return { at: moment.at, push, cell: { kind: 'open' } };
        const low = cellPitches(a, rig);
        const high = cellPitches(b, song.players.guitar2);
        const wanted = [...new Set([...low, ...high])].sort((x, y) => x - y);
        if (wanted.length === 0) return { at: moment.at, push, cell: REST };
        const folded = heldOf(wanted, { song, moment, near: last });
        if (folded === null) {
          count.lost += 1;
          return { at: moment.at, push, cell: a.kind === 'grip' ? { ...a, locked: false } : REST };
        }
        if (folded.fewer) count.thinned += 1;
        last = folded.grip;
        return { at: moment.at, push, cell: gripCell(folded.grip) };
      });
  return bars.map((bar, b): Bar => {
    const line = bar.lines?.guitar1 ?? bar.lines?.guitar2;
    const { lines: _lines, ...rest } = bar;
    const lines = {
      ...(line ? { guitar1: line } : {}),
      ...(bar.lines?.bass ? { bass: bar.lines.bass } : {}),
    };
    // A chord that is picked through is a part of its own: it stays as it is.
    const isPicked = /[1-6]/.test(bar.hits.guitar1 ?? '');
    const own = bar.lines?.guitar1 || isPicked ? bar.cells.guitar1 : null;
    const guitar1 = own ?? (line ? bar.cells.guitar2 : cellsOf(b));
    const silent = bar.cells.guitar1.every((c) => c.cell.kind === 'rest') && bar.cells.guitar1.length > 0;
    return {
      ...rest,
      cells: { ...bar.cells, guitar1, guitar2: [{ at: 0, push: 0, cell: REST }] },
      hits: {
        ...bar.hits,
        guitar1: (line ? !bar.lines?.guitar1 : silent) ? bar.hits.guitar2 : bar.hits.guitar1,
        guitar2: null,
      },
      ...(Object.keys(lines).length > 0 ? { lines } : {}),
    };
  });
}

function startsAt(bars: readonly Bar[], moment: Moment, player: 'guitar1' | 'guitar2'): boolean {
  return bars[moment.bar]!.cells[player].some((c) => c.at === moment.at);
}

function pushOf(bars: readonly Bar[], moment: Moment): PlacedCell['push'] {
  for (const player of PLAYERS.slice(0, 2)) {
    const placed = bars[moment.bar]!.cells[player].find((c) => c.at === moment.at);
    if (placed && placed.push !== 0) return placed.push;
  }
  return 0;
}

/** The fullest grip of some pitches a hand can hold that keeps the lowest and the highest. Null when not even those. */
function heldOf(
  wanted: readonly Midi[],
  of: { song: Song; moment: Moment; near: Grip | null },
): { readonly grip: Grip; readonly fewer: boolean } | null {
  const { song, moment, near } = of;
  const rig = song.players.guitar1;
  const chord = parseChord(moment.chordText);
  const third = chord.ok ? thirdOf(chord.value) : null;
  const options = { instrument: rig, hand: rig.hand, near: near === null ? null : handFret(near) };
  let left = wanted;
  for (;;) {
    const grip = refret(left, options);
    if (grip) return { grip, fewer: left.length < wanted.length };
    const inner = left.slice(1, -1);
    if (inner.length === 0) break;
    const doubled = (p: Midi) => left.filter((q) => pitchClass(q) === pitchClass(p)).length > 1;
    // Doubled notes first, the third last, of equals the lower.
    const rank = (p: Midi) => (doubled(p) ? 0 : pitchClass(p) === third ? 2 : 1);
    const out = [...inner].sort((x, y) => rank(x) - rank(y) || x - y)[0]!;
    left = left.filter((p) => p !== out);
  }
  // The top an octave lower, then the low part alone.
  const closer = [left[0]!, (left.at(-1)! - 12) as Midi].sort((a, b) => a - b);
  const grip =
    (closer[0] !== closer[1] ? refret(closer, options) : null) ?? refret(left.slice(0, 1), options);
  return grip ? { grip, fewer: true } : null;
}

import type { Instrument } from '../../instrument/index';
import { nameNotes, parseChord, spell, type Key } from '../../pitch/index';
import { cellPitches } from '../../song/index';
import { barTicks, countedBeatTicks, type Meter } from '../../time/index';
import type { TabBar } from '../tab/read-tab';
import type { TypedBar, TypedBarChord } from './bars';
import { chordOf } from './words';

/** The chords of bars of tab by what is held in them, as guesses; a bar of single notes is named after its first one. */
export function chordsPlayed(
  bars: readonly TabBar[],
  of: { readonly instrument: Instrument; readonly key: Key },
): readonly TypedBar[] {
  let before: string | null = null;
  return bars.map((bar): TypedBar => {
    const named = bar.cells.flatMap((placed): TypedBarChord[] => {
      if (placed.cell.kind !== 'grip') return [];
      const notes = [...cellPitches(placed.cell, of.instrument)];
      const pcs = new Set(notes.map((n) => n % 12));
      if (pcs.size < 2 && bar.line !== null && placed.at > 0) return [];
      if (notes.length === 0 || (pcs.size < 2 && placed.at > 0)) return [];
      const symbol = nameNotes(notes, of.key).find((n) => parseChord(n.symbol).ok)?.symbol;
      const power = `${spell(Math.min(...notes), of.key)}5`;
      return [{ at: placed.at, chord: pcs.size < 2 ? power : (symbol ?? power), guess: true }];
    });
    const changes = named.filter((c, i) => c.chord !== (i === 0 ? null : named[i - 1]!.chord));
    if (changes.length === 0) {
      if (before !== null && bar.cells.every((c) => c.cell.kind !== 'rest')) return [];
      before = 'N.C.';
      return [{ at: 0, chord: 'N.C.', guess: true }];
    }
    before = changes.at(-1)!.chord;
    const [first, ...rest] = changes;
    return [{ ...first!, at: 0 }, ...rest];
  });
}

/** Chord names over the first line of a tab, in the bars they stand over: the first of a bar on its beginning. */
export function chordsOver(line: string, tab: string, meter: Meter): readonly TypedBar[] | null {
  const lines = [...tab.matchAll(/\|+/g)].map((m) => m.index);
  const spans = lines
    .slice(0, -1)
    .flatMap((from, i) => (lines[i + 1]! - from > 2 ? [[from, lines[i + 1]!] as const] : []));
  if (spans.length === 0) return null;
  const names = [...line.matchAll(/\S+/g)].flatMap((m) => {
    const chord = chordOf(m[0], { small: true });
    return chord ? [{ column: m.index, chord: chord.symbol }] : [];
  });
  const ticks = barTicks(meter);
  const beat = countedBeatTicks(meter);
  const bars = spans.map(([from, until], i): TypedBar => {
    const inside = names.filter(
      (n) => (i === 0 || n.column >= from) && (n.column < until || i === spans.length - 1),
    );
    const placed = inside.map(({ column, chord }, n) => {
      const share = Math.max(0, (column - from - 1) / (until - from));
      return { at: n === 0 ? 0 : Math.round((share * ticks) / beat) * beat, chord };
    });
    return placed.filter((c, n) => c.at < ticks && (n === 0 || c.at > placed[n - 1]!.at));
  });
  return bars[0]?.length ? bars : null;
}

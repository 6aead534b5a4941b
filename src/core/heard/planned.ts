import { barsOnPass, type Bar, type Player } from '../form/index';
import { gripNotes } from '../grip/index';
import { isSlurred, stepPitches } from '../line/index';
import {
  frequencyHz,
  isNoChord,
  parseChord,
  pitchClass,
  thirdOf,
  type ChordSymbol,
  type Midi,
} from '../pitch/index';
import { strikesOf, strikesString, type Song, type Strike } from '../song/index';
import { barTicks, feltBeatTicks } from '../time/index';
import { layOut } from './layout';
import type { Span } from './span';

/** A stroke of a player as it is meant to be heard, in seconds from where the music begins. */
export interface PlannedStroke {
  readonly at: number;
  /** Until when it is meant to sound. */
  readonly end: number;
  readonly kind: Strike['kind'];
  readonly weak: boolean;
  /** Made by the fretting hand alone: nothing is struck. */
  readonly slurred: boolean;
  /** What is struck, in Hz, the lowest first; none for a dead hit. */
  readonly hz: readonly number[];
  /** Which of them are the third of the chord there. */
  readonly thirds: readonly number[];
  /** The chord it is part of, as it is written; null: none is. */
  readonly chord: string | null;
  /** Strokes of what is held without a change share a number. */
  readonly hold: number;
  /** Where it stands: in the list of playings, the pass from 1, the bar from 0, the beat from 1. */
  readonly playing: number;
  readonly pass: number;
  readonly section: string;
  readonly bar: number;
  readonly beat: number;
}

/** What a player is meant to do in some spans. */
export interface PlannedPart {
  readonly strokes: readonly PlannedStroke[];
  /** Where every bar begins, in seconds, and its quarter notes a minute. */
  readonly bars: readonly {
    readonly at: number;
    readonly section: string;
    readonly bar: number;
    readonly tempo: number;
  }[];
  readonly seconds: number;
  /** Quarter notes a minute where it begins. */
  readonly tempo: number;
}

/** The strokes of a player through spans of a song, in time order; at a share of the tempo. */
export function plannedPart(
  song: Song,
  player: Player,
  of: { readonly spans: readonly Span[]; readonly tempoShare?: number },
): PlannedPart {
  const layout = layOut(song, of.spans, { share: of.tempoShare ?? 1, countIn: 0, lead: 0 });
  const rig = song.players[player];
  const holds = new Map<string, number>();
  const strokes = layout.passes.flatMap(({ playing, pass, from, to, at }): PlannedStroke[] => {
    const { meter, section, index } = playing;
    const length = barTicks(meter);
    const bars = barsOnPass(section, pass);
    return strikesOf(bars, meter)[player].flatMap((strike): PlannedStroke[] => {
      const isEarly = strike.at < from && strike.nominal >= from;
      if (strike.at >= to || (strike.at < from && !isEarly)) return [];
      const pitches = struckPitches(strike, rig);
      const bar = Math.max(0, Math.floor(strike.at / length));
      const chord = chordOver(bars, strike.nominal, length);
      const third = chord === null ? null : thirdOf(chord);
      const held = `${index} ${pass} ${strike.cell.bar} ${strike.cell.index}`;
      if (!holds.has(held)) holds.set(held, holds.size);
      return [
        {
          at: at(strike.at) - layout.start,
          end: at(Math.min(strike.end, to)) - layout.start,
          kind: strike.kind,
          weak: strike.weak,
          slurred: strike.slur !== null || (strike.step !== null && isSlurred(strike.step)),
          hz: pitches.map((midi) => frequencyHz((midi - (song.down ?? 0)) as Midi)),
          thirds: pitches.flatMap((midi, i) => (third !== null && pitchClass(midi) === third ? [i] : [])),
          chord: chord?.text ?? null,
          hold: holds.get(held)!,
          playing: index,
          pass,
          section: section.name,
          bar,
          beat: (strike.at - bar * length) / feltBeatTicks(meter) + 1,
        },
      ];
    });
  });
  return {
    strokes: strokes.sort((a, b) => a.at - b.at),
    bars: layout.bars.map((bar) => {
      const pass = layout.passes.findLast((p) => p.at(p.from) <= bar.at + 1e-6) ?? layout.passes[0]!;
      return { ...bar, at: bar.at - layout.start, tempo: pass.tempo };
    }),
    seconds: layout.end - layout.start,
    tempo: layout.passes[0]?.tempo ?? song.tempo,
  };
}

/** The chord that is written over a place; of a bar without any, the one before it. */
function chordOver(bars: readonly Bar[], tick: number, length: number): ChordSymbol | null {
  const bar = Math.max(0, Math.min(bars.length - 1, Math.floor(tick / length)));
  for (let b = bar; b >= 0; b -= 1) {
    const placed = bars[b]!.chords.filter(({ at }) => b < bar || at <= tick - bar * length);
    const last = placed.at(-1);
    if (!last) continue;
    const read = isNoChord(last.chord) ? null : parseChord(last.chord);
    return read?.ok ? read.value : null;
  }
  return null;
}

function struckPitches(strike: Strike, rig: Song['players'][Player]): readonly Midi[] {
  if (strike.kind === 'dead') return [];
  if (strike.step !== null) return stepPitches(strike.step, rig);
  return gripNotes(strike.grip, rig)
    .filter(({ string }) => strikesString(strike, string))
    .map(({ midi }) => midi)
    .sort((a, b) => a - b);
}

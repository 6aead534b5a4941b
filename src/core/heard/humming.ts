import { barsOnPass, sungMarks } from '../form/index';
import { parseNote, pitchClass, type Midi } from '../pitch/index';
import { momentIndexAt, momentsOf, type Playing, type Song } from '../song/index';
import { barTicks } from '../time/index';

/** A hummed note, in ticks of its pass. */
export interface HumTick {
  readonly at: number;
  readonly ticks: number;
  readonly midi: Midi;
}

/** Where nobody has said what the singer reaches: A3 to A4. */
const USUAL: readonly [number, number] = [57, 69];

/**
 * Where somebody sings on a pass: a note of each chord, as near to the one before as the voice's range allows. The tune itself
 * is not known.
 */
export function hummedIn(song: Song, playing: Playing, pass: number): readonly HumTick[] {
  const { section, meter } = playing;
  const bars = barsOnPass(section, pass);
  const moments = momentsOf(section, { pass, meter });
  const [low, high] = rangeOf(song, playing);
  const length = barTicks(meter);
  const notes: HumTick[] = [];
  let last = Math.round((low + high) / 2);
  bars.forEach((bar, b) => {
    const marks = sungMarks(bar.voice);
    const unit = length / marks.length;
    for (let i = 0; i < marks.length; i += 1) {
      if (marks[i] !== '~') continue;
      const at = b * length + i * unit;
      const chord = moments[momentIndexAt(moments, at)]?.chord ?? null;
      const before = notes.at(-1);
      const joins = before !== undefined && before.at + before.ticks === at;
      const tones = chord === null ? [] : chord.tones.map(({ pc }): number => pc);
      const fits = tones.length === 0 || tones.some((tone) => pitchClass(last) === tone);
      if (joins && fits && i > 0) {
        notes[notes.length - 1] = { ...before, ticks: before.ticks + unit };
        continue;
      }
      if (!fits) last = nearest(tones, { to: last, low, high });
      notes.push({ at, ticks: unit, midi: last as Midi });
    }
  });
  return notes;
}

function nearest(
  tones: readonly number[],
  { to, low, high }: { to: number; low: number; high: number },
): number {
  let best = to;
  let least = Infinity;
  for (let midi = low; midi <= high; midi += 1) {
    if (!tones.includes(pitchClass(midi) as number)) continue;
    const way = Math.abs(midi - to) + 0.01 * Math.abs(midi - (low + high) / 2);
    if (way < least) [best, least] = [midi, way];
  }
  return best;
}

function rangeOf(song: Song, { section }: Playing): readonly [number, number] {
  const range = section.voice ?? song.voice;
  if (!range) return USUAL;
  const [low, high] = range.map((text) => parseNote(text));
  return low?.ok && high?.ok ? [low.value, high.value] : USUAL;
}

import { PLAYERS, type Player } from '../form/index';
import { TICKS_PER_QUARTER } from '../time/index';
import { levelOf } from './level';
import type { Sound, Stage, Timed } from './stage';
import { FLAM, FLAM_TICKS, FLAM_WEAK } from './thresholds';
import { lengthWords, playersWords } from './words';

/** Two strokes that nearly meet: `late` comes `gap` ticks after `early`, and neither player strikes with the other. */
interface Miss {
  readonly early: Player;
  readonly late: Player;
  readonly at: number;
  readonly gap: number;
  readonly weak: boolean;
}

/**
 * Strokes of two players a sixteenth or less apart that do not come back as a figure: in another bar at the same place,
 * or twice in one bar at the same place of the beat (common practice). A change pushed by one of them is a push.
 */
export function flams(stage: Stage): readonly Timed[] {
  const misses = allMisses(stage);
  const isFigure = figuresIn(misses, stage);
  const said = new Set<number>();
  return misses.flatMap((miss): Timed[] => {
    if (isFigure(miss) || said.has(miss.at)) return [];
    said.add(miss.at);
    const together = misses.filter((m) => m.at === miss.at && m.gap === miss.gap);
    const early = PLAYERS.filter((p) => together.some((m) => m.early === p));
    const late = PLAYERS.filter((p) => together.some((m) => m.late === p));
    // Who stands alone is off; of two, the one further from the eighths.
    const lateIsOff =
      early.length > late.length ||
      (early.length === late.length && (miss.at + miss.gap) % (TICKS_PER_QUARTER / 2) !== 0);
    const off = lateIsOff ? late : early;
    const on = lateIsOff ? early : late;
    const score = miss.weak ? FLAM_WEAK : FLAM;
    const text = `${playersWords(off)} ${off.length === 1 ? 'strikes' : 'strike'} ${lengthWords(miss.gap)} ${lateIsOff ? 'after' : 'before'} ${playersWords(on)}, once: it sounds like a mistake.`;
    return [
      {
        kind: 'flam',
        level: levelOf(score),
        players: PLAYERS.filter((p) => early.includes(p) || late.includes(p)),
        pitches: [],
        text,
        score,
        at: miss.at,
        ticks: miss.gap,
      },
    ];
  });
}

function allMisses(stage: Stage): readonly Miss[] {
  const misses: Miss[] = [];
  const struck = {
    guitar1: new Set(stage.sounds.guitar1.map((s) => s.at)),
    guitar2: new Set(stage.sounds.guitar2.map((s) => s.at)),
    bass: new Set(stage.sounds.bass.map((s) => s.at)),
  };
  for (const early of PLAYERS) {
    for (const late of PLAYERS) {
      if (early === late) continue;
      const others = stage.sounds[late];
      let next = 0;
      for (const s of stage.sounds[early]) {
        while (next < others.length && others[next]!.at <= s.at) next += 1;
        const other = others[next];
        if (other === undefined) break;
        const gap = other.at - s.at;
        if (gap > FLAM_TICKS || struck[late].has(s.at) || struck[early].has(other.at)) continue;
        if (isPush(s) || isPush(other)) continue;
        misses.push({ early, late, at: s.at, gap, weak: s.weak || other.weak });
      }
    }
  }
  return misses.sort((a, b) => a.at - b.at);
}

function isPush(sound: Sound): boolean {
  return sound.at < sound.nominal;
}

/** How often a miss comes back: by its place in the bar, and within each bar by its place in the beat. */
function figuresIn(misses: readonly Miss[], stage: Stage): (miss: Miss) => boolean {
  const bars = new Map<string, Set<number>>();
  const beats = new Map<string, number>();
  const whose = (m: Miss) => `${m.early} ${m.late} ${m.gap}`;
  const barOf = (m: Miss) => Math.floor(m.at / stage.barTicks);
  const inBar = (m: Miss) => `${whose(m)} ${m.at % stage.barTicks}`;
  const inBeat = (m: Miss) => `${whose(m)} ${barOf(m)} ${m.at % TICKS_PER_QUARTER}`;
  for (const m of misses) {
    const known = bars.get(inBar(m)) ?? new Set();
    bars.set(inBar(m), known.add(barOf(m)));
    beats.set(inBeat(m), (beats.get(inBeat(m)) ?? 0) + 1);
  }
  const oneBarRepeats = stage.bars.length === 1 && stage.times > 1;
  return (m) => oneBarRepeats || bars.get(inBar(m))!.size > 1 || beats.get(inBeat(m))! > 1;
}

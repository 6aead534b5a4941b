import { isSung, PLAYER_WORDS } from '../form/index';
import type { Midi } from '../pitch/index';
import { levelOf } from './level';
import { spanOverlap } from './registers';
import { firstFrom, type Sound, type Stage, type Timed } from './stage';
import { BUSY_STROKES_A_BEAT, STEPS_ON, STEPS_ON_APART, STEPS_ON_SPAN } from './thresholds';
import { nameIn } from './words';

/**
 * "You step on my part": two guitars busy in one register with different rhythms while somebody sings or one of them
 * has a line (common practice). Bar by bar.
 */
export function stepsOn(stage: Stage): readonly Timed[] {
  return stage.bars.flatMap((bar, b): readonly Timed[] => {
    const from = b * stage.barTicks;
    const [one, two] = (['guitar1', 'guitar2'] as const).map((p) => strokesIn(stage.sounds[p], from, stage));
    if (!isBusy(one!, stage) || !isBusy(two!, stage)) return [];
    const lines = (['guitar1', 'guitar2'] as const).filter((p) => bar.lines?.[p]);
    const underVoice = isSung(bar.voice);
    if ((!underVoice && lines.length === 0) || sharedStrokes(one!, two!) > STEPS_ON_APART) return [];
    const [low, high] = [rangeOf(one!), rangeOf(two!)];
    if (spanOverlap(low, high) < STEPS_ON_SPAN) return [];
    const [bottom, top] = [Math.max(low[0]!, high[0]!) as Midi, Math.min(low[1]!, high[1]!) as Midi];
    const scene = { chord: null, key: stage.key };
    const where =
      bottom === top ? `on ${nameIn(scene, bottom)}` : `in ${nameIn(scene, bottom)}–${nameIn(scene, top)}`;
    const under = underVoice ? ' under the voice' : '';
    const [busy, hook] = lines[0] === 'guitar1' ? [1, 0] : [0, 1];
    const names = [PLAYER_WORDS.guitar1, PLAYER_WORDS.guitar2];
    const text = `${names[busy]} steps on ${names[hook]}: both are busy ${where}${under} with different rhythms; let one play less, or elsewhere.`;
    return [
      {
        kind: 'steps-on',
        level: levelOf(STEPS_ON),
        players: ['guitar1', 'guitar2'],
        pitches: bottom === top ? [bottom] : [bottom, top],
        text,
        score: STEPS_ON,
        at: from,
        ticks: stage.barTicks,
      },
    ];
  });
}

function strokesIn(sounds: readonly Sound[], from: number, stage: Stage): readonly Sound[] {
  return sounds
    .slice(firstFrom(sounds, from), firstFrom(sounds, from + stage.barTicks))
    .filter((s) => s.pitches.length > 0);
}

function isBusy(strokes: readonly Sound[], stage: Stage): boolean {
  return strokes.length >= BUSY_STROKES_A_BEAT * (stage.barTicks / stage.beatTicks);
}

/** Share of all places that both strike. */
function sharedStrokes(a: readonly Sound[], b: readonly Sound[]): number {
  const [x, y] = [new Set(a.map((s) => s.at)), new Set(b.map((s) => s.at))];
  const both = [...x].filter((at) => y.has(at)).length;
  return both / (x.size + y.size - both);
}

function rangeOf(strokes: readonly Sound[]): readonly Midi[] {
  const all = strokes.flatMap((s) => s.pitches);
  return [Math.min(...all) as Midi, Math.max(...all) as Midi];
}

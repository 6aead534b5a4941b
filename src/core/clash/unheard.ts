import { pitchClass, pretty, thirdOf, toneName } from '../pitch/index';
import { levelOf } from './level';
import { chordSpans } from './spans';
import { heardWith, type Stage, type Timed } from './stage';
import { UNHEARD_THIRD } from './thresholds';

/** One root goes from major to minor or back, and nobody sounds the third that says so. */
export function unheardThirds(stage: Stage): readonly Timed[] {
  const spans = chordSpans(stage);
  return spans.flatMap((span, i): readonly Timed[] => {
    const before = spans[i - 1];
    const [was, now] = [before?.chord, span.chord];
    if (!was || !now || was.rootPc !== now.rootPc || !span.complete) return [];
    const [thirdWas, third] = [thirdOf(was), thirdOf(now)];
    if (thirdWas === null || third === null || thirdWas === third) return [];
    const heard = heardWith(stage, { from: span.from, to: span.to, not: null });
    const tones = new Set(heard.flatMap(({ sound }) => sound.pitches.map((p) => pitchClass(p))));
    if (tones.size < 2 || tones.has(third)) return [];
    const quality = pitchClass(third - now.rootPc) === 3 ? 'minor' : 'major';
    const text = `You can’t hear that ${pretty(was.text)} goes ${quality}: no one plays the third of ${pretty(now.text)} (${pretty(toneName(now, third)!)}).`;
    return [
      {
        kind: 'unheard-third',
        level: levelOf(UNHEARD_THIRD),
        players: [],
        pitches: [],
        text,
        score: UNHEARD_THIRD,
        at: span.from,
        ticks: span.to - span.from,
      },
    ];
  });
}

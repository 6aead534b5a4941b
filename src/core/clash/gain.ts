import { PLAYER_WORDS } from '../form/index';
import { pitchClass, pretty, thirdOf, toneName } from '../pitch/index';
import { gripDirt } from '../sound/index';
import { TICKS_PER_QUARTER } from '../time/index';
import type { Judgement } from './judgement';
import { levelOf } from './level';
import { heardTicks, truePitches, type Part, type Scene } from './scene';
import { DIRT_FIGURE_SHARE, DIRT_MUTED_SHARE, NOTE_FROM } from './thresholds';

/** What a driven amplifier makes of each part's notes. Silent where the plan wants thirds in it. */
export function gain(scene: Scene, parts: readonly Part[]): Judgement[] {
  return parts.flatMap((part): Judgement[] => {
    if (part.dirtMeant) return [];
    const score = dirtScore(part, scene);
    if (score < NOTE_FROM) return [];
    const third = scene.chord ? thirdOf(scene.chord) : null;
    const holdsThird = third !== null && part.pitches.some((p) => pitchClass(p) === third);
    const tone = holdsThird ? pretty(toneName(scene.chord!, third)!) : null;
    const text = `${PLAYER_WORDS[part.player]} at gain ${part.gain}: ${dirtWords(score, tone)}.`;
    return [
      { kind: 'gain', level: levelOf(score), players: [part.player], pitches: part.pitches, text, score },
    ];
  });
}

/** 1 is a clash: the dirt of the grip, by how long it is heard, a figure over one root counting less. */
export function dirtScore(part: Part, scene: Pick<Scene, 'ticks' | 'down' | 'stays'>): number {
  const dirt = gripDirt(truePitches(part, scene), part.gain);
  if (dirt === 0) return 0;
  const share = dirt * (part.figure ? DIRT_FIGURE_SHARE : 1);
  if (part.touch === 'muted') return share * DIRT_MUTED_SHARE;
  return share * lengthShare(heardTicks(scene, part));
}

/** How much dirt counts by how long it is heard, in ticks: all of it from two beats on, nearly nine tenths for a beat, and a fraction for a choked stroke. */
export function lengthShare(ticks: number): number {
  const beats = ticks / TICKS_PER_QUARTER;
  if (beats >= HALF_BEAT) return Math.min(1, (beats / 2) ** LENGTH_POWER);
  return (HALF_BEAT / 2) ** LENGTH_POWER * (beats / HALF_BEAT);
}

const HALF_BEAT = 0.5;
const LENGTH_POWER = 0.2;

function dirtWords(score: number, third: string | null): string {
  const what =
    third === null ? 'these notes together in one driven grip' : `the third ${third} inside one driven grip`;
  switch (levelOf(score)) {
    case 'clash':
      return third === null
        ? `${what} turn sour; fewer notes or less gain would clear it`
        : `${what} turns sour; let the other guitar take it or turn down`;
    case 'watch':
      return third === null
        ? `${what} growl; fewer notes or less gain would clear it`
        : `${what} growls; shorter strokes, a leaner grip or less gain would clear it`;
    case 'note':
      return third === null ? `${what} are a little rough` : `${what} is a little rough`;
  }
}

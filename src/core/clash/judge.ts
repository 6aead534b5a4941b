import { PLAYER_WORDS, type Player } from '../form/index';
import {
  intervalWords,
  pitchClass,
  pretty,
  spell,
  thirdOf,
  type ChordSymbol,
  type Midi,
} from '../pitch/index';
import type { FindingKind } from '../song/index';
import type { Judgement } from './judgement';
import { dirtScore, gain } from './gain';
import { levelOf } from './level';
import { mudOf } from './mud';
import { registers } from './registers';
import { fits, rubBetween, wrongThird } from './rub';
import { heardTicks, soundingParts, tonesOf, truePitches, type Part, type Scene } from './scene';
import { RIFF_TICKS, WATCH_FROM } from './thresholds';
import { otherChord, otherChordParts } from './tones';
import { article, nameIn } from './words';

/** Everything to say about what sounds together, the worst first. What only time tells is said in over-time rooms. */
export function judge(scene: Scene): readonly Judgement[] {
  const parts = soundingParts(scene);
  const others = otherChordParts(scene, parts);
  const rubs = rubsIn(scene, parts);
  const wrong = rubs.filter((rub) => rub.parts.some((part) => others.includes(part)));
  const list = [
    ...mud(scene, parts),
    ...gain(scene, parts),
    ...otherChord(scene, others, {
      rubs: Math.max(0, ...wrong.map((rub) => rub.judgement.score)),
      isAlone: parts.some((part) => !others.includes(part) && tonesOf(part).size > 1),
    }),
    ...rubs.filter((rub) => !wrong.includes(rub)).map((rub) => rub.judgement),
    ...(others.length > 0 ? [] : registers(scene, parts)),
  ];
  return list.sort((a, b) => b.score - a.score);
}

function mud(scene: Scene, parts: readonly Part[]): Judgement[] {
  return parts.flatMap((part) => {
    // Picked one after the other they do not meet; what a driven amplifier makes of them is said as that.
    if (part.touch === 'picked' || dirtScore(part, scene) >= WATCH_FROM) return [];
    const worst = mudOf(truePitches(part, scene), { isBass: part.player === 'bass', gain: part.gain });
    if (worst === null || worst.score < WATCH_FROM) return [];
    const interval = intervalWords(worst.high - worst.low);
    const { down = 0 } = scene;
    const [low, high, limit] = [worst.low, worst.high, worst.limit].map((p) => (p + down) as Midi);
    const text = `${who(part)}: the ${interval} ${name(scene, low!)}–${name(scene, high!)} is mud down there; a ${interval} stays clear from ${name(scene, limit!)} up.`;
    return [judgement('mud', worst.score, [part.player], [low!, high!], text)];
  });
}

interface FoundRub {
  readonly parts: readonly Part[];
  readonly judgement: Judgement;
  /** The pitch class that does not belong to the chord; null where both do. */
  readonly stranger: number | null;
}

/** What rubs, each foreign note once, where it is worst. */
function rubsIn(scene: Scene, parts: readonly Part[]): readonly FoundRub[] {
  const list: FoundRub[] = [];
  parts.forEach((a, i) => {
    for (const b of parts.slice(i)) {
      const found = rubOf(scene, a, b);
      if (found) list.push(found);
    }
  });
  for (const part of parts) {
    const third = part.moving ? null : wrongThird(part, scene.chord, heardTicks(scene, part));
    if (third === null || third.score < WATCH_FROM || isBlue(part, scene.chord!)) continue;
    const text = `${who(part)} holds ${name(scene, third.pitch)} over ${pretty(scene.chord!.text)}: that is the other third.`;
    list.push({
      parts: [part],
      judgement: judgement('rub', third.score, [part.player], [third.pitch], text),
      stranger: pitchClass(third.pitch),
    });
  }
  const byScore = list.sort((a, b) => b.judgement.score - a.judgement.score);
  return byScore.filter(
    (rub, i) =>
      rub.stranger === null || !byScore.slice(0, i).some((worse) => worse.stranger === rub.stranger),
  );
}

/** A single held minor third over a major chord is a lead's: blue. */
function isBlue(part: Part, chord: ChordSymbol): boolean {
  const third = thirdOf(chord);
  const isMajor = third !== null && (pitchClass(third - chord.rootPc) as number) === 4;
  return isMajor && part.player !== 'bass' && tonesOf(part).size === 1;
}

/** A lead's minor third or flat fifth over a major chord or a power chord, for up to two beats: blue. */
function isBlueLead(part: Part, { chord }: Scene): boolean {
  const [pitch, more] = part.pitches;
  if (!part.isLine || part.player === 'bass' || pitch === undefined || more !== undefined || chord === null)
    return false;
  const third = thirdOf(chord);
  if (third !== null && (pitchClass(third - chord.rootPc) as number) !== 4) return false;
  const above = pitchClass(pitch - chord.rootPc) as number;
  return (above === 3 || above === 6) && (part.standTicks ?? part.soundTicks) <= RIFF_TICKS;
}

function rubOf(scene: Scene, a: Part, b: Part): FoundRub | null {
  if (a.moving || b.moving || isBlueLead(a, scene) || isBlueLead(b, scene)) return null;
  const ticks = heardTicks(scene, a, b);
  const rub = ticks === 0 ? null : rubBetween(a, b, scene.chord, ticks);
  if (rub === null || rub.score < WATCH_FROM) return null;
  const [low, high] = rub.a <= rub.b ? [rub.a, rub.b] : [rub.b, rub.a];
  const [lower, upper] = rub.a <= rub.b ? [a, b] : [b, a];
  const distance = intervalWords(high - low);
  const stranger = [high, low].find((p) => scene.chord !== null && !fits(scene.chord, p));
  const why =
    stranger === undefined
      ? ''
      : ` ${pretty(spell(stranger, scene.key))} is not in ${pretty(scene.chord!.text)}.`;
  const text =
    a === b
      ? `${who(a)}: ${name(scene, high)} rubs ${name(scene, low)}, ${article(distance)} in one grip.${why}`
      : `${who(upper)}’s ${name(scene, high)} rubs ${who(lower)}’s ${name(scene, low)}: ${article(distance)}.${why}`;
  const players = a === b ? [a.player] : [a.player, b.player];
  return {
    parts: a === b ? [a] : [a, b],
    judgement: judgement('rub', rub.score, players, [low, high], text),
    stranger: stranger === undefined ? null : pitchClass(stranger),
  };
}

function judgement(
  kind: FindingKind,
  score: number,
  players: readonly Player[],
  pitches: readonly Midi[],
  text: string,
): Judgement {
  return { kind, level: levelOf(score), players, pitches, text, score };
}

function name(scene: Scene, pitch: Midi): string {
  return nameIn(scene, pitch);
}

function who(part: Part): string {
  return PLAYER_WORDS[part.player];
}

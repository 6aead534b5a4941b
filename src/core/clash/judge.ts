import { PLAYER_WORDS, type Player } from '../form/index';
import {
  belongs,
  hasThird,
  intervalWords,
  pitchClass,
  pretty,
  spell,
  thirdOf,
  toneName,
  type Midi,
} from '../pitch/index';
import { gainClass, gripDirt } from '../sound/index';
import type { FindingKind } from '../song/index';
import { levelOf } from './level';
import { mudOf } from './mud';
import { rubBetween, wrongThird } from './rub';
import { soundingParts, togetherTicks, type Level, type Part, type Scene } from './scene';
import { energyOf, overlap } from './separation';
import { CROWDING_OVERLAP, CROWDING_OVERLAP_BAD, CROWDING_SPAN, DIRT_UNIT, WATCH_FROM } from './thresholds';
import { article, nameIn } from './words';

/** One thing to say about a moment, without its place in the song. */
export interface Judgement {
  readonly kind: FindingKind;
  readonly level: Level;
  readonly players: readonly Player[];
  /** The notes it is about. */
  readonly pitches: readonly Midi[];
  readonly text: string;
  /** 1 is a clash; 0 for what is only named. */
  readonly score: number;
}

/** Everything to say about what sounds together, the worst first. */
export function judge(scene: Scene): readonly Judgement[] {
  const parts = soundingParts(scene);
  const list = [
    ...mud(scene, parts),
    ...gain(scene, parts),
    ...rubs(scene, parts),
    ...lowestNote(scene, parts),
    ...missingThird(scene, parts),
    ...registers(scene, parts),
  ];
  return list.sort((a, b) => b.score - a.score);
}

function mud(scene: Scene, parts: readonly Part[]): Judgement[] {
  return parts.flatMap((part) => {
    const worst = mudOf(part.pitches, part.player === 'bass');
    if (worst === null || worst.score < WATCH_FROM) return [];
    const interval = intervalWords(worst.high - worst.low);
    const text = `${who(part)}: the ${interval} ${name(scene, worst.low)}–${name(scene, worst.high)} is mud down there; a ${interval} stays clear from ${name(scene, worst.limit)} up.`;
    return [judgement('mud', worst.score, [part.player], [worst.low, worst.high], text)];
  });
}

function gain(scene: Scene, parts: readonly Part[]): Judgement[] {
  return parts.flatMap((part) => {
    const drive = gainClass(part.gain);
    const score = gripDirt(part.pitches, drive) / DIRT_UNIT;
    if (score < WATCH_FROM) return [];
    const third = scene.chord ? thirdOf(scene.chord) : null;
    const holdsThird = third !== null && part.pitches.some((p) => pitchClass(p) === third);
    const why = holdsThird
      ? `the third ${pretty(toneName(scene.chord!, third)!)} inside one driven grip turns sour; let the other guitar take it or turn down`
      : 'these notes together in one driven grip turn sour; fewer notes or less gain would clear it';
    const text = `${who(part)} at gain ${part.gain}: ${why}.`;
    return [judgement('gain', score, [part.player], part.pitches, text)];
  });
}

function rubs(scene: Scene, parts: readonly Part[]): Judgement[] {
  const list: Judgement[] = [];
  parts.forEach((a, i) => {
    for (const b of parts.slice(i)) {
      const ticks = togetherTicks(scene, a, b);
      const rub = ticks === 0 ? null : rubBetween(a, b, scene.chord, ticks);
      if (rub === null || rub.score < WATCH_FROM) continue;
      const [low, high] = rub.a <= rub.b ? [rub.a, rub.b] : [rub.b, rub.a];
      const [lower, upper] = rub.a <= rub.b ? [a, b] : [b, a];
      const distance = intervalWords(high - low);
      const stranger = [high, low].find((p) => scene.chord !== null && !belongs(scene.chord, p));
      const why =
        stranger === undefined
          ? ''
          : ` ${pretty(spell(stranger, scene.key))} is not in ${pretty(scene.chord!.text)}.`;
      const text =
        a === b
          ? `${who(a)}: ${name(scene, high)} rubs ${name(scene, low)}, ${article(distance)} in one grip.${why}`
          : `${who(upper)}’s ${name(scene, high)} rubs ${who(lower)}’s ${name(scene, low)}: ${article(distance)}.${why}`;
      const players = a === b ? [a.player] : [a.player, b.player];
      list.push(judgement('rub', rub.score, players, [low, high], text));
    }
    const third = wrongThird(a, scene.chord);
    if (third !== null && third.score >= WATCH_FROM) {
      const text = `${who(a)} holds ${name(scene, third.pitch)} over ${pretty(scene.chord!.text)}: that is the other third.`;
      list.push(judgement('rub', third.score, [a.player], [third.pitch], text));
    }
  });
  return list;
}

function lowestNote(scene: Scene, parts: readonly Part[]): Judgement[] {
  const { chord } = scene;
  if (chord === null || !scene.complete || parts.length === 0) return [];
  const lowest = parts.reduce((low, part) => (part.pitches[0]! < low.pitches[0]! ? part : low));
  const pitch = lowest.pitches[0]!;
  if (pitchClass(pitch) === chord.bassPc) return [];
  const inChord = belongs(chord, pitch);
  const wanted = pretty(chord.bass ?? chord.root);
  const text = `${who(lowest)} has ${name(scene, pitch)} lowest; ${pretty(chord.text)} wants ${wanted} there${inChord ? '' : ', and the note is not in the chord'}.`;
  return [judgement('wrong-bass', inChord ? 0.6 : 1.6, [lowest.player], [pitch], text)];
}

function missingThird(scene: Scene, parts: readonly Part[]): Judgement[] {
  const { chord } = scene;
  if (chord === null || !scene.complete || parts.length === 0 || !hasThird(chord)) return [];
  const third = thirdOf(chord);
  if (parts.some((part) => part.pitches.some((p) => pitchClass(p) === third))) return [];
  const text = `No one has the third of ${pretty(chord.text)} (${pretty(toneName(chord, third!)!)}): leaner and firmer, neither major nor minor.`;
  return [{ kind: 'missing-third', level: 'note', players: [], pitches: [], text, score: 0 }];
}

/** Two guitars in one register: the same notes are a doubling, different ones crowd. */
function registers(scene: Scene, parts: readonly Part[]): Judgement[] {
  const a = parts.find((part) => part.player === 'guitar1');
  const b = parts.find((part) => part.player === 'guitar2');
  if (!a || !b || togetherTicks(scene, a, b) === 0) return [];
  const players: Player[] = ['guitar1', 'guitar2'];
  const [fewer, more] = a.pitches.length <= b.pitches.length ? [a, b] : [b, a];
  if (fewer.pitches.every((p) => more.pitches.includes(p))) {
    const same = a.pitches.length === b.pitches.length;
    const text = same
      ? 'Both guitars play the same notes: a deliberate doubling.'
      : `${who(fewer)} doubles notes of ${who(more)}: a deliberate doubling.`;
    return [{ kind: 'doubling', level: 'note', players, pitches: a.pitches, text, score: 0 }];
  }
  const shared = overlap(energyOf(a.pitches), energyOf(b.pitches));
  if (spanOverlap(a.pitches, b.pitches) <= CROWDING_SPAN || shared < CROWDING_OVERLAP) return [];
  const low = Math.max(a.pitches[0]!, b.pitches[0]!) as Midi;
  const high = Math.min(a.pitches.at(-1)!, b.pitches.at(-1)!) as Midi;
  const text = `Both guitars sit in ${name(scene, low)}–${name(scene, high)} with different notes; one of them could move up or play less.`;
  const score = shared >= CROWDING_OVERLAP_BAD ? 1 : 0.6;
  return [judgement('crowding', score, players, [low, high], text)];
}

/** Share of the narrower span that both have; a single note counts as a semitone wide. */
function spanOverlap(a: readonly Midi[], b: readonly Midi[]): number {
  const shared = Math.min(a.at(-1)!, b.at(-1)!) - Math.max(a[0]!, b[0]!) + 1;
  const narrower = Math.min(a.at(-1)! - a[0]!, b.at(-1)! - b[0]!) + 1;
  return Math.max(0, shared) / narrower;
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

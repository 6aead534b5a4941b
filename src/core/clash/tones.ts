import { PLAYER_WORDS, PLAYERS, type Player } from '../form/index';
import {
  belongs,
  hasThird,
  pitchClass,
  pretty,
  thirdOf,
  toneName,
  type ChordSymbol,
  type ChordTone,
} from '../pitch/index';
import { TICKS_PER_QUARTER } from '../time/index';
import type { Judgement } from './judge';
import { levelOf } from './level';
import { tonesOf, type Part, type Scene } from './scene';
import { EDGE_GAIN, OTHER_CHORD, RIFF_TICKS } from './thresholds';
import { nameIn, playersWords } from './words';

/**
 * Parts that hold another chord than the symbol says: none or little of it, for a beat and longer. Lines, and short
 * steps that everybody takes together, are heard as lines.
 */
export function otherChordParts(scene: Scene, parts: readonly Part[]): readonly Part[] {
  const { chord } = scene;
  if (chord === null || isTogether(parts)) return [];
  // What comes a little before its chord is early, not wrong.
  if ((scene.ticks ?? TICKS_PER_QUARTER) < TICKS_PER_QUARTER) return [];
  return parts.filter((part) => isOtherChord(part, chord));
}

function isOtherChord(part: Part, chord: ChordSymbol): boolean {
  const tones = [...tonesOf(part)];
  const stand = part.standTicks ?? part.soundTicks;
  if (tones.length < 2 || part.moving || stand < TICKS_PER_QUARTER) return false;
  const inside = tones.filter((pc) => belongs(chord, pc)).length;
  // Two notes are a power chord on another root, or an upper part over the chord.
  if (tones.length === 2)
    return isBareFifth(part) && inside < 2 && !tones.includes(chord.rootPc) && isLow(part);
  return inside / tones.length < 0.5;
}

function isBareFifth({ pitches }: Part): boolean {
  const up = [...new Set(pitches.map((p) => pitchClass(p - pitches[0]!) as number))];
  return up.length === 2 && up.includes(7);
}

/** A power chord that gives the root: its lowest note below about A3. */
function isLow({ pitches }: Part): boolean {
  return pitches[0]! < 57;
}

/** Everybody takes one short step together: roots and fifths of one root, as a riff or a slide. */
export function isTogether(parts: readonly Part[]): boolean {
  if (parts.length < 2) return false;
  const all = new Set(parts.flatMap((part) => [...tonesOf(part)]));
  if (all.size > 2) return false;
  const [a, b] = [...all];
  const isFifth = b === undefined || [5, 7].includes(pitchClass(b - a!));
  return isFifth && parts.every((part) => (part.standTicks ?? part.soundTicks) < RIFF_TICKS);
}

/** "That is not the chord", of everybody who holds another one. `rubs`: how bad what they rub is at worst. */
export function otherChord(scene: Scene, parts: readonly Part[], rubs: number): Judgement[] {
  if (parts.length === 0) return [];
  const chord = scene.chord!;
  const players = PLAYERS.filter((p) => parts.some((part) => part.player === p));
  const said = parts.map((part) => {
    const notes = part.pitches.filter((p, i, all) => all.findIndex((q) => (q - p) % 12 === 0) === i);
    return `${notes.map((p) => nameIn({ chord: null, key: scene.key }, p).replace(/-?\d+$/, '')).join(' ')}`;
  });
  const whole = [...new Set(said)].join(' and ');
  const tones = chord.tones.map((t) => pretty(t.name)).join(' ');
  const text = `${playersWords(players)}: that is not ${pretty(chord.text)} (${tones}), it is ${whole}.`;
  const score = Math.max(OTHER_CHORD, rubs);
  const pitches = parts.flatMap((part) => part.pitches);
  return [{ kind: 'other-chord', level: levelOf(score), players, pitches, text, score }];
}

/** Tones that the symbol names and nobody plays: the third always, the colours while it is clean enough to hear them. */
export function missingTones(scene: Scene, parts: readonly Part[]): Judgement[] {
  const { chord } = scene;
  if (chord === null || !scene.complete || !isHarmony(parts)) return [];
  const heard = new Set(parts.flatMap((part) => [...tonesOf(part)]));
  const list: Judgement[] = [];
  const third = hasThird(chord) ? thirdOf(chord)! : null;
  if (third !== null && !heard.has(third)) {
    const text = `No one has the third of ${pretty(chord.text)} (${pretty(toneName(chord, third)!)}): leaner and firmer, neither major nor minor.`;
    list.push({ kind: 'missing-third', level: 'note', players: [], pitches: [], text, score: 0 });
  }
  const guitars = parts.filter((part) => part.player !== 'bass');
  if (guitars.length === 0 || guitars.some((part) => part.gain > EDGE_GAIN)) return list;
  for (const tone of namedColours(chord)) {
    if (heard.has(tone.pc)) continue;
    const text = `No one has the ${degreeWords(tone)} of ${pretty(chord.text)} (${pretty(tone.name)}): it sounds plainer than it is written.`;
    list.push({ kind: 'missing-tone', level: 'note', players: [], pitches: [], text, score: 0 });
  }
  return list;
}

/** Some part is more than a line. */
function isHarmony(parts: readonly Part[]): boolean {
  return parts.some((part) => !part.moving && tonesOf(part).size > 1);
}

/** What a symbol names besides root, third and fifth; of stacked extensions the last one is what it is called by. */
function namedColours(chord: ChordSymbol): readonly ChordTone[] {
  const colours = chord.tones.filter((t) => ![1, 3, 5, 10].includes(t.degree));
  const highest = Math.max(0, ...colours.map((t) => t.degree));
  return highest >= 9 ? colours.filter((t) => t.degree === highest || t.degree === 7) : colours;
}

function degreeWords({ degree }: ChordTone): string {
  const words: Readonly<Record<number, string>> = {
    2: 'second',
    4: 'fourth',
    6: 'sixth',
    7: 'seventh',
    9: 'ninth',
    11: 'eleventh',
    13: 'thirteenth',
  };
  return words[degree] ?? `${degree}th`;
}

/** Players whose cells are still open at a moment. */
export function openPlayers(open: readonly Player[]): Judgement[] {
  return open.map((player) => ({
    kind: 'open',
    level: 'note',
    players: [player],
    pitches: [],
    text: `${PLAYER_WORDS[player]} is still open here.`,
    score: 0,
  }));
}

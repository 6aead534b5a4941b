import { PLAYER_WORDS, PLAYERS, type Player } from '../form/index';
import { belongs, pitchClass, pretty, spell, type ChordSymbol } from '../pitch/index';
import { TICKS_PER_QUARTER } from '../time/index';
import type { Judgement } from './judgement';
import { levelOf } from './level';
import { tonesOf, type Part, type Scene } from './scene';
import { OTHER_CHORD, OTHER_CHORD_ALONE, RIFF_TICKS } from './thresholds';
import { playersWords } from './words';

/**
 * Parts that hold another chord than the symbol says: none or little of it, for a beat and longer. Lines, and short
 * steps that everybody takes together, are heard as lines.
 */
export function otherChordParts(scene: Scene, parts: readonly Part[]): readonly Part[] {
  const { chord } = scene;
  if (chord === null || isTogether(parts)) return [];
  const lowest = Math.min(...parts.flatMap(({ pitches }) => pitches.slice(0, 1)));
  const hasBass = (pitchClass(lowest) as number) === chord.bassPc;
  return parts.filter((part) => isOtherChord(part, chord, hasBass));
}

/** `hasBass`: the lowest note of all is the symbol's. */
function isOtherChord(part: Part, chord: ChordSymbol, hasBass: boolean): boolean {
  const tones = [...tonesOf(part)];
  const stand = part.standTicks ?? part.soundTicks;
  if (tones.length < 2 || part.moving || stand < TICKS_PER_QUARTER) return false;
  const inside = tones.filter((pc) => belongs(chord, pc)).length;
  // Two notes are a power chord on another root, or an upper part over the chord; one that has the root as its fifth
  // is that only where nobody gives the bass.
  if (tones.length === 2)
    return isBareFifth(part) && inside < 2 && isLow(part) && !(hasBass && tones.includes(chord.rootPc));
  // A power chord says nothing of what stands on its root.
  if (chord.tones.length <= 2 && tones.includes(chord.rootPc)) return false;
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

/**
 * "That is not the chord", of everybody who holds another one. `rubs`: how bad what they rub is at worst; `isAlone`:
 * somebody else holds the right one, and the two are heard against each other.
 */
export function otherChord(
  scene: Scene,
  parts: readonly Part[],
  { rubs, isAlone }: { readonly rubs: number; readonly isAlone: boolean },
): Judgement[] {
  if (parts.length === 0) return [];
  const chord = scene.chord!;
  const players = PLAYERS.filter((p) => parts.some((part) => part.player === p));
  const said = parts.map((part) => [...tonesOf(part)].map((pc) => pretty(spell(pc, scene.key))).join(' '));
  const whole = [...new Set(said)].join(' and ');
  const tones = chord.tones.map((t) => pretty(t.name)).join(' ');
  const text = `${playersWords(players)}: that is not ${pretty(chord.text)} (${tones}), it is ${whole}.`;
  const score = Math.max(isAlone ? OTHER_CHORD_ALONE : OTHER_CHORD, rubs);
  const pitches = parts.flatMap((part) => part.pitches);
  return [{ kind: 'other-chord', level: levelOf(score), players, pitches, text, score }];
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

import { PLAYER_WORDS, type Player } from '../form/index';
import type { Midi } from '../pitch/index';
import type { Judgement } from './judgement';
import { levelOf } from './level';
import { togetherTicks, tonesOf, type Part, type Scene } from './scene';
import { energyOf, overlap } from './separation';
import {
  CROWDING_CLEAN_MOST,
  CROWDING_DRIVEN_FROM,
  CROWDING_OVERLAP,
  CROWDING_OVERLAP_BAD,
  CROWDING_SPAN,
  DOUBLING_FEWER,
} from './thresholds';
import { nameIn } from './words';

/** Two guitars in one register: the same notes, or all but one or two, are a doubling, different ones crowd. */
export function registers(scene: Scene, parts: readonly Part[]): Judgement[] {
  const a = parts.find((part) => part.player === 'guitar1');
  const b = parts.find((part) => part.player === 'guitar2');
  if (!a || !b || togetherTicks(scene, a, b) === 0) return [];
  const players: Player[] = ['guitar1', 'guitar2'];
  const doubling = doublingWords(a, b);
  if (doubling !== null)
    return [{ kind: 'doubling', level: 'note', players, pitches: a.pitches, text: doubling, score: 0 }];
  if (isInside(a, b)) return [];
  // A line over a chord, or two lines, are told apart by what they do (see steps-on.ts).
  if (a.moving || b.moving || tonesOf(a).size < 2 || tonesOf(b).size < 2) return [];
  const shared = overlap(energyOf(a.pitches), energyOf(b.pitches));
  if (spanOverlap(a.pitches, b.pitches) <= CROWDING_SPAN || shared < CROWDING_OVERLAP) return [];
  const low = Math.max(a.pitches[0]!, b.pitches[0]!) as Midi;
  const high = Math.min(a.pitches.at(-1)!, b.pitches.at(-1)!) as Midi;
  if (low === high) return [];
  const full = shared >= CROWDING_OVERLAP_BAD ? 0.9 : 0.6;
  // Two clean guitars share a register all evening; it is drive that closes it.
  const drive = Math.min(a.gain, b.gain);
  const share = Math.min(1, Math.max(0, (drive - 2) / (CROWDING_DRIVEN_FROM - 2)));
  const score = CROWDING_CLEAN_MOST + share * (full - CROWDING_CLEAN_MOST);
  const text = `Both guitars sit in ${nameIn(scene, low)}–${nameIn(scene, high)} with different notes; one of them could move up or play less.`;
  return [{ kind: 'crowding', level: levelOf(score), players, pitches: [low, high], text, score }];
}

/** A power chord inside a barre, a melody through the notes of a chord: neither a doubling nor in the way. */
function isInside(a: Part, b: Part): boolean {
  const [fewer, more] = a.pitches.length <= b.pitches.length ? [a, b] : [b, a];
  return fewer.pitches.every((p) => more.pitches.includes(p));
}

/** What there is to say of two guitars that play the same, or nearly; null when they do not. */
function doublingWords(a: Part, b: Part): string | null {
  const [fewer, more] = a.pitches.length <= b.pitches.length ? [a, b] : [b, a];
  const extra = fewer.pitches.filter((p) => !more.pitches.includes(p)).length;
  if (extra === 0) {
    const isNoteInChord = fewer.pitches.length === 1 && tonesOf(more).size > 1;
    if (isNoteInChord || more.pitches.length - fewer.pitches.length > DOUBLING_FEWER) return null;
    return a.pitches.length === b.pitches.length
      ? 'Both guitars play the same notes: a deliberate doubling.'
      : `${who(fewer)} doubles notes of ${who(more)}: a deliberate doubling.`;
  }
  // One or two notes changed while most are shared: a lifted finger, another shape of the chord in the same place.
  const common = fewer.pitches.length - extra;
  if (extra <= 2 && common >= 2 && common > extra)
    return `Both guitars play nearly the same notes (${common} of ${fewer.pitches.length}): a doubling.`;
  const isSameChord = [...tonesOf(fewer)].every((pc) => tonesOf(more).has(pc));
  if (isSameChord && tonesOf(fewer).size > 2 && spanOverlap(a.pitches, b.pitches) >= 0.6)
    return 'Both guitars play the same chord in one place, in two shapes: a doubling.';
  return null;
}

/** Share of the narrower span that both have; a single note counts as a semitone wide. */
export function spanOverlap(a: readonly Midi[], b: readonly Midi[]): number {
  const shared = Math.min(a.at(-1)!, b.at(-1)!) - Math.max(a[0]!, b[0]!) + 1;
  const narrower = Math.min(a.at(-1)! - a[0]!, b.at(-1)! - b[0]!) + 1;
  return Math.max(0, shared) / narrower;
}

function who(part: Part): string {
  return PLAYER_WORDS[part.player];
}

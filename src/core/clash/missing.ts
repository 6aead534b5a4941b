import { PLAYERS } from '../form/index';
import {
  hasThird,
  pitchClass,
  pretty,
  thirdOf,
  toneName,
  type ChordSymbol,
  type ChordTone,
  type Midi,
} from '../pitch/index';
import { levelOf } from './level';
import { chordSpans, type ChordSpan } from './spans';
import { firstSounding, momentAt, rigAt, type Sound, type Stage, type Timed } from './stage';
import { otherChordParts } from './tones';
import { EDGE_GAIN, UNHEARD_THIRD } from './thresholds';

/** What everybody sounds under one chord, from its beginning to its end. */
interface Heard {
  readonly tones: ReadonlySet<number>;
  /** Somebody plays more than a line. */
  readonly isHarmony: boolean;
  /** The dirtiest guitar that sounds; null when none does. */
  readonly gain: number | null;
}

/**
 * Tones that a symbol names and nobody plays as long as it lasts: its third always, its colours (seventh, ninth, sixth,
 * suspended fourth) while the guitars are clean enough to hear them. Where one root goes from major to minor or back, a
 * third that nobody plays is worth watching: then the change is not heard.
 */
export function missingTones(stage: Stage): readonly Timed[] {
  const spans = chordSpans(stage);
  return spans.flatMap((span, i): readonly Timed[] => {
    const { chord } = span;
    if (chord === null || !span.complete || isOtherChord(stage, span)) return [];
    const heard = heardIn(stage, span);
    if (!heard.isHarmony) return [];
    return [
      ...missingThird(span, chord, { heard, before: spans[i - 1] }),
      ...missingColours(span, chord, heard),
    ];
  });
}

function missingThird(
  span: ChordSpan,
  chord: ChordSymbol,
  { heard, before }: { heard: Heard; before: ChordSpan | undefined },
): readonly Timed[] {
  const third = hasThird(chord) ? thirdOf(chord)! : null;
  if (third === null || heard.tones.has(third)) return [];
  const name = `${pretty(chord.text)} (${pretty(toneName(chord, third)!)})`;
  const was = before?.chord;
  const thirdWas = was && was.rootPc === chord.rootPc ? thirdOf(was) : null;
  if (thirdWas !== null && thirdWas !== third) {
    const quality = (pitchClass(third - chord.rootPc) as number) === 3 ? 'minor' : 'major';
    const text = `You can’t hear that ${pretty(was!.text)} goes ${quality}: no one plays the third of ${name}.`;
    return [said(span, { kind: 'unheard-third', text, score: UNHEARD_THIRD })];
  }
  const text = `No one has the third of ${name}: leaner and firmer, neither major nor minor.`;
  return [said(span, { kind: 'missing-third', text, score: 0 })];
}

function missingColours(span: ChordSpan, chord: ChordSymbol, heard: Heard): readonly Timed[] {
  if (heard.gain === null || heard.gain > EDGE_GAIN) return [];
  return namedColours(chord)
    .filter((tone) => !heard.tones.has(tone.pc))
    .map((tone) => {
      const text = `No one has the ${degreeWords(tone)} of ${pretty(chord.text)} (${pretty(tone.name)}): it sounds plainer than it is written.`;
      return said(span, { kind: 'missing-tone', text, score: 0 });
    });
}

function said(span: ChordSpan, what: Pick<Timed, 'kind' | 'text' | 'score'>): Timed {
  return {
    ...what,
    level: levelOf(what.score),
    players: [],
    pitches: [],
    at: span.from,
    ticks: span.to - span.from,
  };
}

function heardIn(stage: Stage, { from, to }: ChordSpan): Heard {
  const tones = new Set<number>();
  let isHarmony = false;
  let gain: number | null = null;
  for (const player of PLAYERS) {
    const sounds = stage.sounds[player];
    let before: readonly Midi[] | null = null;
    for (let i = firstSounding(sounds, from); i < sounds.length && sounds[i]!.at < to; i += 1) {
      const { pitches, at, end } = sounds[i]!;
      if (end <= from || pitches.length === 0) continue;
      if (player !== 'bass') gain = Math.max(gain ?? 0, rigAt(stage, player, Math.max(0, at)).gain);
      if (pitches === before) continue;
      before = pitches;
      const first = pitchClass(pitches[0]!);
      for (const pitch of pitches) {
        const tone = pitchClass(pitch);
        tones.add(tone);
        if (tone !== first) isHarmony = true;
      }
    }
  }
  // Two players with a note each are a chord too.
  if (tones.size > 2) isHarmony = true;
  return { tones, isHarmony, gain };
}

/** Somebody holds another chord where it begins: that is said instead. */
function isOtherChord(stage: Stage, span: ChordSpan): boolean {
  const moment = momentAt(stage, span.from);
  const parts = (['guitar1', 'guitar2'] as const).flatMap((player) => {
    const sounds = stage.sounds[player];
    let i = firstSounding(sounds, span.from);
    const isIt = (s: Sound) => s.end > span.from && s.pitches.length > 1;
    while (i < sounds.length && sounds[i]!.at < span.to && !isIt(sounds[i]!)) i += 1;
    const sound = i < sounds.length && sounds[i]!.at < span.to ? sounds[i] : undefined;
    if (!sound || moment.cells[player].kind !== 'grip' || sound.step) return [];
    const { pitches } = sound;
    return [{ player, pitches, soundTicks: sound.end - sound.at, gain: 0, standTicks: span.to - span.from }];
  });
  const scene = { chord: span.chord, key: stage.key, parts, complete: true };
  return otherChordParts(scene, parts).length > 0;
}

/** What a symbol names besides root, third and fifth; of stacked extensions the last one is what it is called by. */
function namedColours(chord: ChordSymbol): readonly ChordTone[] {
  const colours = chord.tones.filter((t) => ![1, 3, 5, 10].includes(t.degree));
  const highest = Math.max(0, ...colours.map((t) => t.degree));
  return highest >= 9 ? colours.filter((t) => t.degree === highest || t.degree === 7) : colours;
}

function degreeWords({ degree }: ChordTone): string {
  return DEGREES[degree] ?? `${degree}th`;
}

const DEGREES: Readonly<Record<number, string>> = {
  2: 'second',
  4: 'fourth',
  6: 'sixth',
  7: 'seventh',
  9: 'ninth',
  11: 'eleventh',
  13: 'thirteenth',
};

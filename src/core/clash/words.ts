import { PLAYER_WORDS, PLAYERS, type Player } from '../form/index';
import {
  noteName,
  pretty,
  toneName,
  withOctave,
  type ChordSymbol,
  type Key,
  type Midi,
} from '../pitch/index';
import { TICKS_PER_QUARTER } from '../time/index';

/** A note as the chord spells it, else as the key does: `B♭2`. */
export function nameIn(
  scene: { readonly chord: ChordSymbol | null; readonly key: Key },
  pitch: Midi,
): string {
  const inChord = scene.chord ? toneName(scene.chord, pitch) : null;
  return pretty(inChord === null ? noteName(pitch, scene.key) : withOctave(inChord, pitch));
}

/** "Guitar 1", "Guitar 1 and bass", "Guitar 1, Guitar 2 and bass". */
export function playersWords(players: readonly Player[]): string {
  const names = PLAYERS.filter((p) => players.includes(p)).map((p, i) =>
    p === 'bass' && i > 0 ? 'bass' : PLAYER_WORDS[p],
  );
  return names.length < 2 ? (names[0] ?? 'no one') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}

/** "a semitone", "an octave". */
export function article(noun: string): string {
  return `${/^[aeiou]/.test(noun) && !noun.startsWith('uni') ? 'an' : 'a'} ${noun}`;
}

const LENGTHS: readonly (readonly [ticks: number, words: string])[] = [
  [TICKS_PER_QUARTER / 8, 'a 32nd'],
  [TICKS_PER_QUARTER / 6, 'a sixteenth triplet'],
  [TICKS_PER_QUARTER / 4, 'a sixteenth'],
  [TICKS_PER_QUARTER / 3, 'an eighth triplet'],
  [TICKS_PER_QUARTER / 2, 'an eighth'],
  [TICKS_PER_QUARTER, 'a quarter'],
  [2 * TICKS_PER_QUARTER, 'a half note'],
];

/** "an eighth", "a quarter", else "1.5 quarters". */
export function lengthWords(ticks: number): string {
  const known = LENGTHS.find(([length]) => length === ticks);
  if (known) return known[1];
  const quarters = Math.round((ticks / TICKS_PER_QUARTER) * 100) / 100;
  return `${quarters} quarters`;
}

/** A chord as one says it inside a sentence; "nothing" for no chord. */
export function chordWords(chord: ChordSymbol | null): string {
  return chord === null ? 'no chord' : pretty(chord.text);
}

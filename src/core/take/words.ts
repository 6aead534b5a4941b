import type { Planted } from './demo-take';
import type { OtherNotes } from './chords';
import type { TakeLimit } from './read-take';
import type { TakeRemark } from './remark';

/** What is said of a remark, as a bandmate would: "perhaps" where it is not sure. */
export function remarkWords(remark: TakeRemark): string {
  const where = remark.beats.length > 0 ? ` ${beatWords(remark.beats)}` : '';
  switch (remark.what) {
    case 'early':
    case 'late': {
      const many = remark.strokes.length > 1 ? `${remark.strokes.length} strikes, up to ` : '';
      return `Perhaps ${remark.what}${where}: ${many}${tens(remark.ms)} ms against your own tempo`;
    }
    case 'missed': {
      const many = remark.strokes.length;
      const what = many > 1 ? `${many} strikes are not heard` : 'a strike is not heard';
      return `${remark.isSure ? capital(what) : `Perhaps ${what}`}${where}`;
    }
    case 'extra':
      return `Perhaps a strike too many${where}`;
    case 'rings':
      return `Rings ${remark.ms} ms over the stop`;
    case 'open':
      return `Perhaps rings where a mute is written${where}`;
    case 'chord':
      return chordWords(remark.other, remark.chord, where);
    case 'tempo': {
      const how = remark.isFaster ? 'faster' : 'slower';
      return `${remark.bars} bars ${remark.percent} % ${how} than written: about ${Math.round(remark.played)}, not ${Math.round(remark.written)} bpm`;
    }
  }
}

function chordWords(other: OtherNotes, chord: string | null, where: string): string {
  const what = chord === null ? 'what is written' : chord;
  switch (other.kind) {
    case 'all':
      return `Sounds ${stepWords(other.semitones)} ${what}${where}`;
    case 'third':
      return `Sounds like ${what} with the other third${where}`;
    case 'noThird':
      return `Perhaps ${what} without its third${where}`;
    case 'note':
      return `Perhaps one note of ${what} is a semitone off${where}`;
  }
}

const STEPS: Readonly<Record<number, string>> = {
  1: 'a semitone',
  2: 'a tone',
  3: 'a minor third',
  5: 'a fourth',
  7: 'a fifth',
};

function stepWords(semitones: number): string {
  const size = STEPS[Math.abs(semitones)] ?? `${Math.abs(semitones)} semitones`;
  return `${size} ${semitones > 0 ? 'above' : 'below'}`;
}

/** "on 3", "on 1 and 2+", "after 3". */
function beatWords(beats: readonly number[]): string {
  const all = [...new Set(beats.map(beatName))];
  return `on ${all.length > 1 ? `${all.slice(0, -1).join(', ')} and ${all.at(-1)}` : all[0]}`;
}

function beatName(beat: number): string {
  const whole = Math.floor(beat + 0.01);
  const rest = beat - whole;
  if (rest < 0.05) return String(whole);
  if (Math.abs(rest - 0.5) < 0.05) return `${whole}+`;
  return `${whole}${rest < 0.5 ? ' and a bit' : '+ and a bit'}`;
}

/** What a recording does not allow to be said, and why. */
export function limitWords(limit: TakeLimit): string {
  switch (limit.what) {
    case 'notFound':
      return 'This could not be laid against what is written. Is it the right player, section and tempo (7 % apart at most)? Marking the first strike helps.';
    case 'bleed':
      return limit.forbids === 'missed'
        ? `The others are ${-limit.db} dB below you: missed strikes and strikes too many cannot be told.`
        : `The others are ${-limit.db} dB below you: strikes too many are told only where nobody else strikes.`;
    case 'strangers':
      return 'Much is struck that is in nobody’s part: strikes too many cannot be told.';
    case 'noRest':
      return 'You are never silent long enough to measure how loud the others are: missed strikes are told only perhaps, and strikes too many only where nobody else strikes.';
    case 'stops':
      return `${limit.count === 1 ? 'One stop' : `${limit.count} stops`} cannot be told: the others play on over ${limit.count === 1 ? 'it' : 'them'} too loudly.`;
    case 'clipped':
      return 'The recording was too loud and is cut off: record it softer. What is said of chords may be wrong.';
  }
}

/** What this never says, whatever the recording. */
export const NEVER_SAID =
  'Never said: early or late by less than 20 ms, weak, slurred and ghost strokes, which string it was, how it sounds, and a score.';

const PLANTED: Readonly<Record<Planted['what'], string>> = {
  missed: 'a strike left out',
  off: 'a strike early or late',
  extra: 'a strike too many',
  rings: 'rings over the stop',
  chord: 'a tone too high',
  note: 'the other third',
  open: 'a mute that rings',
};

/** What was put into a demo take. */
export function plantedWords({ what }: Planted): string {
  return PLANTED[what];
}

function tens(ms: number): number {
  return 5 * Math.round(ms / 5);
}

function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

import { PLAYERS, type Player } from '../form/index';
import { pitchClass, type ChordSymbol, type Midi } from '../pitch/index';
import { firstFrom, heardWith, type Sound, type Stage } from './stage';

/** A stretch under one chord, in ticks from the start of the section. */
export interface ChordSpan {
  readonly chord: ChordSymbol | null;
  readonly text: string;
  readonly from: number;
  readonly to: number;
  /** Nothing in it is still to be chosen. */
  readonly complete: boolean;
}

/** The stretches of a section from chord to chord; the same chord written again goes on. Remembered with the stage. */
export function chordSpans(stage: Stage): readonly ChordSpan[] {
  let spans = known.get(stage);
  if (!spans) known.set(stage, (spans = findSpans(stage)));
  return spans;
}

const known = new WeakMap<Stage, readonly ChordSpan[]>();

function findSpans(stage: Stage): readonly ChordSpan[] {
  const spans: { chord: ChordSymbol | null; text: string; from: number; to: number; complete: boolean }[] =
    [];
  for (const moment of stage.moments) {
    const complete = PLAYERS.every((p) => moment.cells[p].kind !== 'open');
    const last = spans.at(-1);
    if (last?.text === moment.chordText) {
      last.to = moment.start + moment.ticks;
      last.complete &&= complete;
    } else {
      const { chord, chordText: text, start: from } = moment;
      spans.push({ chord, text, from, to: from + moment.ticks, complete });
    }
  }
  return spans;
}

/** A pitch somebody holds from the beginning of a stretch on. */
export interface Ground {
  readonly player: Player;
  readonly pitch: Midi;
  /** How long nothing else is lowest in this player's part, in ticks, within the stretch. */
  readonly ticks: number;
  /** It is a step of a line. */
  readonly isLine: boolean;
  /** How many players sound at the beginning. */
  readonly players: number;
  /** Pitch classes everybody sounds there. */
  readonly tones: ReadonlySet<number>;
}

/** The lowest note the band holds where a stretch begins; null in silence. */
export function groundOf(
  stage: Stage,
  { from, to }: { readonly from: number; readonly to: number },
): Ground | null {
  const until = Math.min(to, from + stage.beatTicks);
  const heard = heardWith(stage, { from, to: until, not: null }).filter(
    ({ sound, ticks }) =>
      sound.pitches.length > 0 && ticks >= Math.min(LEAST_HEARD, (until - from) / 2) && begins(sound, from),
  );
  if (heard.length === 0) return null;
  const lowest = heard.reduce((low, one) => (one.sound.pitches[0]! < low.sound.pitches[0]! ? one : low));
  const { player, sound } = lowest;
  const pitch = sound.pitches[0]!;
  return {
    player,
    pitch,
    ticks: standingFrom(stage, { player, sound, to }) - Math.max(from, sound.at),
    isLine: sound.step !== null && sound.step.notes.length <= 2,
    players: new Set(heard.map((one) => one.player)).size,
    tones: new Set(heard.flatMap((one) => one.sound.pitches.map((p) => pitchClass(p) as number))),
  };
}

/** A sixteenth. */
const LEAST_HEARD = 240;

/** What was struck before the stretch belongs to what was before it, unless it is a push or still held as its cell. */
function begins(sound: Sound, from: number): boolean {
  return sound.at >= from || sound.nominal >= from || sound.end - from > LEAST_HEARD;
}

/** Until when the player's lowest note stays the same from a stroke on. */
function standingFrom(
  stage: Stage,
  { player, sound, to }: { player: Player; sound: Sound; to: number },
): number {
  const sounds = stage.sounds[player];
  const tone = pitchClass(sound.pitches[0]!);
  let end = sound.end;
  let here = firstFrom(sounds, sound.at);
  while (sounds[here] !== sound) here += 1;
  for (let i = here + 1; i < sounds.length; i += 1) {
    const next = sounds[i]!;
    if (next.at >= to) break;
    const low = next.pitches[0];
    if (low !== undefined && pitchClass(low) !== tone) return Math.min(to, next.at);
    end = Math.max(end, next.end);
  }
  return Math.min(to, end);
}

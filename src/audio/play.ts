import type { Player } from '../core/form/index';
import { frequencyHz } from '../core/pitch/index';
import { driveOf } from '../core/sound/index';
import type { TimedStroke } from '../core/song/index';

/** Something that sounds until it is stopped. */
export interface Playback {
  /** Seconds since it began. */
  readonly position: () => number;
  readonly stop: () => void;
}

/** Guitars apart, the bass in the middle, as on a stage. */
const PAN: Readonly<Record<Player, number>> = { guitar1: -0.55, guitar2: 0.55, bass: 0 };
const LOUD: Readonly<Record<Player, number>> = { guitar1: 0.1, guitar2: 0.1, bass: 0.22 };
/** How far ahead strokes are handed to the sound card, and how often, in seconds. */
const AHEAD_S = 0.4;
const EVERY_MS = 120;
/** Nothing rings longer than this by itself. */
const DECAY_S = 2.2;

/** Plays strokes from now on. Where the browser has no sound, time goes on all the same. */
export function playStrokes(strokes: readonly TimedStroke[]): Playback {
  const context = openContext();
  const begun = performance.now();
  const zero = (context?.currentTime ?? 0) + 0.08;
  const position = () => (performance.now() - begun) / 1000;
  let next = 0;
  const feed = () => {
    if (!context) return;
    while (next < strokes.length && strokes[next]!.at < position() + AHEAD_S) {
      sound(context, strokes[next]!, zero + strokes[next]!.at);
      next += 1;
    }
  };
  feed();
  const timer = setInterval(feed, EVERY_MS);
  return {
    position,
    stop: () => {
      clearInterval(timer);
      void context?.close();
    },
  };
}

function openContext(): AudioContext | null {
  try {
    const context = new AudioContext();
    void context.resume();
    return context;
  } catch {
    return null;
  }
}

function sound(context: AudioContext, stroke: TimedStroke, at: number): void {
  const out = new StereoPannerNode(context, { pan: PAN[stroke.player] });
  out.connect(context.destination);
  const loud = LOUD[stroke.player] * (stroke.weak ? 0.55 : 1);
  const amplifier = driven(context, stroke.gain, loud);
  amplifier.connect(out);
  if (stroke.kind === 'dead') {
    pluck(context, out, { hz: stroke.player === 'bass' ? 70 : 160, at, seconds: 0.03, loud: loud * 0.8 });
    return;
  }
  const seconds = stroke.kind === 'mute' ? Math.min(0.16, stroke.seconds) : Math.min(DECAY_S, stroke.seconds);
  const share = loud / Math.sqrt(Math.max(1, stroke.pitches.length));
  // The hand takes a moment to go across the strings.
  const repeats =
    stroke.repeat === null ? [] : REPEATS.map((level, n) => ({ level, after: (n + 1) * stroke.repeat! }));
  for (const { level, after } of [{ level: 1, after: 0 }, ...repeats]) {
    stroke.pitches.forEach((pitch, i) =>
      pluck(context, amplifier, {
        hz: frequencyHz(pitch),
        at: at + after + i * 0.006,
        seconds,
        loud: share * level,
      }),
    );
  }
}

/** How loud a delay's repeats are against the note. */
const REPEATS = [0.5, 0.25] as const;

/** All notes of a stroke through one amplifier: a soft limit that a greater gain reaches sooner, as loud as before. */
function driven(context: AudioContext, gain: number, loud: number): AudioNode {
  const drive = driveOf(gain);
  if (drive <= CLEAN_DRIVE) return new GainNode(context);
  const curve = Float32Array.from({ length: CURVE }, (_, i) => {
    const x = (2 * i) / (CURVE - 1) - 1;
    return (loud * Math.tanh((drive * x) / loud)) / Math.tanh(drive);
  });
  return new WaveShaperNode(context, { curve, oversample: '2x' });
}

/** Up to gain 2 nothing is bent. */
const CLEAN_DRIVE = 0.5;
const CURVE = 1024;

/** A triangle that dies away, quick at first: near enough to a string to hear pitch and length. */
function pluck(
  context: AudioContext,
  out: AudioNode,
  note: { hz: number; at: number; seconds: number; loud: number },
): void {
  const { hz, at, seconds, loud } = note;
  const tone = new OscillatorNode(context, { type: 'triangle', frequency: hz });
  const level = new GainNode(context, { gain: 0 });
  level.gain.setValueAtTime(0, at);
  level.gain.linearRampToValueAtTime(loud, at + 0.004);
  level.gain.exponentialRampToValueAtTime(Math.max(0.0008, loud * 0.25), at + Math.max(0.02, seconds * 0.8));
  level.gain.linearRampToValueAtTime(0, at + seconds + 0.03);
  tone.connect(level).connect(out);
  tone.start(at);
  tone.stop(at + seconds + 0.05);
}

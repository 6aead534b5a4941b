import { Amp, BLOCK, type Seat } from './amp';
import { drumSamples, type DrumHit } from './drum-hits';
import { Echo } from './echo';
import { Hum, type HumNote } from './hum';
import { WaveString, type StringOp } from './string';

/** What an instrument is turned to from a frame on. */
export interface Setting {
  readonly frame: number;
  readonly gain: number;
  /** Frames to the repeat of a delay; null: none. */
  readonly delayFrames: number | null;
}

/** One instrument: what is done to its strings, and what it goes through. */
export interface Voice {
  readonly seat: Seat;
  /** In time order, the first at 0. */
  readonly settings: readonly Setting[];
  /** A list a string, each in time order. */
  readonly strings: readonly (readonly StringOp[])[];
}

/** One hit of the drummer, or of the sticks. */
export interface DrumStroke {
  readonly frame: number;
  readonly hit: DrumHit;
  /** 1 as usual. */
  readonly amp: number;
}

/** Everything that is to be heard, in frames at one rate. */
export interface SoundPlan {
  readonly rate: number;
  /** Guitar 1, guitar 2, bass. */
  readonly voices: readonly [Voice, Voice, Voice];
  readonly drums: readonly DrumStroke[];
  readonly hum: readonly HumNote[];
  /** Where it ends. */
  readonly frames: number;
  /** After `to` comes `from` again, and so on; null: it ends. */
  readonly loop: { readonly from: number; readonly to: number } | null;
  /** Everybody dies away evenly over these frames; null: nobody does. */
  readonly fade: { readonly from: number; readonly to: number } | null;
}

/** What a renderer makes, in this order: every player's sound by itself, the drums with the count-in, the voice. */
export const STEMS = ['guitar1', 'guitar2', 'bass', 'drums', 'voice'] as const;
/** One of them. */
export type Stem = (typeof STEMS)[number];

/** Strings run so long before the place one jumps to, in seconds: what still rings there is heard (measured by us). */
const WARM_S = 2.5;
/** What was struck longer ago has died away. */
const LONGEST_RING_S = 9;
/** Each stroke leaves a fifth of what sounded before: after so many nothing of it is left. */
const STROKES_HEARD = 5;
/** The amplifiers join in so long before it, and with a delay as many of its repeats earlier. */
const WARM_AMPS_S = 0.15;
const REPEATS_HEARD = 12;
const LONGEST_REPEATS_S = 3.5;

/** Turns a plan into sound, piece by piece, the same every time. One renderer holds 1.8 MB, however long the plan. */
export class Renderer {
  readonly #plan: SoundPlan;
  readonly #players: readonly PlayerSound[];
  readonly #hum: Hum;
  readonly #drums: DrumSound;
  #frame = 0;

  constructor(plan: SoundPlan) {
    this.#plan = plan;
    this.#players = plan.voices.map((voice) => new PlayerSound(voice, plan.rate));
    this.#hum = new Hum(plan.hum, plan.rate);
    this.#drums = new DrumSound(plan.drums, plan.rate);
  }

  /** The plan's frame that comes next. */
  get frame(): number {
    return this.#frame;
  }

  /** True when nothing comes any more. */
  get isOver(): boolean {
    return this.#plan.loop === null && this.#frame >= this.#plan.frames;
  }

  /** Goes on from a frame of the plan; what was struck before and rings there is heard. */
  seek(frame: number): void {
    for (const player of this.#players) player.warmTo(frame);
    this.#hum.jump(frame);
    this.#drums.start(frame);
    this.#frame = frame;
  }

  /** Writes the next frames of every stem; past the end of the plan they are silent. */
  render(stems: readonly Float32Array[], frames: number): void {
    const { loop } = this.#plan;
    let offset = 0;
    while (offset < frames) {
      const left = loop === null ? Infinity : loop.to - this.#frame;
      const count = Math.min(BLOCK, frames - offset, left);
      this.#players.forEach((player, p) => player.run(stems[p]!, { frame: this.#frame, offset, count }));
      this.#drums.run(stems[3]!, { frame: this.#frame, offset, count });
      stems[4]!.fill(0, offset, offset + count);
      this.#hum.addTo(stems[4]!, { frame: this.#frame, offset, count });
      this.#fade(stems, offset, count);
      offset += count;
      this.#frame += count;
      if (loop !== null && this.#frame >= loop.to) {
        this.#frame = loop.from;
        for (const player of this.#players) player.jump(loop.from);
        this.#hum.jump(loop.from);
        this.#drums.jump(loop.from);
      }
    }
  }

  #fade(stems: readonly Float32Array[], offset: number, count: number): void {
    const { fade } = this.#plan;
    if (fade === null || this.#frame + count <= fade.from) return;
    for (let i = 0; i < count; i += 1) {
      const share = Math.min(1, Math.max(0, (this.#frame + i - fade.from) / (fade.to - fade.from)));
      const level = (1 - share) * 10 ** ((-FADE_DB * share) / 20);
      for (const stem of stems) stem[offset + i] = stem[offset + i]! * level;
    }
  }
}

/** A fade goes down by so many decibels before it ends. */
const FADE_DB = 30;

interface Stretch {
  readonly frame: number;
  readonly offset: number;
  readonly count: number;
}

class PlayerSound {
  readonly #strings: readonly WaveString[];
  readonly #settings: readonly Setting[];
  readonly #amp: Amp;
  readonly #echo: Echo;
  readonly #block = new Float64Array(BLOCK);
  #next = 0;
  #quiet = 0;
  readonly #rate: number;

  constructor(voice: Voice, rate: number) {
    this.#rate = rate;
    this.#strings = voice.strings.map((ops) => new WaveString(ops, rate));
    this.#settings = voice.settings;
    const first = voice.settings[0]!;
    this.#amp = new Amp(voice.seat, first.gain, rate);
    this.#echo = new Echo(first.delayFrames, rate);
  }

  /** As it is at a frame, with whatever was struck before and still sounds. */
  warmTo(frame: number): void {
    const rate = this.#rate;
    this.#amp.clear();
    this.#echo.clear();
    this.#next = 0;
    this.#turn(frame, true);
    const { delayFrames } = this.#settings[Math.max(0, this.#next - 1)]!;
    const seconds =
      WARM_AMPS_S * rate +
      (delayFrames === null ? 0 : Math.min(REPEATS_HEARD * delayFrames, LONGEST_REPEATS_S * rate));
    const amps = Math.max(0, frame - Math.round(seconds));
    for (const string of this.#strings) {
      string.silence();
      string.jump(amps);
      const struck = string.struckBefore(amps, { times: STROKES_HEARD, most: LONGEST_RING_S * rate });
      const from = Math.max(0, Math.min(struck, amps - WARM_S * rate));
      string.jump(from);
      for (let at = from; at < amps; at += BLOCK)
        string.addTo(this.#block, { frame: at, offset: 0, count: Math.min(BLOCK, amps - at) });
    }
    this.#quiet = 0;
    const nowhere = new Float32Array(BLOCK);
    for (let at = amps; at < frame; at += BLOCK)
      this.run(nowhere, { frame: at, offset: 0, count: Math.min(BLOCK, frame - at) });
  }

  jump(frame: number): void {
    for (const string of this.#strings) string.jump(frame);
    this.#next = 0;
    this.#turn(frame, false);
  }

  run(out: Float32Array, { frame, offset, count }: Stretch): void {
    this.#turn(frame, false);
    const block = this.#block;
    block.fill(0, 0, count);
    let sounds = false;
    for (const string of this.#strings) {
      string.addTo(block, { frame, offset: 0, count });
      sounds ||= !string.isStill;
    }
    // What an amplifier holds has died away after a tenth of a second.
    this.#quiet = sounds ? 0 : this.#quiet + count;
    if (this.#quiet < 0.1 * this.#rate) this.#amp.run(block, count);
    this.#echo.run(block, count);
    for (let i = 0; i < count; i += 1) out[offset + i] = block[i]!;
  }

  #turn(frame: number, atOnce: boolean): void {
    while (this.#next < this.#settings.length && this.#settings[this.#next]!.frame <= frame) {
      const { gain, delayFrames } = this.#settings[this.#next]!;
      this.#amp.turn(gain, { atOnce });
      this.#echo.set(delayFrames);
      this.#next += 1;
    }
  }
}

class DrumSound {
  readonly #strokes: readonly DrumStroke[];
  readonly #samples: ReturnType<typeof drumSamples>;
  #next = 0;
  #sounding: { readonly samples: Float32Array; readonly amp: number; at: number }[] = [];

  constructor(strokes: readonly DrumStroke[], rate: number) {
    this.#strokes = strokes;
    this.#samples = drumSamples(rate);
  }

  start(frame: number): void {
    this.#sounding = [];
    this.jump(frame);
  }

  jump(frame: number): void {
    const next = this.#strokes.findIndex((stroke) => stroke.frame >= frame);
    this.#next = next < 0 ? this.#strokes.length : next;
  }

  run(out: Float32Array, { frame, offset, count }: Stretch): void {
    out.fill(0, offset, offset + count);
    while (this.#next < this.#strokes.length && this.#strokes[this.#next]!.frame < frame + count) {
      const { frame: at, hit, amp } = this.#strokes[this.#next]!;
      this.#sounding.push({ samples: this.#samples[hit], amp, at: frame - at });
      this.#next += 1;
    }
    for (const one of this.#sounding) {
      const from = Math.max(0, -one.at);
      const to = Math.min(count, one.samples.length - one.at);
      for (let i = from; i < to; i += 1)
        out[offset + i] = out[offset + i]! + one.amp * one.samples[one.at + i]!;
      one.at += count;
    }
    this.#sounding = this.#sounding.filter((one) => one.at < one.samples.length);
  }
}

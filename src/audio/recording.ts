import { fail, ok, type Result } from '../core/base/index';

/** One channel of sound, −1 … 1. */
export interface Recording {
  readonly audio: Float32Array;
  /** Samples a second. */
  readonly rate: number;
}

/** Opened files are taken at this many samples a second, whatever they have. */
const RATE = 44_100;
/** Twenty minutes at most. */
const MOST_S = 1200;

/** A sound file as one channel: WAV, and whatever else the browser can read. Fails with what was expected. */
export async function readRecording(bytes: ArrayBuffer): Promise<Result<Recording>> {
  if (typeof OfflineAudioContext === 'undefined') return fail('This browser reads no sound files.');
  let buffer: AudioBuffer;
  try {
    buffer = await new OfflineAudioContext(1, 1, RATE).decodeAudioData(bytes);
  } catch {
    return fail(
      'This is no sound file the browser can read; expected a WAV file (FLAC, MP3 and M4A mostly work too).',
    );
  }
  if (buffer.duration < 1) return fail('This recording is shorter than a second.');
  if (buffer.duration > MOST_S)
    return fail(
      `This recording lasts ${Math.round(buffer.duration / 60)} minutes; expected at most ${MOST_S / 60}.`,
    );
  const audio = new Float32Array(buffer.length);
  for (let c = 0; c < buffer.numberOfChannels; c += 1) {
    const channel = buffer.getChannelData(c);
    for (let i = 0; i < audio.length; i += 1) audio[i]! += channel[i]! / buffer.numberOfChannels;
  }
  return ok({ audio, rate: RATE });
}

/** A stretch of a recording being heard; `stop` ends it. */
export interface HeardRecording {
  stop(): void;
}

let context: AudioContext | null = null;

/** Plays a stretch of a recording, in seconds; `onEnd` is called once, however it ends. Fails where there is no sound. */
export function hearRecording(
  { audio, rate }: Recording,
  of: { readonly from: number; readonly to: number; readonly onEnd: () => void },
): Result<HeardRecording> {
  try {
    context ??= new AudioContext();
    void context.resume();
    const from = Math.max(0, Math.round(of.from * rate));
    const part = audio.subarray(from, Math.max(from + 1, Math.round(of.to * rate)));
    const buffer = context.createBuffer(1, part.length, rate);
    buffer.getChannelData(0).set(part);
    const source = context.createBufferSource();
    source.buffer = buffer;
    source.connect(context.destination);
    source.onended = of.onEnd;
    source.start();
    return ok({ stop: () => source.stop() });
  } catch {
    return fail('No sound can be made here: the browser found no sound card or was not allowed to use it.');
  }
}

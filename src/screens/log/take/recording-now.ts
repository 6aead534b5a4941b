import { TAPE, type Player as SoundPlayer, type Taping } from '../../../audio/index';
import type { Player } from '../../../core/form/index';
import { plannedPart, type PlannedPart, type Span } from '../../../core/heard/index';
import { STEMS, type Fader } from '../../../core/sound/index';
import type { Song } from '../../../core/song/index';

/** What is heard while one records. */
export type Heard = 'count' | 'drums' | 'band';

/** What is shown while it records. */
export interface Meter {
  /** Seconds of the music by now, and in all. */
  readonly seconds: number;
  readonly of: number;
  /** How loud it is, in dB under full scale. */
  readonly db: number;
  /** False while it is still counted in. */
  readonly isMusic: boolean;
  /** Seconds until the music; null: not known yet. */
  readonly until: number | null;
}

/** What was recorded: one channel, and where the music begins in it, in seconds. */
export interface Recorded {
  readonly audio: Float32Array;
  readonly rate: number;
  readonly start: number;
  /** How often the microphone lost something, and ms in all. */
  readonly jumps: number;
  readonly lostMs: number;
}

/** So long at least there is from the button to the music, to get the hands on the strings; and not more bars than this. */
const COUNT_IN_S = 3.5;
const MOST_COUNT_IN = 4;
/** Recorded on after the last bar; and room for that and for getting started, in seconds. */
const AFTER_S = 1.2;
const ROOM_S = 8;
const LOOK_MS = 60;
/** The sticks of the count-in are over so long before the music. */
const LAST_STICK_S = 0.12;

/**
 * Records one player against our own count-in. `onOver` is called when the last bar is over, or when what is played was stopped
 * or is something else by now. `end` stops it all and gives what was recorded; null: less than a second of the music.
 */
export function beginRecording(
  taping: Taping,
  of: {
    readonly player: SoundPlayer;
    readonly song: Song;
    readonly who: Player;
    readonly spans: readonly Span[];
    readonly tempoShare: number;
    readonly heard: Heard;
    readonly onMeter: (meter: Meter) => void;
    readonly onOver: () => void;
  },
): { readonly playing: Promise<unknown>; end(): Recorded | null } {
  const { player, song, who, spans, tempoShare, heard } = of;
  const { rate, delayS } = taping;
  const part = plannedPart(song, who, { spans, tempoShare });
  const countIn = countInFor(part);
  const { head, samples } = taping.start(part.seconds + countIn.seconds + ROOM_S);
  const hear = (isCounting: boolean) => player.faders(fadersOf(heard, who, isCounting));
  /** When the count-in is over, in seconds from the first frame that was played; null: it plays not yet. */
  let counted: number | null = null;
  /** Where the music begins on the tape, in seconds; null: not known yet. */
  const musicAt = () => {
    const playedAt = Atomics.load(head, TAPE.playedAt);
    return playedAt < 0 || counted === null ? null : playedAt / rate + counted;
  };
  const look = () => {
    player.heard();
    counted ??= player.countedIn();
    const written = Atomics.load(head, TAPE.written);
    const music = musicAt();
    const seconds = written / rate;
    if (music !== null && seconds > music - LAST_STICK_S) hear(false);
    of.onMeter({
      seconds: music === null ? 0 : Math.max(0, seconds - music),
      of: part.seconds,
      db: loudness(samples, written, rate),
      isMusic: music !== null && seconds >= music,
      until: music === null ? null : Math.max(0, music - seconds),
    });
    const isOver = music !== null && seconds > music + part.seconds + AFTER_S;
    // Whoever stops what is played, or plays something else, has played enough.
    const now = player.getState();
    const isOurs = now.kind !== 'still' && now.request.spans === spans;
    if (isOver || (counted !== null && !isOurs)) of.onOver();
  };
  hear(true);
  const timer = setInterval(look, LOOK_MS);
  return {
    playing: player.play({
      versions: [{ song }],
      spans,
      tempoShare,
      countIn: countIn.bars,
      loop: false,
      at: null,
    }),
    end() {
      clearInterval(timer);
      taping.end();
      player.stop();
      const written = Atomics.load(head, TAPE.written);
      const music = musicAt();
      if (music === null || written / rate < music + 1) return null;
      return {
        audio: samples.slice(0, written),
        rate,
        start: music + delayS,
        jumps: Atomics.load(head, TAPE.jumps),
        lostMs: Math.round((1000 * Atomics.load(head, TAPE.lost)) / rate),
      };
    },
  };
}

/** How many bars are counted in before a part, and how many seconds that takes. */
export function countInFor({ bars, seconds }: Pick<PlannedPart, 'bars' | 'seconds'>): {
  readonly bars: number;
  readonly seconds: number;
} {
  const [first, second] = bars;
  const bar = Math.max(0.1, (second?.at ?? seconds) - (first?.at ?? 0));
  const count = Math.min(MOST_COUNT_IN, Math.max(1, Math.ceil(COUNT_IN_S / bar)));
  return { bars: count, seconds: count * bar };
}

/** The sticks of the count-in for everybody; then what one wants to hear. */
function fadersOf(heard: Heard, me: Player, isCounting: boolean): readonly Fader[] {
  return STEMS.map((stem) => {
    const isOn =
      stem === 'drums' ? isCounting || heard !== 'count' : heard === 'band' && stem !== me && !isCounting;
    return { level: isOn ? 1 : 0, pan: 0 };
  });
}

/** The loudest sample of the last tenth of a second, in dB under full scale. */
function loudness(samples: Float32Array, written: number, rate: number): number {
  let most = 1e-5;
  for (let i = Math.max(0, written - Math.round(rate / 10)); i < written; i += 1)
    most = Math.max(most, Math.abs(samples[i]!));
  return 20 * Math.log10(most);
}

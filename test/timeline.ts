import { barsOnPass, PLAYERS, type Player } from '../src/core/form/index';
import { gripNotes } from '../src/core/grip/index';
import { stepPitches } from '../src/core/line/index';
import type { Midi } from '../src/core/pitch/index';
import {
  beforePickup,
  momentsOf,
  rigIn,
  strikesOf,
  strikesString,
  unfold,
  type Rig,
  type Song,
  type SongPlace,
  type SoundPlace,
  type Strike,
} from '../src/core/song/index';
import { barTicks, delayMs, swungTick, ticksToSeconds } from '../src/core/time/index';

/** One stroke in time, in seconds from where one begins to listen. */
export interface TimedStroke {
  readonly player: Player;
  readonly at: number;
  /** 0 for a dead hit. */
  readonly seconds: number;
  readonly pitches: readonly Midi[];
  readonly kind: Strike['kind'];
  readonly weak: boolean;
  /** The amplifier it goes through, 0 clean to 10. */
  readonly gain: number;
  /** Seconds to its repeat by a delay; null: none. */
  readonly repeat: number | null;
}

/** Everything that sounds from a place to the end, and when each moment begins. */
export interface Timeline {
  readonly strokes: readonly TimedStroke[];
  readonly moments: readonly { readonly at: number; readonly place: SongPlace }[];
  readonly seconds: number;
}

/**
 * A plain twin of what is heard, for tests: the song in seconds from a moment on, every pass in its own tempo and swing; strokes that began before are left out. */
export function timelineFrom(song: Song, from: SongPlace): Timeline {
  const strokes: TimedStroke[] = [];
  const moments: Timeline['moments'][number][] = [];
  let start = 0; // seconds at which the pass begins
  unfold(song).forEach((playing, index) => {
    if (index < from.playing) return;
    const { section, meter, tempo, entry } = playing;
    const swing = section.swing ?? null;
    const seconds = (tick: number) => ticksToSeconds(swungTick(tick, swing), tempo);
    for (let pass = index === from.playing ? from.pass : 1; pass <= entry.times; pass += 1) {
      const bars = barsOnPass(section, pass);
      const list = momentsOf(section, { pass, meter });
      const isFirst = index === from.playing && pass === from.pass;
      const upbeat = pass === 1 ? beforePickup(section, barTicks(meter)) : 0;
      const begin = Math.max(upbeat, isFirst ? (list[from.moment]?.start ?? 0) : 0);
      const zero = start - seconds(begin);
      list.forEach((m, moment) => {
        if (m.start >= begin)
          moments.push({ at: zero + seconds(m.start), place: { playing: index, pass, moment } });
      });
      for (const player of PLAYERS) {
        for (const s of strikesOf(bars, meter)[player]) {
          if (s.at < begin && (isFirst || s.at >= 0 || upbeat > 0)) continue;
          strokes.push({
            player,
            at: Math.max(0, zero + seconds(s.at)),
            seconds: s.end <= s.at ? 0 : seconds(s.end) - seconds(s.at),
            pitches: pitchesOf(s, song.players[player]).map((p) => (p - (song.down ?? 0)) as Midi),
            kind: s.kind,
            weak: s.weak,
            ...soundAt(song, player, {
              section,
              bar: bars[Math.max(0, Math.floor(s.at / barTicks(meter)))] ?? {},
              tempo,
            }),
          });
        }
      }
      start = zero + seconds(bars.length * barTicks(meter));
    }
  });
  strokes.sort((a, b) => a.at - b.at);
  return { strokes, moments, seconds: start };
}

/** What a stroke goes through, by the sound that is used where it is struck. */
function soundAt(
  song: Song,
  player: Player,
  { tempo, ...place }: SoundPlace & { readonly tempo: number },
): Pick<TimedStroke, 'gain' | 'repeat'> {
  const { gain, delay } = rigIn(song, player, place);
  return { gain, repeat: delay === null ? null : delayMs(delay, tempo) / 1000 };
}

function pitchesOf(strike: Strike, rig: Rig): readonly Midi[] {
  if (strike.kind === 'dead') return [];
  if (strike.step !== null) return stepPitches(strike.step, rig);
  return gripNotes(strike.grip, rig).flatMap((n) => (strikesString(strike, n.string) ? [n.midi] : []));
}

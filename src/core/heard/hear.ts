import { barsOnPass, PLAYERS, type Player } from '../form/index';
import { frequencyHz, type Midi } from '../pitch/index';
import { stringsLeftIn } from '../clash/index';
import { strikesOf, type Playing, type Song, type SongPlace } from '../song/index';
import type { DrumStroke, HumNote, Setting, SoundPlan, StringOp, Voice } from '../sound/index';
import { barTicks } from '../time/index';
import { drumBar, type DrumTick } from './drummer';
import { hummedIn } from './humming';
import { layOut, type LaidPass } from './layout';
import { PlayerStrings } from './player-strings';
import type { Span } from './span';
import type { TimedOp } from './string-life';

/** How a stretch of the song is listened to. */
export interface Hearing {
  /** Samples a second. */
  readonly rate: number;
  /** 1: at its tempo; 0.5: half as fast. Pitch stays what it is. */
  readonly tempoShare?: number;
  /** Bars of sticks before it begins. */
  readonly countIn?: number;
  /** Only what begins within so many seconds is made: places, bars and the end are as of all of it. */
  readonly within?: number;
  /** Seconds before the music at least, without a count-in: what comes early into it needs some by itself. */
  readonly lead?: number;
  /** Round and round, without the count-in. */
  readonly loop?: boolean;
  /** What the picking hand or the thumb could stop rings on; left out: they stop it. */
  readonly ringsFree?: boolean;
  /** Some strings of one guitar go through the other's amplifier, which is silent else; null: as they are played. */
  readonly apart?: Apart | null;
}

/** One guitar's grip on two amplifiers turned alike: to hear what sounding through one does to it. */
export interface Apart {
  readonly player: 'guitar1' | 'guitar2';
  /** From 0, the lowest: what goes through the other amplifier. */
  readonly strings: readonly number[];
}

/** When a moment of the song begins. */
export interface HeardPlace {
  readonly frame: number;
  readonly place: SongPlace;
}

/** A stretch of the song, ready to be rendered. */
export interface Heard {
  readonly plan: SoundPlan;
  /** Where the moments begin, in time order. */
  readonly places: readonly HeardPlace[];
  /** Where every bar begins, with what it is called. */
  readonly bars: readonly { readonly frame: number; readonly section: string; readonly bar: number }[];
  /** Where the music begins, after the count-in. */
  readonly start: number;
}

/** What rings at the end is heard to its end, if nothing follows. */
const TAIL_S = 2.5;
/** Slowest and fastest. */
export const TEMPO_SHARES = { min: 0.4, max: 1.2 } as const;

/**
 * What spans of a song sound like: the same strokes, stops, pushes, rings and sounds that are judged, as strings in time. Spans
 * that are not there are left out; of nothing comes silence.
 */
export function hear(song: Song, spans: readonly Span[], of: Hearing): Heard {
  const { rate, countIn = 0, loop = false, lead = 0, within = Infinity } = of;
  const share = Math.min(TEMPO_SHARES.max, Math.max(TEMPO_SHARES.min, of.tempoShare ?? 1));
  const frameOf = (seconds: number) => Math.max(0, Math.round(seconds * rate));
  const layout = layOut(song, spans, { share, countIn, lead });
  const near = layout.passes.filter((pass) => pass.at(pass.from) - layout.start < within);
  const [start, end] = [frameOf(layout.start), frameOf(layout.end)];
  const loops = loop && end > start ? { from: start, to: end } : null;
  const fades = loops ? null : layout.fade;
  const fade = fades && { from: frameOf(fades.from), to: frameOf(fades.to) };
  const voices = voicesOf(song, near, {
    ringsFree: of.ringsFree ?? false,
    frameOf,
    loop: loops && { ...loops, seconds: layout.end - layout.start },
  });
  const drums = [...layout.sticks, ...near.flatMap(drumsIn)];
  const plan: SoundPlan = {
    rate,
    voices: of.apart ? setApart(voices, of.apart) : voices,
    drums: drums
      .map(({ at, hit, amp }): DrumStroke => ({ frame: frameOf(at), hit, amp }))
      .sort((a, b) => a.frame - b.frame),
    hum: near.flatMap((pass) => humIn(song, pass, frameOf)),
    frames: end + (loops || end === 0 || fade ? 0 : frameOf(TAIL_S)),
    loop: loops,
    fade,
  };
  return {
    plan,
    places: layout.places.map(({ at, place }) => ({ frame: frameOf(at), place })),
    bars: layout.bars.map(({ at, section, bar }) => ({ frame: frameOf(at), section, bar })),
    start,
  };
}

/** What every player does to their strings. */
function voicesOf(
  song: Song,
  passes: readonly LaidPass[],
  of: {
    readonly ringsFree: boolean;
    readonly frameOf: (seconds: number) => number;
    readonly loop: { readonly to: number; readonly seconds: number } | null;
  },
): SoundPlan['voices'] {
  const { frameOf, loop, ringsFree } = of;
  const lefts = passes.map(({ playing, pass }) => stringsLeftIn(song, playing, pass));
  return PLAYERS.map((player): Voice => {
    const hands = new PlayerStrings(song, player);
    passes.forEach((pass, n) => {
      const { ringing, strummed } = lefts[n]![player];
      const heard = ringsFree ? ringing : ringing.filter(({ stoppedBy }) => stoppedBy === null);
      hands.play({ ...pass, left: { ringing: heard, strummed } });
    });
    const [first] = passes;
    // What comes early into the first bar comes early into it again each time round.
    if (loop && first) {
      const at = (tick: number) => first.at(tick) + loop.seconds;
      hands.play({ ...first, at, left: NOTHING_LEFT, onlyEarly: true });
    }
    const strings = hands
      .finish()
      .map((ops) =>
        ops
          .map((op) => inFrames(op, { frameOf, last: loop === null ? Infinity : loop.to - 1 }))
          .sort((a, b) => a.frame - b.frame),
      );
    const settings = hands.settings.map((s): Setting => ({
      frame: frameOf(s.at),
      gain: s.gain,
      delayFrames: s.delayS === null ? null : Math.max(1, frameOf(s.delayS)),
    }));
    return { seat: player, settings, strings };
  }) as unknown as SoundPlan['voices'];
}

const NOTHING_LEFT = { ringing: [], strummed: [] } as const;

/** The drummer on a pass, in seconds. */
function drumsIn({ playing, pass, from, to, at, tempo }: LaidPass): readonly DrumTick[] {
  const { meter, entry } = playing;
  const length = barTicks(meter);
  const silent = silencesIn(playing, pass);
  const pattern = drumBar(meter, { ...(entry.feel ? { feel: entry.feel } : {}), tempo });
  const strokes: DrumTick[] = [];
  for (let bar = Math.floor(from / length); bar * length < to; bar += 1) {
    for (const stroke of pattern) {
      const tick = bar * length + stroke.at;
      if (tick >= from && tick < to && !silent(tick)) strokes.push({ ...stroke, at: at(tick) });
    }
  }
  return strokes;
}

function humIn(
  song: Song,
  { playing, pass, from, to, at }: LaidPass,
  frameOf: (seconds: number) => number,
): readonly HumNote[] {
  return hummedIn(song, playing, pass).flatMap((note): readonly HumNote[] => {
    const [begin, end] = [Math.max(from, note.at), Math.min(to, note.at + note.ticks)];
    if (begin >= end) return [];
    const hz = frequencyHz((note.midi - (song.down ?? 0)) as Midi);
    return [{ frame: frameOf(at(begin)), frames: frameOf(at(end) - at(begin)), hz }];
  });
}

function setApart(
  [first, second, bass]: SoundPlan['voices'],
  { player, strings }: Apart,
): SoundPlan['voices'] {
  const one = player === 'guitar1' ? first : second;
  const own = { ...one, strings: one.strings.map((ops, s) => (strings.includes(s) ? [] : ops)) };
  const other: Voice = {
    ...one,
    seat: player === 'guitar1' ? 'guitar2' : 'guitar1',
    strings: one.strings.map((ops, s) => (strings.includes(s) ? ops : [])),
  };
  return player === 'guitar1' ? [own, other, bass] : [other, own, bass];
}

/** In a loop nothing is done after its end: it happens just before instead. */
function inFrames(
  op: TimedOp,
  { frameOf, last }: { frameOf: (seconds: number) => number; last: number },
): StringOp {
  const frame = Math.min(frameOf(op.at), last);
  if (op.op !== 'glide') {
    const { at: _seconds, ...rest } = op;
    return { ...rest, frame };
  }
  const { hz, vibratoCents, seconds } = op;
  return { op: 'glide', frame, hz, vibratoCents, frames: frameOf(seconds) };
}

/** Whether nobody sounds at a tick and for a while around it: then the drummer stops with the others. */
function silencesIn(playing: Playing, pass: number): (tick: number) => boolean {
  const strikes = strikesOf(barsOnPass(playing.section, pass), playing.meter);
  const all = PLAYERS.flatMap((player: Player) => strikes[player])
    .filter((strike) => strike.kind !== 'dead')
    .sort((a, b) => a.at - b.at);
  if (all.length === 0) return () => false;
  const gaps: (readonly [number, number])[] = [];
  let until = -Infinity;
  for (const { at, end } of all) {
    if (at - until >= SHORTEST_GAP && until > -Infinity) gaps.push([until, at]);
    until = Math.max(until, end);
  }
  return (tick) => gaps.some(([from, to]) => tick >= from && tick < to);
}

/** A beat of quarters. */
const SHORTEST_GAP = 960;

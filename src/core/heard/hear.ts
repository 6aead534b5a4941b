import { barsOnPass, PLAYERS, type Player } from '../form/index';
import { frequencyHz, type Midi } from '../pitch/index';
import { stringsLeftIn } from '../clash/index';
import {
  beforePickup,
  momentsOf,
  strikesOf,
  unfold,
  type Playing,
  type Song,
  type SongPlace,
} from '../song/index';
import type { DrumStroke, HumNote, Setting, SoundPlan, StringOp, Voice } from '../sound/index';
import { barTicks, swungTick, ticksToSeconds } from '../time/index';
import { countBar, drumBar } from './drummer';
import { hummedIn } from './humming';
import { PlayerStrings, type PassInTime } from './player-strings';
import { playedTicks, type Span } from './span';
import type { TimedOp } from './string-life';

/** How a stretch of the song is listened to. */
export interface Hearing {
  /** Samples a second. */
  readonly rate: number;
  /** 1: at its tempo; 0.5: half as fast. Pitch stays what it is. */
  readonly tempoShare?: number;
  /** Bars of sticks before it begins. */
  readonly countIn?: number;
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
  const { rate, countIn = 0, loop = false } = of;
  const share = Math.min(TEMPO_SHARES.max, Math.max(TEMPO_SHARES.min, of.tempoShare ?? 1));
  const frameOf = (seconds: number) => Math.max(0, Math.round(seconds * rate));
  const playings = unfold(song);
  const hands = PLAYERS.map((player) => new PlayerStrings(song, player));
  const drums: { at: number; hit: DrumStroke['hit']; amp: number }[] = [];
  const hum: { at: number; seconds: number; midi: Midi }[] = [];
  const places: HeardPlace[] = [];
  const barList: Heard['bars'][number][] = [];
  let start = 0;
  let now = 0;
  let isFirst = true;
  let fade: { from: number; to: number } | null = null;
  const early: PassInTime[] = [];
  for (const span of spans) {
    const playing = playings[span.playing];
    if (!playing || span.pass > playing.entry.times) continue;
    const { section, meter, entry } = playing;
    const length = barTicks(meter);
    const [from, to] = playedTicks(playing, span, beforePickup(section, length));
    if (from >= to) continue;
    const tempo = playing.tempo * share;
    const swing = section.swing ?? null;
    const seconds = (tick: number) => ticksToSeconds(swungTick(tick, swing), tempo);
    if (isFirst) {
      for (let bar = 0; bar < countIn; bar += 1) {
        for (const { at, hit, amp } of countBar(meter)) drums.push({ at: now + seconds(at), hit, amp });
        now += seconds(length);
      }
      // Without a count-in it begins with what comes early into it.
      const first = Math.min(from, ...earlyInto(playing, span.pass, from));
      if (countIn === 0) now += Math.max(of.lead ?? 0, seconds(from) - seconds(first));
      start = now;
    }
    const zero = now - seconds(from);
    const at = (tick: number) => zero + seconds(tick);
    const bars = barsOnPass(section, span.pass);
    const left = stringsLeftIn(song, playing, span.pass);
    PLAYERS.forEach((player, p) => {
      const { ringing, strummed } = left[player];
      const heard = of.ringsFree ? ringing : ringing.filter(({ stoppedBy }) => stoppedBy === null);
      const pass = {
        ...{ playing, pass: span.pass, from, to, at, tempo },
        begins: isFirst && span.from > 0,
        left: { ringing: heard, strummed },
      };
      hands[p]!.play(pass);
      if (early.length < PLAYERS.length) early.push(pass);
    });
    isFirst = false;
    const silent = silencesIn(playing, span.pass);
    const pattern = drumBar(meter, { ...(entry.feel ? { feel: entry.feel } : {}), tempo });
    for (let b = Math.floor(from / length); b * length < to; b += 1) {
      if (b * length >= from) barList.push({ frame: frameOf(at(b * length)), section: section.name, bar: b });
      for (const stroke of pattern) {
        const tick = b * length + stroke.at;
        if (tick < from || tick >= to || silent(tick)) continue;
        drums.push({ at: at(tick), hit: stroke.hit, amp: stroke.amp });
      }
    }
    for (const note of hummedIn(song, playing, span.pass)) {
      const [begin, end] = [Math.max(from, note.at), Math.min(to, note.at + note.ticks)];
      if (begin < end) hum.push({ at: at(begin), seconds: at(end) - at(begin), midi: note.midi });
    }
    momentsOf(section, { pass: span.pass, meter }).forEach((m, moment) => {
      if (m.start + m.ticks <= from || m.start >= to) return;
      const place = { playing: span.playing, pass: span.pass, moment };
      places.push({ frame: frameOf(at(Math.max(from, m.start))), place });
    });
    now = at(to);
    const isLast = span.pass === entry.times && to === bars.length * length;
    if (entry.end === 'fade' && isLast && !loop) fade = { from: frameOf(at(from)), to: frameOf(now) };
  }
  const end = frameOf(now);
  const loops = loop && end > frameOf(start) ? { from: frameOf(start), to: end } : null;
  // What comes early into the first bar comes early into it again each time round.
  if (loops) {
    early.forEach((pass, p) => {
      const at = (tick: number) => pass.at(tick) + (now - start);
      hands[p]!.play({ ...pass, at, onlyEarly: true });
    });
  }
  const voices = PLAYERS.map((player, p): Voice => {
    const strings = hands[p]!.finish().map((ops) => ops.map((op) => inFrames(op, { frameOf, rate, loops })));
    return {
      seat: player,
      settings: hands[p]!.settings.map((s): Setting => ({
        frame: frameOf(s.at),
        gain: s.gain,
        delayFrames: s.delayS === null ? null : Math.max(1, frameOf(s.delayS)),
      })),
      strings: strings.map((ops) => [...ops].sort((a, b) => a.frame - b.frame)),
    };
  }) as unknown as SoundPlan['voices'];
  const apart = of.apart ?? null;
  const plan: SoundPlan = {
    rate,
    voices: apart === null ? voices : setApart(voices, apart),
    drums: drums
      .map(({ at, hit, amp }) => ({ frame: frameOf(at), hit, amp }))
      .sort((a, b) => a.frame - b.frame),
    hum: hum.map((note): HumNote => ({
      frame: frameOf(note.at),
      frames: frameOf(note.seconds),
      hz: frequencyHz((note.midi - (song.down ?? 0)) as Midi),
    })),
    frames: loops ? end : end + (end > 0 && fade === null ? frameOf(TAIL_S) : 0),
    loop: loops,
    fade,
  };
  return { plan, places, bars: barList, start: frameOf(start) };
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
  of: { frameOf: (seconds: number) => number; rate: number; loops: SoundPlan['loop'] },
): StringOp {
  const { frameOf, loops } = of;
  const at = frameOf(op.at);
  const frame = loops ? Math.min(at, loops.to - 1) : at;
  if (op.op !== 'glide') {
    const { at: _seconds, ...rest } = op;
    return { ...rest, frame };
  }
  const { hz, vibratoCents, seconds } = op;
  return { op: 'glide', frame, hz, vibratoCents, frames: frameOf(seconds) };
}

/** Where strokes stand that come early into a tick. */
function earlyInto({ section, meter }: Playing, pass: number, tick: number): readonly number[] {
  const strikes = strikesOf(barsOnPass(section, pass), meter);
  return PLAYERS.flatMap((player) =>
    strikes[player].filter(({ at, nominal }) => at < tick && nominal >= tick).map(({ at }) => at),
  );
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

import { barsOnPass, type Player } from '../form/index';
import { gripNotes } from '../grip/index';
import { openStrings } from '../instrument/index';
import { frequencyHz, type Midi } from '../pitch/index';
import { rightHand, rigIn, strikesOf, strikesString, type Song, type Strike } from '../song/index';
import type { StringsLeft } from '../clash/index';
import { barTicks, delayMs } from '../time/index';
import type { LaidPass } from './layout';
import { playNote } from './line-sound';
import { StringLife, type TimedOp } from './string-life';
import { ringing, touchOf } from './stroke-sound';

/** What an amplifier and a delay are turned to from a time on, in seconds. */
export interface TimedSetting {
  readonly at: number;
  readonly gain: number;
  readonly delayS: number | null;
}

/** A pass as a player goes through it. */
export interface PassToPlay extends LaidPass {
  readonly left: StringsLeft;
  /** Only what comes early into it. */
  readonly onlyEarly?: true;
}

/** How long a hand takes from string to string, in seconds: quick through much gain, slower through little. */
const strumOf = (gain: number) => (gain >= 4 ? 0.0022 : 0.0045);
/** An up-stroke is a little softer. */
const UP = 0.86;
/** A chord held for less than this is not struck anew where one begins to listen, in ticks. */
const HELD_TICKS = 240;
/** How much a string that nobody meant sounds. */
const UNMEANT = 0.55;

/** One player's strings through everything that is heard. */
export class PlayerStrings {
  readonly settings: TimedSetting[] = [];
  readonly #song: Song;
  readonly #player: Player;
  readonly #strings: readonly StringLife[];
  readonly #open: readonly Midi[];
  #strokes = 0;

  constructor(song: Song, player: Player) {
    this.#song = song;
    this.#player = player;
    this.#open = openStrings(song.players[player]);
    this.#strings = this.#open.map(() => new StringLife());
  }

  /** Goes through a pass; passes come in time order. */
  play(pass: PassToPlay): void {
    const { playing, from, to, at, left, begins, onlyEarly } = pass;
    const rig = this.#song.players[this.#player];
    const bars = barsOnPass(playing.section, pass.pass);
    const { strokes } = rightHand(playing.section, {
      pass: pass.pass,
      meter: playing.meter,
      player: this.#player,
      rig,
    });
    const directions = new Map<number, 'down' | 'up'>(strokes.map((s) => [s.strike.at, s.direction]));
    const ringsUntil = new Map(left.ringing.map((l) => [`${l.string} ${l.from}`, l.to]));
    const strummed = new Map<number, StringsLeft['strummed'][number][]>();
    for (const one of left.strummed) {
      strummed.set(one.from, [...(strummed.get(one.from) ?? []), one]);
    }
    const all = strikesOf(bars, playing.meter)[this.#player];
    for (const strike of all) {
      if (strike.at >= (onlyEarly ? from : to)) break;
      const isEarly = strike.at < from && strike.nominal >= from;
      if (onlyEarly && !isEarly) continue;
      // What is held where one begins to listen is struck there; what is before a pick-up is not played.
      const isHeld = strike.kind === 'ring' && strike.end - from >= HELD_TICKS && strike.step === null;
      if (strike.at < from && !isEarly && !(begins && isHeld)) continue;
      const time = Math.max(0, at(isEarly ? strike.at : Math.max(strike.at, from)));
      const until = Math.max(time, at(Math.min(strike.end, to)));
      const length = barTicks(playing.meter);
      const bar = bars[Math.max(0, Math.floor(strike.at / length))] ?? bars.at(-1)!;
      const { gain, delay } = rigIn(this.#song, this.#player, { section: playing.section, bar });
      this.#turn(time, gain, delay === null ? null : delayMs(delay, pass.tempo) / 1000);
      const direction = directions.get(strike.at) ?? 'down';
      const untilOf = (string: number) => {
        const longer = ringsUntil.get(`${string} ${strike.end}`);
        return longer === undefined ? null : Math.max(until, at(Math.min(longer, to)));
      };
      this.#strike(strike, { time, until, untilOf, direction, gain, across: strummed.get(strike.at) ?? [] });
    }
  }

  finish(): readonly (readonly TimedOp[])[] {
    if (this.settings.length === 0) {
      const { gain } = this.#song.players[this.#player];
      this.settings.push({ at: 0, gain, delayS: null });
    }
    return this.#strings.map((string) => string.finish());
  }

  #turn(at: number, gain: number, delayS: number | null): void {
    const last = this.settings.at(-1);
    if (last && last.gain === gain && last.delayS === delayS) return;
    this.settings.push({ at: last ? Math.max(0, at - 0.01) : 0, gain, delayS });
  }

  #strike(strike: Strike, of: StrikeAt): void {
    const { time, until, direction, gain, across } = of;
    const rig = this.#song.players[this.#player];
    this.#strokes += 1;
    const isWhole = strike.strings === null && strike.slur === null;
    if (strike.step !== null) {
      this.#line(strike, of);
      return;
    }
    const struck = new Map(
      gripNotes(strike.grip, rig).flatMap(({ string, midi }) =>
        strikesString(strike, string) ? [[string, midi] as const] : [],
      ),
    );
    if (isWhole) {
      this.#strings.forEach((string, s) => {
        if (!struck.has(s)) string.cut(time);
      });
    }
    const order = [...struck.keys()].sort((a, b) => (direction === 'down' ? a - b : b - a));
    if (strike.technique === 'rake' || strike.technique === 'scrape')
      this.#scratch(strike, of, order[0] ?? 0);
    order.forEach((s, n) => {
      const string = this.#strings[s]!;
      const hz = this.#hz(s, struck.get(s)!);
      const at = time + n * strumOf(gain) * (strike.kind === 'dead' ? 0.6 : 1);
      const stays = of.untilOf(s);
      const ends = { until: stays ?? until, isLeft: stays !== null };
      if (strike.slur !== null && string.soundsAt(time - 0.02)) {
        this.#slur(string, { slur: strike.slur, hz, at: time, until: ends.until, seed: this.#seed(s) });
        return;
      }
      const touch = touchOf(this.#player, hz, { ...strike, gain });
      const amp = touch.amp * (direction === 'up' ? UP : 1) * this.#uneven(s);
      string.strike({ at, op: 'pluck', hz, ...touch, amp, part: 1, seed: this.#seed(s), keep: 0.2 }, ends);
    });
    for (const { string: s, pitch } of across) {
      const hz = this.#hz(s, pitch);
      const touch = touchOf(this.#player, hz, { ...strike, gain });
      const amp = touch.amp * UNMEANT;
      this.#strings[s]!.strike(
        { at: time + 0.006, op: 'pluck', hz, ...touch, amp, part: 1, seed: this.#seed(s), keep: 0.2 },
        { until },
      );
    }
  }

  #slur(
    string: StringLife,
    of: { slur: NonNullable<Strike['slur']>; hz: number; at: number; until: number; seed: number },
  ): void {
    const { slur, hz, at, until, seed } = of;
    if (slur === 'slide') {
      string.goesOn(until);
      string.move({ at: Math.max(0, at - 0.08), op: 'glide', hz, seconds: 0.08, vibratoCents: 0 });
    } else string.strike({ at, op: 'tap', hz, amp: 0.045, damp: ringing(this.#player, hz), seed }, { until });
  }

  #line(strike: Strike, { time, until, direction, gain }: StrikeAt): void {
    const { notes } = strike.step!;
    const played = new Set(notes.map((note) => note.string));
    this.#strings.forEach((string, s) => {
      if (!played.has(s)) string.cut(time);
    });
    const order = [...notes].sort((a, b) =>
      direction === 'down' ? a.string - b.string : b.string - a.string,
    );
    if (strike.technique === 'rake' || strike.technique === 'scrape')
      this.#scratch(strike, { time, until, gain }, order[0]?.string ?? 0);
    order.forEach((note, n) => {
      const open = this.#open[note.string]! + this.#song.players[this.#player].capo;
      const hzAt = (fret: number) => this.#hz(note.string, (open + fret) as Midi);
      const kind = note.fret === null ? 'dead' : strike.kind;
      const touch = touchOf(this.#player, hzAt(note.fret ?? 0), { ...strike, kind, gain });
      playNote(this.#strings[note.string]!, note, {
        player: this.#player,
        at: time + n * strumOf(gain),
        until,
        touch,
        seed: this.#seed(note.string),
        hzAt,
      });
    });
  }

  /** Dead strings on the way to a note, or the edge of the pick along the wound ones. */
  #scratch(strike: Strike, of: Pick<StrikeAt, 'time' | 'until' | 'gain'>, first: number): void {
    const { time, until, gain } = of;
    const touch = touchOf(this.#player, 200, { ...strike, kind: 'dead', gain });
    const knock = (s: number, at: number, hz: number) =>
      this.#strings[s]!.strike(
        { at, op: 'pluck', hz, ...touch, amp: touch.amp * 0.5, part: 1, seed: this.#seed(s), keep: 0.3 },
        { until: at + 0.05 },
      );
    if (strike.technique === 'rake') {
      for (let s = Math.max(0, first - 3); s < first; s += 1)
        knock(s, Math.max(0, time - (first - s) * 0.02), this.#hz(s, this.#open[s]!));
      return;
    }
    const seconds = Math.min(0.7, until - time);
    for (let n = 0; n * 0.03 < seconds; n += 1) knock(n % 2, time + n * 0.03, 130 * 2 ** (n / 14));
  }

  /** Two guitars are never tuned quite alike: a cent and a half at most, always the same. */
  #hz(string: number, midi: Midi): number {
    const cents = 1.5 * (2 * hashed(`${this.#player} ${string}`) - 1);
    return frequencyHz((midi - (this.#song.down ?? 0)) as Midi) * 2 ** (cents / 1200);
  }

  /** No stroke is quite like another. */
  #uneven(string: number): number {
    return 1 + 0.1 * (hashed(`${this.#player} ${string} ${this.#strokes}`) - 0.5);
  }

  #seed(string: number): number {
    return Math.floor(hashed(`${this.#strokes} ${this.#player} ${string}`) * 2 ** 31);
  }
}

interface StrikeAt {
  readonly time: number;
  readonly until: number;
  /** Until when a string is left ringing beyond the stroke; null: it is not. */
  readonly untilOf: (string: number) => number | null;
  readonly direction: 'down' | 'up';
  readonly gain: number;
  /** Strings nobody means that the stroke goes across. */
  readonly across: StringsLeft['strummed'];
}

/** 0 … 1, spread evenly, the same for the same words (FNV-1a). */
function hashed(words: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < words.length; i += 1) hash = Math.imul(hash ^ words.charCodeAt(i), 0x01000193) >>> 0;
  hash = Math.imul(hash ^ (hash >>> 15), 0x2c1b3c6d) >>> 0;
  return ((hash ^ (hash >>> 13)) >>> 0) / 2 ** 32;
}

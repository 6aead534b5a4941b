import {
  isSung,
  sungMarks,
  barsOnPass,
  formatSoundUse,
  OPEN,
  PLAYERS,
  type Bar,
  type Cell,
  type Player,
  type Push,
  type Section,
  type Sounds,
} from '../form/index';
import { isNoChord, parseChord, type ChordSymbol } from '../pitch/index';
import { barTicks, type Meter } from '../time/index';
import { pickedString, strikesOf, type Strikes } from './strikes';

/** `muted`: only palm mutes; `picked`: only single strings of the grip, one after the other. */
export type Touch = 'rings' | 'muted' | 'picked';

export type PlayerPair = 'guitar1 guitar2' | 'guitar1 bass' | 'guitar2 bass';

/** Where a cell is written: bar (from 0) and place in that bar's list. It may last over later moments and bars. */
export interface CellPlace {
  readonly bar: number;
  readonly index: number;
}

/** A stretch of a section in which neither the chord nor anybody's cell changes (pushes not counted). */
export interface Moment {
  /** Bar from 0 and ticks after its bar line. */
  readonly bar: number;
  readonly at: number;
  /** Ticks from the start of the section. */
  readonly start: number;
  readonly ticks: number;
  /** The symbol as typed; `N.C.` for none. */
  readonly chordText: string;
  /** Null for `N.C.`. */
  readonly chord: ChordSymbol | null;
  readonly push: Push;
  /** True where the chord itself starts. */
  readonly chordStarts: boolean;
  readonly cells: Readonly<Record<Player, Cell>>;
  readonly places: Readonly<Record<Player, CellPlace | null>>;
  /** How long each player sounds at most in this moment, in ticks; 0 when silent or only dead hits. */
  readonly soundTicks: Readonly<Record<Player, number>>;
  /** Strings struck (1 = highest) where only some of the grip are in this moment; who strikes all of it is left out. */
  readonly strings?: Readonly<Partial<Record<Player, readonly number[]>>>;
  /** How each player strikes in this moment: what rings on is heard whole, what is muted or picked string by string is not. */
  readonly touch: Readonly<Record<Player, Touch>>;
  /** How long each player sounds in all, and each two at once, in ticks. */
  readonly totalTicks: Readonly<Record<Player | PlayerPair, number>>;
  /** The longest stretch two players are heard at once in this moment, in ticks. */
  readonly overlapTicks: Readonly<Record<PlayerPair, number>>;
  /** Who sounds different in this bar from the rest of the section. */
  readonly sounds?: Sounds;
  /** Someone sings during this moment. */
  readonly sung: boolean;
}

/** The moments of a section on one pass (from 1), in order, without gaps. Remembered per section and metre. */
export function momentsOf(section: Section, options: { pass: number; meter: Meter }): readonly Moment[] {
  const bars = barsOnPass(section, options.pass);
  const bar = barTicks(options.meter);
  let known = cache.get(bars);
  if (!known) cache.set(bars, (known = new Map()));
  const key = `${options.meter.beats}/${options.meter.unit}`;
  const cached = known.get(key);
  if (cached) return cached;
  const moments = cut(bars, { barLength: bar, meter: options.meter });
  known.set(key, moments);
  return moments;
}

const cache = new WeakMap<readonly Bar[], Map<string, readonly Moment[]>>();

/** Place in the list of the moment that sounds at a tick from the start of the section; the last one past the end. */
export function momentIndexAt(moments: readonly Moment[], tick: number): number {
  let low = 0;
  let high = moments.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (moments[middle]!.start <= tick) low = middle;
    else high = middle - 1;
  }
  return Math.max(0, low);
}

function cut(
  bars: readonly Bar[],
  { barLength, meter }: { barLength: number; meter: Meter },
): readonly Moment[] {
  const moments: Moment[] = [];
  let chordText = 'N.C.';
  const cells: Record<Player, Cell> = { guitar1: OPEN, guitar2: OPEN, bass: OPEN };
  const places: Record<Player, CellPlace | null> = { guitar1: null, guitar2: null, bass: null };
  bars.forEach((bar, b) => {
    const starts = new Set<number>([0]);
    for (const c of bar.chords) starts.add(c.at);
    for (const player of PLAYERS) for (const c of bar.cells[player]) starts.add(c.at);
    const cuts = [...starts].sort((x, y) => x - y);
    cuts.forEach((at, i) => {
      const chordHere = bar.chords.find((c) => c.at === at);
      if (chordHere) chordText = chordHere.chord;
      for (const player of PLAYERS) {
        const index = bar.cells[player].findIndex((c) => c.at === at);
        if (index >= 0) {
          cells[player] = bar.cells[player][index]!.cell;
          places[player] = { bar: b, index };
        }
      }
      const until = cuts[i + 1] ?? barLength;
      moments.push({
        bar: b,
        at,
        start: b * barLength + at,
        ticks: until - at,
        chordText,
        chord: understood(chordText),
        push: chordHere?.push ?? 0,
        chordStarts: chordHere !== undefined,
        cells: { ...cells },
        places: { ...places },
        soundTicks: SILENT,
        overlapTicks: APART,
        touch: RINGS,
        totalTicks: NO_TIME,
        ...(bar.sounds ? { sounds: bar.sounds } : {}),
        sung: sings(bar.voice, { from: at / barLength, to: until / barLength }),
      });
    });
  });
  return withSound(joinHeld(moments), strikesOf(bars, meter));
}

/** A bar line alone does not start a new moment when nothing changes and nothing is struck anew. */
function joinHeld(moments: readonly Moment[]): readonly Moment[] {
  const joined: Moment[] = [];
  for (const m of moments) {
    const last = joined.at(-1);
    const held =
      last !== undefined &&
      !m.chordStarts &&
      sameSounds(m.sounds, last.sounds) &&
      PLAYERS.every(
        (p) => m.places[p]?.bar === last.places[p]?.bar && m.places[p]?.index === last.places[p]?.index,
      );
    if (!held) joined.push(m);
    else {
      joined[joined.length - 1] = {
        ...last,
        ticks: last.ticks + m.ticks,
        sung: last.sung || m.sung,
      };
    }
  }
  return joined;
}

function sameSounds(a: Sounds | undefined, b: Sounds | undefined): boolean {
  if (a === b) return true;
  return PLAYERS.every((player) => {
    const [x, y] = [a?.[player], b?.[player]];
    return (x && formatSoundUse(x)) === (y && formatSoundUse(y));
  });
}

function understood(text: string): ChordSymbol | null {
  if (isNoChord(text)) return null;
  const chord = parseChord(text);
  return chord.ok ? chord.value : null;
}

const SILENT: Moment['soundTicks'] = { guitar1: 0, guitar2: 0, bass: 0 };
const APART: Moment['overlapTicks'] = { 'guitar1 guitar2': 0, 'guitar1 bass': 0, 'guitar2 bass': 0 };

const RINGS: Moment['touch'] = { guitar1: 'rings', guitar2: 'rings', bass: 'rings' };
const NO_TIME: Moment['totalTicks'] = { ...SILENT, ...APART };

/** Ticks at which something is heard, from and to. */
type Stretch = readonly [from: number, to: number];

/**
 * Adds how long strokes of each player's cell are heard in each moment, alone and at once. What is held over from the
 * moment before counts; what a cell before it left ringing does not (the clash room looks at that).
 */
function withSound(moments: readonly Moment[], strikes: Strikes): readonly Moment[] {
  const next: Record<Player, number> = { guitar1: 0, guitar2: 0, bass: 0 };
  return moments.map((moment) => {
    const heard = {} as Record<Player, readonly Stretch[]>;
    const touch: Record<Player, Touch> = { ...RINGS };
    let strings: Partial<Record<Player, readonly number[]>> | null = null;
    for (const player of PLAYERS) {
      const list = strikes[player];
      const place = moment.places[player];
      const stretches: Stretch[] = [];
      let [isMuted, isPicked] = [true, true];
      let some: readonly number[] | null = [];
      while (next[player] < list.length && list[next[player]]!.until <= moment.start) next[player] += 1;
      for (let i = next[player]; i < list.length; i += 1) {
        const s = list[i]!;
        if (s.at >= moment.start + moment.ticks) break;
        if (s.end <= s.at || s.cell.bar !== place?.bar || s.cell.index !== place.index) continue;
        const from = Math.max(s.at, moment.start);
        const to = Math.min(s.end, moment.start + moment.ticks);
        if (to <= from) continue;
        stretches.push([from, to]);
        isMuted &&= s.kind === 'mute';
        isPicked &&= pickedString(s) !== null;
        if (s.strings === null) some = null;
        else if (some !== null) some = [...some, ...s.strings];
      }
      heard[player] = stretches;
      // Picked one after the other a grip is meant as a whole; a group of strings leaves the others out.
      if (some !== null && stretches.length > 0 && !isPicked) (strings ??= {})[player] = some;
      if (stretches.length > 0) touch[player] = isPicked ? 'picked' : isMuted ? 'muted' : 'rings';
    }
    const longest = (player: Player) => Math.max(0, ...heard[player].map(([from, to]) => to - from));
    const soundTicks = { guitar1: longest('guitar1'), guitar2: longest('guitar2'), bass: longest('bass') };
    const guitars = together(heard.guitar1, heard.guitar2);
    const firstAndBass = together(heard.guitar1, heard.bass);
    const secondAndBass = together(heard.guitar2, heard.bass);
    const overlapTicks = {
      'guitar1 guitar2': guitars.longest,
      'guitar1 bass': firstAndBass.longest,
      'guitar2 bass': secondAndBass.longest,
    };
    const totalTicks = {
      guitar1: covered(heard.guitar1),
      guitar2: covered(heard.guitar2),
      bass: covered(heard.bass),
      'guitar1 guitar2': guitars.all,
      'guitar1 bass': firstAndBass.all,
      'guitar2 bass': secondAndBass.all,
    };
    const sounding = { ...moment, soundTicks, overlapTicks, touch, totalTicks };
    return strings === null ? sounding : { ...sounding, strings };
  });
}

/** Ticks that stretches in time order cover; where several sound at once they count once. */
function covered(stretches: readonly Stretch[]): number {
  let [sum, end] = [0, -Infinity];
  for (const [from, to] of stretches) {
    sum += Math.max(0, to - Math.max(from, end));
    end = Math.max(end, to);
  }
  return sum;
}

/** How long two players are heard at once: the longest stretch of it, and all of it. */
function together(
  a: readonly Stretch[],
  b: readonly Stretch[],
): { readonly longest: number; readonly all: number } {
  let longest = 0;
  const both: Stretch[] = [];
  for (const [from, to] of a) {
    for (const [from2, to2] of b) {
      if (from2 >= to) break;
      const start = from > from2 ? from : from2;
      const end = to < to2 ? to : to2;
      if (end <= start) continue;
      both.push([start, end]);
      if (end - start > longest) longest = end - start;
    }
  }
  if (both.length > 1) both.sort((x, y) => x[0] - y[0]);
  return { longest, all: covered(both) };
}

/** `from` and `to` are fractions of the bar. */
function sings(voice: string | null, { from, to }: { from: number; to: number }): boolean {
  const marks = sungMarks(voice);
  return isSung(marks.slice(Math.floor(from * marks.length), Math.ceil(to * marks.length)));
}

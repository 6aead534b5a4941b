import {
  barsOnPass,
  OPEN,
  PLAYERS,
  type Bar,
  type Cell,
  type Player,
  type Push,
  type Section,
} from '../form/index';
import { isNoChord, parseChord, type ChordSymbol } from '../pitch/index';
import { barTicks, type Meter } from '../time/index';
import { strikesOf, type Strikes } from './strikes';

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
        sung: sings(bar.voice, { from: at / barLength, to: until / barLength }),
      });
    });
  });
  const strikes = strikesOf(bars, meter);
  return joinHeld(moments).map((moment) => ({ ...moment, soundTicks: soundTicksIn(moment, strikes) }));
}

/** A bar line alone does not start a new moment when nothing changes and nothing is struck anew. */
function joinHeld(moments: readonly Moment[]): readonly Moment[] {
  const joined: Moment[] = [];
  for (const m of moments) {
    const last = joined.at(-1);
    const held =
      last !== undefined &&
      !m.chordStarts &&
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

function understood(text: string): ChordSymbol | null {
  if (isNoChord(text)) return null;
  const chord = parseChord(text);
  return chord.ok ? chord.value : null;
}

const SILENT: Moment['soundTicks'] = { guitar1: 0, guitar2: 0, bass: 0 };

/** The longest stretch a stroke of each player's cell is heard while the moment lasts; what is held over counts. */
function soundTicksIn(moment: Moment, strikes: Strikes): Moment['soundTicks'] {
  const from = moment.start;
  const to = moment.start + moment.ticks;
  const longest = (player: Player): number => {
    const place = moment.places[player];
    if (place === null || moment.cells[player].kind !== 'grip') return 0;
    let most = 0;
    for (const s of strikes[player]) {
      if (s.at >= to) break;
      if (s.cell.bar !== place.bar || s.cell.index !== place.index) continue;
      most = Math.max(most, Math.min(s.end, to) - Math.max(s.at, from));
    }
    return most;
  };
  return { guitar1: longest('guitar1'), guitar2: longest('guitar2'), bass: longest('bass') };
}

/** `from` and `to` are fractions of the bar. */
function sings(voice: string | null, { from, to }: { from: number; to: number }): boolean {
  if (voice === null) return false;
  return voice.slice(Math.floor(from * voice.length), Math.ceil(to * voice.length)).includes('~');
}

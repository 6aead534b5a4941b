import { isSung, PLAYER_WORDS, PLAYERS, sungMarks, type Player } from '../form/index';
import { pitchClass, thirdOf, type Key, type Midi } from '../pitch/index';
import { cellPitches, songKey, unfold, type Playing, type Song } from '../song/index';
import { beatName, countedBeatTicks } from '../time/index';
import { stageOf, type Stage } from './stage';
import { stopsOf } from './stop';
import { nameIn } from './words';

/** Where nobody strikes and nobody sings for two beats or more: room for a fill. Bars and beats count from 1. */
export interface Hole {
  readonly section: string;
  readonly bar: number;
  readonly beat: number;
  readonly beats: number;
}

/** How the parts of a section or a song share the work: facts side by side, no score. Shares are 0 … 1. */
export interface Overview {
  /** Lowest and highest note of each player, or null when silent. */
  readonly registers: Readonly<Record<Player, { readonly low: Midi; readonly high: Midi } | null>>;
  /** Share of the time in which both guitars have a grip that they play the same notes. */
  readonly doubling: number;
  /** Share of the chords that have a third in which this player has it, and in which nobody does. */
  readonly thirds: Readonly<Record<Player | 'nobody', number>>;
  /** Strokes in a bar, on average. */
  readonly strokesPerBar: Readonly<Record<Player, number>>;
  readonly holes: readonly Hole[];
  /** Places where everybody falls silent at once. */
  readonly cleanStops: number;
  readonly bars: number;
}

/** One section as it is played the first time. */
export function sectionOverview(song: Song, playing: Playing): Overview {
  return overviewOf(song, [{ playing, times: 1 }]);
}

/** The whole song, every playing counted as often as it is played. */
export function songOverview(song: Song): Overview {
  return overviewOf(
    song,
    unfold(song).map((playing) => ({ playing, times: playing.entry.times })),
  );
}

function overviewOf(song: Song, played: readonly { playing: Playing; times: number }[]): Overview {
  const lows = perPlayer(() => Infinity);
  const highs = perPlayer(() => -Infinity);
  const strokes = perPlayer(() => 0);
  const thirds = { ...perPlayer(() => 0), nobody: 0 };
  const sum = { bars: 0, both: 0, doubled: 0, withThird: 0, cleanStops: 0 };
  const holes: Hole[] = [];
  const seen = new Set<string>();
  for (const { playing, times } of played) {
    const { section, key, tempo, bars } = playing;
    const stage = stageOf(song, { section, key, pass: 1, voice: null, times, tempo });
    sum.bars += times === playing.entry.times ? bars : times * stage.bars.length;
    sum.cleanStops +=
      times * stopsOf(stage).filter((s) => s.ringing === null && s.cutters.length === 3).length;
    for (const player of PLAYERS) strokes[player] += times * stage.sounds[player].length;
    for (const moment of stage.moments) {
      const weight = times * moment.ticks;
      const notes = {} as Record<Player, readonly Midi[]>;
      for (const player of PLAYERS) {
        const cell = moment.cells[player];
        const heard = cell.kind === 'grip' && moment.soundTicks[player] > 0;
        const own = heard ? cellPitches(cell, song.players[player]) : [];
        notes[player] = own;
        for (const p of own) {
          lows[player] = Math.min(lows[player], p);
          highs[player] = Math.max(highs[player], p);
        }
      }
      const [a, b] = [notes.guitar1, notes.guitar2];
      if (a.length > 0 && b.length > 0) {
        sum.both += weight;
        const [fewer, more] = a.length <= b.length ? [a, b] : [b, a];
        if (fewer.every((p) => more.includes(p))) sum.doubled += weight;
      }
      const third = moment.chord ? thirdOf(moment.chord) : null;
      const anybody = PLAYERS.some((p) => notes[p].length > 0);
      if (third === null || !anybody) continue;
      sum.withThird += weight;
      const who = PLAYERS.filter((p) => notes[p].some((n) => pitchClass(n) === third));
      for (const p of who) thirds[p] += weight;
      if (who.length === 0) thirds.nobody += weight;
    }
    if (!seen.has(section.name)) holes.push(...holesIn(stage));
    seen.add(section.name);
  }
  const share = (part: number, whole: number) => (whole === 0 ? 0 : part / whole);
  const register = (p: Player) =>
    lows[p] === Infinity ? null : { low: lows[p] as Midi, high: highs[p] as Midi };
  return {
    registers: perPlayer(register),
    doubling: share(sum.doubled, sum.both),
    thirds: {
      ...perPlayer((p) => share(thirds[p], sum.withThird)),
      nobody: share(thirds.nobody, sum.withThird),
    },
    strokesPerBar: perPlayer((p) => share(strokes[p], sum.bars)),
    holes,
    cleanStops: sum.cleanStops,
    bars: sum.bars,
  };
}

/** The same in a bandmate's sentences. */
export function overviewWords(of: Overview, key: Key): readonly string[] {
  const scene = { chord: null, key };
  const percent = (share: number) => `${Math.round(100 * share)}%`;
  const registers = PLAYERS.map((p) => {
    const r = of.registers[p];
    return r === null
      ? `${PLAYER_WORDS[p]} is silent`
      : `${PLAYER_WORDS[p]} ${nameIn(scene, r.low)}–${nameIn(scene, r.high)}`;
  });
  const carriers = PLAYERS.filter((p) => of.thirds[p] >= 0.05).map(
    (p) => `${PLAYER_WORDS[p]} ${percent(of.thirds[p])}`,
  );
  const bare = of.thirds.nobody >= 0.05 ? [`no one ${percent(of.thirds.nobody)}`] : [];
  const third = [...carriers, ...bare].join(', ');
  const strokes = PLAYERS.map((p) => `${PLAYER_WORDS[p]} ${Math.round(10 * of.strokesPerBar[p]) / 10}`);
  const holes = of.holes
    .slice(0, HOLES_SAID)
    .map((h) => `${h.section} bar ${h.bar} from beat ${beatName(h.beat)}`);
  const more = of.holes.length > HOLES_SAID ? ` and ${of.holes.length - HOLES_SAID} more` : '';
  return [
    `Registers: ${registers.join(' · ')}.`,
    of.doubling >= 0.05
      ? `The guitars double each other ${percent(of.doubling)} of the time.`
      : 'The guitars do not double each other.',
    ...(third === '' ? [] : [`The third: ${third}.`]),
    `Strokes a bar: ${strokes.join(' · ')}.`,
    of.cleanStops === 0
      ? 'No stop that all make together.'
      : `${of.cleanStops} clean ${of.cleanStops === 1 ? 'stop' : 'stops'} that all make together.`,
    of.holes.length === 0 ? 'No holes to fill.' : `Room for a fill: ${holes.join(', ')}${more}.`,
  ];
}

/** `songOverview` in words, spelled in the song's key. */
export function songWords(song: Song): readonly string[] {
  return overviewWords(songOverview(song), songKey(song));
}

const HOLES_SAID = 4;
const HOLE_BEATS = 2;

/** Beats in a row on which nobody strikes and nobody sings; long notes may ring over them. */
function holesIn(stage: Stage): readonly Hole[] {
  const beat = countedBeatTicks(stage.meter);
  const struck = new Set(PLAYERS.flatMap((p) => stage.sounds[p].map((s) => Math.floor(s.at / beat))));
  const holes: Hole[] = [];
  let from: number | null = null;
  const count = Math.round((stage.bars.length * stage.barTicks) / beat);
  for (let b = 0; b <= count; b += 1) {
    const free = b < count && !struck.has(b) && !sungIn(stage, b * beat, beat);
    if (free) from ??= b;
    else if (from !== null) {
      if (b - from >= HOLE_BEATS) {
        const bar = Math.floor((from * beat) / stage.barTicks);
        const inBar = from - (bar * stage.barTicks) / beat;
        holes.push({ section: stage.section.name, bar: bar + 1, beat: inBar + 1, beats: b - from });
      }
      from = null;
    }
  }
  return holes;
}

function sungIn(stage: Stage, tick: number, ticks: number): boolean {
  const bar = Math.floor(tick / stage.barTicks);
  const marks = sungMarks(stage.bars[bar]?.voice ?? null);
  const place = (t: number) => ((t - bar * stage.barTicks) * marks.length) / stage.barTicks;
  return isSung(marks.slice(Math.floor(place(tick)), Math.ceil(place(tick + ticks))));
}

function perPlayer<T>(of: (player: Player) => T): Record<Player, T> {
  return { guitar1: of('guitar1'), guitar2: of('guitar2'), bass: of('bass') };
}

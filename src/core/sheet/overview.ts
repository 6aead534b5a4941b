import { PLAYERS, type Player } from '../form/index';
import { deviceOf, deviceWords } from '../grip/index';
import { isNoChord, parseChord, pretty, type ChordSymbol } from '../pitch/index';
import { playedBars, playedStrokes, type PlayedBar, type PlayedStroke } from '../score/index';
import { unfold, type Playing, type Song } from '../song/index';
import { beatName, countedBeatTicks, formatMeter, TICKS_PER_QUARTER } from '../time/index';
import { soundAt, timesWords } from './words';

/** Who plays what in one playing of a section, in a bandmate's words. */
export interface OverviewPart {
  readonly playing: number;
  readonly heading: string;
  /** "bars 9–16, twice". */
  readonly where: string;
  /** Key, tempo and metre where they are not the song's, remarks. */
  readonly remarks: readonly string[];
  /** The chords bar by bar of the first time; what goes on is "". */
  readonly chords: readonly string[];
  readonly players: Readonly<Record<Player, readonly string[]>>;
  /** What all must do at once: stops, pushes. */
  readonly together: readonly string[];
  /** The section was there before and nothing is said differently. */
  readonly asBefore: boolean;
}

/** The whole song on one page: section by section, who plays what. Remembered with the song. */
export function overviewOf(song: Song): readonly OverviewPart[] {
  let parts = known.get(song);
  if (!parts) known.set(song, (parts = makeOverview(song)));
  return parts;
}

const known = new WeakMap<Song, readonly OverviewPart[]>();

function makeOverview(song: Song): readonly OverviewPart[] {
  const bars = playedBars(song);
  const shown = new Set<string>();
  return unfold(song).map((playing): OverviewPart => {
    const own = bars.filter((bar) => bar.playing === playing && bar.source !== null);
    const first = own.filter((bar) => bar.pass === 1);
    const part = {
      chords: first.map(chordsOf),
      players: Object.fromEntries(
        PLAYERS.map((player) => [player, playerWords(song, playing, { player, bars: own })]),
      ) as OverviewPart['players'],
      together: [...stopWords(song, first), ...pushWords(first)],
    };
    const id = JSON.stringify([playing.section.name, playing.shift, part]);
    const asBefore = shown.has(id);
    shown.add(id);
    const from = playing.firstBar + 1;
    const last = playing.firstBar + playing.bars;
    const { entry } = playing;
    return {
      ...part,
      asBefore,
      playing: playing.index,
      heading: playing.section.name,
      where: [
        from === last ? `bar ${from}` : `bars ${from}–${last}`,
        ...(entry.times > 1 || entry.end ? [timesWords(entry)] : []),
      ].join(', '),
      remarks: [
        ...(playing.shift !== 0 || playing.section.key !== undefined
          ? [`in ${pretty(playing.key.text)}`]
          : []),
        ...(playing.bpm === song.tempo ? [] : [`${playing.bpm} bpm`]),
        ...(playing.section.meter ? [formatMeter(playing.meter)] : []),
        ...(entry.feel ? [`${entry.feel}-time feel`] : []),
        ...[playing.section.remarks?.band, entry.remark].flatMap((t) => (t === undefined ? [] : [`“${t}”`])),
      ],
    };
  });
}

function chordsOf({ source }: PlayedBar): string {
  return source!.chords
    .map((c) => `${c.push > 0 ? '‹' : ''}${pretty(c.chord)}${c.guess ? '?' : ''}`)
    .join(' ');
}

/** What a player does in a section: the devices that take most of the time, the right hand, the sound, remarks. */
function playerWords(
  song: Song,
  playing: Playing,
  { player, bars }: { player: Player; bars: readonly PlayedBar[] },
): readonly string[] {
  const strokes = strokesIn(song, player, bars);
  const remark = playing.section.remarks?.[player];
  const sound = soundAt({ song, player, tempo: playing.tempo }, { section: playing.section });
  const said = [...(sound === null ? [] : [sound]), ...(remark === undefined ? [] : [`“${remark}”`])];
  if (strokes.length === 0) return ['rests', ...said];
  return [...deviceShares(strokes, bars), handWords(strokes, bars), ...said];
}

function strokesIn(song: Song, player: Player, bars: readonly PlayedBar[]): readonly PlayedStroke[] {
  const [first, last] = [bars[0], bars.at(-1)];
  if (!first || !last) return [];
  const end = last.start + last.ticks;
  return playedStrokes(song, player).filter((s) => s.at >= first.start && s.at < end);
}

/** At most so many devices are named. */
const MOST_DEVICES = 2;
/** What takes less of the time is left to the sheet. */
const WORTH = 0.15;

function deviceShares(strokes: readonly PlayedStroke[], bars: readonly PlayedBar[]): readonly string[] {
  const times = new Map<string, number>();
  let all = 0;
  for (const stroke of strokes) {
    const words = deviceIn(stroke, bars);
    const time = Math.max(1, stroke.until - stroke.at);
    all += time;
    times.set(words, (times.get(words) ?? 0) + time);
  }
  return [...times.entries()]
    .sort(([, a], [, b]) => b - a)
    .filter(([, time], i) => i === 0 || time / all >= WORTH)
    .slice(0, MOST_DEVICES)
    .map(([words]) => words);
}

function deviceIn(stroke: PlayedStroke, bars: readonly PlayedBar[]): string {
  if (stroke.grip === null) return stroke.notes.length > 2 ? 'chords in a line' : 'a line';
  const held = stroke.grip.flatMap((fret, s) => (fret === null ? [] : [s]));
  const picked = stroke.notes.length < held.length;
  const pitches = stroke.notes.flatMap((n) => (n.midi === null ? [] : [n.midi]));
  if (pitches.length === 0) return 'dead hits';
  if (picked && stroke.notes.length === 1) return 'picks through the grips';
  return deviceWords(deviceOf(pitches, chordAt(bars, stroke.at)));
}

function chordAt(bars: readonly PlayedBar[], tick: number): ChordSymbol | null {
  let text: string | null = null;
  for (const { source, start, skipped } of bars) {
    if (start > tick + TICKS_PER_QUARTER) break;
    for (const chord of source!.chords)
      if (start - skipped + chord.at - chord.push <= tick) text = chord.chord;
  }
  if (text === null || isNoChord(text)) return null;
  const chord = parseChord(text);
  return chord.ok ? chord.value : null;
}

/** How many strokes, how they sound: "palm-muted eighths", "lets ring, about 1 stroke a bar". */
function handWords(strokes: readonly PlayedStroke[], bars: readonly PlayedBar[]): string {
  const muted = strokes.filter((s) => s.notes.some((n) => n.kind === 'mute')).length / strokes.length;
  const dead = strokes.filter((s) => s.notes.every((n) => n.kind === 'dead')).length / strokes.length;
  const rate = strokes.length / bars.length;
  const gaps = strokes.slice(1).map((s, i) => Math.round(s.at - strokes[i]!.at));
  const usual = mostFrequent(gaps);
  const share = gaps.length === 0 ? 0 : gaps.filter((gap) => gap === usual).length / gaps.length;
  const name = usual === null || share < 0.6 ? undefined : VALUE_WORDS[usual];
  const how =
    muted > 0.75 ? 'palm-muted' : muted > 0.2 ? 'partly muted' : dead > 0.2 ? 'with dead hits' : 'ringing';
  if (rate <= 1.25) return how === 'ringing' ? 'long notes' : `${how}, one stroke a bar`;
  return name === undefined ? `${how}, about ${Math.round(rate)} strokes a bar` : `${how} ${name}`;
}

const VALUE_WORDS: Readonly<Record<number, string>> = {
  240: 'sixteenths',
  320: 'triplets',
  480: 'eighths',
  960: 'quarters',
  1440: 'dotted quarters',
  1920: 'half notes',
};

function mostFrequent(list: readonly number[]): number | null {
  const counts = new Map<number, number>();
  for (const one of list) counts.set(one, (counts.get(one) ?? 0) + 1);
  return [...counts.entries()].sort(([, a], [, b]) => b - a)[0]?.[0] ?? null;
}

/** Shortest silence of all that is a stop, in ticks: an eighth. */
const STOP_TICKS = TICKS_PER_QUARTER / 2;

/** Where everybody falls silent at once for a moment, in the bars of a pass. */
function stopWords(song: Song, bars: readonly PlayedBar[]): readonly string[] {
  const [first, last] = [bars[0], bars.at(-1)];
  if (!first || !last) return [];
  const end = last.start + last.ticks;
  const heard = PLAYERS.flatMap((player) =>
    strokesIn(song, player, bars).map((s) => [s.at, Math.min(end, s.until)] as const),
  ).sort(([a], [b]) => a - b);
  const words: string[] = [];
  let until = heard[0]?.[0] ?? end;
  for (const [from, to] of [...heard, [end, end] as const]) {
    if (from - until >= STOP_TICKS) words.push(`stop: ${placeWords(bars, until)}`);
    until = Math.max(until, to);
  }
  return words;
}

function pushWords(bars: readonly PlayedBar[]): readonly string[] {
  return bars.flatMap((bar) =>
    bar
      .source!.chords.filter((c) => c.push > 0)
      .map((c) => {
        const early = c.push === 480 ? 'an eighth' : 'a sixteenth';
        return `push: ${pretty(c.chord)} comes ${early} before bar ${bar.number}${c.at === 0 ? '' : ` beat ${beatName(1 + c.at / countedBeatTicks(bar.meter))}`}`;
      }),
  );
}

/** "bar 4 beat 3". */
function placeWords(bars: readonly PlayedBar[], tick: number): string {
  const bar = bars.findLast((one) => one.start <= tick) ?? bars[0]!;
  const beat = 1 + (tick - bar.start + bar.skipped) / countedBeatTicks(bar.meter);
  return `bar ${bar.number} beat ${beatName(beat)}`;
}

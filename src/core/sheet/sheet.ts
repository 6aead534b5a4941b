import { ordinal } from '../base/index';
import { sheetSteps, type Reach, type SheetStep } from './line-marks';
import {
  barsOnPass,
  differingPasses,
  formatCell,
  formatNamedSound,
  formatPickup,
  ownCells,
  PLAYER_WORDS,
  writtenBars,
  type Bar,
  type Cell,
  type FormEntry,
  type PlacedCell,
  type Player,
  type Section,
} from '../form/index';
import { formatGrip, type Fingering, type Grip } from '../grip/index';
import { isGuess, placesOf } from '../hits/index';
import { formatTuning, tuningWords } from '../instrument/index';
import { pretty } from '../pitch/index';
import {
  rigIn,
  songKey,
  songLength,
  soundNameIn,
  soundWords,
  unfold,
  type Playing,
  type Rig,
  type Song,
  type SoundPlace,
} from '../song/index';
import { barTicks, formatDuration, formatMeter, formatSwing, type Meter } from '../time/index';

/** One player's sheet: everything to stand in front of them, in played order, independent of screen or paper. */
export interface Sheet {
  readonly player: Player;
  readonly title: string;
  /** "D minor · 132 bpm · 4/4 · 36 bars · 1:05". */
  readonly ground: string;
  /** "drop D (D A D G B E) · 22 frets · gain 7 · no capo". */
  readonly rig: string;
  readonly strings: readonly string[];
  /** What is told all through the song. */
  readonly told: readonly string[];
  readonly parts: readonly SheetPart[];
}

/** One section in its place. Material played before without change only points back. */
export interface SheetPart {
  readonly heading: string;
  /** "twice", "in Em", "as before" … */
  readonly remarks: readonly string[];
  readonly firstBar: number;
  readonly bars: readonly SheetBar[];
  /** Bars that differ on later passes. */
  readonly passes: readonly { readonly heading: string; readonly bars: readonly SheetBar[] }[];
}

/** A bar for one player. Places count in ticks from the bar line. */
export interface SheetBar {
  /** Bar number within the section, from 1. */
  readonly number: number;
  readonly ticks: number;
  readonly chords: readonly { readonly at: number; readonly text: string; readonly early: string }[];
  readonly cells: readonly SheetCell[];
  /** Hits as written, one symbol a place; null: strike each grip once and let it ring. */
  readonly hits: readonly string[] | null;
  /** A line instead of grips with hits, or null. */
  readonly line: readonly SheetStep[] | null;
  /** What is told here, to everybody and to this player. */
  readonly told: readonly string[];
  /** The hits are a guess. */
  readonly unsure: boolean;
  /** Other ways to play it, kept beside it, in words. */
  readonly or: readonly string[];
  /** "lead, gain 6": where the sound is another one than in the bar before; null where it goes on. */
  readonly sound: string | null;
}

/** A grip, rest or open cell of a bar on a sheet; `at` in ticks from the bar line. */
export interface SheetCell {
  readonly at: number;
  /** Null for a rest or an open cell. */
  readonly grip: Grip | null;
  /** `rest`, `open` for the solver, or the grip as text. */
  readonly text: string;
  /** "" or "an eighth early", "a sixteenth early". */
  readonly early: string;
  readonly guess: boolean;
  /** The player's own fingering; null: the natural one. */
  readonly fingers: Fingering | null;
  /** How each string is come to where the grip is not struck; null where it is picked or rings on. */
  readonly reached: readonly (Reach | null)[] | null;
  /** Struck while sliding in from nowhere; null: not. */
  readonly from: 'below' | 'above' | null;
  /** Slid off into nothing; null: not. */
  readonly off: 'up' | 'down' | null;
}

/** One player's sheet of the whole song: sections in played order, each with what differs on its passes. */
export function sheetOf(song: Song, player: Player): Sheet {
  const instrument = song.players[player];
  const { bars, seconds } = songLength(song);
  const key = songKey(song);
  const ground = [
    `${pretty(key.tonic)} ${key.mode}`,
    `${song.tempo} bpm`,
    formatMeter(song.meter),
    ...(song.down === undefined
      ? []
      : [`sounds ${song.down} ${song.down === 1 ? 'semitone' : 'semitones'} lower than named`]),
    `${bars} bars`,
    formatDuration(seconds),
  ].join(' · ');
  const shown = new Set<object>();
  const parts = unfold(song).map((playing) => {
    const again = shown.has(playing.written);
    shown.add(playing.written);
    return partOf(playing, { song, player, again });
  });
  return {
    player,
    title: song.title,
    ground,
    rig: rigWords(instrument),
    strings: instrument.tuning.map((name) => name.replace(/-?\d$/, '')),
    told: [song.remark, instrument.remark].flatMap((text) => (text === undefined ? [] : [text])),
    parts,
  };
}

/** "Guitar 1", "Bass". */
export function sheetName(sheet: Sheet): string {
  return PLAYER_WORDS[sheet.player];
}

function partOf(
  playing: Playing,
  { song, player, again }: { song: Song; player: Player; again: boolean },
): SheetPart {
  const { section, entry, meter } = playing;
  const hand = section.hands?.[player];
  const remarks = [
    ...(entry.times > 1 || entry.end ? [timesWords(entry)] : []),
    ...(playing.shift !== 0 ? [`in ${pretty(playing.key.text)}`] : []),
    ...(playing.bpm === song.tempo ? [] : [`${playing.bpm} bpm`]),
    ...(section.meter && !again ? [`in ${formatMeter(meter)}`] : []),
    ...(entry.feel ? [entry.feel === 'half' ? 'half-time feel' : 'double-time feel'] : []),
    ...(section.swing && !again ? [`swing ${formatSwing(section.swing)}`] : []),
    ...(entry.bars === undefined ? [] : [`only the first ${entry.bars} bars`]),
    ...(again ? againSound(playing, { song, player }) : soundRemark(section, { song, player })),
    ...(hand?.strokes === 'down' && !again ? ['all down-strokes'] : []),
    ...(hand?.with && !again ? [`hits with ${PLAYER_WORDS[hand.with]}`] : []),
    ...(section.like?.[player] && !again ? [`like ${PLAYER_WORDS[section.like[player].player]}`] : []),
    ...(section.key !== undefined && playing.shift === 0 && !again ? [`in ${pretty(playing.key.text)}`] : []),
    ...(section.pickup !== undefined && !again
      ? [`begins with a pick-up of ${formatPickup(section.pickup)}`]
      : []),
    ...(again ? [] : [section.remarks?.band, section.remarks?.[player]].flatMap(quoted)),
    ...quoted(entry.remark),
    ...(again ? [entry.variants ? 'as before but for' : 'as before'] : []),
  ];
  const sounds = { song, player, section };
  if (again) {
    const bars = entry.variants ? ownBars(playing, sounds) : [];
    return { heading: section.name, remarks, firstBar: playing.firstBar + 1, bars, passes: [] };
  }
  const bars = barsOnPass(section, 1).map((bar, i, all) =>
    barOf(bar, {
      player,
      number: i + 1,
      meter,
      sound: soundFrom(all, i, sounds),
      before: heldBefore(all, i, player),
    }),
  );
  const passes = differingPasses(section)
    .filter((pass) => pass > 1 && pass <= entry.times)
    .flatMap((pass) => {
      const played = barsOnPass(section, pass);
      const numbers = writtenBars(section, pass);
      const usual = new Map(bars.map((bar) => [bar.number, JSON.stringify(bar)]));
      const different = played.flatMap((bar, i) => {
        const made = barOf(bar, {
          player,
          number: numbers[i]! + 1,
          meter,
          sound: soundFrom(played, i, sounds),
          before: heldBefore(played, i, player),
        });
        return JSON.stringify(made) === usual.get(made.number) ? [] : [made];
      });
      const short = leftOutWords(numbers, section.bars.length);
      if (different.length === 0 && short === '') return [];
      return [{ heading: `${ordinal(pass)} time${short}`, bars: different }];
    });
  return { heading: section.name, remarks, firstBar: playing.firstBar + 1, bars, passes };
}

/** ", stops after bar 6", ", without bar 3": what is not played on a pass; empty where all bars are. */
function leftOutWords(played: readonly number[], count: number): string {
  const out = Array.from({ length: count }, (_, i) => i).filter((i) => !played.includes(i));
  if (out.length === 0) return '';
  if (out[0] === played.length) return `, stops after bar ${played.length}`;
  return `, without bar ${out.map((i) => i + 1).join(', ')}`;
}

/** The bars of a section played again that are not as it is written, this time alone. */
function ownBars(
  { section, written, meter }: Playing,
  sounds: SoundGround & { readonly section: Section },
): readonly SheetBar[] {
  const { player } = sounds;
  const sheetBars = (of: Section) => {
    const bars = barsOnPass(of, 1);
    const numbers = writtenBars(of, 1);
    return bars.map((bar, i) =>
      barOf(bar, {
        player,
        number: numbers[i]! + 1,
        meter,
        sound: soundFrom(bars, i, sounds),
        before: heldBefore(bars, i, player),
      }),
    );
  };
  const usual = new Map(sheetBars(written).map((bar) => [bar.number, JSON.stringify(bar)]));
  return sheetBars(section).filter((bar) => usual.get(bar.number) !== JSON.stringify(bar));
}

function quoted(text: string | undefined): readonly string[] {
  return text === undefined ? [] : [`“${text}”`];
}

function barOf(
  bar: Bar,
  of: { player: Player; number: number; meter: Meter; sound: string | null; before: Grip | null },
): SheetBar {
  const { player, number, meter, sound, before } = of;
  const line = bar.lines?.[player];
  const hits = bar.hits[player];
  return {
    number,
    ticks: barTicks(meter),
    chords: bar.chords.map((c) => ({
      at: c.at,
      text: pretty(c.chord) + (c.guess ? '?' : ''),
      early: earlyWords(c.push),
    })),
    cells: ownCells(bar.cells[player]).map(({ at, push, cell }, i, all) => ({
      at,
      grip: cell.kind === 'grip' ? cell.grip : null,
      text: cell.kind === 'grip' ? formatGrip(cell.grip) : cell.kind,
      early: earlyWords(push),
      guess: cell.kind !== 'open' && cell.guess,
      fingers: (cell.kind === 'grip' && cell.fingers) || null,
      reached: cell.kind === 'grip' ? reachedFrom(cell, gripOf(all[i - 1]) ?? before) : null,
      from: (cell.kind === 'grip' && cell.from) || null,
      off: (cell.kind === 'grip' && cell.off) || null,
    })),
    hits: hits === null ? null : placesOf(hits),
    unsure: hits !== null && isGuess(hits),
    line: line ? sheetSteps(line) : null,
    told: [bar.remarks?.band, bar.remarks?.[player]].flatMap((text) => (text === undefined ? [] : [text])),
    or: orWords(bar, player),
    sound,
  };
}

function gripOf(placed: PlacedCell | undefined): Grip | null {
  return placed?.cell.kind === 'grip' ? placed.cell.grip : null;
}

/** What is kept beside a bar or its grips, as chart text. */
function orWords(bar: Bar, player: Player): readonly string[] {
  const cells = ownCells(bar.cells[player]).flatMap(({ cell }) =>
    cell.kind === 'open' ? [] : (cell.or ?? []).map(formatCell),
  );
  const parts = (bar.beside?.[player] ?? []).map((part) =>
    [
      ...ownCells(part.cells).map((c) => formatCell(c.cell)),
      ...(part.line === null ? [] : ['a line']),
      ...(part.hits === null ? [] : [part.hits]),
    ].join(' '),
  );
  return [...cells, ...parts];
}

/** The grip a player holds when a bar begins. */
function heldBefore(bars: readonly Bar[], i: number, player: Player): Grip | null {
  return gripOf(
    bars
      .slice(0, i)
      .flatMap((bar) => bar.cells[player])
      .at(-1),
  );
}

/** String by string how the fretting hand alone comes to a grip; strings that stay where they were ring on. */
function reachedFrom(
  { reached, grip }: Cell & { readonly kind: 'grip' },
  before: Grip | null,
): readonly (Reach | null)[] | null {
  if (reached === undefined) return null;
  return grip.map((fret, string) => {
    const was = before?.[string] ?? null;
    if (fret === null || fret === was) return null;
    if (reached !== 'slide') return reached;
    return fret >= (was ?? 0) ? 'slide-up' : 'slide-down';
  });
}

type SoundGround = { readonly song: Song; readonly player: Player };

/** "sound clean (gain 1)" at the head of a section that has a choice of its own. */
function soundRemark(section: Section, { song, player }: SoundGround): readonly string[] {
  if (!section.sounds?.[player]) return [];
  return [placeWords({ song, player }, { section })];
}

/** The sound of a section played again, where it is not the same every time. */
function againSound({ entry, section }: Playing, { song, player }: SoundGround): readonly string[] {
  const varies = song.form.some((e) => e.section === entry.section && e.sounds?.[player] !== undefined);
  return varies ? [placeWords({ song, player }, { section })] : [];
}

/** The sound a bar changes to; null where it goes on. */
function soundFrom(
  bars: readonly Bar[],
  i: number,
  { song, player, section }: SoundGround & { readonly section: Section },
): string | null {
  const at = (bar: Bar | undefined) => placeWords({ song, player }, { section, ...(bar ? { bar } : {}) });
  const now = at(bars[i]);
  return now === (i === 0 ? at(undefined) : at(bars[i - 1])) ? null : now;
}

function placeWords({ song, player }: SoundGround, place: SoundPlace): string {
  const name = soundNameIn(player, place);
  const set = soundWords(rigIn(song, player, place));
  return name === null ? set : `sound ${name} (${set})`;
}

function rigWords(instrument: Rig): string {
  const words = tuningWords(instrument);
  const strings = formatTuning(instrument).split(' ').map(pretty).join(' ');
  return [
    words === formatTuning(instrument) ? strings : `${pretty(words)} (${strings})`,
    instrument.capo === 0 ? 'no capo' : `capo ${instrument.capo}`,
    `${instrument.frets} frets`,
    soundWords(instrument),
    ...(instrument.sounds ? [`sounds: ${instrument.sounds.map(formatNamedSound).join('; ')}`] : []),
  ].join(' · ');
}

function earlyWords(push: 0 | 240 | 480): string {
  if (push === 0) return '';
  return push === 480 ? 'an eighth early' : 'a sixteenth early';
}

function timesWords({ times, end }: Pick<FormEntry, 'times' | 'end'>): string {
  const often = times === 1 ? 'once' : times === 2 ? 'twice' : `${times} times`;
  if (end === 'vamp') return `vamp, about ${often}`;
  if (end === 'fade') return `${often}, fading out`;
  return end === 'cue' ? `${often}, on cue` : often;
}

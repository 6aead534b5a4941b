import { ordinal } from '../base/index';
import { barsOnPass, formatPickup, PLAYER_WORDS, writtenBars, type Player } from '../form/index';
import { openStrings } from '../instrument/index';
import { pretty, type Midi } from '../pitch/index';
import { flowOf, measuresOf, playedBars, writtenOut, type FlowBlock, type Measure } from '../score/index';
import { songKey, songLength, unfold, type Playing, type Song } from '../song/index';
import { formatDuration, formatMeter, formatSwing, quartersAMinute } from '../time/index';
import { barOf, wordsBefore, type SheetBar } from './bar';
import { usedGrips, type UsedGrip } from './used-grips';
import { againSound, quoted, rigWords, soundChange, soundFrom, soundRemark, timesWords } from './words';

/** How a song is written down: every section once, or everything as often as it is played. */
export type SheetForm = 'as-before' | 'written-out';

/** One player's sheet: everything to stand in front of them, in played order, independent of screen or paper. */
export interface Sheet {
  readonly player: Player;
  readonly form: SheetForm;
  readonly title: string;
  /** "D minor · 132 bpm · 4/4 · 36 bars · 1:05". */
  readonly ground: string;
  /** "drop D (D A D G B E) · 22 frets · gain 7 · no capo". */
  readonly rig: string;
  readonly strings: readonly string[];
  /** Pitches of the open strings with the capo, the lowest first. */
  readonly open: readonly Midi[];
  readonly capo: number;
  /** What is told all through the song. */
  readonly told: readonly string[];
  /** The grips that are used, in the order they come. */
  readonly grips: readonly UsedGrip[];
  readonly parts: readonly SheetPart[];
}

/** One playing of a section. What was there before without change only points back: it has no bars. */
export interface SheetPart {
  readonly heading: string;
  /** "twice", "in Em", "as before" … */
  readonly remarks: readonly string[];
  readonly firstBar: number;
  /** Place in the list of playings. */
  readonly playing: number;
  readonly bars: readonly SheetBar[];
}

/**
 * One player's sheet of the whole song, sections in played order. Bars are written once only where everything that is
 * played in them, and said of them, is the same.
 */
export function sheetOf(song: Song, player: Player, form: SheetForm = 'as-before'): Sheet {
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
  return {
    player,
    form,
    title: song.title,
    ground,
    rig: rigWords(instrument, quartersAMinute(song.tempo, song.meter)),
    strings: instrument.tuning.map((name) => name.replace(/-?\d$/, '')),
    open: openStrings(instrument).map((pitch) => (pitch + instrument.capo) as Midi),
    capo: instrument.capo,
    told: [song.remark, instrument.remark].flatMap((text) => (text === undefined ? [] : [text])),
    grips: usedGrips(song, player),
    parts: partsOf(song, player, form),
  };
}

/** "Guitar 1", "Bass". */
export function sheetName(sheet: Pick<Sheet, 'player'>): string {
  return PLAYER_WORDS[sheet.player];
}

function partsOf(song: Song, player: Player, form: SheetForm): readonly SheetPart[] {
  const played = playedBars(song);
  const playings = unfold(song);
  const measures = measuresOf(song, player);
  const bars = measures.map((measure, place) => barAt(song, player, { measure, place }));
  const places = new Map(played.map((bar, place) => [idOf(bar.playing.index, bar.pass, bar.bar), place]));
  const flow = form === 'written-out' ? writtenOut(played) : flowOf(played, (i) => bars[i]!.same);
  const shown: Shown[] = [];
  const timesOf = (playing: Playing) =>
    Array.from({ length: playing.entry.times }, (_, i) =>
      bars.filter(({ at }) => at.playing === playing.index && at.pass === i + 1).map((bar) => bar.same),
    );
  return flow.map(({ playing: index, blocks }): SheetPart => {
    const playing = playings[index]!;
    const all = blocks.flatMap((block, i) =>
      barsOfBlock(block, { bars, places, playing, number: i, count: blocks.length, form }),
    );
    const before = form === 'as-before' ? shown.find((one) => isLike(one.playing, playing)) : undefined;
    const times = timesOf(playing);
    const like = before ? likeTimes(times, before.times) : null;
    const own = like !== null ? [] : before ? differing(all, before.bars) : all;
    const isAgain = before !== undefined && own !== null;
    if (!isAgain) shown.push({ playing, bars: all, times });
    return {
      heading: playing.section.name,
      remarks: withSound(
        soundChange({ song, player }, playing, playings[index - 1]),
        remarksOf(playing, {
          song,
          player,
          again: isAgain ? before.playing : null,
          differs: isAgain && own.length > 0,
          like: like ?? (before && all.length < before.bars.length ? shortWords(playing, 1) : ''),
        }),
      ),
      firstBar: playing.firstBar + 1,
      playing: index,
      bars: own ?? all,
    };
  });
}

/** A playing that is written: its bars, and what every time through it says. */
interface Shown {
  readonly playing: Playing;
  readonly bars: readonly SheetBar[];
  readonly times: readonly (readonly string[])[];
}

/**
 * What to say behind "as before" where every time through is one of those before: "" where they are the same ones from the
 * first, else which; null where something differs.
 */
function likeTimes(now: Shown['times'], before: Shown['times']): string | null {
  const which = now.map((time) => before.findIndex((one) => isSameList(one, time)));
  if (which.includes(-1)) return null;
  if (which.length === 1 && before.length > 1 && before.some((one) => !isSameList(one, now[0]!)))
    return `, the ${ordinal(which[0]! + 1)} time`;
  return now.every((time, i) => isSameList(time, before[Math.min(i, before.length - 1)]!)) ? '' : null;
}

function isSameList(a: readonly string[], b: readonly string[]): boolean {
  return a.length === b.length && a.every((text, i) => text === b[i]);
}

function isLike(a: Playing, b: Playing): boolean {
  return a.section.name === b.section.name && a.shift === b.shift;
}

/**
 * The bars that are not as they were the time before: none where all are, null where so much differs that the
 * whole is written again. Bars may be missing now, none may be new.
 */
function differing(now: readonly SheetBar[], before: readonly SheetBar[]): readonly SheetBar[] | null {
  const idOf = ({ number, ending }: SheetBar) => `${number} ${ending?.label ?? ''}`;
  const usual = new Map(before.map((bar) => [idOf(bar), bar.same]));
  if (usual.size !== before.length || now.some((bar) => !usual.has(idOf(bar)))) return null;
  const other = now.filter((bar) => usual.get(idOf(bar)) !== bar.same);
  return other.length * 2 > now.length ? null : other.map(alone);
}

/** A bar that is shown by itself: what it repeats or ends is not in view. */
function alone(bar: SheetBar): SheetBar {
  return { ...bar, repeatOpens: false, repeatCloses: 0, ending: null };
}

function barAt(
  song: Song,
  player: Player,
  { measure, place }: { measure: Measure; place: number },
): SheetBar {
  const { bar: at } = measure;
  const { playing, pass, meter } = at;
  const notes = { place, measure, key: playing.key };
  if (at.source === null) return wordsBefore(notes);
  const all = barsOnPass(playing.section, pass);
  return barOf(at.source, {
    player,
    number: at.number,
    meter,
    sound: soundFrom(all, at.bar, { song, player, section: playing.section, tempo: playing.tempo }),
    notes,
  });
}

/** The bars of a block with their repeats and endings, and when it is played where it is not the only one. */
function barsOfBlock(
  { passes, bars: body, endings }: FlowBlock,
  of: {
    readonly bars: readonly SheetBar[];
    readonly places: ReadonlyMap<string, number>;
    readonly playing: Playing;
    readonly number: number;
    readonly count: number;
    readonly form: SheetForm;
  },
): readonly SheetBar[] {
  const { bars, playing, number, count, places } = of;
  const playedOn = (place: number, list: readonly number[]) =>
    list.flatMap((pass) => places.get(idOf(playing.index, pass, bars[place]!.at.bar)) ?? []);
  const isRound = passes.length > 1;
  const written = body.map((place, i): SheetBar => {
    const closes = isRound && endings.length === 0 && i === body.length - 1;
    return {
      ...bars[place]!,
      played: playedOn(place, passes),
      opens: i === 0 && count > 1 ? `${passWords(passes)}${shortWords(playing, passes[0]!)}` : null,
      repeatOpens: isRound && i === 0,
      repeatCloses: closes ? passes.length : 0,
    };
  });
  const ended = endings.flatMap((ending, n) =>
    ending.bars.map((place, i): SheetBar => {
      const isLast = n === endings.length - 1;
      const end = i === ending.bars.length - 1;
      return {
        ...bars[place]!,
        played: playedOn(place, ending.passes),
        opens: null,
        repeatOpens: isRound && i === 0 && n === 0 && body.length === 0,
        // The last ending is gone back from too, where it is played more than once.
        repeatCloses: !end
          ? 0
          : !isLast
            ? ending.passes.length + 1
            : ending.passes.length > 1
              ? ending.passes.length
              : 0,
        ending: {
          label: endingWords(ending.passes.map((p) => p - passes[0]! + 1)),
          opens: i === 0,
          closes: end,
        },
      };
    }),
  );
  const all = [...written, ...ended];
  // A later time that is mostly as the first shows what is not.
  if (number === 0 || of.form === 'written-out' || isRound) return all;
  const usual = new Map(
    bars
      .filter((bar) => bar.at.playing === playing.index && bar.at.pass === 1)
      .map((bar) => [bar.number, bar.same]),
  );
  const other = all.filter((bar) => usual.get(bar.number) !== bar.same);
  if (other.length * 2 > all.length) return all;
  const numbers = other.map((bar) => bar.number).join(', ');
  const label = `${passWords(passes)}${numbers === '' ? '' : `, bar ${numbers}`}${shortWords(playing, passes[0]!)}`;
  return other.map((bar, i) => ({ ...alone(bar), opens: i === 0 ? label : null }));
}

function idOf(playing: number, pass: number, bar: number): string {
  return `${playing} ${pass} ${bar}`;
}

/** "1st time", "1st and 2nd time", "2nd to 4th time". */
function passWords(passes: readonly number[]): string {
  const [first, last] = [passes[0]!, passes.at(-1)!];
  if (first === last) return `${ordinal(first)} time`;
  return `${ordinal(first)} ${last === first + 1 ? 'and' : 'to'} ${ordinal(last)} time`;
}

/** "1.", "1. 2.", "1.–3." over an ending. */
function endingWords(passes: readonly number[]): string {
  if (passes.length <= 2) return passes.map((p) => `${p}.`).join(' ');
  return `${passes[0]}.–${passes.at(-1)}.`;
}

/** ", stops after bar 6", ", without bar 3": what is not played on a pass; empty where all bars are. */
function shortWords({ section }: Playing, pass: number): string {
  const played = writtenBars(section, pass);
  const out = section.bars.flatMap((_, i) => (played.includes(i) ? [] : [i]));
  if (out.length === 0) return '';
  if (out[0] === played.length) return `, stops after bar ${played.length}`;
  return `, without bar ${out.map((i) => i + 1).join(', ')}`;
}

/** Remarks with the sound that begins here, where they do not say it. */
function withSound(sound: string | null, remarks: readonly string[]): readonly string[] {
  return sound === null || remarks.includes(sound) ? remarks : [sound, ...remarks];
}

function remarksOf(
  playing: Playing,
  {
    song,
    player,
    again,
    differs,
    like,
  }: {
    song: Song;
    player: Player;
    again: Playing | null;
    differs: boolean;
    like: string;
  },
): readonly string[] {
  const { section, entry, meter } = playing;
  const hand = section.hands?.[player];
  const sounds = { song, player, tempo: playing.tempo };
  return [
    ...(entry.times > 1 || entry.end || (again?.entry.times ?? 1) > 1 ? [timesWords(entry)] : []),
    ...(playing.shift !== 0 ? [`in ${pretty(playing.key.text)}`] : []),
    ...(playing.bpm === song.tempo ? [] : [`${playing.bpm} bpm`]),
    ...(section.meter && !again ? [`in ${formatMeter(meter)}`] : []),
    ...(entry.feel ? [entry.feel === 'half' ? 'half-time feel' : 'double-time feel'] : []),
    ...(section.swing && !again ? [`swing ${formatSwing(section.swing)}`] : []),
    ...(entry.bars === undefined ? [] : [`only the first ${entry.bars} bars`]),
    ...(again ? againSound(playing, sounds) : soundRemark(section, sounds)),
    ...(hand?.strokes === 'down' && !again ? ['all down-strokes'] : []),
    ...(hand?.with && !again ? [`hits with ${PLAYER_WORDS[hand.with]}`] : []),
    ...(section.like?.[player] && !again ? [`like ${PLAYER_WORDS[section.like[player].player]}`] : []),
    ...(section.key !== undefined && playing.shift === 0 && !again ? [`in ${pretty(playing.key.text)}`] : []),
    ...(section.pickup !== undefined && !again
      ? [`begins with a pick-up of ${formatPickup(section.pickup)}`]
      : []),
    ...(again ? [] : [section.remarks?.band, section.remarks?.[player]].flatMap(quoted)),
    ...quoted(entry.remark),
    ...(again ? [`as before${like}${differs ? ' but for' : ''}`] : []),
  ];
}

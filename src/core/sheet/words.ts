import type { FormEntry, Bar, Player, Section } from '../form/index';
import { barsOnPass, formatNamedSound } from '../form/index';
import { formatTuning, tuningWords } from '../instrument/index';
import { pretty } from '../pitch/index';
import {
  rigIn,
  soundNameIn,
  soundWords,
  type Playing,
  type Rig,
  type Song,
  type SoundPlace,
} from '../song/index';
import { delayMs } from '../time/index';

/** Whose sound, and the tempo (quarters a minute) delays are told in ms at. */
export type SoundGround = { readonly song: Song; readonly player: Player; readonly tempo: number };

/** "sound clean (gain 1)" at the head of a section that has a choice of its own. */
export function soundRemark(section: Section, ground: SoundGround): readonly string[] {
  if (!section.sounds?.[ground.player]) return [];
  return [placeWords(ground, { section })];
}

/** The sound a playing begins with, where the one before it ended with another; null where it goes on, or nothing was before. */
export function soundChange(
  { song, player }: Pick<SoundGround, 'song' | 'player'>,
  playing: Playing,
  before: Playing | undefined,
): string | null {
  if (before === undefined) return null;
  const ground = { song, player, tempo: playing.tempo };
  const [bar] = barsOnPass(playing.section, 1);
  const now = placeWords(ground, { section: playing.section, ...(bar ? { bar } : {}) });
  return now === lastSound(before, ground) ? null : now;
}

/** The sound a playing ends with, its delay told at another tempo. */
function lastSound({ section, entry }: Playing, ground: SoundGround): string {
  const bar = barsOnPass(section, entry.times).at(-1);
  return placeWords(ground, { section, ...(bar ? { bar } : {}) });
}

/** The sound a section asks of a player; null where it is the usual one. */
export function soundAt(ground: SoundGround, place: SoundPlace): string | null {
  return place.section.sounds?.[ground.player] ? placeWords(ground, place) : null;
}

/** The sound of a section played again, where it is not the same every time. */
export function againSound({ entry, section }: Playing, ground: SoundGround): readonly string[] {
  const { song, player } = ground;
  const varies = song.form.some((e) => e.section === entry.section && e.sounds?.[player] !== undefined);
  return varies ? [placeWords(ground, { section })] : [];
}

/** The sound a bar changes to; null where it goes on. */
export function soundFrom(
  bars: readonly Bar[],
  i: number,
  { section, ...ground }: SoundGround & { readonly section: Section },
): string | null {
  const at = (bar: Bar | undefined) => placeWords(ground, { section, ...(bar ? { bar } : {}) });
  const now = at(bars[i]);
  return now === (i === 0 ? at(undefined) : at(bars[i - 1])) ? null : now;
}

function placeWords({ song, player, tempo }: SoundGround, place: SoundPlace): string {
  const name = soundNameIn(player, place);
  const set = setWords(rigIn(song, player, place), tempo);
  return name === null ? set : `sound ${name} (${set})`;
}

/** "gain 6, delay 1/8. (341 ms)". */
function setWords(rig: Rig, tempo: number): string {
  const { delay } = rig;
  const ms = delay?.kind === 'ticks' ? ` (${Math.round(delayMs(delay, tempo))} ms)` : '';
  return `${soundWords(rig)}${ms}`;
}

/** Tuning, capo, frets and sounds of an instrument. */
export function rigWords(instrument: Rig, tempo: number): string {
  const words = tuningWords(instrument);
  const strings = formatTuning(instrument).split(' ').map(pretty).join(' ');
  return [
    words === formatTuning(instrument) ? strings : `${pretty(words)} (${strings})`,
    instrument.capo === 0 ? 'no capo' : `capo ${instrument.capo}`,
    `${instrument.frets} frets`,
    setWords(instrument, tempo),
    ...(instrument.sounds ? [`sounds: ${instrument.sounds.map(formatNamedSound).join('; ')}`] : []),
  ].join(' · ');
}

/** A remark in quotation marks; nothing where there is none. */
export function quoted(text: string | undefined): readonly string[] {
  return text === undefined ? [] : [`“${text}”`];
}

/** "once", "twice", "4 times, fading out". */
export function timesWords({ times, end }: Pick<FormEntry, 'times' | 'end'>): string {
  const often = times === 1 ? 'once' : times === 2 ? 'twice' : `${times} times`;
  if (end === 'vamp') return `vamp, about ${often}`;
  if (end === 'fade') return `${often}, fading out`;
  return end === 'cue' ? `${often}, on cue` : often;
}

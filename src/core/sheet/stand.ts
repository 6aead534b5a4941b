import type { Player } from '../form/index';
import { playedBars } from '../score/index';
import { unfold, type Song } from '../song/index';
import { countedBeats, ticksToSeconds } from '../time/index';
import type { DrawnBar } from './bar';
import { sheetOf, type Sheet, type SheetPart } from './sheet';
import { soundChange } from './words';

/** A bar as a stand shows it: what is not drawn is left out, so that it goes into a file. */
export type StandBar = DrawnBar & {
  /** How long it takes. */
  readonly seconds: number;
  /** Beats it is counted in. */
  readonly beats: number;
};

/** One time through a section. */
export interface StandPart {
  readonly heading: string;
  /** "2nd time", "in Em" … */
  readonly remarks: readonly string[];
  /** The sound it begins with, where that is another one than before; null where it goes on. */
  readonly sound: string | null;
  /** Place of its first bar, and how many there are. */
  readonly from: number;
  readonly bars: number;
}

/** Everything a player has before them on stage: the song as it is played, bar after bar. Plain data. */
export interface StandSheet extends Pick<
  Sheet,
  'player' | 'title' | 'ground' | 'rig' | 'told' | 'strings' | 'open'
> {
  readonly bars: readonly StandBar[];
  readonly parts: readonly StandPart[];
}

/** A player's stand: the sheet written out, with the time every bar takes. */
export function standSheet(song: Song, player: Player): StandSheet {
  const { title, ground, rig, told, strings, open, parts } = sheetOf(song, player, 'written-out');
  const played = playedBars(song);
  const playings = unfold(song);
  const bars = parts
    .flatMap((part) => part.bars)
    .map((bar): StandBar => {
      const { cells: _cells, same: _same, ...shown } = bar;
      const { tempo, meter } = played[bar.place]!.playing;
      return { ...shown, seconds: ticksToSeconds(bar.at.ticks, tempo), beats: countedBeats(meter) };
    });
  let from = 0;
  const standParts = parts.flatMap((part) =>
    timesOf(part).map(({ words, count }, time): StandPart => {
      const usual = playings[part.playing]!.entry.times;
      const remarks = [
        ...part.remarks.filter((r) => !/^(twice|\d+ times)$/.test(r)),
        ...(usual > 1 && words ? [words] : []),
      ];
      const playing = playings[part.playing]!;
      const change = soundChange({ song, player }, playing, playings[part.playing - 1]);
      const sound = time > 0 ? null : change;
      const made = {
        heading: part.heading,
        remarks: remarks.filter((r) => r !== change),
        sound,
        from,
        bars: count,
      };
      from += count;
      return made;
    }),
  );
  return { player, title, ground, rig, told, strings, open, bars, parts: standParts };
}

/** Where the times of a section begin. */
function timesOf(part: SheetPart): readonly { words: string | null; count: number }[] {
  const times: { words: string | null; count: number }[] = [];
  for (const bar of part.bars) {
    if (times.length === 0 || bar.opens !== null) times.push({ words: bar.opens, count: 0 });
    times.at(-1)!.count += 1;
  }
  return times;
}

/** "Chorus, sound lead (gain 7)": what is said a bar before a section begins. */
export function announcement({ heading, remarks, sound }: StandPart): string {
  return [heading, ...(sound === null ? [] : [sound]), ...remarks].join(', ');
}

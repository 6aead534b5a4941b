import { momentsOf, unfold, type Song } from '../../core/song/index';
import type { Selection } from '../../store/index';

/** The moment of a bar (from 1; null: the first) of a section, where it is first played on that pass; null where it is not. */
export function placeOf(
  song: Song,
  at: {
    readonly section: string;
    readonly pass?: number | null;
    readonly bar?: number | null;
    readonly into?: string | null;
    /** In this playing (place in the form, from 0), if it is one of the section; left out: in the first. */
    readonly entry?: number;
  },
): Pick<Selection, 'playing' | 'pass' | 'moment'> | null {
  const playings = unfold(song);
  const pass = at.pass ?? 1;
  const into = at.into ?? null;
  const fits = (i: number) =>
    playings[i]!.section.name === at.section &&
    playings[i]!.entry.times >= pass &&
    (into === null ||
      playings[i + 1]?.section.name === into ||
      (into === at.section && playings[i]!.entry.times > 1));
  const alone = at.entry === undefined ? undefined : song.form[at.entry];
  const thisOne = playings.findIndex((one, i) => alone !== undefined && one.entry === alone && fits(i));
  const playing = thisOne >= 0 ? thisOne : playings.findIndex((_, i) => fits(i));
  if (playing < 0) return null;
  const { section, meter, entry } = playings[playing]!;
  // A way into the next section begins in the last bar of the last pass.
  const isJoin = into !== null;
  const own = isJoin && !(into === at.section && entry.times > 1) ? entry.times : pass;
  const moments = momentsOf(section, { pass: own, meter });
  const bar = isJoin ? (moments.at(-1)?.bar ?? 0) : (at.bar ?? 1) - 1;
  const moment = moments.findIndex((m) => m.bar >= bar);
  return { playing, pass: own, moment: moment < 0 ? Math.max(0, moments.length - 1) : moment };
}

/** "Verse into Chorus", "Verse, bar 3". */
export function placeWords(at: {
  readonly section: string | null;
  readonly into?: string | null;
  readonly pass?: number | null;
  readonly bar?: number | null;
}): string {
  if (at.section === null) return 'the whole song';
  if (at.into) return at.into === at.section ? `${at.section} again` : `${at.section} into ${at.into}`;
  const pass = at.pass && at.pass > 1 ? `, time ${at.pass}` : '';
  return `${at.section}${pass}${at.bar ? `, bar ${at.bar}` : ''}`;
}

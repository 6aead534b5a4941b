import { remember } from '../../base/index';
import { PLAYERS, type Bar, type Player } from '../../form/index';
import { complementOf, isGuess, parseHits, sureOf } from '../../hits/index';
import type { Song } from '../../song/index';
import { barTicks, formatMeter, ticksToSeconds, type Meter } from '../../time/index';
import { eighthsIn } from './figures';

/** How a pattern comes from what is written: this player's own, or from a partner's. */
export type MotifWay = 'again' | 'own' | 'same' | 'accents' | 'gaps';

/** A pattern that is written somewhere, and what it is called. */
interface Written {
  readonly pattern: string;
  readonly words: string;
}

/** What is written for the right hands of a song, as far as it may be struck elsewhere. */
export interface Motifs {
  /** In this section on this pass: whole strokes and picked strings, by bar; null for a line, a guess or nothing. */
  readonly here: Readonly<Record<Player, readonly (string | null)[]>>;
  /** In the whole song, and under names of one's own. */
  readonly song: Readonly<Record<Player, readonly Written[]>>;
}

/** Something to strike that comes from what is written. */
export interface Motif extends Written {
  readonly name: string;
  readonly how: MotifWay;
  /** It comes from another bar, where chords may change elsewhere. */
  readonly isElsewhere: boolean;
}

/** The name under which figures go on from bar to bar: the same strokes are the same figure, whoever wrote them. */
export function nameOf(how: 'same' | 'accents' | 'gaps', pattern: string): string {
  return `${how} ${pattern}`;
}

/** A pattern that picks strings. */
export function isPicked(pattern: string): boolean {
  return /[1-6[]/.test(pattern);
}

/** Whole strokes, mutes, choked strokes, holds and stops. */
function isWhole(pattern: string): boolean {
  return /^[OoMmXx.-]+$/.test(pattern);
}

/** What is written for everybody's right hand in a section's bars on a pass, and in the song. */
export function motifsOf(song: Song, bars: readonly Bar[], meter: Meter): Motifs {
  const here = (player: Player) => bars.map((_, b) => writtenIn(bars, b, player));
  const each = <T>(of: (player: Player) => T) => ({
    guitar1: of('guitar1'),
    guitar2: of('guitar2'),
    bass: of('bass'),
  });
  return { here: each(here), song: each((player) => writtenInSong(song, player, meter)) };
}

/** What is written for a player's right hand in a bar, if it may be struck elsewhere; null for a line, a guess or nothing. */
export function writtenIn(bars: readonly Bar[], b: number, player: Player): string | null {
  const { lines, hits } = bars[b]!;
  const written = lines?.[player] ? null : hits[player];
  return written === null || isGuess(written) || !isStruck(written) ? null : sureOf(written);
}

/**
 * What a player may strike in a bar (from 0) after what is written: first in the section, by the player and by the
 * others, then elsewhere in the song. `isOpen` tells whose bars are for the splitter to fill.
 */
export function motifsFor(
  { here, song }: Motifs,
  of: { player: Player; bar: number; meter: Meter; isOpen: (player: Player, bar: number) => boolean },
): readonly Motif[] {
  const { player, bar, meter, isOpen } = of;
  const nearest = (who: Player) => nearestTo(bar, here[who], (b) => !isOpen(who, b));
  const found: Motif[] = nearest(player).map(({ pattern, at }) => ({
    how: 'again',
    pattern,
    name: nameOf('same', pattern),
    words: `as in bar ${at + 1}`,
    isElsewhere: true,
  }));
  for (const partner of PLAYERS) {
    if (partner === player) continue;
    const who = partner === 'bass' ? 'the bass' : `Guitar ${partner.at(-1)!}`;
    for (const { pattern, at } of nearest(partner)) {
      if (!isWhole(pattern)) continue;
      const where = at === bar ? '' : ` in bar ${at + 1}`;
      const add = (how: 'same' | 'accents' | 'gaps', made: string, words: string) =>
        found.push({ how, pattern: made, name: nameOf(how, pattern), words, isElsewhere: at !== bar });
      add('same', pattern, `the same as ${who}${where}`);
      // A bass rings under what guitars mute (common practice).
      if (player === 'bass' && /[Mm]/.test(pattern)) {
        const rings = pattern.replaceAll('M', 'O').replaceAll('m', 'o');
        add('same', rings, `strikes with ${who}${where}`);
      }
      add('accents', accentsOf(pattern), `${who}’s accents${where}`);
      // Gaps are of the moment: in another bar the partner may leave others.
      if (at === bar) add('gaps', gapsOf(`${formatMeter(meter)} ${pattern}`), `${who}’s gaps`);
    }
  }
  for (const one of song[player])
    found.push({ how: 'own', ...one, name: nameOf('same', one.pattern), isElsewhere: true });
  return found;
}

/**
 * A pattern from another bar where chords change at these ticks of this one: what is struck or held there is struck loud,
 * and a stroke too close before it to change hands in gives way.
 */
export function fitted(
  pattern: string,
  of: { readonly changes: readonly number[]; readonly meter: Meter; readonly tempo: number },
): string {
  if (!isWhole(pattern)) return pattern;
  const ticks = barTicks(of.meter) / pattern.length;
  const isClose = ticksToSeconds(ticks, of.tempo) < HAND_SECONDS;
  const places = [...pattern];
  for (const tick of of.changes) {
    const at = tick / ticks;
    if (at === 0 || !Number.isInteger(at) || places[at] === '.') continue;
    places[at] = 'O';
    if (isClose && /[OoMmXx]/.test(places[at - 1]!)) places[at - 1] = '-';
  }
  return places.join('');
}

/** What a hand takes to another grip, about (common practice). */
const HAND_SECONDS = 0.12;

/** Different patterns a section is asked for, of one player, the nearest bars first. */
const MOST_HERE = 2;

function nearestTo(
  bar: number,
  patterns: readonly (string | null)[],
  isWritten: (bar: number) => boolean,
): readonly { readonly pattern: string; readonly at: number }[] {
  const order = patterns.map((_, b) => b).sort((x, y) => Math.abs(x - bar) - Math.abs(y - bar) || x - y);
  const written = patterns.map((pattern, b) => (isWritten(b) ? pattern : null));
  const counts = countsOf(written);
  const most = Math.max(0, ...counts.values());
  const isUsual = (pattern: string) => 2 * counts.get(pattern)! >= most;
  const found: { pattern: string; at: number }[] = [];
  for (const at of order) {
    const pattern = written[at]!;
    if (pattern === null || found.some((one) => one.pattern === pattern)) continue;
    // What is rare among bars that repeat is an end or a fill of its own place.
    if (at !== bar && !isUsual(pattern)) continue;
    found.push({ pattern, at });
    if (found.length === MOST_HERE) break;
  }
  return found;
}

function countsOf(patterns: readonly (string | null)[]): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const pattern of patterns) if (pattern !== null) counts.set(pattern, (counts.get(pattern) ?? 0) + 1);
  return counts;
}

/** An answer to a pattern, by its metre and itself. */
const gapsOf = remember((key: string): string => {
  const [, beats, unit, pattern] = /^(\d+)\/(\d+) (.*)$/.exec(key)!;
  return complementOf(pattern!, { beats: Number(beats), unit: Number(unit) as Meter['unit'] });
});

/** Only the loud ringing strokes, the rest goes on sounding; the bar begins with one. */
function accentsOf(pattern: string): string {
  return pattern.replace(/[mMoxX]/g, '-').replace(/^-/, 'O');
}

/** Whole strokes or picked strings that an open hand may take over as they are. */
function isStruck(pattern: string): boolean {
  return isWhole(pattern) || /^[1-6.-]+$/.test(pattern);
}

/** Patterns of one's own by name, and those a player has written in the song in this metre, a few, the commonest first. */
function writtenInSong(song: Song, player: Player, meter: Meter): readonly Written[] {
  const named = (song.patterns ?? [])
    .filter(({ hits }) => isStruck(hits) && parseHits(hits, meter).ok)
    .map(({ name, hits }): Written => ({ pattern: hits, words: `“${name}”` }));
  const n = eighthsIn(meter)!;
  const counts = new Map<string, { count: number; words: string }>();
  for (const section of song.sections) {
    section.bars.forEach((bar, b) => {
      const pattern = bar.hits[player];
      if (pattern === null || isGuess(pattern) || !isStruck(pattern)) return;
      if (pattern.length % n !== 0 || barTicks(meter) % pattern.length !== 0) return;
      const known = counts.get(pattern) ?? { count: 0, words: `as in ${section.name}, bar ${b + 1}` };
      counts.set(pattern, { ...known, count: known.count + 1 });
    });
  }
  const most = Math.max(0, ...[...counts.values()].map(({ count }) => count));
  const written = [...counts]
    .filter(([, { count }]) => 2 * count >= most)
    .sort((x, y) => y[1].count - x[1].count)
    .slice(0, MOST_OWN)
    .map(([pattern, { words }]): Written => ({ pattern, words }));
  return [...named, ...written];
}

const MOST_OWN = 4;

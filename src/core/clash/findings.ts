import { barsOnPass, differingBars, differingPasses, type Section } from '../form/index';
import type { Finding } from './finding';
import { unfold, type KeptFinding, type Playing, type Song } from '../song/index';
import { keeps, keptAt } from './keeping';
import { joinRunning, passFindings, stretchFindings, voiceOf, type Raw } from './pass-findings';
import { LONG_BARS, stretchesOf } from './stretches';

/**
 * All findings of a song in played order: every section once in each key and tempo, and whatever
 * differs on later passes.
 */
export function songFindings(song: Song): readonly Finding[] {
  const known = songCache.get(song);
  if (known) return known;
  // How many bars of a section have been spoken of at which tempo: a shortened playing has nothing new to say.
  const seen = new Map<Section, Map<number, number>>();
  const found = unfold(song).flatMap((playing) => {
    const tempos = seen.get(playing.whole) ?? new Map<number, number>();
    const said = tempos.get(playing.tempo) ?? 0;
    const count = playing.section.bars.length;
    if (said >= count) return [];
    seen.set(playing.whole, tempos.set(playing.tempo, count));
    return playingFindings(song, playing).filter((f) => f.bar > said);
  });
  songCache.set(song, found);
  return found;
}

const songCache = new WeakMap<Song, readonly Finding[]>();

/** Findings of one playing of a section, kept ones marked. Remembered while section, rig and key stay. */
export function playingFindings(song: Song, playing: Playing): readonly Finding[] {
  const known = playingCache.get(song)?.get(playing.index);
  if (known) return known;
  const whole = remembered(song, playing);
  const count = playing.section.bars.length;
  const raw = count < playing.whole.bars.length ? whole.filter((f) => f.bar <= count) : whole;
  const found = raw.map((f) => {
    if (song.kept.length === 0) return unkept(f, playing.index);
    const kept = keptAt(song, playing.entry.section, f.bar).find((k) => keeps(k, f, playing.shift));
    return kept ? { ...f, playing: playing.index, kept: kept.reason } : unkept(f, playing.index);
  });
  const all = playingCache.get(song) ?? new Map<number, readonly Finding[]>();
  playingCache.set(song, all.set(playing.index, found));
  return found;
}

/** A finding in a playing that nobody keeps; the same object as long as nothing of it changes. */
function unkept(f: Raw, playing: number): Finding {
  const hit = unkeptCache.get(f);
  if (hit?.playing === playing) return hit;
  const made = { ...f, playing, kept: null };
  unkeptCache.set(f, made);
  return made;
}

const unkeptCache = new WeakMap<Raw, Finding>();

const playingCache = new WeakMap<Song, Map<number, readonly Finding[]>>();

/** What is kept on purpose, in the order it was kept, and whether its cause is still there. */
export function keptList(song: Song): readonly { readonly kept: KeptFinding; readonly applies: boolean }[] {
  const playings = unfold(song);
  return song.kept.map((kept) => ({
    kept,
    applies: playings.some(
      (p) =>
        (kept.section === null || p.entry.section === kept.section) &&
        remembered(song, p).some((f) => keeps(kept, f, p.shift)),
    ),
  }));
}

interface Ground {
  readonly players: Song['players'];
  readonly down: number;
  readonly tempo: number;
  readonly voice: Song['voice'];
  readonly times: number;
  readonly dirtMeant: boolean;
}

const cache = new WeakMap<Section, Map<string, { ground: Ground; list: readonly Raw[] }>>();

function remembered(song: Song, playing: Playing): readonly Raw[] {
  // A shortened playing is judged as part of the whole: a figure stays a figure where it breaks off.
  let known = cache.get(playing.whole);
  if (!known) cache.set(playing.whole, (known = new Map()));
  const { meter, tempo } = playing;
  const id = `${playing.key.text} ${meter.beats}/${meter.unit} ${tempo}`;
  const times = mostTimes(song, playing.entry.section);
  const voice = playing.section.voice ?? song.voice;
  const dirtMeant = isDirtMeant(song, playing.entry.section);
  const ground = { players: song.players, down: song.down ?? 0, tempo, voice, times, dirtMeant };
  const hit = known.get(id);
  if (hit && sameGround(hit.ground, ground)) return hit.list;
  const list = work(song, playing, times);
  known.set(id, { ground, list });
  return list;
}

/** How often a section is played in a row at most, over the whole form. Remembered with the form. */
function mostTimes({ form }: Song, section: string): number {
  let known = timesCache.get(form);
  if (!known) {
    known = new Map<string, number>();
    for (const e of form) known.set(e.section, Math.max(e.times, known.get(e.section) ?? 0));
    timesCache.set(form, known);
  }
  return known.get(section) ?? 1;
}

const timesCache = new WeakMap<Song['form'], Map<string, number>>();

/** The plan of a section, tuned to it, wants thirds in a driven amplifier. */
function isDirtMeant({ form }: Song, section: string): boolean {
  return form.some((e) => e.section === section && e.tune?.thirds === 'yes');
}

function sameGround(a: Ground, b: Ground): boolean {
  return (
    a.players === b.players &&
    a.down === b.down &&
    a.tempo === b.tempo &&
    a.times === b.times &&
    a.dirtMeant === b.dirtMeant &&
    a.voice?.join() === b.voice?.join()
  );
}

function work(song: Song, { whole: section, key, tempo }: Playing, times: number): readonly Raw[] {
  const passes = [1, ...differingPasses(section).filter((pass) => pass !== 1)];
  const voice = voiceOf(section.voice ?? song.voice);
  const ground = { key, tempo, voice, times, dirtMeant: isDirtMeant(song, section.name) };
  const first = new Set<string>();
  const byPass = passes.map((pass) => {
    const different = differentBars(section, pass);
    const differs = (bar: number) => different === null || different.has(bar);
    const bars = barsOnPass(section, pass);
    if (bars.length <= LONG_BARS) return passFindings(song, { section, pass, differs, ...ground });
    return joinRunning(
      stretchesOf(section, bars).flatMap((s) => stretchFindings(song, s, { pass, differs, ...ground })),
    );
  });
  if (byPass.length === 1) return byPass[0]!;
  // What begins in a bar that is as before and is said of the first pass already is not said again.
  for (const f of byPass[0]!) first.add(sameOnPass(f));
  return byPass.flatMap((list, i) =>
    i === 0
      ? list
      : list.filter((f) => differentBars(section, passes[i]!)!.has(f.bar - 1) || !first.has(sameOnPass(f))),
  );
}

function sameOnPass(f: Raw): string {
  return `${f.kind} ${f.players.join()} ${f.from} ${f.notes.join()} ${f.level}`;
}

/** The bars (from 0) that are not as in the section on a pass; null on the first, where all are spoken of. */
function differentBars(section: Section, pass: number): ReadonlySet<number> | null {
  if (pass === 1) return null;
  return new Set(differingBars(section, pass));
}

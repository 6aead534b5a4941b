import {
  barsOnPass,
  differingPasses,
  PLAYER_WORDS,
  PLAYERS,
  type Cell,
  type Player,
  type Section,
} from '../form/index';
import { formatFingering, holdGrip, missingFret } from '../grip/index';
import { parseNote, type Key, type Midi } from '../pitch/index';
import { meterOf, unfold, type KeptFinding, type Moment, type Playing, type Song } from '../song/index';
import { barTicks, beatTicks } from '../time/index';
import { delays } from './delay';
import type { Finding } from './finding';
import { flams } from './flam';
import { judge } from './judge';
import type { Judgement } from './judgement';
import { emptyStrings } from './empty-string';
import { keeps, keptAt } from './keeping';
import { linesInVoice } from './line';
import { missingTones } from './missing';
import { lowestNotes } from './lowest';
import { pushes } from './push';
import { runs } from './run';
import { ringsOver } from './ring';
import { sceneAt, type MomentPlace, type SceneGround } from './scene-at';
import { shifts } from './shift';
import { factsOf, momentAt, stageOf, type Stage, type Timed } from './stage';
import { stepsOn } from './steps-on';
import { buriedHits, ringingStops } from './stop';
import { LONG_BARS, stretchesOf, type Stretch } from './stretches';
import { openPlayers } from './tones';
import { nameIn } from './words';

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

/** Whether the hand can do what a cell asks, apart from the others; of lines see run.ts. */
export function judgeHand(player: Player, cell: Cell, song: Pick<Song, 'players'>): readonly Judgement[] {
  if (cell.kind !== 'grip' || cell.step) return [];
  const instrument = song.players[player];
  const base = { players: [player], pitches: [], score: 1, level: 'clash' } as const;
  const { hold, reach } = factsOf(cell, instrument);
  const who = PLAYER_WORDS[player];
  const missing = missingFret(cell.grip, instrument);
  if (missing) {
    const last = instrument.frets - instrument.capo;
    const text = `${who}: fret ${missing.fret} is not there, this neck ends at ${last}.`;
    return [{ ...base, kind: 'range', text }];
  }
  if (reach === 'ease') return [];
  const refused = holdGrip(cell.grip, instrument, instrument.hand, cell.fingers);
  const own = cell.fingers ? ` with your fingers ${formatFingering(cell.fingers)}` : '';
  const why = refused.ok ? '' : refused.error;
  if (hold === null || reach === 'out')
    return [{ ...base, kind: 'reach', text: `${who} cannot hold this${own}: ${why}.` }];
  return [{ ...base, kind: 'reach', text: `${who}: a stretch${own}, ${why}.`, level: 'watch', score: 0.6 }];
}

type Raw = Omit<Finding, 'playing' | 'kept'>;

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
  return passes.flatMap((pass) => {
    const different = differentBars(section, pass);
    const differs = (bar: number) => different === null || different.has(bar);
    const bars = barsOnPass(section, pass);
    if (bars.length <= LONG_BARS) return passFindings(song, { section, pass, differs, ...ground });
    return joinRunning(
      stretchesOf(section, bars).flatMap((s) => stretchFindings(song, s, { pass, differs, ...ground })),
    );
  });
}

/** The bars (from 0) that are not as in the section on a pass; null on the first, where all are spoken of. */
function differentBars(section: Section, pass: number): ReadonlySet<number> | null {
  if (pass === 1) return null;
  return new Set(
    section.variants.filter((v) => v.pass === pass).flatMap((v) => v.bars.map((_, i) => v.fromBar + i)),
  );
}

interface PassGround {
  readonly key: Key;
  readonly tempo: number;
  readonly voice: Stage['voice'];
  readonly times: number;
  readonly dirtMeant: boolean;
  readonly pass: number;
  readonly differs: (bar: number) => boolean;
}

/** `as`: the pass it is called, where the section's bars are those of a pass already. */
function passFindings(
  song: Song,
  of: PassGround & { readonly section: Section; readonly as?: number },
): readonly Raw[] {
  const { section, pass, differs, as, ...ground } = of;
  const stage = stageOf(song, { section, pass: as === undefined ? pass : 1, ...ground });
  const place = { stage, section, pass: as ?? pass };
  const standing = stage.moments.flatMap((moment, index): Raw[] => {
    if (!differs(moment.bar)) return [];
    const list = [
      ...judgedMoment(
        song,
        { moments: stage.moments, index },
        { key: of.key, section, dirtMeant: of.dirtMeant, beatTicks: stage.beatTicks },
      ),
      ...handsAt(song, stage.moments, index),
      ...openAt(stage.moments, index),
    ];
    return list.map((j) => placed({ ...j, at: moment.start, ticks: moment.ticks }, place));
  });
  const passing = overTime(stage)
    .filter((t) => differs(Math.floor(t.at / stage.barTicks)))
    .map((t) => placed(t, place));
  return [...joinRunning(withoutWrongBass(standing, passing)), ...passing].sort(
    (a, b) => a.from - b.from || b.score - a.score,
  );
}

/** A lowest note that is wrong rubs too: that is one thing, and said as what it is. */
function withoutWrongBass(standing: readonly Raw[], passing: readonly Raw[]): readonly Raw[] {
  const wrong = passing.filter((f) => f.kind === 'wrong-bass' && f.level === 'clash');
  if (wrong.length === 0) return standing;
  return standing.filter(
    (f) =>
      f.kind !== 'rub' ||
      !wrong.some(
        (w) =>
          f.from < w.to &&
          f.to > w.from &&
          f.players.includes(w.players[0]!) &&
          f.pitches.some((p) => (p - w.pitches[0]!) % 12 === 0),
      ),
  );
}

/** What is said of one stretch of a long section, where it stands in the whole. Remembered with the stretch. */
function stretchFindings(song: Song, stretch: Stretch, ground: PassGround): readonly Raw[] {
  const { section, first, from, to } = stretch;
  const { pass, differs, key, tempo, times, voice } = ground;
  const id = `${pass} ${key.text} ${tempo} ${times} ${voice?.join() ?? ''} ${ground.dirtMeant} ${song.down ?? 0} ${first}`;
  let known = stretchCache.get(section);
  if (!known) stretchCache.set(section, (known = new Map()));
  const hit = known.get(id);
  const all =
    hit?.players === song.players
      ? hit.list
      : passFindings(song, { ...ground, section, as: pass, differs: () => true })
          .map((f) => moved(f, first * barTicks(meterOf(song, section)), first))
          .filter((f) => f.bar > from && f.bar <= to);
  if (hit?.list !== all) known.set(id, { players: song.players, list: all });
  return pass === 1 ? all : all.filter((f) => differs(f.bar - 1));
}

const stretchCache = new WeakMap<Section, Map<string, { players: Song['players']; list: readonly Raw[] }>>();

/** A finding so many bars later. */
function moved(f: Raw, ticks: number, bars: number): Raw {
  if (bars === 0) return f;
  const bar = f.bar + bars;
  return { ...f, bar, from: f.from + ticks, to: f.to + ticks, id: idOf({ ...f, bar }) };
}

function idOf(f: Pick<Raw, 'section' | 'pass' | 'bar' | 'beat' | 'kind' | 'players' | 'notes'>): string {
  return [f.section, f.pass, f.bar, f.beat, f.kind, f.players.join('+'), f.notes.join('.')].join('|');
}

/** Everything that is judged over time, before it is placed. */
export function overTime(stage: Stage): readonly Timed[] {
  return [
    ...pushes(stage),
    ...flams(stage),
    ...ringingStops(stage),
    ...buriedHits(stage),
    ...ringsOver(stage),
    ...delays(stage),
    ...linesInVoice(stage),
    ...shifts(stage),
    ...runs(stage),
    ...lowestNotes(stage),
    ...missingTones(stage),
    ...stepsOn(stage),
    ...emptyStrings(stage),
  ];
}

/** The same bars come again and again: what was said of the same sounds is not worked out twice. */
function judgedMoment(song: Song, place: MomentPlace, ground: SceneGround): readonly Judgement[] {
  let known = judged.get(song.players);
  if (!known) judged.set(song.players, (known = new Map()));
  const moment = place.moments[place.index]!;
  const scene = sceneAt(song, place, ground);
  let id = `${ground.key.text} ${song.down ?? 0} ${moment.chordText} ${scene.complete} ${moment.ticks}`;
  for (const part of scene.parts) {
    const { player, pitches, soundTicks, totalTicks, touch, gain, standTicks } = part;
    const { moving, figure, dirtMeant, isLine } = part;
    const flags = `${moving ? 'm' : ''}${figure ? 'f' : ''}${dirtMeant ? 'd' : ''}${isLine ? 'l' : ''} ${touch}`;
    id += `|${player} ${textOf(pitches)} ${soundTicks} ${totalTicks} ${gain} ${standTicks} ${flags}`;
  }
  for (const pair of PAIRS) id += ` ${moment.overlapTicks[pair]}`;
  for (const stay of Object.values(scene.stays ?? {})) id += ` ${stay.ticks}_${stay.heard}_${stay.through}`;
  let list = known.get(id);
  if (!list) {
    list = judge(scene);
    if (known.size >= MOST_JUDGED) known.clear();
    known.set(id, list);
  }
  return list;
}

const PAIRS = ['guitar1 guitar2', 'guitar1 bass', 'guitar2 bass'] as const;

/** Written out once for each list. */
function textOf(pitches: readonly Midi[]): string {
  let text = texts.get(pitches);
  if (text === undefined) texts.set(pitches, (text = pitches.join('_')));
  return text;
}

const texts = new WeakMap<readonly Midi[], string>();

/** Players whose cell is still open where it is written. */
function openAt(moments: readonly Moment[], index: number): readonly Judgement[] {
  const { cells } = moments[index]!;
  return openPlayers(
    PLAYERS.filter((player) => cells[player].kind === 'open' && startsHere(moments, index, player)),
  );
}

const MOST_JUDGED = 4000;
const judged = new WeakMap<Song['players'], Map<string, readonly Judgement[]>>();

function handsAt(song: Song, moments: readonly Moment[], index: number): readonly Judgement[] {
  const moment = moments[index]!;
  return PLAYERS.flatMap((player) =>
    moment.places[player]?.bar === moment.bar && startsHere(moments, index, player)
      ? judgeHand(player, moment.cells[player], song)
      : [],
  );
}

function startsHere(moments: readonly Moment[], index: number, player: Player): boolean {
  const before = moments[index - 1]?.places[player];
  const here = moments[index]!.places[player];
  return before?.bar !== here?.bar || before?.index !== here?.index;
}

/** A singer's range as pitches, lowest and highest; null where nobody sings or a name is no note. */
export function voiceOf(range: Song['voice']): Stage['voice'] {
  if (range === null) return null;
  const [low, high] = [parseNote(range[0]), parseNote(range[1])];
  return low.ok && high.ok ? [low.value, high.value] : null;
}

/** A judgement with its bar and beat, and what it is known by. */
export function placed(t: Timed, at: { stage: Stage; section: Section; pass: number }): Raw {
  const { stage } = at;
  const bar = stage.barTicks;
  const beat = beatTicks(stage.meter);
  const round = (n: number) => Math.round(n * 1000) / 1000;
  const inBar = t.at - Math.floor(t.at / bar) * bar;
  const where = {
    bar: Math.floor(t.at / bar) + 1,
    beat: round(inBar / beat + 1),
    beats: round(t.ticks / beat),
  };
  const moment = momentAt(stage, t.at);
  const pitches = [...t.pitches].sort((a, b) => a - b);
  const notes = pitches.map((p) => nameIn({ chord: moment.chord, key: stage.key }, p));
  const id = idOf({
    ...where,
    section: at.section.name,
    pass: at.pass,
    kind: t.kind,
    players: t.players,
    notes,
  });
  return {
    id,
    kind: t.kind,
    level: t.level,
    section: at.section.name,
    pass: at.pass,
    ...where,
    players: t.players,
    notes,
    pitches,
    text: t.text,
    score: Math.round(t.score * 100) / 100,
    from: t.at,
    to: t.at + t.ticks,
  };
}

/**
 * What is said of one moment after the other is said once: a doubling as long as it lasts, anything else while the same
 * notes of the same players stay under one bar's chord.
 */
function joinRunning(list: readonly Raw[]): readonly Raw[] {
  const joined: Raw[] = [];
  const running = new Map<string, number>(); // where it stands in `joined`
  for (const f of list) {
    const same = f.kind === 'doubling' ? f.kind : `${f.kind} ${f.bar} ${f.text}`;
    const at = running.get(same) ?? -1;
    const last = joined[at];
    if (last?.to === f.from && f.kind !== 'open') {
      const worse = f.score > last.score ? { level: f.level, score: f.score, text: f.text } : {};
      joined[at] = { ...last, ...worse, beats: last.beats + f.beats, to: f.to };
    } else {
      running.set(same, joined.length);
      joined.push(f);
    }
  }
  return joined;
}

import { differingPasses, PLAYER_WORDS, PLAYERS, type Cell, type Player, type Section } from '../form/index';
import { gripPitches, holdGrip, missingFret } from '../grip/index';
import type { Key } from '../pitch/index';
import {
  momentsOf,
  unfold,
  type FindingKind,
  type KeptFinding,
  type Moment,
  type Playing,
  type Song,
} from '../song/index';
import { beatTicks } from '../time/index';
import { judge, nameIn, type Judgement } from './judge';
import type { Level, Part, Scene } from './scene';
import { REACH_WATCH_SHARE } from './thresholds';

/** A judgement with its place. `bar` and `beat` count from 1; `beats` is how long it lasts. */
export interface Finding {
  /** Stable while its place and cause stay. */
  readonly id: string;
  readonly kind: FindingKind;
  readonly level: Level;
  readonly section: string;
  readonly pass: number;
  readonly bar: number;
  readonly beat: number;
  readonly beats: number;
  readonly players: readonly Player[];
  /** Spelled with octave, lowest first: `B♭2`. */
  readonly notes: readonly string[];
  readonly text: string;
  readonly score: number;
  /** Why it is meant, or null. */
  readonly kept: string | null;
  /** Place in the form of the playing it was heard in, from 0, and the moment of its section. */
  readonly playing: number;
  readonly moment: number;
}

/** All findings of a song in played order: every section once in each key, and whatever differs on later passes. */
export function songFindings(song: Song): readonly Finding[] {
  const seen = new Set<Section>();
  return unfold(song).flatMap((playing) => {
    if (seen.has(playing.section)) return [];
    seen.add(playing.section);
    return playingFindings(song, playing);
  });
}

/** Findings of one playing of a section, kept ones marked. Remembered while section, rig and key stay. */
export function playingFindings(song: Song, playing: Playing): readonly Finding[] {
  const raw = remembered(song, playing);
  const own = song.kept.filter((k) => k.section === playing.entry.section);
  return raw.map((f) => ({
    ...f,
    playing: playing.index,
    kept: own.find((k) => keeps(k, f))?.reason ?? null,
  }));
}

/** What sounds at a moment of a section, ready to be judged. */
export function sceneAt(song: Pick<Song, 'players'>, moment: Moment, key: Key): Scene {
  const parts = PLAYERS.flatMap((player): Part[] => {
    const cell = moment.cells[player];
    const instrument = song.players[player];
    if (cell.kind !== 'grip') return [];
    const pitches = [...gripPitches(cell.grip, instrument)].sort((a, b) => a - b);
    return [{ player, pitches, soundTicks: moment.soundTicks[player], gain: instrument.gain }];
  });
  const complete = PLAYERS.every((player) => moment.cells[player].kind !== 'open');
  return { chord: moment.chord, key, parts, complete };
}

/** Whether the hand can do what a cell asks, apart from the others. */
export function judgeHand(player: Player, cell: Cell, song: Pick<Song, 'players'>): readonly Judgement[] {
  if (cell.kind !== 'grip') return [];
  const instrument = song.players[player];
  const base = { players: [player], pitches: [], score: 1, level: 'clash' } as const;
  const missing = missingFret(cell.grip, instrument);
  if (missing) {
    const last = instrument.frets - instrument.capo;
    const text = `${PLAYER_WORDS[player]}: fret ${missing.fret} is not there, this neck ends at ${last}.`;
    return [{ ...base, kind: 'range', text }];
  }
  const hold = holdGrip(cell.grip, instrument, instrument.hand);
  if (!hold.ok)
    return [{ ...base, kind: 'reach', text: `${PLAYER_WORDS[player]} cannot hold this: ${hold.error}.` }];
  const limit = instrument.hand.spreadMm['14'];
  if (hold.value.reachMm < REACH_WATCH_SHARE * limit) return [];
  const text = `${PLAYER_WORDS[player]}: a wide stretch, ${Math.round(hold.value.reachMm)} mm of ${limit} mm.`;
  return [{ ...base, kind: 'reach', text, level: 'watch', score: 0.6 }];
}

type Raw = Omit<Finding, 'playing' | 'kept'>;

const cache = new WeakMap<Section, Map<string, { players: Song['players']; list: readonly Raw[] }>>();

function remembered(song: Song, playing: Playing): readonly Raw[] {
  let known = cache.get(playing.section);
  if (!known) cache.set(playing.section, (known = new Map()));
  const id = `${playing.key.text} ${song.meter.beats}/${song.meter.unit}`;
  const hit = known.get(id);
  if (hit && hit.players === song.players) return hit.list;
  const list = work(song, playing);
  known.set(id, { players: song.players, list });
  return list;
}

function work(song: Song, { section, key }: Playing): readonly Raw[] {
  const passes = [1, ...differingPasses(section).filter((pass) => pass !== 1)];
  return passes.flatMap((pass) => {
    const moments = momentsOf(section, { pass, meter: song.meter });
    const differs = (bar: number) =>
      section.variants.some((v) => v.pass === pass && bar >= v.fromBar && bar < v.fromBar + v.bars.length);
    const raw = moments.flatMap((moment, index): Raw[] => {
      if (pass !== 1 && !differs(moment.bar)) return [];
      const scene = sceneAt(song, moment, key);
      const hands = PLAYERS.flatMap((player) =>
        moment.places[player]?.bar === moment.bar && startsHere(moments, index, player)
          ? judgeHand(player, moment.cells[player], song)
          : [],
      );
      return [...judge(scene), ...hands].map((j) => place(j, { song, section, pass, moment, index, scene }));
    });
    return joinDoublings(raw);
  });
}

function startsHere(moments: readonly Moment[], index: number, player: Player): boolean {
  const before = moments[index - 1]?.places[player];
  const here = moments[index]!.places[player];
  return before?.bar !== here?.bar || before?.index !== here?.index;
}

function place(
  j: Judgement,
  at: { song: Song; section: Section; pass: number; moment: Moment; index: number; scene: Scene },
): Raw {
  const beat = beatTicks(at.song.meter);
  const where = { bar: at.moment.bar + 1, beat: at.moment.at / beat + 1, beats: at.moment.ticks / beat };
  const notes = [...j.pitches].sort((a, b) => a - b).map((p) => nameIn(at.scene, p));
  const id = [
    at.section.name,
    at.pass,
    where.bar,
    where.beat,
    j.kind,
    j.players.join('+'),
    notes.join('.'),
  ].join('|');
  return {
    id,
    kind: j.kind,
    level: j.level,
    section: at.section.name,
    pass: at.pass,
    ...where,
    players: j.players,
    notes,
    text: j.text,
    score: Math.round(j.score * 100) / 100,
    moment: at.index,
  };
}

/** Doublings that follow each other are said once. */
function joinDoublings(list: readonly Raw[]): readonly Raw[] {
  const joined: Raw[] = [];
  let at = -1; // where the running doubling stands in `joined`, and the moment it has reached
  let reached = -2;
  for (const f of list) {
    if (f.kind === 'doubling' && f.moment === reached + 1) {
      joined[at] = { ...joined[at]!, beats: joined[at]!.beats + f.beats };
    } else {
      if (f.kind === 'doubling') at = joined.length;
      joined.push(f);
    }
    if (f.kind === 'doubling') reached = f.moment;
  }
  return joined;
}

function keeps(kept: KeptFinding, f: Raw): boolean {
  return (
    kept.kind === f.kind &&
    kept.bar === f.bar &&
    (kept.pass === null || kept.pass === f.pass) &&
    kept.players.join() === f.players.join()
  );
}

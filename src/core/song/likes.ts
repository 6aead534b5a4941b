import {
  cellsWithLine,
  gripCell,
  OPEN,
  ownCells,
  PLAYERS,
  type Bar,
  type BarPatch,
  type Cell,
  type FormEntry,
  type Like,
  type PlacedCell,
  type Player,
  type Section,
} from '../form/index';
import { gripPitches, handFret, refret, type Grip } from '../grip/index';
import { placesOf, withoutStrings } from '../hits/index';
import {
  harmonyLine,
  movedLine,
  plainStep,
  scaleStepsOf,
  withFittingFingers,
  type Line,
} from '../line/index';
import type { Key, Midi } from '../pitch/index';
import { mapSections, sectionKey, sectionNamed, type Rig, type Song } from './song';

/**
 * The song with every part that is like another one made from it anew: the same notes on the follower's own strings, an
 * octave away, or at an interval within the key. What cannot be held so is left open. The same objects where nothing of
 * what is followed changed.
 */
export function withFollowers(song: Song): Song {
  if (song.sections.every((s) => s.like === undefined)) return song;
  const next = mapSections(song, (section) => followed(song, section));
  const form = song.form.map((entry) => followedEntry(song, entry));
  const isSame =
    next.sections.every((s, i) => s === song.sections[i]) && form.every((e, i) => e === song.form[i]);
  return isSame ? song : { ...next, form };
}

/** Why a player cannot follow another one in a section; null when it goes. */
export function likeTrouble(section: Pick<Section, 'like'>, follower: Player, like: Like): string | null {
  if (section.like?.[like.player])
    return `${like.player} follows ${section.like[like.player]!.player} itself; expected a player with a part of their own`;
  const led = PLAYERS.find((p) => section.like?.[p]?.player === follower);
  return led ? `${led} follows ${follower}; expected somebody no one follows` : null;
}

/** Followers of a section whose leader has a part of their own. */
function pairsIn({ like }: Pick<Section, 'like'>): readonly (readonly [Player, Like])[] {
  return PLAYERS.flatMap((player) => {
    const own = like?.[player];
    return own && !like?.[own.player] ? [[player, own] as const] : [];
  });
}

/** Remembered with the section: whoever types in another one is given the same object again. */
function followed(song: Song, section: Section): Section {
  if (section.like === undefined) return section;
  const rigs = PLAYERS.map((player) => rigId(song.players[player])).join();
  const id = `${sectionKey(song, section).text} ${rigs}`;
  const hit = knownSections.get(section);
  if (hit?.id === id) return hit.made;
  const made = follow(song, section);
  knownSections.set(section, { id, made });
  return made;
}

const knownSections = new WeakMap<Section, { readonly id: string; readonly made: Section }>();

/** The same for rigs that say the same: a chart makes them anew with every keystroke. */
function rigId(rig: Rig): string {
  let id = rigIds.get(rig);
  if (id === undefined) rigIds.set(rig, (id = JSON.stringify(rig)));
  return id;
}

const rigIds = new WeakMap<Rig, string>();

function follow(song: Song, section: Section): Section {
  let now = section;
  for (const [player, like] of pairsIn(section)) {
    const ground = groundOf(song, section, { player, like });
    const bars = now.bars.map((bar, i) => {
      const part = partLike(bar, { ground, first: i === 0 });
      return samePart(bar, player, part) ? bar : withPart(bar, player, part);
    });
    const variants = now.variants.map((v) => {
      const patches = v.bars.map((patch, i) => patchLike(patch, { ground, first: v.fromBar + i === 0 }));
      return patches.every((p, i) => p === v.bars[i]) ? v : { ...v, bars: patches };
    });
    const isSame = bars.every((b, i) => b === now.bars[i]) && variants.every((v, i) => v === now.variants[i]);
    if (!isSame) now = { ...now, bars, variants };
  }
  return now;
}

function followedEntry(song: Song, entry: FormEntry): FormEntry {
  const section = sectionNamed(song, entry.section);
  if (!section?.like || !entry.variants) return entry;
  let variants = entry.variants;
  for (const [player, like] of pairsIn(section)) {
    const ground = groundOf(song, section, { player, like });
    const next = variants.map((v) => {
      const patches = v.bars.map((patch, i) => patchLike(patch, { ground, first: v.fromBar + i === 0 }));
      return patches.every((p, i) => p === v.bars[i]) ? v : { ...v, bars: patches };
    });
    if (!next.every((v, i) => v === variants[i])) variants = next;
  }
  return variants === entry.variants ? entry : { ...entry, variants };
}

interface Ground {
  readonly player: Player;
  readonly like: Like;
  readonly from: Rig;
  readonly to: Rig;
  readonly key: Key;
  readonly id: string;
}

function groundOf(song: Song, section: Section, { player, like }: { player: Player; like: Like }): Ground {
  const [from, to] = [song.players[like.player], song.players[player]];
  const key = sectionKey(song, section);
  const interval = like.interval ? `${like.interval.harmony} ${like.interval.side}` : '';
  return { player, like, from, to, key, id: `${player} ${interval} ${key.text} ${rigId(from)} ${rigId(to)}` };
}

interface Part {
  readonly cells: readonly PlacedCell[];
  readonly hits: string | null;
  readonly line: Line | undefined;
}

function partLike(bar: Bar, of: { ground: Ground; first: boolean }): Part {
  const { player } = of.ground.like;
  const part = cellsLike(bar.cells[player], bar.lines?.[player], of);
  return { ...part, hits: hitsLike(bar.hits[player], of.ground) };
}

function samePart(bar: Bar, player: Player, part: Part): boolean {
  return (
    bar.cells[player] === part.cells && bar.hits[player] === part.hits && bar.lines?.[player] === part.line
  );
}

function withPart(bar: Bar, player: Player, { cells, hits, line }: Part): Bar {
  const { lines: were, ...rest } = bar;
  const { [player]: _gone, ...others } = were ?? {};
  const lines = line ? { ...others, [player]: line } : others;
  return {
    ...rest,
    cells: { ...bar.cells, [player]: cells },
    hits: { ...bar.hits, [player]: hits },
    ...(Object.keys(lines).length > 0 ? { lines } : {}),
  };
}

/** A patch in which the follower does what the leader's patch says, and nothing else. */
function patchLike(patch: BarPatch, of: { ground: Ground; first: boolean }): BarPatch {
  const { player, like } = of.ground;
  const led = patch.cells?.[like.player];
  const part = led ? cellsLike(led, patch.lines?.[like.player], of) : null;
  const hits = patch.hits?.[like.player];
  const own = hits === undefined ? undefined : hitsLike(hits, of.ground);
  const isSame =
    patch.cells?.[player] === part?.cells &&
    patch.lines?.[player] === part?.line &&
    patch.hits?.[player] === own;
  if (isSame) return patch;
  const put = <T>(from: Partial<Record<Player, T>> | undefined, value: T | undefined) => {
    const { [player]: _was, ...others } = from ?? {};
    const next = value === undefined ? others : { ...others, [player]: value };
    return Object.keys(next).length > 0 ? next : undefined;
  };
  const { cells: _c, lines: _l, hits: _h, ...rest } = patch;
  const cells = put(patch.cells, part?.cells);
  const lines = put(patch.lines, part?.line);
  const said = put(patch.hits, own);
  return {
    ...rest,
    ...(cells ? { cells } : {}),
    ...(lines ? { lines } : {}),
    ...(said ? { hits: said } : {}),
  } as BarPatch;
}

/** Strings mean the same only on the same grips. */
function hitsLike(hits: string | null, { like, from, to }: Ground): string | null {
  if (hits === null || (like.interval === null && sameStrings(from, to))) return hits;
  return placesOf(hits).map(withoutStrings).join('');
}

function sameStrings(a: Rig, b: Rig): boolean {
  return a.kind === b.kind && a.capo === b.capo && a.tuning.join() === b.tuning.join();
}

const known = new WeakMap<
  readonly PlacedCell[],
  Map<string, { line: Line | undefined; made: Omit<Part, 'hits'> }>
>();

/** Cells and line of a follower, remembered with those they are made of. */
function cellsLike(
  cells: readonly PlacedCell[],
  line: Line | undefined,
  { ground, first }: { ground: Ground; first: boolean },
): Omit<Part, 'hits'> {
  let of = known.get(cells);
  if (!of) known.set(cells, (of = new Map()));
  const id = `${ground.id} ${first}`;
  const hit = of.get(id);
  if (hit && hit.line === line) return hit.made;
  const own = ownCells(cells).map((c): PlacedCell => ({ ...c, cell: cellLike(c.cell, ground) }));
  const next = line && withFittingFingers(lineLike(line, ground), ground.to.tuning.length);
  const made = {
    cells: next ? cellsWithLine(own, next, { strings: ground.to.tuning.length, first }) : own,
    line: next,
  };
  of.set(id, { line, made });
  return made;
}

function cellLike(cell: Cell, ground: Ground): Cell {
  if (cell.kind === 'open') return OPEN;
  if (cell.kind === 'rest') return { kind: 'rest', locked: true, guess: cell.guess };
  const grip = gripLike(cell.grip, ground);
  if (grip === null) return OPEN;
  const move = {
    ...(cell.reached ? { reached: cell.reached } : {}),
    ...(cell.from ? { from: cell.from } : {}),
    ...(cell.off ? { off: cell.off } : {}),
  };
  const fingers = grip === cell.grip ? cell.fingers : undefined;
  return { ...gripCell(grip, { locked: true, guess: cell.guess, fingers }), ...move };
}

/** The same grip, or its notes elsewhere; a bass takes the lowest of them, in the octave it has. Remembered. */
function gripLike(grip: Grip, ground: Ground): Grip | null {
  if (ground.like.interval === null && sameStrings(ground.from, ground.to)) return grip;
  const id = `${ground.id} ${grip.join()}`;
  let hit = knownGrips.get(id);
  if (hit === undefined) {
    if (knownGrips.size > MOST_GRIPS) knownGrips.clear();
    knownGrips.set(id, (hit = findGrip(grip, ground)));
  }
  return hit;
}

const knownGrips = new Map<string, Grip | null>();
const MOST_GRIPS = 4000;

function findGrip(grip: Grip, { like, from, to, key }: Ground): Grip | null {
  const heard = [...gripPitches(grip, from)].sort((a, b) => a - b);
  const change = changeOf(like, key);
  const wanted = (to.kind === 'bass' ? heard.slice(0, 1) : heard).map(change);
  const near = handFret(grip);
  for (const octave of to.kind === 'bass' ? [0, -12, 12] : [0]) {
    const pitches = wanted.map((p) => (p + octave) as Midi);
    const found = refret(pitches, { instrument: to, hand: to.hand, near });
    if (found) return found;
  }
  return null;
}

function changeOf({ interval }: Like, key: Key): (pitch: Midi) => Midi {
  if (interval === null) return (pitch) => pitch;
  const sign = interval.side === 'above' ? 1 : -1;
  if (interval.harmony === 'octave') return (pitch) => (pitch + 12 * sign) as Midi;
  return (pitch) => scaleStepsOf(pitch, { ...interval, key });
}

/** The line on the follower's strings; in silence where it leaves the neck both ways. Remembered with the line. */
function lineLike(line: Line, ground: Ground): Line {
  let of = knownLines.get(line);
  if (!of) knownLines.set(line, (of = new Map()));
  let hit = of.get(ground.id);
  if (!hit) of.set(ground.id, (hit = findLine(line, ground)));
  return hit;
}

const knownLines = new WeakMap<Line, Map<string, Line>>();

function findLine(line: Line, { like, from, to, key }: Ground): Line {
  const { interval } = like;
  if (interval === null && sameStrings(from, to)) return line;
  const ground = { from, to, hand: to.hand, key };
  if (interval !== null && interval.harmony !== 'octave') {
    const made = harmonyLine(line, { ...ground, ...interval });
    if (made.ok) return made.value;
  } else {
    const semitones = interval === null ? 0 : interval.side === 'above' ? 12 : -12;
    for (const by of to.kind === 'bass' ? [semitones, semitones - 12, semitones + 12] : [semitones]) {
      const made = movedLine(line, { ...ground, semitones: by });
      if (made.ok) return made.value;
    }
  }
  return line.map((step) => plainStep(step.at, []));
}

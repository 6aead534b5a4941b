import type { Player } from '../form/index';
import { PLAYERS } from '../form/index';
import type { PlayerPair, Touch } from '../song/index';
import type { ChordSymbol, Key, Midi } from '../pitch/index';

/** What one player sounds at one moment. */
export interface Part {
  readonly player: Player;
  /** Sounding pitches, lowest first; empty when resting. */
  readonly pitches: readonly Midi[];
  /** Longest a struck note sounds here, in ticks; dead hits are 0. */
  readonly soundTicks: number;
  /** How long it sounds in all in this moment; left out: as long as `soundTicks`. */
  readonly totalTicks?: number;
  /** Only muted, or only picked string by string; left out: it rings. */
  readonly touch?: Touch;
  /** A step of a line. */
  readonly isLine?: boolean;
  /** Amplifier gain, 0–10. */
  readonly gain: number;
  /** How long the player stays on these pitches under this chord, around the moment, in ticks; left out: this moment. */
  readonly standTicks?: number;
  /** One of several short notes, dyads or power chords that follow each other: heard as a line, not by itself. */
  readonly moving?: boolean;
  /** A dyad that takes turns with others over one held root: a boogie, a climbing fifth. */
  readonly figure?: boolean;
  /** Thirds in a driven amplifier are wanted here. */
  readonly dirtMeant?: boolean;
}

/** All that sounds together at one moment, and what it is meant to be. */
export interface Scene {
  readonly chord: ChordSymbol | null;
  readonly key: Key;
  readonly parts: readonly Part[];
  /** How long two parts are heard at once, in ticks, where that is less than the shorter one; 0 when they never meet. */
  readonly overlapTicks?: Readonly<Partial<Record<PlayerPair, number>>>;
  /** The same in all. */
  readonly totalTicks?: Readonly<Partial<Record<PlayerPair, number>>>;
  /** False while a cell is still open: then nothing is said about what is missing. */
  readonly complete: boolean;
  /** Semitones everything sounds lower than it is named; left out: none. */
  readonly down?: number;
  /** How long the moment lasts, in ticks; left out: as long as what sounds in it. */
  readonly ticks?: number;
  /** How players, and each two of them, go on with the same pitches around the moment; left out: in this moment only. */
  readonly stays?: Readonly<Partial<Record<Player | PlayerPair, Stay>>>;
}

type Lengths = Pick<Scene, 'overlapTicks' | 'totalTicks' | 'ticks' | 'stays'>;

/** How long the same pitches stay under one chord around a moment, in ticks. */
export interface Stay {
  readonly ticks: number;
  /** How much of it is heard, and how long without a break around the moment. */
  readonly heard: number;
  readonly through: number;
}

/** How loud a finding is: only told, worth a look, or what would stop a rehearsal. */
export type Level = 'note' | 'watch' | 'clash';

/** Parts that are heard. */
export function soundingParts(scene: Scene): readonly Part[] {
  return scene.parts.filter((part) => part.pitches.length > 0 && part.soundTicks > 0);
}

/** How long two parts of a scene are heard at once, in ticks, without a break; of one part how long it is heard. */
export function togetherTicks(scene: Lengths, a: Part, b: Part): number {
  const once = Math.min(a.soundTicks, b.soundTicks);
  if (a === b) return once;
  return Math.min(once, scene.overlapTicks?.[pairOf(a, b)] ?? once);
}

/**
 * For how long one part counts as heard, or two together, in ticks: what sounds on without a break all that time; strokes
 * that come again half of the time they stay, less the less of it they fill.
 */
export function heardTicks(scene: Lengths, a: Part, b: Part = a): number {
  const once = togetherTicks(scene, a, b);
  if (once === 0) return 0;
  const { ticks, heard, through } = stayOf(scene, a, b);
  const fill = Math.min(1, heard / ticks);
  return Math.max(once, through, (fill * fill * ticks) / 2);
}

/** As the scene says; where it says nothing, this moment for as long as both stay. */
function stayOf(scene: Lengths, a: Part, b: Part): Stay {
  const key = a === b ? a.player : pairOf(a, b);
  const known = scene.stays?.[key];
  if (known) return known;
  const once = togetherTicks(scene, a, b);
  const moment = scene.ticks ?? once;
  const ticks = Math.max(moment, Math.min(a.standTicks ?? moment, b.standTicks ?? moment));
  const all = Math.min(a.totalTicks ?? a.soundTicks, b.totalTicks ?? b.soundTicks);
  const inAll = a === b ? all : Math.min(all, scene.totalTicks?.[pairOf(a, b)] ?? all);
  return { ticks, heard: (inAll / moment) * ticks, through: once >= moment ? ticks : once };
}

function pairOf(a: Part, b: Part): PlayerPair {
  const [first, second] = PLAYERS.indexOf(a.player) < PLAYERS.indexOf(b.player) ? [a, b] : [b, a];
  return `${first.player} ${second.player}` as PlayerPair;
}

/** What a part sounds in true pitch, lowest first: where the whole band is tuned down, lower than it is named. */
export function truePitches({ pitches }: Part, { down = 0 }: Pick<Scene, 'down'>): readonly Midi[] {
  return down === 0 ? pitches : pitches.map((p) => (p - down) as Midi);
}

/** How many pitch classes some pitches have. Made to be asked often. */
export function toneCount(pitches: readonly Midi[]): number {
  let mask = 0;
  for (const pitch of pitches) mask |= 1 << (pitch % 12);
  let count = 0;
  for (; mask !== 0; mask &= mask - 1) count += 1;
  return count;
}

/** Pitch classes of a part, 0–11. */
export function tonesOf({ pitches }: Pick<Part, 'pitches'>): ReadonlySet<number> {
  return new Set(pitches.map((p) => p % 12));
}

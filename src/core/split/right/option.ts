import { hitsOf, type Hit } from '../../hits/index';
import type { Meter } from '../../time/index';
import type { Option } from '../../solver/index';
import type { Tail } from './figures';

/** One thing the right hand could do in a bar. */
export interface HandOption extends Option {
  /** What the chart would say; null where the part is decided (a line, a rest). */
  readonly pattern: string | null;
  readonly name: string;
  readonly words: string;
  readonly tail: Tail | null;
  /** The pattern before another end was put to it; null where the part is decided. */
  readonly plain: string | null;
  /** Points in place of what the plan says of a figure; null for the plan's own. */
  readonly liking: number | null;
  /** It is what the player has written elsewhere in the section, or what is decided. */
  readonly isWritten: boolean;
  readonly strokes: readonly Stroke[];
  /** Ticks of the bar in which the player is silent, from and to. */
  readonly silent: readonly (readonly [from: number, to: number])[];
}

export interface Stroke {
  readonly at: number;
  readonly kind: 'ring' | 'mute' | 'dead';
  readonly weak: boolean;
  /** The string (1 = highest) of a stroke on one string alone. */
  readonly string: number | null;
}

/** Strokes of a pattern, several strings struck at once as one. */
export function strokesOf(pattern: string, meter: Meter): readonly Stroke[] {
  const strokes: Stroke[] = [];
  for (const hit of hitsOf(pattern, meter)) {
    if (!isStroke(hit) || strokes.at(-1)?.at === hit.atTick) continue;
    const string = hit.strings?.length === 1 ? hit.strings[0]! : null;
    strokes.push({ at: hit.atTick, kind: hit.kind, weak: hit.weak, string });
  }
  return strokes;
}

function isStroke(hit: Hit): hit is Hit & { kind: Stroke['kind'] } {
  return hit.kind === 'ring' || hit.kind === 'mute' || hit.kind === 'dead';
}

/** Ticks between the two strokes that follow each other closest; infinite with fewer than two. */
export function closest(strokes: readonly Pick<Stroke, 'at'>[]): number {
  let least = Infinity;
  for (let i = 1; i < strokes.length; i += 1) least = Math.min(least, strokes[i]!.at - strokes[i - 1]!.at);
  return least;
}

/** Ticks of the bar in which a pattern is silent, from and to. */
export function silencesOf(pattern: string, meter: Meter): HandOption['silent'] {
  const list: [number, number][] = [];
  for (const hit of hitsOf(pattern, meter)) {
    if (hit.kind !== 'silent') continue;
    const last = list.at(-1);
    if (last?.[1] === hit.atTick) last[1] = hit.atTick + hit.ticks;
    else list.push([hit.atTick, hit.atTick + hit.ticks]);
  }
  return list;
}

const ids = new Map<string, number>();

/** A number for each pattern, and for each figure. */
export function numberOf(text: string): number {
  let id = ids.get(text);
  if (id === undefined) ids.set(text, (id = ids.size + 1));
  return id;
}

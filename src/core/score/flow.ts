import type { PlayedBar } from './played-bars';

/** A stretch of bars that is written once: so often, with what ends it each time. Bars are places in the list of played ones. */
export interface FlowBlock {
  /** The passes (from 1) it is played on. */
  readonly passes: readonly number[];
  readonly bars: readonly number[];
  /** How each pass ends after `bars`; none: all alike. */
  readonly endings: readonly { readonly passes: readonly number[]; readonly bars: readonly number[] }[];
}

/** One playing of a section as it is written down. */
export interface FlowPart {
  /** Place in the list of playings. */
  readonly playing: number;
  readonly blocks: readonly FlowBlock[];
}

/**
 * Played bars with as few of them written as there can be by repeats and endings: only bars that `sameness` says the same
 * of are written once, so nothing is said that is not played. Every played bar is in it once a pass.
 */
export function flowOf(bars: readonly PlayedBar[], sameness: (bar: number) => string): readonly FlowPart[] {
  return playingsOf(bars).map(({ playing, passes }): FlowPart => {
    const words = passes.map((list) => list.map(sameness));
    return { playing, blocks: blocksOf(passes, words) };
  });
}

/** The same without repeats: everything as often as it is played. */
export function writtenOut(bars: readonly PlayedBar[]): readonly FlowPart[] {
  return playingsOf(bars).map(({ playing, passes }) => ({
    playing,
    blocks: passes.map((list, i) => ({ passes: [i + 1], bars: list, endings: [] })),
  }));
}

function playingsOf(bars: readonly PlayedBar[]): { playing: number; passes: number[][] }[] {
  const list: { playing: number; passes: number[][] }[] = [];
  bars.forEach((bar, i) => {
    const last = list.at(-1);
    const at = last?.playing === bar.playing.index ? last : { playing: bar.playing.index, passes: [] };
    if (at !== last) list.push(at);
    (at.passes[bar.pass - 1] ??= []).push(i);
  });
  return list.map(({ playing, passes }) => ({ playing, passes: Array.from(passes, (pass) => pass ?? []) }));
}

function blocksOf(
  passes: readonly (readonly number[])[],
  words: readonly (readonly string[])[],
): FlowBlock[] {
  const blocks: FlowBlock[] = [];
  let from = 0;
  while (from < passes.length) {
    const alike = runFrom(words, from);
    const ended = endingsFrom(words, from);
    if (ended !== null && ended.to > alike) {
      blocks.push({
        passes: range(from, ended.to).map((p) => p + 1),
        bars: passes[from]!.slice(0, ended.common),
        endings: ended.groups.map((group) => ({
          passes: group.map((p) => p + 1),
          bars: passes[group[0]!]!.slice(ended.common),
        })),
      });
      from = ended.to;
    } else {
      blocks.push({ passes: range(from, alike).map((p) => p + 1), bars: passes[from]!, endings: [] });
      from = alike;
    }
  }
  return blocks;
}

/** Where the passes that are like this one end. */
function runFrom(words: readonly (readonly string[])[], from: number): number {
  let to = from + 1;
  while (to < words.length && isSame(words[to]!, words[from]!)) to += 1;
  return to;
}

/**
 * The longest run of passes from here that begin alike and end each in its own way, passes with one ending standing
 * together, and the shared part at least as long as what comes after it.
 */
function endingsFrom(
  words: readonly (readonly string[])[],
  from: number,
): { to: number; common: number; groups: number[][] } | null {
  let best: { to: number; common: number; groups: number[][] } | null = null;
  let common = words[from]!.length;
  for (let to = from + 2; to <= words.length; to += 1) {
    common = Math.min(common, sharedStart(words[from]!, words[to - 1]!));
    const tails = range(from, to).map((p) => words[p]!.slice(common));
    if (common === 0 || tails.some((tail) => tail.length === 0 || tail.length > Math.max(1, common)))
      continue;
    const groups: number[][] = [];
    tails.forEach((tail, i) => {
      const last = groups.at(-1);
      if (last && isSame(tail, tails[last[0]! - from]!)) last.push(from + i);
      else groups.push([from + i]);
    });
    if (groups.length > 1) best = { to, common, groups };
  }
  return best;
}

function sharedStart(a: readonly string[], b: readonly string[]): number {
  let n = 0;
  while (n < a.length && n < b.length && a[n] === b[n]) n += 1;
  return n;
}

function isSame(a: readonly string[], b: readonly string[]): boolean {
  return a.length === b.length && sharedStart(a, b) === a.length;
}

function range(from: number, to: number): number[] {
  return Array.from({ length: to - from }, (_, i) => from + i);
}

import { fail, ok, type Result } from '../base/index';
import { PLAYERS } from '../form/index';
import type { CellChange, Edit, HitsChange, PartChange, Song } from '../song/index';

/** What the splitter proposes; the song changes only when the player takes it. */
export interface Proposal {
  /** Grips for open cells, right hands for bars without hits, and bars that follow a partner's part. */
  readonly changes: readonly CellChange[];
  readonly hits: readonly HitsChange[];
  readonly parts: readonly PartChange[];
  /** Points of what was solved, and the proven lower bound over the whole vocabulary; of both hands together. */
  readonly cost: number;
  readonly bound: number;
  /** What could not be had, in plain words; the best that is possible was done instead. */
  readonly notes: readonly string[];
}

/** How far a split is, 0 … 1, and the best answer so far, which may already be shown. */
export interface SplitProgress {
  readonly share: number;
  readonly first: Proposal | null;
}

export type SplitWork = Generator<SplitProgress, Proposal>;

/** Which hands to split. */
export type Hands = 'left' | 'right' | 'both';

/** A proposal as one edit. */
export function editOf({ changes, hits, parts }: Pick<Proposal, 'changes' | 'hits' | 'parts'>): Edit {
  const edits: Edit[] = [];
  if (parts.length > 0) edits.push({ kind: 'setParts', changes: parts });
  if (changes.length > 0) edits.push({ kind: 'setCells', changes });
  if (hits.length > 0) edits.push({ kind: 'setHits', changes: hits });
  return { kind: 'together', edits };
}

/**
 * Edits that open what is written for the splitter: the grips that are not locked, or (`right`) the hits of a section or
 * of the whole song (null).
 */
export function reopening(song: Song, section: string | null, hands: Hands): readonly Edit[] {
  if (hands !== 'right') return [{ kind: 'reopen', section }];
  const changes = song.sections
    .filter(({ name }) => section === null || name === section)
    .flatMap(({ name, bars }) =>
      bars.flatMap((bar, b) =>
        PLAYERS.filter((player) => bar.hits[player] !== null && !bar.lines?.[player]).map(
          (player): HitsChange => ({ section: name, pass: 1, player, bar: b, hits: null }),
        ),
      ),
    );
  return changes.length === 0 ? [] : [{ kind: 'setHits', changes }];
}

/** "12 cells, 8 bars of hits" that a proposal fills; null for nothing. */
export function filledWords({ changes, hits, parts }: Proposal): string | null {
  const words = [
    counted(changes.length, 'cell', 'cells'),
    counted(hits.length, 'bar of hits', 'bars of hits'),
    counted(parts.length, 'bar that follows', 'bars that follow'),
  ].filter((one) => one !== null);
  return words.length === 0 ? null : words.join(', ');
}

function counted(n: number, one: string, many: string): string | null {
  return n === 0 ? null : `${n} ${n === 1 ? one : many}`;
}

/** Runs the work to its end, or until `shouldStop` says so between two steps. */
export function finish(
  work: SplitWork,
  options: { onProgress?: (progress: SplitProgress) => void; shouldStop?: () => boolean } = {},
): Result<Proposal, 'stopped'> {
  let step = work.next();
  while (!step.done) {
    if (options.shouldStop?.()) return fail('stopped');
    options.onProgress?.(step.value);
    step = work.next();
  }
  return ok(step.value);
}

import type { Player } from '../../form/index';
import type { Meter } from '../../time/index';
import type { TabBar } from '../tab/read-tab';
import type { TypedBar } from './bars';

/** A section while its text is read: bars as they come, with the words that are sung to them. */
export interface DraftSection {
  readonly name: string;
  readonly line: number;
  readonly again: true | string | null;
  /** Said at its name. */
  readonly times: number | null;
  readonly bars: TypedBar[];
  /** What is sung from each bar on; as many as bars. */
  readonly words: string[];
  /** Stretches that are counted by themselves. */
  readonly stretches: { readonly from: number; readonly until: number; readonly times: number }[];
  readonly remarks: string[];
  readonly comments: string[];
  readonly tab: Partial<Record<Player, TabBar[]>>;
  /** How many bars it has, where that is said. */
  count: number | null;
  tempo: number | null;
  feel: 'half' | 'double' | null;
  meter: Meter | null;
}

/** A section of which nothing but its name is read. `line` counts from 1; `times` null: nothing was said. */
export function draftSection(
  name: string,
  of: { readonly line: number; readonly times?: number | null; readonly again?: true | string | null },
): DraftSection {
  return {
    name,
    line: of.line,
    again: of.again ?? null,
    times: of.times ?? null,
    bars: [],
    words: [],
    stretches: [],
    remarks: [],
    comments: [],
    tab: {},
    count: null,
    tempo: null,
    feel: null,
    meter: null,
  };
}

/** How often a section is played and the bars of one time: a stretch that is counted and all there is counts for it. */
export function playedOut(
  draft: DraftSection,
): Pick<DraftSection, 'bars' | 'words'> & { readonly times: number } {
  const { bars, words, stretches } = draft;
  const said = draft.times ?? 1;
  const only = stretches.length === 1 ? stretches[0]! : null;
  if (only && only.from === 0 && only.until === bars.length)
    return { ...lengthened(bars, words, draft.count), times: said * only.times };
  const all: { bars: TypedBar[]; words: string[] } = { bars: [], words: [] };
  bars.forEach((bar, i) => {
    all.bars.push(bar);
    all.words.push(words[i] ?? '');
    const ending = stretches.find((s) => s.until === i + 1);
    if (!ending) return;
    for (let n = 1; n < ending.times; n += 1) {
      all.bars.push(...bars.slice(ending.from, ending.until));
      all.words.push(...Array.from({ length: ending.until - ending.from }, () => ''));
    }
  });
  return { ...lengthened(all.bars, all.words, draft.count), times: said };
}

/** As many bars as are said, where each chord then lasts so many of them; else as they are. */
function lengthened(
  bars: readonly TypedBar[],
  words: readonly string[],
  count: number | null,
): { bars: TypedBar[]; words: string[] } {
  const by = count === null || bars.length === 0 ? 1 : count / bars.length;
  if (!Number.isInteger(by) || by < 2 || !bars.every((b) => b.length === 1))
    return { bars: [...bars], words: [...words] };
  return {
    bars: bars.flatMap((bar) => [bar, ...Array.from({ length: by - 1 }, (): TypedBar => [])]),
    words: words.flatMap((w) => [w, ...Array.from({ length: by - 1 }, () => '')]),
  };
}

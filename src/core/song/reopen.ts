import {
  OPEN,
  openCells,
  ownCells,
  PLAYERS,
  type Bar,
  type BarPatch,
  type PlacedCell,
  type PlacedChord,
  type Player,
  type Section,
} from '../form/index';

/** Everything not locked goes back to the solver; who rested through several chords is asked for each of them. */
export function reopen(section: Section): Section {
  const base = PLAYERS.map(() => false);
  return {
    ...section,
    bars: section.bars.map((bar) => ({
      ...bar,
      cells: Object.fromEntries(
        PLAYERS.map((p, n) => {
          const { cells, rests } = reopened(bar.cells[p], bar.chords, base[n]!);
          base[n] = rests;
          return [p, isAllLine(bar, p) ? bar.cells[p] : cells];
        }),
      ) as Bar['cells'],
    })),
    variants: section.variants.map((v) => {
      const own = PLAYERS.map(() => false);
      return {
        ...v,
        bars: v.bars.map((patch, i) => {
          if (!patch.cells) return patch;
          const chords = patch.chords ?? section.bars[v.fromBar + i]?.chords ?? [];
          const cells = PLAYERS.flatMap((p, n) => {
            const list = patch.cells![p];
            if (!list || isAllLine(patch, p)) return list ? [[p, list]] : [];
            const next = reopened(list, chords, own[n]!);
            own[n] = next.rests;
            return [[p, next.cells]];
          });
          return { ...patch, cells: Object.fromEntries(cells) as typeof patch.cells };
        }),
      };
    }),
  };
}

function isAllLine({ lines, cells }: Pick<BarPatch, 'lines' | 'cells'>, player: Player): boolean {
  return lines?.[player] !== undefined && ownCells(cells?.[player] ?? []).length === 0;
}

/** One bar of a player reopened; `rests`: a rest that is not locked goes on into it, and out of it. */
function reopened(
  list: readonly PlacedCell[],
  chords: readonly PlacedChord[],
  rests: boolean,
): { readonly cells: readonly PlacedCell[]; readonly rests: boolean } {
  const isFree = ({ cell }: PlacedCell) => cell.kind === 'rest' && !cell.locked;
  const missing = chords.filter(({ at }) => {
    if (list.some((c) => c.at === at)) return false;
    const before = list.findLast((c) => c.at < at);
    return before ? isFree(before) : rests;
  });
  const open = list.map((c) => (c.cell.kind !== 'open' && !c.cell.locked ? { ...c, cell: OPEN } : c));
  const last = list.at(-1);
  return {
    cells: missing.length === 0 ? open : [...open, ...openCells(missing)].sort((a, b) => a.at - b.at),
    rests: last ? isFree(last) : rests,
  };
}

import type { Cell, ChordMove } from '../../core/form/index';

type GripCell = Cell & { readonly kind: 'grip' };

/** How a grip can be come to and left, as the menu and the key go through them. */
export const MOVES: readonly { readonly label: string; readonly hint: string; readonly move: ChordMove }[] = [
  { label: 'Struck', hint: 'The picking hand strikes it, as usual.', move: {} },
  {
    label: 'Slid to',
    hint: 's before it: the shape slides here from the grip before, still sounding.',
    move: { reached: 'slide' },
  },
  {
    label: 'Hammered',
    hint: 'h before it: fingers land while the rest of the grip rings on.',
    move: { reached: 'hammer' },
  },
  {
    label: 'Pulled off',
    hint: 'p before it: fingers leave while the rest of the grip rings on.',
    move: { reached: 'pull' },
  },
  {
    label: 'In from below',
    hint: 'su before it: struck while sliding up into it from nowhere.',
    move: { from: 'below' },
  },
  {
    label: 'In from above',
    hint: 'sd before it: struck while sliding down into it.',
    move: { from: 'above' },
  },
  {
    label: 'Off downwards',
    hint: 'sd behind it: slides off into nothing at its end.',
    move: { off: 'down' },
  },
  { label: 'Off upwards', hint: 'su behind it: slides off up the neck.', move: { off: 'up' } },
];

/** The cell come to and left another way. */
export function moved(cell: GripCell, move: ChordMove): Cell {
  const { reached: _reached, from: _from, off: _off, ...rest } = cell;
  return { ...rest, ...move };
}

export function sameMove(cell: GripCell, move: ChordMove): boolean {
  return cell.reached === move.reached && cell.from === move.from && cell.off === move.off;
}

/** "Slid to": how the selected grip is come to; both where it is left in a way of its own too. */
export function moveWords(cell: GripCell): string {
  const parts = MOVES.slice(1).filter(({ move }) =>
    Object.entries(move).every(([key, value]) => cell[key as keyof ChordMove] === value),
  );
  return parts.map((p) => p.label).join(', ') || 'Struck';
}

/** The next way to come to it: struck, slid, hammered, pulled off. */
export function nextMove(cell: GripCell): { readonly cell: Cell; readonly words: string } {
  const ways = MOVES.slice(0, 4);
  const at = ways.findIndex(({ move }) => sameMove(cell, move));
  const next = ways[(at + 1) % ways.length]!;
  return { cell: moved(cell, next.move), words: next.label.toLowerCase() };
}

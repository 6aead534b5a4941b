import { Lock, LockOpen } from 'lucide-react';
import { useState } from 'react';
import { isLocked, parseCell, PLAYER_WORDS, type Cell } from '../../core/form/index';
import { fingeringsOf, formatFingering, formatGrip, holdGrip, stretchedHand } from '../../core/grip/index';
import type { Song } from '../../core/song/index';
import { Button, Menu, type MenuItem } from '../../ui/index';
import { usePorts } from '../ports';
import { moved, MOVES, moveWords, sameMove } from './chord-moves';
import { addressNow, type SplitModel } from './model';

/** What can be done with the selected cell itself: typed, locked, marked, fingered, opened. */
export function CellActions({ model, cell }: { model: SplitModel; cell: Cell }) {
  const { desk } = usePorts();
  const { edit, say } = desk.getState();
  const player = model.selection.player;
  const at = addressNow(model, player);
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  if (!at) return null;
  const where = `${PLAYER_WORDS[player]}, bar ${at.bar + 1}`;
  const put = (next: Cell, label: string) =>
    edit({ kind: 'setCells', changes: [{ at, cell: next }] }, { label, decided: 'grip' });
  const locked = isLocked(cell);
  const again = (grip: string) => {
    const section = model.song.sections.find((s) => s.name === at.section)!;
    const wish = { player, kind: 'not', grip } as const;
    edit(
      { kind: 'setWishes', section: at.section, wishes: [...section.wishes, wish] },
      { label: `not ${grip} again for ${PLAYER_WORDS[player]} in ${at.section}` },
    );
    void desk.getState().split({ section: at.section, cells: [at] }, { reopen: false });
  };
  return (
    <>
      <form
        className="flex items-center gap-1"
        onSubmit={(e) => {
          e.preventDefault();
          const read = parseCell(typed.trim(), model.song.players[player].tuning.length);
          if (!read.ok) {
            setWrong(read.error);
            say(read.error);
            return;
          }
          put(read.value, `${typed.trim()} for ${where}`);
          setTyped('');
          setWrong(null);
        }}
      >
        <input
          aria-label={`Type frets for ${where}`}
          aria-invalid={wrong !== null}
          placeholder="type frets"
          value={typed}
          onChange={(e) => {
            setTyped(e.target.value);
            setWrong(null);
          }}
          className="frets w-[7.25rem] rounded border border-line bg-sheet px-2 py-1"
        />
        {wrong && <span className="max-w-72 text-[0.8125rem] text-clash">{wrong}</span>}
      </form>
      <Button
        disabled={cell.kind === 'open'}
        aria-pressed={locked}
        onClick={() =>
          cell.kind !== 'open' && put({ ...cell, locked: !locked }, `${locked ? 'unlock' : 'lock'} ${where}`)
        }
      >
        {locked ? <Lock size={16} /> : <LockOpen size={16} />} {locked ? 'Locked' : 'Lock'}
      </Button>
      <Button
        disabled={cell.kind === 'open'}
        aria-pressed={cell.kind !== 'open' && cell.guess}
        onClick={() =>
          cell.kind !== 'open' &&
          put(
            { ...cell, guess: !cell.guess },
            `${cell.guess ? 'no guess any more for' : 'a guess for'} ${where}`,
          )
        }
      >
        {cell.kind !== 'open' && cell.guess ? '≈ A guess' : 'A guess?'}
      </Button>
      {cell.kind === 'grip' && (
        <Menu
          label={cell.fingers ? `Fingers ${formatFingering(cell.fingers)}` : 'Fingers'}
          items={fingerItems(cell, model.song.players[player], (next, what) =>
            put(next, `${what} for ${where}`),
          )}
        />
      )}
      {cell.kind === 'grip' && (
        <Menu
          label={moveWords(cell)}
          items={MOVES.map(({ label, hint, move }) => ({
            label,
            hint,
            disabled: sameMove(cell, move),
            onSelect: () => put(moved(cell, move), `${label.toLowerCase()} for ${where}`),
          }))}
        />
      )}
      <Menu
        label="More"
        items={[
          {
            label: 'Rest here',
            disabled: cell.kind === 'rest' || locked,
            onSelect: () => put({ kind: 'rest', locked: false, guess: false }, `rest for ${where}`),
          },
          {
            label: 'Open it',
            hint: 'For the splitter to choose.',
            disabled: cell.kind === 'open' || locked,
            onSelect: () => put({ kind: 'open' }, `open ${where}`),
          },
          {
            label: 'Not this grip again',
            hint: 'Asked of the whole section; another one is chosen here.',
            disabled: cell.kind !== 'grip' || locked,
            onSelect: () => cell.kind === 'grip' && again(formatGrip(cell.grip)),
          },
        ]}
      />
    </>
  );
}

function unfingered(cell: Cell & { readonly kind: 'grip' }): Cell {
  const { fingers: _were, ...usual } = cell;
  return usual;
}

/** So many ways to finger a grip are offered; any other can be typed. */
const FINGERINGS_SHOWN = 8;

/** The usual fingering, other ways to hold the grip with their reach, and how to type one. */
function fingerItems(
  cell: Cell & { readonly kind: 'grip' },
  rig: Song['players'][keyof Song['players']],
  put: (next: Cell, what: string) => void,
): readonly MenuItem[] {
  const { grip } = cell;
  const usual = holdGrip(grip, rig, stretchedHand(rig.hand));
  const natural = usual.ok ? formatFingering(usual.value.fingers) : '';
  const others = fingeringsOf(grip, rig, rig.hand).filter((f) => formatFingering(f) !== natural);
  if (natural === '' && others.length === 0)
    return [{ label: 'No string is fretted here', disabled: true, onSelect: () => undefined }];
  return [
    {
      label: `The usual ones${natural === '' ? '' : `: ${natural}`}`,
      ...(usual.ok ? { hint: reachWords(usual.value.reachMm, '') } : {}),
      disabled: cell.fingers === undefined,
      onSelect: () => put(unfingered(cell), 'the usual fingers'),
    },
    ...others.slice(0, FINGERINGS_SHOWN).map((fingers): MenuItem => {
      const text = formatFingering(fingers);
      const held = holdGrip(grip, rig, rig.hand, fingers);
      const hint = held.ok
        ? reachWords(held.value.reachMm, text.includes('T') ? 'thumb over the neck' : '')
        : 'a stretch';
      return {
        label: text,
        hint,
        disabled: cell.fingers !== undefined && formatFingering(cell.fingers) === text,
        onSelect: () => put({ ...cell, fingers }, `fingers ${text}`),
      };
    }),
    {
      label: 'Or type them with the frets',
      hint: `${formatGrip(grip)}(${natural}): a finger for each fretted string, lowest first; T the thumb.`,
      disabled: true,
      onSelect: () => undefined,
    },
  ];
}

function reachWords(mm: number, more: string): string {
  return [`reach ${Math.round(mm)} mm`, ...(more === '' ? [] : [more])].join(', ');
}

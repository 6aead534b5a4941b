import { Lock, LockOpen } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { isLocked, parseCell, PLAYER_WORDS, type Cell, type Player } from '../../core/form/index';
import { deviceWords, formatGrip, knowGrip, shiftBetween } from '../../core/grip/index';
import { pretty } from '../../core/pitch/index';
import { wordsFor, type Alternative } from '../../core/split/index';
import { ticksToSeconds } from '../../core/time/index';
import { Button, useWidth } from '../../ui/index';
import { Neck, PLAYER_TEXT, PlayerMark } from '../../views/index';
import { useDesk, usePorts } from '../ports';
import { addressNow, useAlternatives, type SplitModel } from './model';

/** The selected player's grip on the neck, and what else could be played, best first. */
export function NeckPanel({ model }: { model: SplitModel }) {
  const { song, moment, selection } = model;
  const player = selection.player;
  const [ref, width] = useWidth<HTMLDivElement>();
  const instrument = song.players[player];
  const cell = moment.cells[player];
  const grip = cell.kind === 'grip' ? cell.grip : null;
  const known = grip ? knowGrip(grip, { instrument, hand: instrument.hand, chord: moment.chord }) : null;
  const held = known && !('refused' in known) ? known : null;
  return (
    <section aria-label="Neck" className="border-t border-line px-4 pt-1 pb-1">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <b className={PLAYER_TEXT[player]}>
          <PlayerMark player={player} /> {PLAYER_WORDS[player]}
        </b>
        <span className="text-[14px]">
          {pretty(moment.chordText)} · {describe(cell)}
          {held &&
            ` · ${deviceWords(held.device)} · reach ${Math.round(held.hold.reachMm)} mm${wayWords(model, player)}`}
          {known && 'refused' in known && <span className="font-bold text-clash"> · {known.refused}</span>}
        </span>
        <span className="ml-auto flex flex-wrap items-center gap-1">
          {model.editable && <CellActions model={model} cell={cell} />}
        </span>
      </div>
      <div ref={ref}>
        {width > 0 && (
          <Neck
            player={player}
            instrument={instrument}
            grip={grip}
            known={held}
            width={width}
            height={instrument.tuning.length > 4 ? 122 : 108}
          />
        )}
      </div>
      {model.editable && <Alternatives model={model} />}
    </section>
  );
}

function CellActions({ model, cell }: { model: SplitModel; cell: Cell }) {
  const { desk } = usePorts();
  const { edit, say } = desk.getState();
  const player = model.selection.player;
  const at = addressNow(model, player);
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  if (!at) return null;
  const where = `${PLAYER_WORDS[player]}, bar ${at.bar + 1}`;
  const put = (next: Cell, label: string) =>
    edit({ kind: 'setCells', changes: [{ at, cell: next }] }, { label });
  const locked = isLocked(cell);
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
          className="frets w-32 rounded border border-line bg-sheet px-2 py-1"
        />
        {wrong && <span className="max-w-72 text-[13px] text-clash">{wrong}</span>}
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
          put({ ...cell, guess: !cell.guess }, `${cell.guess ? 'sure of' : 'a guess for'} ${where}`)
        }
      >
        {cell.kind !== 'open' && cell.guess ? '≈ A guess' : 'Sure'}
      </Button>
      <Button
        disabled={cell.kind === 'rest' || locked}
        onClick={() => put({ kind: 'rest', locked: false, guess: false }, `rest for ${where}`)}
      >
        Rest
      </Button>
      <Button
        disabled={cell.kind === 'open' || locked}
        onClick={() => put({ kind: 'open' }, `open ${where}`)}
      >
        Open
      </Button>
    </>
  );
}

function Alternatives({ model }: { model: SplitModel }) {
  const { desk } = usePorts();
  const list = useAlternatives();
  const preview = useDesk((s) => s.preview);
  const player = model.selection.player;
  const at = addressNow(model, player);
  const locked = isLocked(model.moment.cells[player]) && preview === null;
  const group = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // The key was pressed before they were worked out.
    if (list === null || group.current?.dataset.wanted === undefined) return;
    delete group.current.dataset.wanted;
    group.current.querySelector<HTMLButtonElement>('[data-letter]')?.focus();
  }, [list]);
  if (!at) return null;
  const { edit, show, say } = desk.getState();
  return (
    <div
      ref={group}
      role="group"
      aria-label="Alternatives"
      id="alternatives"
      className="flex h-[54px] gap-1.5 overflow-x-auto pt-1"
      onKeyDown={(e) => moveAmong(e, () => show(null))}
    >
      {list === null && <span className="text-soft">looking …</span>}
      {list?.length === 0 && (
        <span className="text-soft">Nobody can play this chord within the reach of a hand.</span>
      )}
      {list?.map((one, i) => {
        const letter = String.fromCharCode(97 + i);
        return (
          <button
            key={one.known ? formatGrip(one.known.grip) : 'rest'}
            type="button"
            data-letter={letter}
            data-alternative
            aria-pressed={one.isNow}
            className={`flex shrink-0 flex-col rounded-md border px-2.5 py-0.5 text-left leading-tight ${one.isNow ? 'border-2 border-ink bg-sheet' : 'border-line bg-sheet hover:border-ink'}`}
            onMouseEnter={() => !one.isNow && show({ at, cell: one.cell })}
            onMouseLeave={() => show(null)}
            onFocus={() => !one.isNow && show({ at, cell: one.cell })}
            onBlur={() => show(null)}
            onClick={() => {
              if (one.isNow) return;
              if (locked) return say(`${PLAYER_WORDS[player]} is locked here; unlock it first`);
              edit(
                { kind: 'setCells', changes: [{ at, cell: one.cell }] },
                { label: `${wordsFor(one)} for ${PLAYER_WORDS[player]}, bar ${at.bar + 1}` },
              );
            }}
          >
            <span className="whitespace-nowrap">
              <span className="mr-1 text-[12px] text-soft">{letter}</span>
              <span className={`frets font-bold ${PLAYER_TEXT[player]}`}>
                {one.known ? formatGrip(one.known.grip) : 'rest'}
              </span>{' '}
              <span className="text-[13px]">{one.known ? deviceWords(one.known.device) : ''}</span>
            </span>
            <span className="text-[12px] whitespace-nowrap">{effectWords(one)}</span>
          </button>
        );
      })}
    </div>
  );
}

/** Letters jump to a chip, arrows step along, Escape leaves. */
function moveAmong(event: React.KeyboardEvent<HTMLDivElement>, leave: () => void): void {
  const chips = [...event.currentTarget.querySelectorAll<HTMLButtonElement>('[data-letter]')];
  const at = chips.indexOf(document.activeElement as HTMLButtonElement);
  const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
  const lettered =
    event.ctrlKey || event.metaKey || event.altKey
      ? undefined
      : chips.find((c) => c.dataset.letter === event.key);
  if (event.key === 'Escape') {
    leave();
    (document.activeElement as HTMLElement).blur();
  } else if (step !== undefined) chips[(at + step + chips.length) % chips.length]?.focus();
  else if (lettered) lettered.focus();
  else return;
  event.preventDefault();
  event.stopPropagation();
}

function effectWords(one: Alternative) {
  if (one.isNow) return <span className="text-soft">now</span>;
  const cured = one.cures.filter((j) => j.level === 'clash').length;
  const noted = one.cures.filter((j) => j.level !== 'clash').length;
  const brought = one.brings[0];
  if (brought) return <span className="text-clash">brings {brought.kind.replace('-', ' ')}</span>;
  if (cured > 0) return <span className="text-good">−{cured === 1 ? '1 clash' : `${cured} clashes`}</span>;
  if (noted > 0) return <span className="text-good">clears {one.cures[0]!.kind.replace('-', ' ')}</span>;
  if (one.shiftMm !== null && one.shiftMm > 1)
    return <span className="text-soft">shift {Math.round(one.shiftMm)} mm</span>;
  return <span className="text-soft">fits</span>;
}

function describe(cell: Cell): string {
  if (cell.kind === 'open') return 'open: choose below or split the section';
  return cell.kind === 'rest' ? 'rest' : formatGrip(cell.grip);
}

/** " · shift 36 mm in 0.45 s". */
function wayWords(model: SplitModel, player: Player): string {
  const before = model.moments[model.momentIndex - 1];
  const here = model.moment.cells[player];
  const last = before?.cells[player];
  if (!before || here.kind !== 'grip' || last?.kind !== 'grip') return '';
  const shift = shiftBetween(last.grip, here.grip, model.song.players[player]);
  if (shift.mm < 1) return ' · hand stays';
  const seconds = ticksToSeconds(before.ticks, model.song.tempo);
  return ` · shift ${Math.round(shift.mm)} mm (${shift.frets} ${shift.frets === 1 ? 'fret' : 'frets'}) in ${seconds.toFixed(2)} s`;
}

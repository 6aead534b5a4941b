import { memo, useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { formatCell, gripCell, isLocked, PLAYER_WORDS, type Cell, type Player } from '../../core/form/index';
import {
  deviceWords,
  formatGrip,
  handFret,
  knowGrip,
  moveWords,
  ringsOn,
  wayBetween,
  type KnownGrip,
} from '../../core/grip/index';
import { bendWords, formatStep, type LineStep } from '../../core/line/index';
import type { Fret } from '../../core/instrument/index';
import { pretty, spokenNames } from '../../core/pitch/index';
import { wordsFor, type Alternative } from '../../core/offers/index';
import { ticksToSeconds } from '../../core/time/index';
import { useBig, useLow, useScreenSize, useWidth } from '../../ui/index';
import { Neck, PLAYER_TEXT, PlayerMark } from '../../views/index';
import { useDesk, usePorts } from '../ports';
import { CellActions } from './cell-actions';
import { findingWords } from './finding-words';
import { Followers } from './followers';
import { ChipRow, GripChip } from './grip-chip';
import { addressNow, useAlternatives, type SplitModel } from './model';
import { Neighbours } from './neighbours';
import { StretchCaution } from './stretch-caution';

/** The selected player's grip on the neck, and what else could be played, best first. */
export const NeckPanel = memo(function NeckPanel({ model }: { model: SplitModel }) {
  const { song, moment, selection } = model;
  const player = selection.player;
  const { desk } = usePorts();
  const isBig = useBig();
  const size = useScreenSize();
  const isLow = useLow();
  const [ref, width] = useWidth<HTMLDivElement>();
  const instrument = song.players[player];
  const cell = moment.cells[player];
  const grip = cell.kind === 'grip' ? cell.grip : null;
  const own = cell.kind === 'grip' ? cell.fingers : undefined;
  const known = grip ? knowGrip(grip, { instrument, hand: instrument.hand, chord: moment.chord, own }) : null;
  const step = cell.kind === 'grip' ? cell.step : undefined;
  const held = known && !('refused' in known) && !step ? known : null;
  const at = addressNow(model, player);
  /** A click puts a finger there, or takes it off again. */
  const onPick = (string: number, fret: number) => {
    if (!at) return;
    const { say, edit } = desk.getState();
    if (isLocked(cell)) return say(`${PLAYER_WORDS[player]} is locked here; unlock it first`);
    const frets = Array.from({ length: instrument.tuning.length }, (_, s) => grip?.[s] ?? null);
    frets[string] = frets[string] === fret ? null : (fret as Fret);
    const next: Cell = frets.every((f) => f === null)
      ? { kind: 'rest', locked: false, guess: false }
      : gripCell(frets, { guess: cell.kind === 'grip' && cell.guess });
    edit(
      { kind: 'setCells', changes: [{ at, cell: next }] },
      {
        label: `${next.kind === 'grip' ? formatGrip(next.grip) : 'rest'} for ${PLAYER_WORDS[player]}, bar ${at.bar + 1}`,
        decided: 'grip',
      },
    );
  };
  return (
    <section aria-label="Neck" className="border-t border-line px-4 pt-1 pb-1">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 xl:flex-nowrap">
        <b className={`whitespace-nowrap ${PLAYER_TEXT[player]}`}>
          <PlayerMark player={player} /> {PLAYER_WORDS[player]}
        </b>
        <span className="min-w-0 text-[0.875rem] leading-tight">
          {pretty(moment.chordText)} ·{' '}
          {step ? `line: ${stepWords(step, instrument.tuning.length)}` : describe(cell)}
          {held && (
            <>
              {nameOf(held, model)} · {deviceWords(held.device)} · {stretchWords(held.hold.reachMm)}
              {wayWords(model, player, held)}
            </>
          )}
          {known && 'refused' in known && !step && (
            <span className="font-bold text-clash"> · {known.refused}</span>
          )}
        </span>
        <span className="ml-auto flex flex-wrap items-center gap-1 xl:shrink-0 xl:flex-nowrap">
          {step ? (
            <Link
              to="../hits"
              relative="path"
              className="rounded-md border border-line bg-sheet px-2.5 py-1 hover:border-ink"
            >
              Change the line in Hits
            </Link>
          ) : (
            model.editable && <CellActions model={model} cell={cell} />
          )}
        </span>
      </div>
      <div ref={ref}>
        {width > 0 && (
          <Neck
            player={player}
            instrument={instrument}
            grip={grip}
            known={held}
            quiet={step !== undefined}
            {...(model.editable && !step ? { onPick } : {})}
            width={width}
            height={
              (instrument.tuning.length > 4 ? 122 : 108) *
              (isBig ? 1.4 : size !== 'desk' ? 1.35 : isLow ? 0.92 : 1)
            }
          />
        )}
      </div>
      {held && <StretchCaution known={held} hand={instrument.hand} />}
      {model.editable && !step && <Chips model={model} held={held} />}
    </section>
  );
});

/** What else could be played: by its effect on the band, or close to the grip that is there. */
function Chips({ model, held }: { model: SplitModel; held: KnownGrip | null }) {
  const [tab, setTab] = useState<Tab>('band');
  const shown = tab === 'close' && held === null ? 'band' : tab;
  return (
    <div className="flex items-stretch gap-2 max-lg:flex-col max-lg:gap-1">
      <div className="flex shrink-0 flex-col justify-center pt-1 text-[0.75rem] leading-tight max-lg:flex-row max-lg:flex-wrap max-lg:justify-start max-lg:text-[0.875rem]">
        {TABS.map(([value, words]) => (
          <button
            key={value}
            type="button"
            aria-pressed={shown === value}
            disabled={value === 'close' && held === null}
            className={`rounded px-2 text-left disabled:opacity-45 ${shown === value ? 'bg-well font-bold' : 'hover:bg-well'}`}
            onClick={() => setTab(value)}
          >
            {words}
          </button>
        ))}
      </div>
      {shown === 'band' && <Alternatives model={model} />}
      {shown === 'follow' && <Followers model={model} />}
      {shown === 'close' && <Neighbours model={model} />}
    </div>
  );
}

type Tab = 'band' | 'follow' | 'close';

const TABS: readonly (readonly [Tab, string])[] = [
  ['band', 'best in the band'],
  ['follow', 'others follow'],
  ['close', 'close to this grip'],
];

function Alternatives({ model }: { model: SplitModel }) {
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
  return (
    <ChipRow label="Alternatives" ref={group}>
      {list === null && <span className="text-soft">looking …</span>}
      {list?.length === 0 && <span className="text-soft">No hand can reach this chord.</span>}
      {list?.map((one, i) => {
        const letter = String.fromCharCode(97 + i);
        const change = { kind: 'setCells', changes: [{ at, cell: one.cell }] } as const;
        return (
          <GripChip
            key={one.known ? formatGrip(one.known.grip) : 'rest'}
            {...{ player, change }}
            place={i}
            label={`${wordsFor(one)} for ${PLAYER_WORDS[player]}, bar ${at.bar + 1}`}
            isLocked={locked}
            isNow={one.isNow}
            heard={one.known ? formatGrip(one.known.grip) : 'the rest'}
          >
            <span className="whitespace-nowrap">
              <span className="mr-1 text-[0.75rem] text-soft">{letter}</span>
              <span className={`frets font-bold ${PLAYER_TEXT[player]}`}>
                {one.known ? formatGrip(one.known.grip) : 'rest'}
              </span>{' '}
              <span className="text-[0.8125rem]">{one.known ? deviceWords(one.known.device) : ''}</span>
            </span>
            <span
              className="max-w-[250px] truncate text-[0.75rem] max-lg:max-w-none max-lg:whitespace-normal"
              title={one.reason}
            >
              {effectWords(one)}
            </span>
          </GripChip>
        );
      })}
    </ChipRow>
  );
}

function effectWords(one: Alternative) {
  if (one.isNow) return <span className="text-soft">now{one.reason === '' ? '' : `: ${one.reason}`}</span>;
  const cured = one.cures.filter((j) => j.level === 'clash').length;
  const noted = one.cures.filter((j) => j.level !== 'clash').length;
  const brought = one.brings[0];
  if (brought) return <span className="text-clash">brings {findingWords(brought.kind)}</span>;
  if (cured > 0) return <span className="text-good">−{cured === 1 ? '1 clash' : `${cured} clashes`}</span>;
  if (noted > 0) return <span className="text-good">clears {findingWords(one.cures[0]!.kind)}</span>;
  return <span className="text-soft">{one.reason === '' ? 'as good' : one.reason}</span>;
}

/** "7@3, hammered", "9@3, whole bend". */
function stepWords(step: LineStep, strings: number): string {
  const bends = step.notes.flatMap((n) => (n.bend ? [bendWords(n.bend)] : []));
  return [formatStep(step, strings), ...bends].join(', ');
}

function describe(cell: Cell): string {
  if (cell.kind === 'open') return 'open: choose below or split the section';
  return cell.kind === 'rest' ? 'rest' : formatCell({ ...cell, locked: false, guess: false });
}

/** " · " and what the notes are called, unless they are what the chord says. */
function nameOf(held: KnownGrip, model: SplitModel): string {
  const names = spokenNames(held.pitches, model.playing.key);
  return names.includes(model.moment.chordText) || names[0] === undefined ? '' : ` · ${pretty(names[0])}`;
}

/** " · shift 36 mm (2 frets) in 0.45 s: 1 slides, 3 and 4 stay · B rings on". */
function wayWords(model: SplitModel, player: Player, held: KnownGrip): string {
  const before = model.moments[model.momentIndex - 1];
  const last = before?.cells[player];
  if (!before || last?.kind !== 'grip') return '';
  const instrument = model.song.players[player];
  const { hand } = instrument;
  const from = knowGrip(last.grip, { instrument, hand, chord: before.chord, own: last.fingers });
  if ('refused' in from || formatGrip(last.grip) === formatGrip(held.grip)) return ' · hand stays';
  const way = wayBetween(from, held, instrument);
  const seconds = ticksToSeconds(before.ticks, model.playing.tempo);
  const shift =
    way.mm < 1
      ? handFret(last.grip) === null
        ? 'from open strings'
        : 'hand stays'
      : `shift ${Math.round(way.mm)} mm (${way.frets} ${way.frets === 1 ? 'fret' : 'frets'}) in ${seconds.toFixed(2)} s`;
  const fingers = moveWords(way);
  const ringing = ringsOn(last.grip, held).map(({ string }) =>
    pretty(instrument.tuning[string]!.replace(/-?\d$/, '')),
  );
  const rings = ringing.length === 0 ? '' : ` · open ${ringing.join(', ')} must be stopped`;
  return ` · ${shift}${fingers ? `: ${fingers}` : ''}${rings}`;
}

/** How far the fingers spread: from the lowest fretted note to the highest, along the neck. */
function stretchWords(reachMm: number): string {
  const mm = Math.round(reachMm);
  return mm === 0 ? 'no stretch' : `stretch ${mm} mm`;
}

import { memo } from 'react';
import type { Player } from '../core/form/index';
import type { Grip, KnownGrip, Stop } from '../core/grip/index';
import { fretMm, usableFrets, type Instrument } from '../core/instrument/index';
import { pretty } from '../core/pitch/index';
import { PLAYER_FILL } from './player-look';

interface Props {
  readonly player: Player;
  readonly instrument: Instrument;
  readonly grip: Grip | null;
  /** Fingers and stops, when a hand can hold the grip. */
  readonly known: KnownGrip | null;
  readonly width: number;
  readonly height: number;
  /** Only what sounds: no marks on silent strings. */
  readonly quiet?: boolean;
  /** A click on a string (from 0, the lowest) at a fret (0 the open string); `add` with the shift key. */
  readonly onPick?: (string: number, fret: number, add: boolean) => void;
}

const DOTS = [3, 5, 7, 9, 12, 15, 17, 19, 21, 24];
const LEFT = 34;

/** The grip on a neck drawn to true fret distances, highest string on top: fingers, barres and what stops each string. */
export const Neck = memo(function Neck(props: Props) {
  const { player, instrument, grip, known, width, height, quiet = false, onPick } = props;
  const strings = instrument.tuning.length;
  const frets = usableFrets(instrument);
  const shown = Math.max(15, Math.min(frets, Math.max(0, ...(grip ?? []).map((f) => f ?? 0)) + 2));
  const last = Math.min(frets, shown);
  const mm = (n: number) =>
    fretMm(instrument.scaleMm, instrument.capo + n) - fretMm(instrument.scaleMm, instrument.capo);
  const nut = LEFT + 16;
  const x = (n: number) => nut + (mm(n) / mm(last)) * (width - nut - 8);
  const top = 12;
  const step = (height - top - 26) / (strings - 1);
  const y = (string: number) => top + (strings - 1 - string) * step;
  const middle = (n: number) => (n === 0 ? nut - 9 : (x(n - 1) + x(n)) / 2);
  const stops = new Map((known?.stops ?? []).map((stop) => [stop.string, stop]));
  const anchor = grip ? Math.max(0, ...grip.map((f) => f ?? 0)) : 0;
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={describe(grip, known, instrument)}
      className={onPick ? 'cursor-pointer' : undefined}
      onClick={(event) => {
        if (!onPick) return;
        const box = event.currentTarget.getBoundingClientRect();
        const [px, py] = [event.clientX - box.left, event.clientY - box.top];
        const row = Math.round((py - top) / step);
        const string = Math.min(strings - 1, Math.max(0, strings - 1 - row));
        const fret = px < nut ? 0 : Array.from({ length: last }, (_, i) => i + 1).find((n) => px <= x(n));
        onPick(string, fret ?? last, event.shiftKey);
      }}
    >
      {Array.from({ length: last }, (_, i) => i + 1).map((n) => (
        <g key={n}>
          <line x1={x(n)} x2={x(n)} y1={y(strings - 1)} y2={y(0)} className="stroke-line" strokeWidth="2" />
          <text
            x={middle(n)}
            y={height - 6}
            textAnchor="middle"
            className={`text-[12px] ${DOTS.includes(n + instrument.capo) ? 'fill-ink font-bold' : 'fill-soft'}`}
          >
            {n}
          </text>
        </g>
      ))}
      <line
        x1={nut}
        x2={nut}
        y1={y(strings - 1) - 3}
        y2={y(0) + 3}
        className="stroke-ink"
        strokeWidth={instrument.capo > 0 ? 9 : 5}
      />
      {instrument.tuning.map((name, s) => (
        <g key={s}>
          <text x={4} y={y(s) + 5} className="fill-soft text-[13px]">
            {pretty(name.replace(/-?\d$/, ''))}
          </text>
          <line
            x1={nut}
            x2={width - 4}
            y1={y(s)}
            y2={y(s)}
            className="stroke-soft"
            strokeWidth={1 + (strings - 1 - s) * 0.28}
          />
        </g>
      ))}
      {(known?.hold.presses ?? [])
        .filter((press) => press.to > press.from)
        .map((press) => (
          <line
            key={`${press.finger}${press.fret}`}
            x1={middle(press.fret)}
            x2={middle(press.fret)}
            y1={y(press.from)}
            y2={y(press.to)}
            strokeWidth="12"
            strokeLinecap="round"
            className={`opacity-35 ${stroke(player)}`}
          />
        ))}
      {(grip ?? []).map((fret, s) => {
        if (fret === null) {
          if (quiet) return null;
          const stop = stops.get(s);
          const cx = anchor === 0 ? nut + 14 : middle(anchor);
          const fine = stop === undefined || stop.by !== 'nothing';
          return (
            <g key={s} className={fine ? 'stroke-soft' : 'stroke-clash'}>
              <path d={`M${cx - 5},${y(s) - 5} l10,10 m0,-10 l-10,10`} strokeWidth="2" fill="none" />
              {stop && (
                <text
                  x={cx + 12}
                  y={y(s) + 4}
                  stroke="var(--sheet)"
                  strokeWidth="4"
                  paintOrder="stroke"
                  className={`text-[12px] ${fine ? 'fill-soft' : 'fill-clash'}`}
                >
                  {words(stop)}
                </text>
              )}
            </g>
          );
        }
        const finger = known?.hold.fingers[s] ?? null;
        return (
          <g key={s}>
            <circle
              cx={middle(fret)}
              cy={y(s)}
              r={fret === 0 ? 6.5 : 9.5}
              className={fret === 0 ? `fill-sheet stroke-2 ${stroke(player)}` : PLAYER_FILL[player]}
            />
            {finger !== null && (
              <text
                x={middle(fret)}
                y={y(s) + 4.5}
                textAnchor="middle"
                className="fill-on-mark text-[13px] font-bold"
              >
                {finger}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
});

function stroke(player: Player): string {
  return { guitar1: 'stroke-g1', guitar2: 'stroke-g2', bass: 'stroke-bass' }[player];
}

/** Short words beside the cross. */
function words(stop: Stop): string {
  switch (stop.by) {
    case 'flat':
      return `flat of ${stop.finger}`;
    case 'tip':
      return `tip of ${stop.finger}`;
    case 'thumb':
      return 'thumb';
    case 'picking-hand':
      return 'picking hand';
    case 'nothing':
      return 'nothing stops it';
  }
}

function describe(grip: Grip | null, known: KnownGrip | null, instrument: Instrument): string {
  if (grip === null) return 'Neck: nothing held';
  const list = grip.map((fret, s) => {
    const name = instrument.tuning[s]!;
    if (fret === null) return `${name} silent`;
    const finger = known?.hold.fingers[s];
    return `${name} ${fret === 0 ? 'open' : `fret ${fret}`}${finger ? ` finger ${finger}` : ''}`;
  });
  return `Neck: ${list.join(', ')}`;
}

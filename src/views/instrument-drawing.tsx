import { memo } from 'react';
import { PLAYER_WORDS, type Player } from '../core/form/index';
import { fretMm, tuningWords, turnedStrings, type Instrument } from '../core/instrument/index';
import { pretty } from '../core/pitch/index';
import { PLAYER_FILL } from './player-look';

interface Props {
  readonly player: Player;
  readonly instrument: Instrument;
  /** The instrument before, whose turned strings are marked; the same one: none. */
  readonly before: Instrument;
  /** The longest string of the band in mm: all are drawn to one scale. */
  readonly longestMm: number;
  readonly width: number;
}

const NAMES = 44;
const STRING = 15;
const TOP = 10;
const DOTS = [3, 5, 7, 9, 12, 15, 17, 19, 21, 24, 27];

/** An instrument as it is, nut to bridge, in proportion to the others: strings with their notes, frets where they lie, the capo. */
export const InstrumentDrawing = memo(function InstrumentDrawing(props: Props) {
  const { player, instrument, before, longestMm, width } = props;
  const { tuning, frets, scaleMm, capo } = instrument;
  const strings = tuning.length;
  const perMm = (width - NAMES - 8) / longestMm;
  const x = (mm: number) => NAMES + mm * perMm;
  const fretX = (n: number) => x(fretMm(scaleMm, n));
  const y = (string: number) => TOP + (strings - 1 - string) * STRING;
  const [high, low] = [y(strings - 1), y(0)];
  const height = low + 26;
  const turned = new Map(turnedStrings(before, instrument)?.map((one) => [one.string, one]) ?? []);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      width="100%"
      role="img"
      aria-label={`${PLAYER_WORDS[player]}: ${pretty(tuningWords(instrument))}, strings ${tuning.map(pretty).join(' ')}, ${frets} frets, scale ${scaleMm} mm${capo > 0 ? `, capo at fret ${capo}` : ''}`}
    >
      <rect
        x={x(0)}
        y={high - 6}
        width={fretX(frets) - x(0) + 3}
        height={low - high + 12}
        rx="2"
        className="fill-well"
      />
      {DOTS.filter((n) => n <= frets).map((n) => {
        const cx = (fretX(n - 1) + fretX(n)) / 2;
        const middle = (high + low) / 2;
        const spots = n % 12 === 0 ? [middle - STRING, middle + STRING] : [middle];
        return spots.map((cy) => <circle key={`${n} ${cy}`} cx={cx} cy={cy} r="3.5" className="fill-line" />);
      })}
      {Array.from({ length: frets }, (_, i) => i + 1).map((n) => (
        <line
          key={n}
          x1={fretX(n)}
          x2={fretX(n)}
          y1={high - 6}
          y2={low + 6}
          className="stroke-soft"
          strokeWidth={n === frets ? 2 : 1}
        />
      ))}
      <line x1={x(0)} x2={x(0)} y1={high - 7} y2={low + 7} className="stroke-ink" strokeWidth="4" />
      <line
        x1={x(scaleMm)}
        x2={x(scaleMm)}
        y1={high - 7}
        y2={low + 7}
        className="stroke-ink"
        strokeWidth="5"
      />
      {tuning.map((name, s) => {
        const by = turned.get(s)?.by;
        return (
          <g key={s}>
            <line
              x1={x(0)}
              x2={x(scaleMm)}
              y1={y(s)}
              y2={y(s)}
              className={by === undefined ? 'stroke-soft' : 'stroke-watch'}
              strokeWidth={0.8 + (strings - 1 - s) * (instrument.kind === 'bass' ? 0.7 : 0.35)}
            />
            <text
              x={NAMES - 8}
              y={y(s) + 4.5}
              textAnchor="end"
              className={`text-[13px] ${by === undefined ? 'fill-ink' : 'fill-watch font-bold'}`}
            >
              {by === undefined ? '' : by < 0 ? '↓' : '↑'}
              {pretty(name)}
            </text>
          </g>
        );
      })}
      {capo > 0 && (
        <g>
          <rect
            x={fretX(capo) - 9}
            y={high - 9}
            width="7"
            height={low - high + 18}
            rx="3"
            className={PLAYER_FILL[player]}
          />
          <text
            x={fretX(capo) - 5}
            y={height - 2}
            textAnchor="middle"
            className="fill-ink text-[12px] font-bold"
          >
            capo {capo}
          </text>
        </g>
      )}
      {[...(capo > 0 ? [] : [5]), 12, frets].map((n) => (
        <text
          key={n}
          x={(fretX(n - 1) + fretX(n)) / 2}
          y={height - 2}
          textAnchor="middle"
          className="fill-soft text-[12px]"
        >
          {n}
        </text>
      ))}
      <text x={x(scaleMm)} y={height - 2} textAnchor="end" className="fill-soft text-[12px]">
        {scaleMm} mm
      </text>
    </svg>
  );
});

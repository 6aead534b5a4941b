import { memo } from 'react';
import type { Player } from '../core/form/index';
import type { SheetBar } from '../core/sheet/index';
import { PLAYER_FILL } from './player-look';

interface Props {
  readonly bar: SheetBar;
  /** Names of the strings, lowest first. */
  readonly strings: readonly string[];
  readonly player: Player;
  readonly width: number;
  /** First of its line: string names stand before it. */
  readonly first: boolean;
}

const STEP = 14;
const HEAD = 22;

/** One bar of a sheet: chord names, frets on the strings (highest on top), hits below. */
export const SheetBarDrawing = memo(function SheetBarDrawing({ bar, strings, player, width, first }: Props) {
  const left = first ? 22 : 0;
  const inner = width - left - 14;
  const x = (at: number) => left + 12 + (at / bar.ticks) * inner;
  const y = (string: number) => HEAD + (strings.length - 1 - string) * STEP;
  const bottom = y(0);
  const hits = bar.hits ? [...bar.hits] : [];
  const height = bottom + (hits.length > 0 ? 26 : 10);
  return (
    <svg width={width} height={height} role="img" aria-label={describe(bar)} className="text-ink">
      <text x={left + 2} y={10} className="fill-soft text-[11px]">
        {bar.number}
      </text>
      {bar.chords.map((chord) => (
        <text key={chord.at} x={x(chord.at)} y={13} className="fill-ink text-[15px] font-bold">
          {early(chord.early)}
          {chord.text}
        </text>
      ))}
      {strings.map((name, s) => (
        <g key={s}>
          {first && (
            <text x={2} y={y(s) + 4} className="fill-soft text-[12px]">
              {name.replace('b', '♭').replace('#', '♯')}
            </text>
          )}
          <line x1={left} x2={width} y1={y(s)} y2={y(s)} className="stroke-line" strokeWidth="1.2" />
        </g>
      ))}
      <line x1={left} x2={left} y1={HEAD} y2={bottom} className="stroke-ink" />
      <line x1={width - 0.5} x2={width - 0.5} y1={HEAD} y2={bottom} className="stroke-ink" />
      {bar.cells.map((cell) => {
        const cx = x(cell.at) + 4;
        if (cell.grip === null) {
          return (
            <text
              key={cell.at}
              x={cx - 4}
              y={(HEAD + bottom) / 2 + 5}
              className="fill-soft text-[14px] italic"
            >
              {cell.text === 'rest' ? 'rest' : 'open'}
            </text>
          );
        }
        return cell.grip.map((fret, s) => {
          if (fret === null) return null;
          const text = String(fret);
          return (
            <g key={`${cell.at}-${s}`}>
              <rect
                x={cx - 4 * text.length - 1}
                y={y(s) - 7}
                width={8 * text.length + 2}
                height={13}
                className="fill-sheet"
              />
              <text
                x={cx}
                y={y(s) + 5}
                textAnchor="middle"
                className={`font-mono text-[14px] font-bold ${PLAYER_FILL[player]}`}
              >
                {text}
              </text>
            </g>
          );
        });
      })}
      {hits.map((hit, i) => (
        <text
          key={i}
          x={x((i * bar.ticks) / hits.length) + 4}
          y={bottom + 19}
          textAnchor="middle"
          className="fill-ink font-mono text-[12px]"
        >
          {hit}
        </text>
      ))}
    </svg>
  );
});

function early(words: string): string {
  if (words === '') return '';
  return words.includes('sixteenth') ? '‹‹' : '‹';
}

function describe(bar: SheetBar): string {
  const chords = bar.chords.map((c) => c.text).join(' ');
  const grips = bar.cells.map((c) => c.text).join(' ');
  return `Bar ${bar.number}: ${chords || 'as before'}; ${grips || 'held'}${bar.hits ? `; hits ${bar.hits}` : ''}`;
}

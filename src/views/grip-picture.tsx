import { memo } from 'react';
import { formatGrip, handFret, type Fingering, type Grip } from '../core/grip/index';

interface Props {
  readonly grip: Grip;
  readonly fingers: Fingering | null;
  /** What stands above it. */
  readonly name: string;
}

const GAP = 11;
const FRET = 13;
const LEFT = 20;
const TOP = 20;
/** Frets that are drawn at least. */
const FEWEST = 4;

/** A grip as it lies on the neck, its lowest string on the left: fingers by number, open strings and silent ones above. */
export const GripPicture = memo(function GripPicture({ grip, fingers, name }: Props) {
  const fretted = grip.filter((f): f is NonNullable<typeof f> => f !== null && f > 0);
  const highest = Math.max(0, ...fretted);
  const first = highest <= FEWEST ? 1 : (handFret(grip) ?? 1);
  const rows = Math.max(FEWEST, highest - first + 1);
  const x = (string: number) => LEFT + string * GAP;
  const y = (fret: number) => TOP + (fret - first + 0.5) * FRET;
  const right = x(grip.length - 1);
  const bottom = TOP + rows * FRET;
  return (
    <svg
      width={right + 12}
      height={bottom + 5}
      viewBox={`0 0 ${right + 12} ${bottom + 5}`}
      role="img"
      aria-label={`${name} ${formatGrip(grip)}${fingers ? `, fingers ${fingers.map((f) => f ?? '').join('')}` : ''}`}
      className="text-ink"
    >
      <text x={LEFT - 6} y={9} className="fill-ink text-[12px] font-bold">
        {name}
      </text>
      {Array.from({ length: rows + 1 }, (_, row) => (
        <line
          key={row}
          x1={x(0)}
          x2={right}
          y1={TOP + row * FRET}
          y2={TOP + row * FRET}
          className="stroke-soft"
          strokeWidth={row === 0 && first === 1 ? 2.5 : 0.8}
        />
      ))}
      {grip.map((fret, s) => (
        <g key={s}>
          <line x1={x(s)} x2={x(s)} y1={TOP} y2={bottom} className="stroke-soft" strokeWidth="0.8" />
          {fret === null && (
            <text x={x(s)} y={TOP - 2} textAnchor="middle" className="fill-soft text-[9px]">
              ×
            </text>
          )}
          {fret === 0 && (
            <circle cx={x(s)} cy={TOP - 5} r="2.6" fill="none" className="stroke-ink" strokeWidth="1" />
          )}
          {fret !== null && fret > 0 && (
            <>
              <circle cx={x(s)} cy={y(fret)} r="5.2" className="fill-ink" />
              {fingers?.[s] != null && (
                <text
                  x={x(s)}
                  y={y(fret) + 3}
                  textAnchor="middle"
                  className="fill-sheet text-[9px] font-bold"
                >
                  {fingers[s]}
                </text>
              )}
            </>
          )}
        </g>
      ))}
      {first > 1 && (
        <text x={LEFT - 7} y={y(first) + 4} textAnchor="end" className="fill-ink text-[10px]">
          {first}
        </text>
      )}
    </svg>
  );
});

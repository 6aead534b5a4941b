import { useRef, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';

/** Somebody in the room, as they are drawn. */
export interface StageOne {
  readonly id: string;
  readonly name: string;
  /** What they sound like now: "gain 7". */
  readonly words: string;
  /** −1 left … 1 right. */
  readonly side: number;
  /** 0 near … 1 far. */
  readonly far: number;
  /** 0 silent … 1 as it is. */
  readonly level: number;
  /** Said besides: "softer", "silent", "alone". */
  readonly state: string;
  readonly isTouched: boolean;
  readonly colour: string;
  /** The colour is for marks, not for letters. */
  readonly isQuiet: boolean;
  readonly mark: ReactNode;
}

interface Props {
  readonly ones: readonly StageOne[];
  readonly width: number;
  readonly height: number;
  /** Moved there. */
  readonly onMove: (id: string, to: { side: number; far: number }) => void;
  /** Touched without being moved. */
  readonly onTap: (id: string) => void;
  readonly onTouch: (id: string) => void;
}

/** From straight ahead to one side, in degrees. */
const WIDEST = 76;
const STEP = 0.1;
/** A pointer that goes no further than this only taps. */
const TAP_PX = 5;

/** A room seen from above: who is near is loud, who is at a side is heard there. Everybody can be moved and touched. */
export function RoomStage({ ones, width, height, onMove, onTap, onTouch }: Props) {
  const scale = scaleOf(width, height);
  const arcs = [0.25, 0.5, 0.75, 1].map((share) => LEAST + share * (1 - LEAST));
  const half = 64 * Math.max(0.75, scale.size);
  const box = useRef<HTMLDivElement>(null);
  const drag = useRef<{ id: string; x: number; y: number; moved: boolean } | null>(null);
  const down = (event: PointerEvent<HTMLButtonElement>, id: string) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { id, x: event.clientX, y: event.clientY, moved: false };
    onTouch(id);
  };
  const move = (event: PointerEvent<HTMLButtonElement>) => {
    const now = drag.current;
    const around = box.current?.getBoundingClientRect();
    if (!now || !around) return;
    if (!now.moved && Math.hypot(event.clientX - now.x, event.clientY - now.y) < TAP_PX) return;
    now.moved = true;
    onMove(now.id, standingAt(scale, event.clientX - around.left, event.clientY - around.top));
  };
  const up = () => {
    const now = drag.current;
    drag.current = null;
    if (now && !now.moved) onTap(now.id);
  };
  const key = (event: KeyboardEvent<HTMLButtonElement>, one: StageOne) => {
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
    if (way) {
      event.preventDefault();
      event.stopPropagation();
      onMove(one.id, {
        side: clamp(one.side + way[0]! * STEP, -1),
        far: clamp(one.far + way[1]! * STEP, 0),
      });
    } else if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      event.stopPropagation();
      onTap(one.id);
    }
  };
  return (
    <div ref={box} className="relative overflow-hidden" style={{ width, height }}>
      <svg width={width} height={height} aria-hidden="true" className="absolute inset-0">
        {arcs.map((r, i) => (
          <path
            key={r}
            d={arcPath(scale, r)}
            className="fill-none stroke-line"
            strokeDasharray={i === arcs.length - 1 ? undefined : '4 6'}
            strokeWidth={i === arcs.length - 1 ? 2 : 1.2}
          />
        ))}
        {ones.map((one) => {
          const at = placeOf(scale, one);
          return [1, 0.72, 0.46].map((share) => (
            <circle
              key={`${one.id}${share}`}
              cx={at.x}
              cy={at.y}
              r={(16 + 46 * one.level) * share * scale.size}
              className={one.colour}
              fill="currentColor"
              opacity={one.level === 0 ? 0 : 0.13}
            />
          ));
        })}
        <path d={`M${scale.x - 20} ${scale.y + 20}a20 16 0 0 1 40 0z`} className="fill-ink" />
        <text x={scale.x} y={scale.y - 4} textAnchor="middle" className="fill-ink text-[14px] font-bold">
          you
        </text>
      </svg>
      {ones.map((one) => {
        const at = placeOf(scale, one);
        return (
          <button
            key={one.id}
            type="button"
            data-stands={one.id}
            aria-description="Arrows move, Enter: softer, silent, as it is"
            className={`absolute flex cursor-grab touch-none flex-col items-center rounded-lg border-2 bg-transparent pt-1 pb-0.5 select-none active:cursor-grabbing ${one.isTouched ? 'border-current' : 'border-transparent'} ${one.colour} ${one.level === 0 ? 'opacity-55' : ''}`}
            style={{ left: at.x - half, top: at.y - 16, width: 2 * half }}
            onPointerDown={(event) => down(event, one.id)}
            onPointerMove={move}
            onPointerUp={up}
            onPointerCancel={() => (drag.current = null)}
            onFocus={() => onTouch(one.id)}
            onKeyDown={(event) => key(event, one)}
          >
            {one.mark}
            <b className={`text-[15px] leading-tight ${one.isQuiet ? 'text-ink' : ''}`}>{one.name}</b>{' '}
            <span className="text-[13px] leading-tight text-ink">
              {one.state === 'as it is' ? one.words : one.state}
            </span>
            <span className="sr-only">, {placeWords(one)}</span>
          </button>
        );
      })}
    </div>
  );
}

const SIN = Math.sin((WIDEST * Math.PI) / 180);
const COS = Math.cos((WIDEST * Math.PI) / 180);

interface Scale {
  readonly x: number;
  readonly y: number;
  /** To the far wall sidewards and straight ahead: a narrow room is deep. */
  readonly wide: number;
  readonly deep: number;
  /** Of marks and what is around them. */
  readonly size: number;
}

/** How near one can stand, as a share of the way to the wall. */
const LEAST = 0.24;

function scaleOf(width: number, height: number): Scale {
  const y = height - 26;
  const size = Math.max(0.55, Math.min(1, width / 700));
  // Names stand under their marks and beside them.
  return { x: width / 2, y, wide: Math.max(80, (width / 2 - 64 * size) / SIN), deep: y - 34, size };
}

function arcPath({ x, y, wide, deep }: Scale, r: number): string {
  const [w, d] = [r * wide, r * deep];
  return `M${x - w * SIN} ${y - d * COS}A${w} ${d} 0 0 1 ${x + w * SIN} ${y - d * COS}`;
}

function placeOf({ x, y, wide, deep }: Scale, { side, far }: { side: number; far: number }) {
  const angle = (side * WIDEST * Math.PI) / 180;
  const r = LEAST + far * (1 - LEAST);
  return { x: x + r * wide * Math.sin(angle), y: y - r * deep * Math.cos(angle) };
}

function standingAt({ x, y, wide, deep }: Scale, px: number, py: number) {
  const [dx, dy] = [(px - x) / wide, Math.max(0.004, (y - py) / deep)];
  return {
    side: clamp((Math.atan2(dx, dy) * 180) / Math.PI / WIDEST, -1),
    far: clamp((Math.hypot(dx, dy) - LEAST) / (1 - LEAST), 0),
  };
}

function clamp(value: number, least: number): number {
  return Math.round(Math.min(1, Math.max(least, value)) * 100) / 100;
}

function placeWords({ side, far }: StageOne): string {
  const where = Math.abs(side) < 0.15 ? 'in the middle' : side < 0 ? 'left' : 'right';
  const how = far < 0.34 ? 'near' : far > 0.67 ? 'far' : 'half way';
  return `${where}, ${how}`;
}

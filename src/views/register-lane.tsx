import { memo, useMemo } from 'react';
import { PLAYERS, type Player } from '../core/form/index';
import { PLAYER_FILL } from './player-look';

/** What one moment occupies: pitch bands of the players, and whether someone sings. `bar` and `bars` in bars. */
export interface LaneMoment {
  readonly bar: number;
  readonly bars: number;
  readonly bands: Readonly<Partial<Record<Player, readonly [low: number, high: number]>>>;
  readonly sung: boolean;
  /** Whose cell goes on into the next moment. */
  readonly joined: readonly Player[];
}

/** One playing of a section in the lane. */
export interface LaneBlock {
  readonly label: string;
  readonly bars: number;
  readonly moments: readonly LaneMoment[];
  /** Bars (from 0, within the block) where something clashes. */
  readonly clashes: readonly number[];
  /** The singer's range here, or null. */
  readonly voice: readonly [low: number, high: number] | null;
}

interface Props {
  readonly blocks: readonly LaneBlock[];
  readonly selected: number | null;
  /** In bars from the start of the selected block. */
  readonly cursor: { readonly bar: number; readonly bars: number } | null;
  readonly width: number;
  readonly height: number;
  readonly onSelect?: (block: number, bar: number) => void;
}

/** Lowest and highest pitch drawn: B0 to E6. */
const LOW = 23;
const HIGH = 88;
const LABEL = 18;
const GAP = 5;

/** The whole song: height is pitch, width is bars, one band a player, the voice hatched, clashes marked above. */
export const RegisterLane = memo(function RegisterLane(props: Props) {
  const { blocks, width, height, selected, cursor, onSelect } = props;
  const top = LABEL + 8;
  const places = useMemo(() => layout(blocks, width), [blocks, width]);
  const cursorBox = boxOf(blocks, places.blocks, { selected, cursor });
  const hatch = `voice-hatch-${Math.round(width)}-${height}`;
  return (
    <svg
      width={Math.max(0, places.total)}
      height={height}
      role="img"
      aria-label={describe(blocks)}
      className="block"
    >
      <defs>
        <pattern id={hatch} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(20)">
          <line x1="0" y1="0" x2="0" y2="5" className="stroke-voice" strokeWidth="1.4" />
        </pattern>
      </defs>
      <Playings {...{ blocks, places, height, hatch, selected, onSelect }} />
      {cursorBox && (
        <rect
          x={cursorBox.x}
          y={top - 4}
          width={cursorBox.w}
          height={height - top + 3}
          className="pointer-events-none fill-none stroke-ink"
          strokeWidth="2"
        />
      )}
    </svg>
  );
});

/** All playings; the cursor goes through them without their being asked again. */
const Playings = memo(function Playings(props: {
  readonly blocks: readonly LaneBlock[];
  readonly places: ReturnType<typeof layout>;
  readonly height: number;
  readonly hatch: string;
  readonly selected: number | null;
  readonly onSelect: Props['onSelect'];
}) {
  const { blocks, places, height, hatch, selected, onSelect } = props;
  return blocks.map((block, i) => {
    const { x, w } = places.blocks[i]!;
    return (
      <Playing
        key={i}
        index={i}
        onSelect={onSelect}
        {...{ block, x, w, height, hatch }}
        isSelected={i === selected}
      />
    );
  });
});

/** One playing; drawn again only when something of its own changes, however the cursor goes through it. */
const Playing = memo(function Playing(props: {
  readonly index: number;
  readonly block: LaneBlock;
  readonly x: number;
  readonly w: number;
  readonly height: number;
  readonly hatch: string;
  readonly isSelected: boolean;
  readonly onSelect: Props['onSelect'];
}) {
  const { index, block, x, w, height, hatch, isSelected, onSelect } = props;
  const perBar = w / block.bars;
  const top = LABEL + 8;
  const y = (pitch: number) => top + ((HIGH - pitch) / (HIGH - LOW)) * (height - top - 2);
  return (
    <g
      onClick={(e) => onSelect?.(index, barAt(e, { x, perBar, bars: block.bars }))}
      className={onSelect ? 'cursor-pointer' : ''}
    >
      <rect
        x={x}
        y={top - 4}
        width={w}
        height={height - top + 3}
        rx="3"
        className={isSelected ? 'fill-sheet' : 'fill-well'}
      />
      {block.voice && (
        <path
          d={sungPath(block.moments, { x, perBar, y, voice: block.voice })}
          fill={`url(#${hatch})`}
          opacity="0.75"
        />
      )}
      {PLAYERS.map((player) => (
        <path
          key={player}
          d={bandPath(block.moments, player, { x, perBar, y })}
          className={PLAYER_FILL[player]}
          opacity="0.72"
        />
      ))}
      {block.clashes.map((bar) => {
        const cx = x + (bar + 0.5) * perBar;
        return (
          <polygon
            key={bar}
            points={`${cx - 5},${LABEL - 2} ${cx + 5},${LABEL - 2} ${cx},${LABEL + 6}`}
            className="fill-clash"
          />
        );
      })}
      <text x={x + 2} y={LABEL - 6} className={`fill-ink text-[12px] ${isSelected ? 'font-bold' : ''}`}>
        {clip(block.label, w)}
      </text>
    </g>
  );
});

/** Where a playing is drawn: its left edge, the width of a bar, and the height of a pitch. */
interface LaneScale {
  readonly x: number;
  readonly perBar: number;
  readonly y: (pitch: number) => number;
}

/** All bands of one player as one shape: songs of thousands of moments stay a handful of elements. */
function bandPath(moments: readonly LaneMoment[], player: Player, { x, perBar, y }: LaneScale): string {
  let path = '';
  for (const m of moments) {
    const band = m.bands[player];
    if (!band) continue;
    const width = Math.max(1, m.bars * perBar - 1) + (m.joined.includes(player) ? 1 : 0);
    const top = y(band[1] + 0.6);
    path += box(x + m.bar * perBar, top, width, Math.max(3, y(band[0] - 0.6) - top));
  }
  return path;
}

function sungPath(
  moments: readonly LaneMoment[],
  { x, perBar, y, voice }: LaneScale & { voice: readonly [low: number, high: number] },
): string {
  let path = '';
  for (const m of moments) {
    if (!m.sung) continue;
    path += box(x + m.bar * perBar, y(voice[1]), Math.max(2, m.bars * perBar), y(voice[0]) - y(voice[1]));
  }
  return path;
}

function box(x: number, y: number, width: number, height: number): string {
  return `M${round(x)} ${round(y)}h${round(width)}v${round(height)}h${round(-width)}z`;
}

function round(n: number): number {
  return Math.round(n * 100) / 100;
}

/** Where the cursor stands, or null. */
function boxOf(
  blocks: readonly LaneBlock[],
  places: readonly { x: number; w: number }[],
  at: { selected: number | null; cursor: Props['cursor'] },
): { x: number; w: number } | null {
  const [block, place] = at.selected === null ? [] : [blocks[at.selected], places[at.selected]];
  if (!block || !place || !at.cursor) return null;
  const perBar = place.w / block.bars;
  return { x: place.x + at.cursor.bar * perBar, w: Math.max(3, at.cursor.bars * perBar) };
}

/** Blocks side by side, as wide as their bars; never under 5 px a bar, so long songs scroll. */
function layout(
  blocks: readonly LaneBlock[],
  width: number,
): { total: number; blocks: { x: number; w: number }[] } {
  const bars = blocks.reduce((sum, block) => sum + block.bars, 0);
  const free = width - GAP * (blocks.length - 1);
  const perBar = bars === 0 ? 0 : Math.max(5, free / bars);
  let x = 0;
  const placed = blocks.map((block) => {
    const w = block.bars * perBar;
    const here = { x, w };
    x += w + GAP;
    return here;
  });
  return { total: Math.max(0, x - GAP), blocks: placed };
}

function barAt(
  event: React.MouseEvent<SVGGElement>,
  block: { x: number; perBar: number; bars: number },
): number {
  const left = event.currentTarget.ownerSVGElement!.getBoundingClientRect().left;
  const bar = Math.floor((event.clientX - left - block.x) / block.perBar);
  return Math.min(block.bars - 1, Math.max(0, bar));
}

function clip(label: string, width: number): string {
  const room = Math.floor(width / 6.6);
  return label.length <= room
    ? label
    : room < 3
      ? label.slice(0, Math.max(0, room))
      : `${label.slice(0, room - 1)}…`;
}

function describe(blocks: readonly LaneBlock[]): string {
  const clashes = blocks.reduce((sum, block) => sum + block.clashes.length, 0);
  return `Whole song: ${blocks.map((b) => `${b.label}, ${b.bars} bars`).join('; ')}. ${clashes} bars with clashes.`;
}

import { memo } from 'react';
import { PLAYERS, PLAYER_WORDS, type Player } from '../core/form/index';
import { PLAYER_TEXT, PlayerShape } from './player-look';

export interface LadderNote {
  readonly player: Player;
  readonly pitch: number;
  readonly name: string;
  /** Sounds on from before, though nobody strikes it now. */
  readonly isLeft: boolean;
}

export interface LadderLink {
  readonly low: number;
  readonly high: number;
  readonly label: string;
  readonly level: 'clash' | 'watch';
}

interface Props {
  readonly notes: readonly LadderNote[];
  readonly links: readonly LadderLink[];
  readonly voice: readonly [number, number] | null;
  readonly sung: boolean;
  readonly width: number;
  readonly height: number;
}

const LOW = 24;
const HIGH = 84;
/** Below this only roots and octaves stay clear (the lowest limits of thirds and fourths, see the sound room). */
const MUD_TOP = 46;
const LEFT = 30;
/** From low to high players, as on the paper of a score turned round: bass left. */
const ORDER: readonly Player[] = ['bass', 'guitar1', 'guitar2'];

/** Everything that sounds at one moment on a ladder of pitch, with what clashes linked and named. */
export const MomentLadder = memo(function MomentLadder(props: Props) {
  const { notes, links, voice, sung, width, height } = props;
  const low = Math.min(LOW, ...notes.map((n) => n.pitch - 2));
  const high = Math.max(HIGH, ...notes.map((n) => n.pitch + 2));
  const top = 22;
  const y = (pitch: number) => top + ((high - pitch) / (high - low)) * (height - top - 8);
  const column = (width - LEFT) / 3;
  const x = (player: Player) => LEFT + column * (ORDER.indexOf(player) + 0.5) - 14;
  const octaves = Array.from({ length: 8 }, (_, i) => 12 + 12 * i).filter((p) => p >= low && p <= high);
  const at = (pitch: number) => notes.find((n) => n.pitch === pitch);
  return (
    <svg width={width} height={height} role="img" aria-label={describe(notes, links)}>
      <defs>
        <pattern
          id="ladder-voice"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(20)"
        >
          <line x1="0" y1="0" x2="0" y2="6" className="stroke-voice" strokeWidth="1.3" />
        </pattern>
      </defs>
      <rect
        x={LEFT}
        y={y(MUD_TOP)}
        width={width - LEFT}
        height={height - 8 - y(MUD_TOP)}
        className="fill-well"
      />
      <text x={width - 4} y={height - 13} textAnchor="end" className="fill-soft text-[11px]">
        only roots and octaves stay clear here
      </text>
      {voice && (
        <g opacity={sung ? 0.9 : 0.3}>
          <rect
            x={LEFT}
            y={y(voice[1])}
            width={width - LEFT}
            height={y(voice[0]) - y(voice[1])}
            fill="url(#ladder-voice)"
            opacity="0.5"
          />
          <text
            x={LEFT + 4}
            y={y(voice[1]) + 13}
            stroke="var(--sheet)"
            strokeWidth="4"
            paintOrder="stroke"
            className="fill-soft text-[11px]"
          >
            {sung ? 'voice' : 'voice (silent here)'}
          </text>
        </g>
      )}
      {octaves.map((pitch) => (
        <g key={pitch}>
          <line x1={LEFT} x2={width} y1={y(pitch)} y2={y(pitch)} className="stroke-line" />
          <text x={0} y={y(pitch) + 4} className="fill-soft text-[12px]">
            C{pitch / 12 - 1}
          </text>
        </g>
      ))}
      {ORDER.map((player) => (
        <text
          key={player}
          x={x(player) + 14}
          y={13}
          textAnchor="middle"
          className={`fill-current text-[13px] font-bold ${PLAYER_TEXT[player]}`}
        >
          {PLAYER_WORDS[player]}
        </text>
      ))}
      {links.map((link, i) => {
        const a = at(link.low);
        const b = at(link.high);
        if (!a || !b) return null;
        const ax = x(a.player);
        const bx = x(b.player);
        const bow = a.player === b.player ? -22 : 0;
        const colour = link.level === 'clash' ? 'stroke-clash' : 'stroke-watch';
        const mx = (ax + bx) / 2 + bow;
        const my = (y(link.low) + y(link.high)) / 2;
        return (
          <g key={i}>
            <path
              d={`M${ax},${y(link.low)} Q${mx + bow},${my} ${bx},${y(link.high)}`}
              className={`fill-none ${colour}`}
              strokeWidth="2"
              strokeDasharray="5 3"
            />
            <text
              x={mx}
              y={my - 10 - 15 * i}
              textAnchor="middle"
              className={`text-[12px] font-bold ${link.level === 'clash' ? 'fill-clash' : 'fill-watch'}`}
              paintOrder="stroke"
              stroke="var(--sheet)"
              strokeWidth="4"
            >
              {link.label}
            </text>
          </g>
        );
      })}
      {PLAYERS.flatMap((player) => {
        let last = Infinity;
        return notes
          .filter((n) => n.player === player)
          .sort((a, b) => b.pitch - a.pitch)
          .map((note) => {
            // Names of notes close together move down a little so that both can be read.
            const ty = Math.max(y(note.pitch), last === Infinity ? 0 : last + 13);
            last = ty;
            return (
              <g key={`${player}${note.pitch}`}>
                <PlayerShape player={player} x={x(player)} y={y(note.pitch)} size={13} hollow={note.isLeft} />
                <text
                  x={x(player) + 12}
                  y={ty + 5}
                  className={`fill-current text-[14px] font-bold ${PLAYER_TEXT[player]}`}
                >
                  {note.name}
                  {note.isLeft && ' rings on'}
                </text>
              </g>
            );
          });
      })}
    </svg>
  );
});

function describe(notes: readonly LadderNote[], links: readonly LadderLink[]): string {
  const by = ORDER.map((player) => {
    const names = notes.filter((n) => n.player === player).map((n) => n.name);
    return `${PLAYER_WORDS[player]}: ${names.join(' ') || 'silent'}`;
  });
  return `${by.join('. ')}.${links.map((l) => ` ${l.level}: ${l.label}.`).join('')}`;
}

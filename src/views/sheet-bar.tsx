import { memo } from 'react';
import type { Player } from '../core/form/index';
import { formatFingering } from '../core/grip/index';
import type { SheetBar, SheetNote, SheetStep } from '../core/sheet/index';
import { noteText, offSign, reachText } from '../core/sheet/index';
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

/** Room below for each thing that is said of a bar: its sound, remarks, other ways. */
const SOUND_LINE = 14;

/** Width of a digit of the bar's number. */
const DIGIT = 7;

/** Sizes of chord names in px, as large as they go beside each other. */
const NAME_SIZES = [15, 13, 11] as const;
/** Width of a bold letter as a share of its size: by eye on our font, rather too wide. */
const LETTER = 0.62;

/** Chord names over their beats; one that would run into the next pushes it aside, and all are smaller where that is not enough. */
function chordNames(
  chords: readonly { readonly at: number; readonly text: string; readonly from: number }[],
  room: { readonly from: number; readonly to: number },
) {
  const placed = NAME_SIZES.map((size) => {
    let free = room.from;
    const places = chords.map(({ at, text, from }) => {
      const left = Math.max(from, free);
      free = left + (text.length + 0.6) * size * LETTER;
      return { at, text, left };
    });
    return { size, places, end: free };
  });
  return placed.find(({ end }) => end <= room.to + 4) ?? placed.at(-1)!;
}

/** One bar of a sheet: chord names, frets on the strings (highest on top), hits below. */
export const SheetBarDrawing = memo(function SheetBarDrawing({ bar, strings, player, width, first }: Props) {
  const left = first ? 22 : 0;
  const inner = width - left - 14;
  const x = (at: number) => left + 12 + (at / bar.ticks) * inner;
  // A long number of the bar pushes the first chord aside.
  const besideNumber = left + 5 + DIGIT * String(bar.number).length;
  const names = chordNames(
    bar.chords.map((c) => ({ at: c.at, text: early(c.early) + c.text, from: x(c.at) })),
    { from: besideNumber, to: width },
  );
  const y = (string: number) => HEAD + (strings.length - 1 - string) * STEP;
  const bottom = y(0);
  const hits = bar.hits ?? [];
  const staff = bottom + (hits.length > 0 || bar.line ? 26 : 10);
  const said = [
    ...(bar.sound === null ? [] : [bar.sound]),
    ...bar.told.map((t) => `“${t}”`),
    ...bar.or.map((t) => `or ${t}`),
    ...(bar.unsure ? ['the hits are a guess'] : []),
  ];
  const height = staff + said.length * SOUND_LINE;
  return (
    <svg
      data-bar={bar.number}
      width={width}
      height={height}
      role="img"
      aria-label={describe(bar, strings.length)}
      className="text-ink"
    >
      {said.map((text, i) => (
        <text key={text} x={left + 4} y={staff + 9 + i * SOUND_LINE} className="fill-ink text-[12px] italic">
          {text}
        </text>
      ))}
      <text x={left + 2} y={10} className="fill-soft text-[11px]">
        {bar.number}
      </text>
      {names.places.map(({ at, left: from, text }) => (
        <text key={at} x={from} y={13} fontSize={names.size} className="fill-ink font-bold">
          {text}
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
              <Lead
                text={reachText({
                  reached: cell.reached?.[s] ?? null,
                  ...(cell.from ? { from: cell.from } : {}),
                })}
                x={cx - 4 * text.length - 1}
                y={y(s)}
              />
              <Lead text={offSign(cell.off ?? undefined)} x={cx + 4 * text.length + 7} y={y(s)} />
              {cell.fingers?.[s] != null && (
                <text
                  x={cx - 4 * text.length - 3}
                  y={y(s) + 4}
                  textAnchor="end"
                  stroke="var(--sheet)"
                  strokeWidth="3"
                  paintOrder="stroke"
                  className="fill-soft text-[11px] italic"
                >
                  {cell.fingers[s]}
                </text>
              )}
            </g>
          );
        });
      })}
      {bar.line?.map((step) => (
        <StepMarks key={step.at} step={step} line={bar.line!} {...{ x, y, player }} />
      ))}
      {hits.map((hit, i) => (
        <text
          key={i}
          x={x((i * bar.ticks) / hits.length) + 4}
          y={bottom + 19}
          textAnchor="middle"
          className="fill-ink font-mono text-[12px]"
        >
          <HitText hit={hit} />
        </text>
      ))}
    </svg>
  );
});

/** A stroke under the staff: its letter, or the strings it goes through in small, and which way by hand. */
function HitText({ hit }: { hit: string }) {
  const stroke = hit.endsWith('v') ? '↓' : hit.endsWith('^') ? '↑' : '';
  const body = stroke === '' ? hit : hit.slice(0, -1);
  const strings = body.startsWith('[') ? body.slice(1, -1) : null;
  return (
    <>
      {strings === null ? body : <tspan className="text-[11px]">{strings}</tspan>}
      {stroke !== '' && (
        <tspan dx="-1" dy="-4" className="text-[11px]">
          {stroke}
        </tspan>
      )}
    </>
  );
}

/** A small sign before or behind a fret: how it is come to and left. */
function Lead({ text, x, y }: { text: string; x: number; y: number }) {
  if (text === '') return null;
  return (
    <text
      x={x}
      y={y + 4}
      textAnchor="end"
      stroke="var(--sheet)"
      strokeWidth="3"
      paintOrder="stroke"
      className="fill-ink text-[12px] italic"
    >
      {text}
    </text>
  );
}

interface Places {
  readonly x: (at: number) => number;
  readonly y: (string: number) => number;
  readonly player: Player;
}

/** A step of a line: frets on their strings, and how each is reached and bent drawn between and above them. */
function StepMarks({ step, line, x, y, player }: Places & { step: SheetStep; line: readonly SheetStep[] }) {
  const cx = x(step.at) + 4;
  if (step.notes.length === 0) {
    return (
      <text x={cx} y={y(0) - 1} textAnchor="middle" className="fill-soft text-[13px] italic">
        r
      </text>
    );
  }
  return (
    <g>
      {step.notes.map((note) => {
        const text = note.trill === null ? note.text : `${note.text}–${note.trill}`;
        const half = 4 * text.length + 1;
        const before = line.findLast((s) => s.at < step.at && s.notes.some((n) => n.string === note.string));
        return (
          <g key={note.string}>
            {isDrawn(note) && before ? (
              <Reached note={note} from={x(before.at) + 9} to={cx - half} y={y(note.string)} />
            ) : (
              <Lead text={reachText(note)} x={cx - half} y={y(note.string)} />
            )}
            <Lead text={offSign(note.off)} x={cx + half + 7} y={y(note.string)} />
            <rect x={cx - half} y={y(note.string) - 7} width={2 * half} height={13} className="fill-sheet" />
            <text
              x={cx}
              y={y(note.string) + 5}
              textAnchor="middle"
              className={`font-mono text-[14px] font-bold ${PLAYER_FILL[player]}`}
            >
              {text}
            </text>
            {note.bend !== null && (
              <g className="text-ink">
                <path
                  d={
                    note.preBend
                      ? `M${cx + half + 4},${y(note.string)} v-11${note.release ? ' q0,11 8,11' : ''}`
                      : `M${cx + half},${y(note.string)} q8,0 8,-11${note.release ? ' q0,11 8,11' : ''}`
                  }
                  fill="none"
                  stroke="currentColor"
                  strokeWidth="1.2"
                />
                <text x={cx + half + 5} y={y(note.string) - 12} className="fill-ink text-[11px]">
                  {note.bend}
                </text>
              </g>
            )}
            {note.vibrato && (
              <path
                d={`M${cx + half + 1},${y(note.string) - 3} q2,-4 4,0 t4,0 t4,0`}
                className="stroke-ink"
                fill="none"
                strokeWidth="1.2"
              />
            )}
          </g>
        );
      })}
      {(step.muted || step.mark !== null || step.guess) && (
        <text x={cx} y={y(0) + 18} textAnchor="middle" className="fill-soft font-mono text-[12px]">
          {step.muted ? 'M' : ''}
          {step.mark ?? ''}
          {step.guess ? '?' : ''}
        </text>
      )}
    </g>
  );
}

/** Bows and slides are drawn from the note before; taps, short notes and slides from nowhere stand as signs. */
function isDrawn(note: SheetNote): boolean {
  return (
    note.reached !== null && note.reached !== 'tap' && note.grace === undefined && note.from === undefined
  );
}

/** A bow for a hammer-on or pull-off with its letter, a slanted stroke for a slide. */
function Reached({ note, from, to, y }: { note: SheetNote; from: number; to: number; y: number }) {
  if (note.reached === 'slide-up' || note.reached === 'slide-down') {
    const up = note.reached === 'slide-up' ? 4 : -4;
    return <line x1={from} y1={y + up} x2={to} y2={y - up} className="stroke-ink" strokeWidth="1.2" />;
  }
  const middle = (from + to) / 2;
  return (
    <g>
      <path
        d={`M${from},${y - 6} Q${middle},${y - 13} ${to + 4},${y - 6}`}
        className="stroke-ink"
        fill="none"
      />
      <text x={middle} y={y - 10} textAnchor="middle" className="fill-soft text-[11px] italic">
        {note.reached === 'hammer' ? 'h' : 'p'}
      </text>
    </g>
  );
}

function early(words: string): string {
  if (words === '') return '';
  return words.includes('sixteenth') ? '‹‹' : '‹';
}

function describe(bar: SheetBar, strings: number): string {
  const chords = bar.chords.map((c) => c.text).join(' ');
  const grips = bar.cells
    .map((c) => (c.fingers ? `${c.text} with fingers ${formatFingering(c.fingers)}` : c.text))
    .join(' ');
  const line = bar.line
    ?.map((s) => s.notes.map((n) => `${noteText(n)} on string ${strings - n.string}`).join(' and ') || 'rest')
    .join(', ');
  const what = line === undefined ? grips || 'held' : `line: ${line}`;
  return `Bar ${bar.number}: ${chords || 'as before'}; ${what}${bar.hits ? `; hits ${bar.hits.join('')}` : ''}`;
}

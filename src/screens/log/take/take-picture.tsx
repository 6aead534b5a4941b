import { useState } from 'react';
import type { CheckedTake, TakeRemark } from '../../../core/take/index';
import { Button, useWidth } from '../../../ui/index';
import type { HeldTake } from './taking';

const HEIGHT = 96;
const WAVE = { top: 22, bottom: 84 };
const STEP_S = 0.05;
/** At so many pixels a second strikes are told apart. */
const USUAL_SCALE = 28;

/** The wave of a take with its bars, its strikes and its remarks; a touch says where the first strike is. */
export function TakePicture(props: {
  readonly held: HeldTake;
  readonly checked: CheckedTake;
  readonly chosen: number | null;
  readonly onChoose: (remark: number) => void;
  readonly onMark: (at: number) => void;
}) {
  const { held, checked, chosen, onChoose, onMark } = props;
  const [box, wide] = useWidth<HTMLDivElement>();
  const { seconds, wave, bars, strokes, remarks } = checked;
  const width = Math.max(wide, Math.round(seconds * USUAL_SCALE));
  const x = (at: number) => (at / seconds) * width;
  const first = strokes[0]?.at ?? Math.max(0, checked.begins);
  const [mark, setMark] = useState<number | null>(null);
  const middle = (WAVE.top + WAVE.bottom) / 2;
  const most = wave.reduce((m, v) => Math.max(m, v), 0.01);
  const outline = Array.from(wave, (v, i) => {
    const at = ((i + 0.5) / wave.length) * width;
    const h = (v / most) * ((WAVE.bottom - WAVE.top) / 2);
    return `M${at.toFixed(1)} ${(middle - h).toFixed(1)}V${(middle + h).toFixed(1)}`;
  }).join('');
  return (
    <figure className="flex flex-col gap-1">
      <div ref={box} className="overflow-x-auto rounded-lg border border-line bg-sheet" tabIndex={-1}>
        <svg
          width={width}
          height={HEIGHT}
          role="img"
          aria-label={`The take, ${Math.round(seconds)} seconds, ${bars.length} bars, ${remarks.length} remarks`}
          className="block"
          onClick={(e) => {
            const left = e.currentTarget.getBoundingClientRect().left;
            setMark(((e.clientX - left) / width) * seconds);
          }}
        >
          <path d={outline} className="stroke-soft" strokeWidth={Math.max(0.7, width / wave.length - 0.3)} />
          {checked.isFound &&
            bars
              .filter(({ at }) => at < seconds)
              .map((bar, i) => (
                <g key={i}>
                  <line x1={x(bar.at)} x2={x(bar.at)} y1={14} y2={WAVE.bottom} className="stroke-line" />
                  <text x={x(bar.at) + 3} y={12} className="fill-soft text-[0.6875rem]">
                    {bar.bar === 0 ? bar.section : bar.bar + 1}
                  </text>
                </g>
              ))}
          {strokes
            .filter(({ isMet, isTold }) => isMet || isTold)
            .map(({ at, isMet }, i) => (
              <line
                key={i}
                x1={x(at)}
                x2={x(at)}
                y1={WAVE.bottom + 2}
                y2={HEIGHT - 2}
                strokeWidth={isMet ? 1.5 : 2.5}
                strokeDasharray={isMet ? undefined : '2 2'}
                className={isMet ? 'stroke-ink' : 'stroke-clash'}
              />
            ))}
          {remarks.map((remark, i) => (
            <RemarkMark
              key={i}
              remark={remark}
              at={x(remark.at)}
              number={i + 1}
              isChosen={i === chosen}
              onChoose={() => onChoose(i)}
            />
          ))}
          {mark !== null && (
            <line x1={x(mark)} x2={x(mark)} y1={0} y2={HEIGHT} strokeWidth={2} className="stroke-ink" />
          )}
        </svg>
      </div>
      <figcaption className="flex flex-wrap items-center gap-x-3 gap-y-1 text-[0.875rem] text-soft">
        <span>Below the wave: strikes that were met; dashed: not heard.</span>
        <label className="flex items-center gap-2">
          First strike at
          <input
            type="number"
            className="min-h-8 w-24 rounded border border-line bg-ground px-2 text-ink max-sm:min-h-11"
            min={0}
            max={Math.floor(seconds)}
            step={STEP_S}
            value={(mark ?? first).toFixed(2)}
            onChange={(e) => {
              const at = e.target.valueAsNumber;
              if (Number.isFinite(at)) setMark(Math.min(seconds, Math.max(0, at)));
            }}
          />
          s
        </label>
        <Button
          className="max-sm:min-h-11"
          disabled={mark === null || Math.abs(mark - first) < 0.005}
          onClick={() => mark !== null && onMark(mark)}
        >
          Read it from there
        </Button>
        {held.start === null && mark === null && <span>or touch the wave where it begins</span>}
      </figcaption>
    </figure>
  );
}

function RemarkMark(props: {
  readonly remark: TakeRemark;
  readonly at: number;
  readonly number: number;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}) {
  const { remark, at, number, isChosen, onChoose } = props;
  return (
    <g
      className="cursor-pointer"
      onClick={(e) => {
        e.stopPropagation();
        onChoose();
      }}
    >
      <circle
        cx={at}
        cy={27}
        r={isChosen ? 10 : 8}
        className={`${remark.isSure ? 'fill-clash' : 'fill-watch'} ${isChosen ? 'stroke-ink' : 'stroke-sheet'}`}
        strokeWidth={isChosen ? 2.5 : 1}
      />
      <text x={at} y={30.5} textAnchor="middle" className="fill-on-mark text-[0.625rem] font-bold">
        {number}
      </text>
    </g>
  );
}

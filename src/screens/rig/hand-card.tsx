import { useRef, useState, type PointerEvent } from 'react';
import { PLAYER_WORDS, type Player } from '../../core/form/index';
import {
  CARD_MM,
  FINGER_PAIRS,
  handFromSpread,
  SPREAD_RANGE_MM,
  type FingerPair,
} from '../../core/grip/index';
import { spanMm, usableFrets } from '../../core/instrument/index';
import { Button } from '../../ui/index';
import type { Ground } from '../ground/use-ground';
import { spreadDraft } from '../ground/rig-fields';
import { safeStorage } from '../safe-storage';
import { Amount } from './amount';
import { Card } from './card';
import { WhoPick } from './who-pick';

const FINGERS = ['index', 'middle', 'ring', 'little'] as const;
const CARD_PX = 'orchestron.card-px';
/** CSS says an inch is 96 pixels; screens differ, so a card is held against the ruler. */
const USUAL_CARD_PX = Math.round((CARD_MM / 25.4) * 96);

function pairWords(pair: FingerPair): string {
  return `${FINGERS[Number(pair[0]) - 1]} to ${FINGERS[Number(pair[1]) - 1]} finger`;
}

/** A hand measured by a stretch it is known to hold, or by a ruler on the screen. */
export function HandCard({ ground }: { readonly ground: Ground }) {
  const [who, setWho] = useState<Player>('guitar1');
  const [pair, setPair] = useState<FingerPair>('14');
  const [way, setWay] = useState<'stretch' | 'ruler'>('stretch');
  const [frets, setFrets] = useState({ from: 1, to: 5 });
  const [ruled, setRuled] = useState(100);
  const rig = ground.rigs[who];
  const mm = way === 'ruler' ? ruled : Math.round(spanMm(rig, frets.from, frets.to));
  const isFine = mm >= SPREAD_RANGE_MM.min && mm <= SPREAD_RANGE_MM.max;
  const take = () => {
    const hand = handFromSpread(pair, mm, ground.drafts[who].thumb);
    ground.put(who, { size: hand.size, spread: spreadDraft(hand.spreadMm) });
  };
  const fret = (name: 'from' | 'to', label: string) => (
    <label className="flex items-center gap-1">
      {label}
      <input
        type="number"
        min={1}
        max={usableFrets(rig)}
        value={frets[name]}
        className="w-16 rounded border border-line bg-ground px-2 py-1"
        onChange={(e) => setFrets({ ...frets, [name]: Math.max(1, Number(e.target.value) || 1) })}
      />
    </label>
  );
  return (
    <Card title="Hands">
      <WhoPick name="hand-who" label="Whose" value={who} onPick={setWho} />
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[0.875rem]">
        <label className="flex items-center gap-2">
          <span className="text-soft">From</span>
          <select
            value={pair}
            className="rounded border border-line bg-ground px-2 py-1"
            onChange={(e) => setPair(e.target.value as FingerPair)}
          >
            {[...FINGER_PAIRS].reverse().map((one) => (
              <option key={one} value={one}>
                {pairWords(one)}
              </option>
            ))}
          </select>
        </label>
        <label className="flex min-h-6 items-center gap-1">
          <input
            type="radio"
            name="hand-way"
            checked={way === 'stretch'}
            onChange={() => setWay('stretch')}
          />
          by a stretch I know
        </label>
        <label className="flex min-h-6 items-center gap-1">
          <input type="radio" name="hand-way" checked={way === 'ruler'} onChange={() => setWay('ruler')} />
          by a ruler
        </label>
      </div>
      {way === 'stretch' ? (
        <div className="flex flex-wrap items-center gap-3 text-[0.875rem]">
          {fret('from', 'I just hold fret')} {fret('to', 'to fret')}
          <span className="text-soft">on {PLAYER_WORDS[who]}, along one string</span>
        </div>
      ) : (
        <Ruler mm={ruled} onMm={setRuled} />
      )}
      <div className="flex flex-wrap items-center gap-2 text-[0.875rem]">
        <output aria-live="polite">
          {pairWords(pair)}: <b>{mm} mm</b>
          {!isFine && `; expected ${SPREAD_RANGE_MM.min} to ${SPREAD_RANGE_MM.max}`}
        </output>
        <Button disabled={!isFine} onClick={take}>
          Take it for {PLAYER_WORDS[who]}
        </Button>
      </div>
      <p className="text-[0.8125rem] text-soft">
        The other fingers are taken as wide in proportion; each can be set by itself above. Warm up before you
        measure, and stop when it hurts: what you hold with ease counts. A doctor knows more than a program.
      </p>
    </Card>
  );
}

/** A ruler in true millimetres, once a card was held against it; two fingertips on it are measured at once. */
function Ruler({ mm, onMm }: { readonly mm: number; readonly onMm: (mm: number) => void }) {
  const [cardPx, setCardPx] = useState(() => Number(safeStorage('local').getItem(CARD_PX)) || USUAL_CARD_PX);
  const touches = useRef(new Map<number, number>());
  const perMm = cardPx / CARD_MM;
  const touch = (e: PointerEvent<SVGSVGElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    touches.current.set(e.pointerId, e.clientX - box.left);
    const [a, b] = [...touches.current.values()];
    if (a !== undefined && b !== undefined) onMm(Math.round(Math.abs(a - b) / perMm));
  };
  return (
    <div className="flex flex-col gap-1">
      <Amount
        label="A bank card is as wide as the dark bar"
        value={cardPx}
        min={200}
        max={700}
        step={1}
        words={`${cardPx} px`}
        onChange={(px) => {
          setCardPx(px);
          safeStorage('local').setItem(CARD_PX, String(px));
        }}
      />
      <div className="overflow-x-auto" role="group" aria-label="Ruler" tabIndex={0}>
        <svg
          width={Math.ceil(200 * perMm)}
          height="72"
          className="touch-none select-none"
          aria-hidden="true"
          onPointerDown={touch}
          onPointerMove={(e) => {
            if (touches.current.has(e.pointerId)) touch(e);
          }}
          onPointerUp={(e) => touches.current.delete(e.pointerId)}
          onPointerCancel={(e) => touches.current.delete(e.pointerId)}
        >
          <rect x="0" y="0" width={cardPx} height="14" className="fill-ink" />
          <rect x="0" y="20" width={mm * perMm} height="12" className="fill-soft" />
          {Array.from({ length: 41 }, (_, i) => i * 5).map((at) => (
            <g key={at}>
              <line
                x1={at * perMm}
                x2={at * perMm}
                y1="34"
                y2={at % 10 === 0 ? 50 : 43}
                className="stroke-ink"
              />
              {at % 20 === 0 && (
                <text x={at * perMm + 2} y="66" className="fill-ink text-[13px]">
                  {at}
                </text>
              )}
            </g>
          ))}
        </svg>
      </div>
      <Amount
        label="First finger at the left edge; the bar ends under the other"
        value={mm}
        min={SPREAD_RANGE_MM.min}
        max={SPREAD_RANGE_MM.max}
        step={1}
        words={`${mm} mm`}
        onChange={onMm}
      />
    </div>
  );
}

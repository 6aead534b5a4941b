import { Slider } from 'radix-ui';
import { useState } from 'react';
import { pretty } from '../../../core/pitch/index';
import { barTicks, beatName, countedBeatTicks } from '../../../core/time/index';
import { barOf, meterAt, moveEdges, sectionOf, unitOf, type Spot } from './touches';
import { useCards, useSong } from './use-cards';

/** The bar wide, its beats marked; the edges between its chords are dragged, or moved with the arrows. */
export function Beats({ spot }: { readonly spot: Spot }) {
  const { touch, point } = useCards();
  const song = useSong();
  const bar = barOf(song, spot);
  const meter = meterAt(song, spot);
  const ticks = barTicks(meter);
  const unit = unitOf(meter);
  const [dragged, setDragged] = useState<readonly number[] | null>(null);
  if (!bar || bar.chords.length < 2 || bar.chords.some((c) => c.at % unit !== 0) || bar.chords[0]!.at > 0)
    return null;
  const edges = dragged ?? bar.chords.slice(1).map((c) => c.at / unit);
  const name = sectionOf(song, spot)!.name;
  const beat = countedBeatTicks(meter);
  const starts = [0, ...edges];
  return (
    <div className="mt-1.5 max-w-3xl" data-beats>
      <div className="flex gap-px" aria-hidden>
        {bar.chords.map((c, i) => (
          <button
            key={i}
            type="button"
            tabIndex={-1}
            style={{ flexGrow: (starts[i + 1] ?? ticks / unit) - starts[i]! }}
            className={`min-w-0 basis-0 truncate rounded-t border px-1 py-0.5 text-left font-bold ${i === spot.chord ? 'border-ink bg-well' : 'border-line'}`}
            onClick={() => point({ ...spot, chord: i })}
          >
            {pretty(c.chord)}
          </button>
        ))}
      </div>
      <Slider.Root
        min={0}
        max={ticks / unit}
        step={1}
        minStepsBetweenThumbs={1}
        value={[...edges]}
        className="relative flex h-9 touch-none items-center select-none"
        onValueChange={(next) => setDragged(held(next, ticks / unit))}
        onValueCommit={(next) => {
          const at = held(next, ticks / unit).map((n) => n * unit);
          setDragged(null);
          touch(moveEdges(song, spot, at), `${name}, bar ${spot.bar + 1}: chords on other beats`);
        }}
      >
        <Slider.Track className="relative h-1.5 w-full rounded bg-well">
          {Array.from({ length: ticks / beat + 1 }, (_, i) => (
            <span
              key={i}
              aria-hidden
              style={{ left: `${(i * beat * 100) / ticks}%` }}
              className="absolute -top-1.5 h-4 w-px bg-soft"
            />
          ))}
        </Slider.Track>
        {edges.map((edge, i) => (
          <Slider.Thumb
            key={i}
            aria-label={`Where ${pretty(bar.chords[i + 1]!.chord)} begins`}
            aria-valuetext={`beat ${beatName((edge * unit) / beat + 1)}`}
            className="block h-8 w-4 cursor-ew-resize rounded border-2 border-ink bg-sheet"
          />
        ))}
      </Slider.Root>
    </div>
  );
}

/** Edges inside the bar, each at least one step behind the one before. */
function held(edges: readonly number[], most: number): readonly number[] {
  return edges.map((edge, i) => Math.min(Math.max(edge, i + 1), most - (edges.length - i)));
}

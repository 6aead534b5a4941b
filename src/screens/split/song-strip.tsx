import { useCallback, useEffect, useMemo, useState } from 'react';
import { momentsOf } from '../../core/song/index';
import { barTicks } from '../../core/time/index';
import { PLAYER_WORDS, PLAYERS } from '../../core/form/index';
import { Button, useBig, useLow, useScreenSize, useWidth } from '../../ui/index';
import { PLAYER_TEXT, PlayerMark, RegisterLane } from '../../views/index';
import { laneBlocks } from '../lane-blocks';
import { usePorts } from '../ports';
import type { SplitModel } from './model';

/** How many times as wide as the screen the song is drawn at most. */
const MOST_ZOOM = 8;

/** The whole song as registers; a click goes there. */
export function SongStrip({ model }: { model: SplitModel }) {
  const { desk } = usePorts();
  const { song, findings, moment, selection } = model;
  const [ref, width] = useWidth<HTMLDivElement>();
  const [zoom, setZoom] = useState(1);
  const isBig = useBig();
  const size = useScreenSize();
  const isLow = useLow();
  const blocks = useMemo(() => laneBlocks(song, findings), [song, findings]);
  const bar = barTicks(model.playing.meter);
  const cursor = { bar: moment.start / bar, bars: moment.ticks / bar };
  const { playings } = model;
  const onSelect = useCallback(
    (playing: number, at: number) => {
      const target = playings[playing]!;
      const moments = momentsOf(target.section, { pass: 1, meter: target.meter });
      const index = moments.findLastIndex((m) => m.start <= at * barTicks(target.meter));
      desk.getState().select({ playing, pass: 1, moment: Math.max(0, index) });
    },
    [desk, playings],
  );
  useEffect(() => {
    // Keep the playing in view when the strip is longer than the screen.
    const strip = ref.current;
    if (!strip || strip.scrollWidth <= strip.clientWidth) return;
    const before = blocks.slice(0, selection.playing).reduce((sum, b) => sum + b.bars, 0);
    const all = blocks.reduce((sum, b) => sum + b.bars, 0);
    strip.scrollLeft = (before / all) * strip.scrollWidth - strip.clientWidth / 3;
  }, [blocks, ref, selection.playing, zoom]);
  return (
    <section aria-label="Whole song" className="border-b border-line px-4 pt-1 pb-1 max-sm:px-2">
      <div className="flex flex-wrap items-baseline gap-x-3 text-[0.8125rem] text-soft max-sm:sr-only">
        <h2 className="text-[0.9375rem] font-bold text-ink">Whole song</h2>
        <span>height is pitch, width is bars</span>
        <span className="flex items-center">
          <Button
            look="quiet"
            className="!min-h-6 !min-w-6 !justify-center !px-1.5 !py-0"
            aria-label="Whole song smaller"
            disabled={zoom <= 1}
            onClick={() => setZoom(zoom / 2)}
          >
            −
          </Button>
          <Button
            look="quiet"
            className="!min-h-6 !min-w-6 !justify-center !px-1.5 !py-0"
            aria-label="Whole song larger"
            disabled={zoom >= MOST_ZOOM}
            onClick={() => setZoom(zoom * 2)}
          >
            +
          </Button>
        </span>
        <span className="ml-auto flex gap-3">
          {PLAYERS.map((player) => (
            <span key={player} className={PLAYER_TEXT[player]}>
              <PlayerMark player={player} /> {PLAYER_WORDS[player]}
            </span>
          ))}
          {song.voice && <span>▨ voice</span>}
        </span>
      </div>
      <div ref={ref} className="overflow-x-auto">
        {width > 0 && (
          <RegisterLane
            blocks={blocks}
            selected={selection.playing}
            cursor={cursor}
            width={width * zoom}
            height={isBig ? 180 : size === 'phone' || isLow ? 74 : 98}
            onSelect={onSelect}
          />
        )}
      </div>
    </section>
  );
}

import {
  ArrowLeft,
  ArrowRight,
  Maximize,
  Moon,
  Play,
  Square,
  Sun,
  Timer,
  Users,
  X,
  ZoomIn,
  ZoomOut,
} from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { announcement, sheetName, type StandSheet } from '../core/sheet/index';
import { layOutBars, STAND_LOOK, type Line } from '../engraving/index';
import { Button, type Theme } from '../ui/index';
import { StandLine } from './stand-line';
import { lineAt, scalesFor, standRoom, type StandSize } from './stand-lines';
import { useAwake } from './use-awake';
import { useMusicFonts } from './use-music-fonts';
import { useRun } from './use-run';
import { useViewport } from './use-viewport';

interface Props {
  readonly stand: StandSheet;
  readonly theme: Theme;
  readonly onTheme: (theme: Theme) => void;
  readonly onLeave?: () => void;
  /** The bar (place in the song as it is played) that sounds, or that a leader is at; null: nobody leads. */
  readonly leader: number | null;
  /** False: letters alone do nothing. */
  readonly letters?: boolean;
  /** The band as the program plays it, where it can. */
  readonly band?: { readonly isOn: boolean; readonly toggle: (from: number) => void };
  /** Phones in the room, where the program was started for them. */
  readonly share?: {
    readonly isOn: boolean;
    readonly toggle: () => void;
    readonly address: string;
    readonly code: string;
    readonly listeners: number;
  };
  /** Where it opens; null or left out: at the beginning. */
  readonly start?: number | null;
  /** Told where the player goes by hand. */
  readonly onGo?: (place: number) => void;
  /** Told where the player is. */
  readonly onPlace?: (place: number) => void;
}

/** A player's part before them on stage: their line as large as it goes, what comes next under it. */
export function Stand(props: Props) {
  const { stand, theme, onTheme, onLeave, leader, band, share, start, onGo, onPlace, letters } = props;
  const [size, setSize] = useState<StandSize>('far');
  const fonts = useMusicFonts();
  const whole = useViewport();
  // Where phones are led, a line on top says how they join.
  const view = { width: whole.width, height: whole.height - (share?.isOn ? SHARE_PX : 0) };
  const awake = useAwake();
  const isTold = useAfter(8000);
  const scales = scalesFor(view, stand.strings.length, size);
  const room = standRoom(view);
  const lines = useMemo(() => linesOf(stand, view.width / scales.now), [stand, view.width, scales.now]);
  // Where one is counts in bars, so that it stays when the window is turned.
  const [place, setPlace] = useState(start ?? stand.bars[0]?.place ?? 0);
  // Where nobody leads any more one stays.
  if (leader !== null && leader !== place) setPlace(leader);
  const run = useRun(stand.bars, place, setPlace);
  const now = leader ?? place;
  const at = lineAt(lines, now);
  const line = lines[at];
  useEffect(() => onPlace?.(now), [now, onPlace]);
  const go = (to: number) => {
    const target = lines[Math.max(0, Math.min(lines.length - 1, to))];
    if (!target) return;
    setPlace(target.bars[0]!.bar.place);
    run.shifted(target.bars[0]!.bar.place);
    onGo?.(target.bars[0]!.bar.place);
  };
  useStandKeys(
    {
      next: () => go(at + 1),
      before: () => go(at - 1),
      first: () => go(0),
      last: () => go(lines.length - 1),
      run: run.toggle,
      leave: () => onLeave?.(),
    },
    letters ?? true,
  );
  const first = stand.bars[0]?.place ?? 0;
  const index = now - first;
  const part = stand.parts.findLast((one) => one.from <= index) ?? stand.parts[0];
  const next = part ? stand.parts.find((one) => one.from === part.from + part.bars) : undefined;
  const isEnding = part !== undefined && line !== undefined && endsPart(line, part.from + part.bars + first);
  // A line with much above it is drawn a little smaller rather than cut.
  const scale = line ? Math.min(scales.now, (room * 0.84) / line.height) : scales.now;
  const rest = useMemo(
    () => restOf(stand, line, view.width / scales.next),
    [stand, line, view.width, scales.next],
  );
  return (
    <div
      className="fixed inset-0 z-40 flex flex-col overflow-hidden bg-sheet text-ink"
      data-stand
      data-place={now}
    >
      <header className="flex min-h-11 items-center gap-2 bg-bar px-2 text-on-bar">
        <h1 className="min-w-0 truncate font-bold">
          {stand.title}{' '}
          <span className="font-normal text-on-bar-soft max-sm:hidden">· {sheetName(stand)}</span>
        </h1>
        <p className="min-w-0 truncate text-on-bar-soft">
          {part?.heading} · bar {index + 1} of {stand.bars.length}
        </p>
        <div className="ml-auto flex shrink-0 items-center">
          {band && (
            <Button
              look="bar"
              aria-label={band.isOn ? 'Stop the band' : 'Play with the band'}
              onClick={() => band.toggle(now)}
            >
              {band.isOn ? <Square size={18} fill="currentColor" /> : <Play size={18} fill="currentColor" />}
            </Button>
          )}
          {share && (
            <Button
              look="bar"
              aria-pressed={share.isOn}
              aria-label={share.isOn ? 'Stop leading the band’s phones' : 'Lead the band’s phones'}
              onClick={share.toggle}
            >
              <Users size={18} className={share.isOn ? 'text-watch' : ''} />
              {share.isOn && share.listeners}
            </Button>
          )}
          <Button
            look="bar"
            aria-label={run.isOn ? 'Stop turning' : 'Turn by tempo, after a count-in'}
            title="By tempo, after a count-in (M)"
            aria-pressed={run.isOn}
            onClick={run.toggle}
          >
            <Timer size={18} className={run.isOn ? 'text-watch' : ''} />
          </Button>
          <Button
            look="bar"
            aria-label={size === 'far' ? 'Smaller, more bars' : 'Larger, from afar'}
            onClick={() => setSize(size === 'far' ? 'near' : 'far')}
          >
            {size === 'far' ? <ZoomOut size={18} /> : <ZoomIn size={18} />}
          </Button>
          <Button look="bar" aria-label="Full screen" onClick={() => void toggleFullScreen()}>
            <Maximize size={18} />
          </Button>
          <Button
            look="bar"
            aria-label={theme === 'day' ? 'Dark, for the stage' : 'Light, for daytime'}
            onClick={() => onTheme(theme === 'day' ? 'night' : 'day')}
          >
            {theme === 'day' ? <Moon size={18} /> : <Sun size={18} />}
          </Button>
          {onLeave && (
            <Button look="bar" aria-label="Leave the stand" onClick={onLeave}>
              <X size={18} />
            </Button>
          )}
        </div>
      </header>
      {share?.isOn && (
        <p className="bg-well px-3 py-1" data-band>
          Bandmates: <b>{share.address}</b> · code <b className="tracking-widest">{share.code}</b>
        </p>
      )}
      {fonts === 'failed' && (
        <p role="alert" className="p-3 text-clash">
          The fonts for notes did not arrive. Reload, or use the text tab.
        </p>
      )}
      {fonts === 'here' && line && (
        <div className="flex min-h-0 flex-1 flex-col">
          <section aria-label="Now" className="relative shrink-0">
            <StandLine
              line={line}
              stand={stand}
              look={STAND_LOOK}
              scale={scale}
              sounding={leader ?? (run.isOn ? place : null)}
            />
          </section>
          <p
            aria-live="polite"
            data-announced
            className={`min-h-8 shrink-0 truncate px-3 font-bold ${isEnding && next ? 'bg-well' : ''}`}
            style={{ fontSize: Math.max(18, scales.digit * 0.6) }}
          >
            {run.count !== null
              ? `Count: ${run.count}`
              : isEnding
                ? next
                  ? `Next: ${announcement(next)}`
                  : 'The end'
                : ''}
          </p>
          <section
            aria-label="Next"
            className="min-h-0 flex-1 overflow-hidden border-t border-line pt-1 opacity-80"
          >
            {rest.map((one, i) => (
              <StandLine
                key={one.bars[0]!.bar.place}
                line={one}
                stand={stand}
                look={STAND_LOOK}
                scale={
                  i === 0 && line
                    ? Math.min(scales.next, (room - line.height * scale) / one.height)
                    : scales.next
                }
                sounding={null}
              />
            ))}
          </section>
        </div>
      )}
      {/* Anywhere on the music: the right of it goes on, the left goes back. */}
      <div className="pointer-events-none absolute inset-x-0 top-11 bottom-0 flex">
        <button
          type="button"
          aria-label="Back a line"
          className="pointer-events-auto flex w-1/4 cursor-w-resize items-end p-2 text-soft opacity-60"
          onClick={() => go(at - 1)}
        >
          <ArrowLeft size={22} />
        </button>
        <button
          type="button"
          aria-label="On a line"
          className="pointer-events-auto flex flex-1 cursor-e-resize items-end justify-end p-2 text-soft opacity-60"
          onClick={() => go(at + 1)}
        >
          <ArrowRight size={22} />
        </button>
      </div>
      {!awake && !isTold && (
        <p className="pointer-events-none absolute right-2 bottom-9 rounded bg-well px-2 text-[13px]">
          This browser does not keep the screen on: set the device so that it stays on.
        </p>
      )}
    </div>
  );
}

/** True once some time has gone by, in ms. */
function useAfter(ms: number): boolean {
  const [isOver, setOver] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setOver(true), ms);
    return () => clearTimeout(timer);
  }, [ms]);
  return isOver;
}

/** The bars line by line; every time through a section begins a line. */
function linesOf(stand: StandSheet, width: number): readonly Line[] {
  return stand.parts.flatMap((part, i) =>
    layOutBars(stand.bars.slice(part.from, part.from + part.bars), stand, {
      width: Math.max(120, width - 2),
      look: STAND_LOOK,
      before: i === 0 ? undefined : stand.bars[part.from - 1],
    }).map((line) => ({ ...line, opens: null })),
  );
}

/** What comes after a line, smaller. */
function restOf(stand: StandSheet, line: Line | undefined, width: number): readonly Line[] {
  if (!line) return [];
  const after = stand.bars.findIndex((bar) => bar.place === line.bars.at(-1)!.bar.place) + 1;
  const bars = stand.bars.slice(after, after + MOST_AHEAD).map((bar) => ({ ...bar, opens: null }));
  return layOutBars(bars, stand, {
    width: Math.max(160, width - 2),
    look: STAND_LOOK,
    before: stand.bars[after - 1],
  });
}

/** Height of the line that tells address and code. */
const SHARE_PX = 30;

/** Bars ahead that are drawn. */
const MOST_AHEAD = 12;

function endsPart(line: Line, end: number): boolean {
  return line.bars.some(({ bar }) => bar.place === end - 1);
}

async function toggleFullScreen(): Promise<void> {
  try {
    if (document.fullscreenElement) await document.exitFullscreen();
    else await document.documentElement.requestFullscreen();
  } catch {
    // Some phones have none; the stand fills the window as it is.
  }
}

interface StandKeys {
  readonly next: () => void;
  readonly before: () => void;
  readonly first: () => void;
  readonly last: () => void;
  readonly run: () => void;
  readonly leave: () => void;
}

/** Keys of the stand; pedals send arrows, page keys, space or Enter. They come before the keys of the rest of the program. */
function useStandKeys(of: StandKeys, letters: boolean): void {
  const latest = useRef(of);
  useEffect(() => {
    latest.current = of;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if (document.querySelector('[role="dialog"]')) return;
      const isButton = event.target instanceof HTMLElement && event.target.closest('header button') !== null;
      if (isButton && (event.key === ' ' || event.key === 'Enter')) return;
      const act = KEYS[event.key];
      if (!act || (act === 'run' && !letters)) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      latest.current[act]();
    };
    window.addEventListener('keydown', listen, true);
    return () => window.removeEventListener('keydown', listen, true);
  }, [letters]);
}

const KEYS: Readonly<Record<string, keyof StandKeys>> = {
  ' ': 'next',
  Enter: 'next',
  ArrowRight: 'next',
  ArrowDown: 'next',
  PageDown: 'next',
  ArrowLeft: 'before',
  ArrowUp: 'before',
  PageUp: 'before',
  Backspace: 'before',
  Home: 'first',
  End: 'last',
  M: 'run',
  Escape: 'leave',
};

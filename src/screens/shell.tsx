import { Keyboard, Moon, Redo2, SlidersHorizontal, Sun, Undo2 } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Link, NavLink, Outlet, useMatch } from 'react-router';
import { songCauses } from '../core/clash/index';
import { tuningWords } from '../core/instrument/index';
import { pretty } from '../core/pitch/index';
import { songKey, songLength, type Song } from '../core/song/index';
import { formatDuration } from '../core/time/index';
import { Banner, Button, keepFocus, useTheme } from '../ui/index';
import { PartBoundary } from './error-page';
import { GroundDialog } from './ground/ground-dialog';
import { KeySheet, openKeySheet, useCap, useSingleKeys, useUndoKeys } from './keys/index';
import { PlayButton, WhichIsHeard } from './listening/index';
import { LiveRegion } from './live-region';
import { useDesk, usePorts } from './ports';
import { ScreenHead } from './screen-head';
import { UpdateBanner } from './update';
import { useSteps } from './use-steps';
import { useWhere } from './where';

/** The bar on top, the screen under it, and the line that tells what a key did. */
export function Shell() {
  const { lasting } = usePorts();
  const [theme, setTheme] = useTheme();
  const inSong = useMatch('/song/:id/*');
  const onListen = useMatch('/song/:id/listen');
  const openId = useDesk((s) => s.id);
  const song = useDesk((s) => s.song);
  const steps = useSteps();
  useUndoKeys(steps);
  const { screen } = useWhere();
  const cap = useCap();
  useSingleKeys((key) => {
    if (key !== '?' || screen === 'writing') return false;
    openKeySheet();
    return true;
  });
  useEffect(() => keepFocus(), []);
  const id = inSong?.params.id;
  const open = id !== undefined && id === openId ? song : null;
  return (
    <div className={`flex min-h-full flex-col ${id === undefined ? '' : 'lg:h-full'}`}>
      <a
        href="#main"
        className="sr-only z-50 rounded-md bg-sheet px-3 py-2 text-ink focus:not-sr-only focus:fixed focus:top-2 focus:left-2"
        onClick={(event) => {
          event.preventDefault();
          document.getElementById('main')?.focus();
        }}
      >
        Past the bar, to {open ? open.title : 'the songs'}
      </a>
      <header className="on-bar no-print flex min-h-12 flex-wrap items-center gap-x-4 gap-y-1 bg-bar px-4 py-1 text-on-bar max-sm:gap-x-0 max-sm:px-2 max-sm:py-0">
        <Link to="/" className="min-w-0 truncate py-2 font-bold max-sm:flex-1">
          {open ? open.title : 'Orchestron'}
        </Link>
        {open && (
          <PartBoundary key={openId} instead={() => null}>
            <Ground song={open} />
          </PartBoundary>
        )}
        <nav
          className="ml-auto flex gap-1 max-sm:order-last max-sm:ml-0 max-sm:w-full max-sm:justify-between max-sm:gap-0"
          aria-label="Screens"
        >
          <Tab to="/" end>
            Songs
          </Tab>
          {id !== undefined && (
            <>
              <Tab to={`/song/${id}/chart`}>Chart</Tab>
              <Tab to={`/song/${id}/split`}>Split</Tab>
              <Tab to={`/song/${id}/hits`}>Hits</Tab>
              <Tab to={`/song/${id}/listen`}>Listen</Tab>
              <Tab to={`/song/${id}/sheets`}>Sheets</Tab>
            </>
          )}
        </nav>
        <div className="ml-auto flex items-center gap-1 max-sm:gap-0">
          {open && open.sections.length > 0 && <PlayButton />}
          {open && <SavedSign />}
          {open && (
            <PartBoundary key={open.title} instead={() => null}>
              <ClashCount song={open} />
            </PartBoundary>
          )}
          {(open || (id === undefined && (steps.canUndo || steps.canRedo))) && (
            <>
              <Button
                look="bar"
                aria-label="Undo"
                title="Undo (Ctrl+Z)"
                disabled={!steps.canUndo}
                onClick={steps.undo}
              >
                <Undo2 size={18} />
              </Button>
              <Button
                look="bar"
                aria-label="Redo"
                title="Redo (Ctrl+Shift+Z)"
                disabled={!steps.canRedo}
                onClick={steps.redo}
              >
                <Redo2 size={18} />
              </Button>
            </>
          )}
          {screen !== 'writing' && (
            <Button
              look="bar"
              aria-label="Keys"
              title={`Keys${cap('?') === '' ? '' : ` (${cap('?')})`}`}
              className="max-sm:hidden"
              onClick={openKeySheet}
            >
              <Keyboard size={18} />
            </Button>
          )}
          <Button
            look="bar"
            aria-label={theme === 'day' ? 'Dark, for the stage' : 'Light, for daytime'}
            onClick={() => setTheme(theme === 'day' ? 'night' : 'day')}
          >
            {theme === 'day' ? <Moon size={18} /> : <Sun size={18} />}
          </Button>
        </div>
      </header>
      {!lasting && (
        <Banner tone="clash">
          The browser refuses to store songs here. They live in this tab only: export what you want to keep.
        </Banner>
      )}
      <UpdateBanner />
      <main id="main" tabIndex={-1} className="flex min-h-0 flex-1 flex-col outline-none">
        <ScreenHead />
        <Outlet />
      </main>
      {open && !onListen && <WhichIsHeard />}
      <LiveRegion />
      {screen !== 'writing' && <KeySheet screen={screen} />}
    </div>
  );
}

function Tab({ to, end = false, children }: { to: string; end?: boolean; children: string }) {
  return (
    <NavLink
      to={to}
      end={end}
      className={({ isActive }) =>
        `flex items-center justify-center rounded-md px-1.5 py-1.5 max-sm:min-h-11 max-sm:flex-1 sm:px-3 ${isActive ? 'bg-on-bar font-bold text-bar' : 'text-on-bar hover:bg-white/15'}`
      }
    >
      {children}
    </NavLink>
  );
}

function downWords(down: number): string {
  if (down > 2) return `all ${down} semitones down`;
  return down === 1 ? 'all a semitone down' : 'all a whole tone down';
}

/** Key, tempo, tunings when they are not standard, length. */
function Ground({ song }: { song: Song }) {
  const key = songKey(song);
  const { seconds } = songLength(song);
  const tunings = (['guitar1', 'guitar2', 'bass'] as const).map((p) => tuningWords(song.players[p]));
  const guitars =
    tunings[0] === tunings[1] ? (tunings[0] === 'standard' ? null : `both guitars ${tunings[0]}`) : null;
  const words = [
    `${pretty(key.tonic)} ${key.mode}`,
    `${song.tempo} bpm`,
    song.down === undefined ? guitars && pretty(guitars) : downWords(song.down),
    formatDuration(seconds),
  ];
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button
        look="bar"
        className="text-[0.875rem]"
        title="Key, instruments and hands"
        aria-haspopup="dialog"
        onClick={() => setOpen(true)}
      >
        <span className="hidden sm:inline">{words.filter(Boolean).join(' · ')}</span>
        <SlidersHorizontal size={16} aria-label="Key, instruments and hands" />
      </Button>
      {isOpen && <GroundDialog song={song} onClose={() => setOpen(false)} />}
    </>
  );
}

/** What of the open song is on the disk: all of it, not yet, or not at all. */
function SavedSign() {
  const { lasting } = usePorts();
  const kind = useDesk((s) => s.saving.kind);
  const words = !lasting
    ? 'in this tab only'
    : kind === 'saved'
      ? 'saved'
      : kind === 'saving'
        ? 'saving …'
        : 'not saved';
  const isTrouble = words === 'not saved' || words === 'in this tab only';
  return (
    <span
      data-saved={words}
      className={`px-1 text-[0.8125rem] whitespace-nowrap ${isTrouble ? 'font-bold text-on-bar' : 'text-on-bar-soft max-sm:sr-only'}`}
    >
      {isTrouble && <span aria-hidden="true">⚠ </span>}
      {words}
    </span>
  );
}

function ClashCount({ song }: { song: Song }) {
  const clashes = useMemo(
    () => songCauses(song).filter((f) => f.level === 'clash' && f.kept === null).length,
    [song],
  );
  if (clashes === 0)
    return <span className="rounded-full px-3 py-1 text-[0.875rem] whitespace-nowrap text-on-bar-soft max-sm:sr-only">no clashes</span>;
  return (
    <span className="rounded-full bg-[#b0103c] px-3 py-1 text-[0.875rem] font-bold whitespace-nowrap text-white max-sm:px-2">
      {clashes}<span className="max-sm:sr-only"> {clashes === 1 ? 'clash' : 'clashes'}</span>
    </span>
  );
}

import { Keyboard, Moon, Redo2, Sun, Undo2 } from 'lucide-react';
import { lazy, Suspense, useEffect } from 'react';
import { Link, NavLink, Outlet, useMatch } from 'react-router';
import { Banner, Button, keepFocus, useTheme } from '../ui/index';
import { laterDialog } from './arriving';
import {
  closeKeySheet,
  openKeySheet,
  useCap,
  useKeySheet,
  useSingleKeys,
  useUndoKeys,
  type KeySheetProps,
} from './keys/index';
import { LiveRegion } from './live-region';
import { ScreenHead } from './screen-head';
import { useGlance, useOpenedPorts, useShelfPorts } from './shelf-ports';
import { UpdateBanner } from './update';
import { useSteps } from './use-steps';
import { useWhere } from './where';

// What the bar says of a song comes with the song.
const bar = () => import('./song-bar');
const SongGround = lazy(async () => ({ default: (await bar()).SongGround }));
const SongState = lazy(async () => ({ default: (await bar()).SongState }));
const Heard = lazy(async () => ({ default: (await bar()).Heard }));
const KeySheet = laterDialog<KeySheetProps>(async () => (await import('./keys/key-sheet')).KeySheet);

/** The bar on top, the screen under it, and the line that tells what a key did. */
export function Shell() {
  const { lasting } = useShelfPorts();
  const opened = useOpenedPorts();
  const isKeySheetOpen = useKeySheet((s) => s.isOpen);
  const [theme, setTheme] = useTheme();
  const inSong = useMatch('/song/:id/*');
  const onListen = useMatch('/song/:id/listen');
  const openId = useGlance((s) => s.id);
  const song = useGlance((s) => s.song);
  const steps = useSteps();
  useUndoKeys(steps);
  const { screen } = useWhere();
  const keyScreen = screen === 'writing' || screen === 'set' ? null : screen;
  const cap = useCap();
  useSingleKeys((key) => {
    if (key !== '?' || keyScreen === null) return false;
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
        {open && opened && (
          <Suspense fallback={null}>
            <SongGround key={openId} ports={opened} song={open} />
          </Suspense>
        )}
        <nav
          className={`ml-auto flex gap-1 max-sm:order-last max-sm:ml-0 max-sm:w-full max-sm:justify-between max-sm:gap-0 max-sm:overflow-x-auto ${id === undefined ? 'max-sm:hidden' : ''}`}
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
              <Tab to={`/song/${id}/log`}>Log</Tab>
              <Tab to={`/song/${id}/rig`}>Rig</Tab>
            </>
          )}
        </nav>
        <div className="ml-auto flex items-center gap-1 max-sm:gap-0">
          {open && opened && (
            <Suspense fallback={null}>
              <SongState ports={opened} song={open} />
            </Suspense>
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
          {keyScreen !== null && (
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
      {open && opened && !onListen && (
        <Suspense fallback={null}>
          <Heard ports={opened} />
        </Suspense>
      )}
      <LiveRegion />
      {keyScreen !== null && isKeySheetOpen && <KeySheet screen={keyScreen} onClose={closeKeySheet} />}
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

import { lazy, Suspense, useEffect, useState, type ComponentType } from 'react';
import { createBrowserRouter, Navigate, RouterProvider, type RouteObject } from 'react-router';
import { LastBoundary, RouteError } from './error-page';
import { Button } from '../ui/index';
import { Shell } from './shell';
import { openShelf, ShelfPortsContext, type ShelfPorts } from './shelf-ports';

/**
 * A screen that is loaded when it is first shown. Not the router's own lazy routes: where their part does not arrive,
 * they show nothing at all instead of the error page.
 */
function later(load: () => Promise<ComponentType>): ComponentType {
  const Screen = lazy(async () => ({ default: await load() }));
  return function Later() {
    return (
      <Suspense fallback={null}>
        <Screen />
      </Suspense>
    );
  };
}

/** A screen of a song; what goes wrong in it stays in it. */
function screen(path: string, load: () => Promise<ComponentType>): RouteObject {
  return { path, ErrorBoundary: RouteError, Component: later(load) };
}

/** What all screens of songs stand in: the desk comes with it, when the first song is opened. */
const SongRoom = later(async () => (await import('./song-frame')).SongRoom);

const router = createBrowserRouter([
  {
    path: '/',
    Component: Shell,
    HydrateFallback: () => null,
    // Stands for the bar itself; the screens have their own below, so that the bar stays.
    ErrorBoundary: RouteError,
    children: [
      {
        index: true,
        ErrorBoundary: RouteError,
        Component: later(async () => (await import('./songs/songs')).Songs),
      },
      screen('set/:set', async () => (await import('./evening/evening')).Evening),
      screen('writing', async () => (await import('./writing/writing')).Writing),
      {
        path: 'song/:id',
        Component: SongRoom,
        ErrorBoundary: RouteError,
        children: [
          { index: true, element: <Navigate to="split" replace /> },
          screen('chart', async () => (await import('./chart/chart')).Chart),
          screen('split', async () => (await import('./split/split')).Split),
          screen('hits', async () => (await import('./hits/hits')).Hits),
          screen('listen', async () => (await import('./listen/listen')).Listen),
          screen('rig', async () => (await import('./rig/rig')).Rig),
          screen('log', async () => (await import('./log/log')).Log),
          screen('sheets', async () => (await import('./sheets/sheets')).Sheets),
        ],
      },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
  // The stand has the screen for itself.
  {
    path: '/song/:id',
    Component: SongRoom,
    HydrateFallback: () => null,
    ErrorBoundary: RouteError,
    children: [screen('stand', async () => (await import('./sheets/stand-screen')).StandScreen)],
  },
]);

/** How long the browser's storage may take to open before that is said. */
const WAIT_MS = 4000;

/** The whole application, once the browser has said whether it stores songs. */
export function App() {
  const [ports, setPorts] = useState<ShelfPorts | null>(null);
  const [isLate, setLate] = useState(false);
  useEffect(() => {
    let gone = false;
    const timer = setTimeout(() => setLate(true), WAIT_MS);
    void openShelf().then((opened) => {
      if (!gone) setPorts(opened);
    });
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, []);
  if (!ports) return isLate ? <StorageIsSilent /> : null;
  return (
    <LastBoundary>
      <ShelfPortsContext.Provider value={ports}>
        <RouterProvider router={router} />
      </ShelfPortsContext.Provider>
    </LastBoundary>
  );
}

function StorageIsSilent() {
  return (
    <div role="alert" className="m-auto max-w-2xl p-6">
      <h1 className="mb-2 text-2xl font-bold">The browser’s storage does not answer</h1>
      <p className="mb-3">
        Your songs are in it; nothing of them was changed. It may be busy, or another tab of Orchestron may be
        in the way: close those, then reload.
      </p>
      <Button onClick={() => window.location.reload()}>Reload the page</Button>
    </div>
  );
}

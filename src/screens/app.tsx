import { useEffect, useState, type ComponentType } from 'react';
import { createBrowserRouter, Navigate, RouterProvider, type RouteObject } from 'react-router';
import { LastBoundary, RouteError } from './error-page';
import { Shell } from './shell';
import { SongFrame } from './song-frame';
import { openPorts, PortsContext, type Ports } from './ports';

/** A screen of a song, loaded when it is first shown; what goes wrong in it stays in it. */
function screen(path: string, load: () => Promise<ComponentType>): RouteObject {
  return { path, ErrorBoundary: RouteError, lazy: async () => ({ Component: await load() }) };
}

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
        lazy: async () => ({ Component: (await import('./songs/songs')).Songs }),
      },
      {
        path: 'song/:id',
        Component: SongFrame,
        ErrorBoundary: RouteError,
        children: [
          { index: true, element: <Navigate to="split" replace /> },
          screen('chart', async () => (await import('./chart/chart')).Chart),
          screen('split', async () => (await import('./split/split')).Split),
          screen('hits', async () => (await import('./hits/hits')).Hits),
          screen('sheets', async () => (await import('./sheets/sheets')).Sheets),
        ],
      },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
]);

/** The whole application, once the browser has said whether it stores songs. */
export function App() {
  const [ports, setPorts] = useState<Ports | null>(null);
  useEffect(() => {
    let gone = false;
    void openPorts().then((opened) => {
      if (!gone) setPorts(opened);
    });
    return () => {
      gone = true;
    };
  }, []);
  if (!ports) return null;
  return (
    <LastBoundary>
      <PortsContext.Provider value={ports}>
        <RouterProvider router={router} />
      </PortsContext.Provider>
    </LastBoundary>
  );
}

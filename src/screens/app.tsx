import { useEffect, useState } from 'react';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { Shell } from './shell';
import { SongFrame } from './song-frame';
import { openPorts, PortsContext, type Ports } from './ports';

const router = createBrowserRouter([
  {
    path: '/',
    Component: Shell,
    HydrateFallback: () => null,
    children: [
      { index: true, lazy: async () => ({ Component: (await import('./songs/songs')).Songs }) },
      {
        path: 'song/:id',
        Component: SongFrame,
        children: [
          { index: true, element: <Navigate to="split" replace /> },
          { path: 'chart', lazy: async () => ({ Component: (await import('./chart/chart')).Chart }) },
          { path: 'split', lazy: async () => ({ Component: (await import('./split/split')).Split }) },
          { path: 'hits', lazy: async () => ({ Component: (await import('./hits/hits')).Hits }) },
          { path: 'sheets', lazy: async () => ({ Component: (await import('./sheets/sheets')).Sheets }) },
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
    <PortsContext.Provider value={ports}>
      <RouterProvider router={router} />
    </PortsContext.Provider>
  );
}

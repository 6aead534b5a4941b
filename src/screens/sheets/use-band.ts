import { useCallback, useEffect, useRef, useState } from 'react';
import { writeStands } from '../../carry/index';
import { PLAYERS } from '../../core/form/index';
import { standSheet } from '../../core/sheet/index';
import type { Song } from '../../core/song/index';

/** Where bandmates' phones find the stands, where the program was started with it. */
export interface BandState {
  readonly address: string;
  readonly code: string;
  readonly listeners: number;
}

const OWN = { 'X-Orchestron': 'leader' } as const;
/** How often it is asked who listens, in ms. */
const ASK_MS = 4000;

/** The band's address, or null where there is none; sharing this song's stands and the place one is at. */
export function useBand(song: Song) {
  const [band, setBand] = useState<BandState | null>(null);
  const [isSharing, setSharing] = useState(false);
  const last = useRef<number | null>(null);
  useEffect(() => {
    let gone = false;
    const ask = async () => {
      const answer = await fetch('/band', { headers: OWN }).catch(() => null);
      // A server without it answers every path with the page of the program.
      const isBand = answer?.ok && answer.headers.get('content-type')?.includes('json');
      const state = isBand ? ((await answer.json()) as BandState) : null;
      if (!gone) setBand(state);
      return state !== null;
    };
    let timer = 0;
    void ask().then((isThere) => {
      if (isThere && !gone) timer = window.setInterval(() => void ask(), ASK_MS);
    });
    return () => {
      gone = true;
      clearInterval(timer);
    };
  }, []);
  useEffect(() => {
    if (!isSharing) return undefined;
    const stands = writeStands({ title: song.title, stands: PLAYERS.map((p) => standSheet(song, p)) });
    void put('/band/stands', stands).then(() => put('/band/place', JSON.stringify({ place: last.current })));
    return () => void fetch('/band/stands', { method: 'DELETE', headers: OWN, keepalive: true });
  }, [isSharing, song]);
  const lead = useCallback(
    (place: number) => {
      last.current = place;
      if (isSharing) void put('/band/place', JSON.stringify({ place }));
    },
    [isSharing],
  );
  return { band, isSharing, setSharing, lead };
}

async function put(path: string, body: string): Promise<void> {
  await fetch(path, { method: 'PUT', headers: { ...OWN, 'Content-Type': 'application/json' }, body }).catch(
    () => null,
  );
}

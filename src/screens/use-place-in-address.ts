import { useEffect, useRef } from 'react';
import { placeOfQuery, placeQuery } from './place-in-address';
import { useDesk, usePorts } from './ports';

/** The address follows at most this often: browsers refuse to be told more. */
const BEAT_MS = 400;

/** The address holds section and bar: opened again, or in another tab, it leads to the same place. */
export function usePlaceInAddress(id: string, isOpen: boolean): void {
  const { desk } = usePorts();
  const selection = useDesk((s) => s.selection);
  const song = useDesk((s) => s.song);
  const led = useRef<string | null>(null);
  useEffect(() => {
    if (!isOpen || led.current === id) return;
    led.current = id;
    const { song: opened, select } = desk.getState();
    const place = opened && placeOfQuery(opened, new URLSearchParams(window.location.search));
    // The place remembered for this song may be more exact: a moment of the same bar.
    if (place && opened && placeQuery(opened, desk.getState().selection) !== window.location.search.slice(1))
      select(place);
  }, [desk, id, isOpen]);
  useEffect(() => {
    if (!isOpen || !song) return undefined;
    const timer = setTimeout(() => {
      const place = placeQuery(song, desk.getState().selection);
      const { pathname, search, hash } = window.location;
      // The stand and the sheets say there whose they are.
      const { player } = Object.fromEntries(new URLSearchParams(search));
      const query = `${place}${player === undefined ? '' : `${place === '' ? '' : '&'}player=${encodeURIComponent(player)}`}`;
      if (query === search.slice(1)) return;
      // Not through the router: nothing is drawn anew for it, and no step of the history is made.
      window.history.replaceState(
        window.history.state,
        '',
        `${pathname}${query === '' ? '' : `?${query}`}${hash}`,
      );
    }, BEAT_MS);
    return () => clearTimeout(timer);
  }, [desk, isOpen, song, selection]);
}

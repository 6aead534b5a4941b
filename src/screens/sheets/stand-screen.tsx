import { useCallback, useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { PLAYERS } from '../../core/form/index';
import { playedBars } from '../../core/score/index';
import { standSheet } from '../../core/sheet/index';
import { momentsOf, unfold, type Song, type SongPlace } from '../../core/song/index';
import { Stand } from '../../stand/index';
import { useTheme } from '../../ui/index';
import { laterDialog } from '../arriving';
import {
  closeKeySheet,
  openKeySheet,
  useKeySettings,
  useKeySheet,
  useSingleKeys,
  useUndoKeys,
  type KeySheetProps,
} from '../keys/index';
import { useListening } from '../listening/index';
import { useDesk, usePorts } from '../ports';
import { useBand } from './use-band';
import { useTitle } from './use-title';

const KeySheet = laterDialog<KeySheetProps>(async () => (await import('../keys/key-sheet')).KeySheet);

/** The stand of one player, in the application: it moves with the playing too. */
export function StandScreen() {
  const song = useDesk((s) => s.song)!;
  const { desk, listening } = usePorts();
  const navigate = useNavigate();
  const [query] = useSearchParams();
  const player = PLAYERS.find((p) => p === query.get('player')) ?? 'guitar1';
  const [theme, setTheme] = useTheme();
  const stand = useMemo(() => standSheet(song, player), [song, player]);
  const kind = useListening((s) => s.kind);
  const sounding = useListening((s) => (s.kind === 'playing' && !s.question?.isApart ? s.place : null));
  const leader = useMemo(() => (sounding === null ? null : placeOf(song, sounding)), [song, sounding]);
  useTitle(`${song.title} · stand`);
  const { undo, redo } = desk.getState();
  useUndoKeys({ canUndo: true, canRedo: true, undo, redo });
  useSingleKeys((key) => {
    if (key !== '?') return false;
    openKeySheet();
    return true;
  });
  const letters = useKeySettings((s) => s.isOn);
  const isKeySheetOpen = useKeySheet((s) => s.isOpen);
  const { band, isSharing, setSharing, lead } = useBand(song);
  const leave = useCallback(() => void navigate(`../sheets?player=${player}`), [navigate, player]);
  const [start] = useState(() => {
    const { playing, pass, moment } = desk.getState().selection;
    return placeOf(song, { playing, pass, moment });
  });
  const goTo = useCallback(
    (place: number) => {
      const at = songPlaceOf(song, place);
      if (at) desk.getState().select(at);
    },
    [desk, song],
  );
  return (
    <>
      <Stand
        letters={letters}
        stand={stand}
        theme={theme}
        onTheme={setTheme}
        onLeave={leave}
        leader={leader}
        start={start}
        onGo={goTo}
        onPlace={lead}
        {...(band ? { share: { ...band, isOn: isSharing, toggle: () => setSharing(!isSharing) } } : {})}
        band={{
          isOn: kind !== 'still',
          toggle: (from) => {
            if (kind !== 'still') return listening.getState().stop();
            goTo(from);
            listening.getState().play();
          },
        }}
      />
      {isKeySheetOpen && <KeySheet screen="stand" onClose={closeKeySheet} />}
    </>
  );
}

/** The played bar in which a moment of the song begins. */
function placeOf(song: Song, { playing, pass, moment }: SongPlace): number | null {
  const one = unfold(song)[playing];
  if (!one) return null;
  const bar = momentsOf(one.section, { pass, meter: one.meter })[moment]?.bar ?? 0;
  const place = playedBars(song).findIndex(
    (played) => played.playing === one && played.pass === pass && played.bar === bar,
  );
  return place < 0 ? null : place;
}

/** The first moment of a played bar. */
function songPlaceOf(song: Song, place: number): SongPlace | null {
  const bar = playedBars(song)[place];
  if (!bar) return null;
  const moments = momentsOf(bar.playing.section, { pass: bar.pass, meter: bar.meter });
  const moment = moments.findIndex((one) => one.bar >= Math.max(0, bar.bar));
  return { playing: bar.playing.index, pass: bar.pass, moment: Math.max(0, moment) };
}

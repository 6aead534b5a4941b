import { SlidersHorizontal } from 'lucide-react';
import { useMemo, useState } from 'react';
import { songCauses } from '../core/clash/index';
import { tuningWords } from '../core/instrument/index';
import { pretty } from '../core/pitch/index';
import { songKey, songLength, type Song } from '../core/song/index';
import { formatDuration } from '../core/time/index';
import { Button } from '../ui/index';
import { laterDialog } from './arriving';
import { PartBoundary } from './error-page';
import { PlayButton, WhichIsHeard } from './listening/index';
import { PortsContext, useDesk, usePorts, type Ports } from './ports';

/** Which of two things is heard, over whatever screen is open. */
export function Heard({ ports }: { readonly ports: Ports }) {
  return (
    <PortsContext.Provider value={ports}>
      <WhichIsHeard />
    </PortsContext.Provider>
  );
}

const GroundDialog = laterDialog(async () => (await import('./ground/ground-dialog')).GroundDialog);

/** What the bar on top says of the open song, beside its title. */
export function SongGround({ ports, song }: { readonly ports: Ports; readonly song: Song }) {
  return (
    <PortsContext.Provider value={ports}>
      <PartBoundary instead={() => null}>
        <Ground song={song} />
      </PartBoundary>
    </PortsContext.Provider>
  );
}

/** Playing, whether it is saved, and what clashes in the open song. */
export function SongState({ ports, song }: { readonly ports: Ports; readonly song: Song }) {
  return (
    <PortsContext.Provider value={ports}>
      {song.sections.length > 0 && <PlayButton />}
      <SavedSign />
      <PartBoundary key={song.title} instead={() => null}>
        <ClashCount song={song} />
      </PartBoundary>
    </PortsContext.Provider>
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
        <span className="hidden xl:inline">
          {words.slice(0, 2).join(' · ')}
          <span className="hidden min-[1440px]:inline">
            {words
              .slice(2)
              .filter(Boolean)
              .map((one) => ` · ${one}`)}
          </span>
        </span>
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
    return (
      <span className="rounded-full px-3 py-1 text-[0.875rem] whitespace-nowrap text-on-bar-soft max-sm:sr-only">
        no clashes
      </span>
    );
  return (
    <span className="rounded-full bg-[#b0103c] px-3 py-1 text-[0.875rem] font-bold whitespace-nowrap text-white max-sm:px-2">
      {clashes}
      <span className="max-sm:sr-only"> {clashes === 1 ? 'clash' : 'clashes'}</span>
    </span>
  );
}

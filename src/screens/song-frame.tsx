import { useEffect, useState } from 'react';
import { Link, Outlet, useNavigate, useParams } from 'react-router';
import type { MergeClash, Side } from '../core/song/index';
import type { SavingState } from '../store/index';
import { Banner, Button } from '../ui/index';
import { exportSong, exportStored } from './export-song';
import { PassDialog } from './pass-dialog';
import { usePlayKey } from './listening/index';
import { openDesk, PortsContext, useDesk, usePorts } from './ports';
import { savesData } from './saves-data';
import { useShelfPorts } from './shelf-ports';
import { usePlaceInAddress } from './use-place-in-address';

/** The first picture of a song comes before getting ready to split it. */
const WARM_AFTER_MS = 400;

/** The desk, and on it the song of the address. */
export function SongRoom() {
  const shelf = useShelfPorts();
  const [ports] = useState(() => openDesk(shelf));
  return (
    <PortsContext.Provider value={ports}>
      <SongFrame />
    </PortsContext.Provider>
  );
}

/** Opens the song of the address and shows what stands in the way of saving it. */
function SongFrame() {
  const { id = '' } = useParams();
  const { desk, client, listening, player, sound } = usePorts();
  const openId = useDesk((s) => s.id);
  const song = useDesk((s) => s.song);
  const trouble = useDesk((s) => s.trouble);
  useEffect(() => {
    void desk.getState().open(id);
  }, [desk, id]);
  usePlayKey();
  // Away from the song nothing could stop it.
  useEffect(() => () => listening.getState().stop(), [listening]);
  const isOpen = openId === id && song !== null;
  usePlaceInAddress(id, isOpen);
  useEffect(() => {
    if (!isOpen) return undefined;
    const timer = setTimeout(() => {
      const { song: opened } = desk.getState();
      if (!opened || savesData()) return;
      void client.warm(opened);
      sound.warm(opened);
    }, WARM_AFTER_MS);
    // A browser lets a page sound once something was pressed in it; by then it is open.
    const wake = () => void player.warm();
    const once = { once: true } as const;
    window.addEventListener('pointerdown', wake, once);
    window.addEventListener('keydown', wake, once);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('pointerdown', wake);
      window.removeEventListener('keydown', wake);
    };
  }, [client, desk, isOpen, openId, player, sound]);
  if (openId === id && trouble) {
    const { stored } = trouble;
    return (
      <div className="p-6">
        <Banner tone="clash">
          <span>{trouble.message}</span>
          {stored && <Button onClick={() => exportStored(stored)}>Export what is stored</Button>}
          <Link to="/" className="underline">
            Back to the songs
          </Link>
        </Banner>
      </div>
    );
  }
  if (openId !== id || !song) return null;
  return (
    <>
      <SavingBanner />
      <Outlet />
      <PassDialog />
    </>
  );
}

function SavingBanner() {
  const { desk } = usePorts();
  const saving = useDesk((s) => s.saving);
  switch (saving.kind) {
    case 'conflict':
      return <ConflictBanner key={saving.theirs.version} saving={saving} />;
    case 'gone':
      return <GoneBanner />;
    case 'trouble':
      return (
        <Banner tone="clash">
          <span>{saving.message}</span>
          <Button onClick={() => void desk.getState().saveNow()}>Try to save again</Button>
          <Button onClick={() => exportSong(desk.getState().song!, 'json')}>Export the song</Button>
        </Banner>
      );
    default:
      return null;
  }
}

/** Keeps what is open as a song of its own and goes there. */
function useKeepAsCopy(): () => void {
  const { desk } = usePorts();
  const navigate = useNavigate();
  return () =>
    void desk
      .getState()
      .keepAsCopy()
      .then((copy) => {
        if (copy) void navigate(`/song/${copy}/split`);
      })
      .catch(() => desk.getState().say('The copy could not be stored: export the song instead'));
}

/** Both tabs changed the same places: for each of them, whose counts. */
function ConflictBanner({ saving }: { saving: Extract<SavingState, { kind: 'conflict' }> }) {
  const { desk } = usePorts();
  const keepAsCopy = useKeepAsCopy();
  const [choices, setChoices] = useState<Readonly<Record<string, Side>>>({});
  const { clashes } = saving;
  const all = (side: Side) => Object.fromEntries(clashes.map((c) => [c.id, side]));
  return (
    <Banner tone="clash">
      <div className="w-full">
        <p>
          Another tab changed{' '}
          {clashes.length === 1 ? 'the same place' : `${clashes.length} of the same places`} while you changed{' '}
          {clashes.length === 1 ? 'it' : 'them'} here. Everything else of both is joined, nothing is lost.
          Which one goes on?
        </p>
        <ul className="my-1 max-h-48 overflow-y-auto">
          {clashes.map((clash) => (
            <ClashChoice
              key={clash.id}
              clash={clash}
              side={choices[clash.id] ?? 'mine'}
              onChoose={(side) => setChoices({ ...choices, [clash.id]: side })}
            />
          ))}
        </ul>
        <div className="flex flex-wrap gap-2">
          <Button look="strong" onClick={() => void desk.getState().settle(choices)}>
            Go on like this
          </Button>
          {clashes.length > 1 && (
            <>
              <Button onClick={() => setChoices(all('mine'))}>Mine everywhere</Button>
              <Button onClick={() => setChoices(all('theirs'))}>The other tab’s everywhere</Button>
            </>
          )}
          <Button onClick={keepAsCopy}>Keep mine as a song of its own</Button>
        </div>
      </div>
    </Banner>
  );
}

function ClashChoice(props: { clash: MergeClash; side: Side; onChoose: (side: Side) => void }) {
  const { clash, side, onChoose } = props;
  const option = (value: Side, name: string, words: string) => (
    <label className="flex min-w-0 items-baseline gap-1.5">
      <input
        type="radio"
        name={`clash ${clash.id}`}
        checked={side === value}
        onChange={() => onChoose(value)}
      />
      <span className="min-w-0 break-words">
        {name}: <b className="font-mono">{words}</b>
      </span>
    </label>
  );
  return (
    <li>
      <fieldset className="flex flex-wrap gap-x-5 gap-y-0.5 py-0.5">
        <legend className="float-left mr-3 font-bold">{clash.words}</legend>
        {option('mine', 'mine', clash.mine)}
        {option('theirs', 'the other tab’s', clash.theirs)}
      </fieldset>
    </li>
  );
}

function GoneBanner() {
  const { desk } = usePorts();
  const navigate = useNavigate();
  return (
    <Banner tone="clash">
      <span>This song was deleted in another tab. What you see is still here.</span>
      <Button look="strong" onClick={() => void desk.getState().putBack()}>
        Put it back on the shelf
      </Button>
      <Button onClick={useKeepAsCopy()}>Keep it as a copy</Button>
      <Button
        onClick={() => {
          desk.getState().close();
          void navigate('/');
        }}
      >
        Close it
      </Button>
    </Banner>
  );
}

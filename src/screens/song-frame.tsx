import { useEffect } from 'react';
import { Link, Outlet, useNavigate, useParams } from 'react-router';
import { Banner, Button } from '../ui/index';
import { useDesk, usePorts } from './ports';
import { exportSong } from './export-song';

/** Opens the song of the address and shows what stands in the way of saving it. */
export function SongFrame() {
  const { id = '' } = useParams();
  const { desk } = usePorts();
  const openId = useDesk((s) => s.id);
  const song = useDesk((s) => s.song);
  const trouble = useDesk((s) => s.trouble);
  useEffect(() => {
    void desk.getState().open(id);
  }, [desk, id]);
  if (openId === id && trouble) {
    return (
      <div className="p-6">
        <Banner tone="clash">
          <span>{trouble}</span>
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
    </>
  );
}

function SavingBanner() {
  const { desk } = usePorts();
  const saving = useDesk((s) => s.saving);
  const navigate = useNavigate();
  if (saving.kind === 'conflict') {
    return (
      <Banner tone="clash">
        <span>
          This song was changed in another tab while you changed it here. Nothing is lost: which one goes on?
        </span>
        {saving.theirs && (
          <Button onClick={() => void desk.getState().takeTheirs()}>Show the other tab’s</Button>
        )}
        <Button
          onClick={() =>
            void desk
              .getState()
              .keepAsCopy()
              .then((copy) => {
                if (copy) void navigate(`/song/${copy}/split`);
              })
          }
        >
          Keep mine as a song of its own
        </Button>
      </Banner>
    );
  }
  if (saving.kind === 'trouble') {
    return (
      <Banner tone="clash">
        <span>{saving.message}</span>
        <Button onClick={() => void desk.getState().saveNow()}>Try to save again</Button>
        <Button onClick={() => exportSong(desk.getState().song!, 'json')}>Export the song</Button>
      </Banner>
    );
  }
  return null;
}

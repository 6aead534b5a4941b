import { useState } from 'react';
import { BIN_DAYS, daysLeft, type BinnedSong } from '../../store/index';
import { Button, Dialog, DialogEnd } from '../../ui/index';
import { exportStored } from '../export-song';

/** Deleted songs, for as long as they wait: put back, handed out, or thrown away for good. */
export function BinDialog(props: {
  readonly open: boolean;
  readonly songs: readonly BinnedSong[];
  readonly onClose: () => void;
  readonly onRestore: (song: BinnedSong) => void;
  readonly onDiscard: (songs: readonly BinnedSong[]) => void;
}) {
  const { open, songs, onClose, onRestore, onDiscard } = props;
  const [isSure, setSure] = useState(false);
  const [now] = useState(() => Date.now());
  return (
    <Dialog open={open} onClose={onClose} title="The bin">
      <p className="mb-2 text-soft">
        Deleted songs wait here for {BIN_DAYS} days with everything they had, undo too; then they are gone.
      </p>
      {songs.length === 0 && <p className="mb-3">It is empty.</p>}
      <ul className="mb-3 max-h-[50vh] overflow-y-auto" data-bin>
        {songs.map((song) => (
          <li key={song.stored.id} className="flex flex-wrap items-center gap-2 border-t border-line py-1.5">
            <b className="min-w-0 break-words">{titleOf(song)}</b>
            <span className="text-[0.875rem] text-soft">{daysWords(daysLeft(song, now))}</span>
            <span className="ml-auto flex gap-1">
              <Button onClick={() => onRestore(song)} aria-label={`Put back ${titleOf(song)}`}>
                Put back
              </Button>
              <Button
                look="quiet"
                onClick={() => exportStored(song.stored)}
                aria-label={`As a file: ${titleOf(song)}, as it is stored`}
              >
                As a file
              </Button>
            </span>
          </li>
        ))}
      </ul>
      <DialogEnd onClose={onClose}>
        {songs.length > 0 &&
          (isSure ? (
            <>
              <Button onClick={() => setSure(false)}>Leave it</Button>
              <Button
                className="border-clash text-clash"
                onClick={() => {
                  setSure(false);
                  onDiscard(songs);
                }}
              >
                Throw {songs.length === 1 ? 'it' : `all ${songs.length}`} away for good
              </Button>
            </>
          ) : (
            <Button look="quiet" onClick={() => setSure(true)}>
              Empty the bin …
            </Button>
          ))}
      </DialogEnd>
    </Dialog>
  );
}

function titleOf({ stored }: BinnedSong): string {
  return typeof stored.title === 'string' && stored.title.trim() !== ''
    ? stored.title
    : 'A song without a title';
}

function daysWords(days: number): string {
  return days <= 1 ? 'its last day' : `${days} days left`;
}

import { Copy, Download, FileText, Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { songCauses } from '../../core/clash/index';
import { pretty } from '../../core/pitch/index';
import { countOpen, songKey, songLength, type Song } from '../../core/song/index';
import { formatDuration } from '../../core/time/index';
import type { ShelfEntry } from '../../store/index';
import { Button, useWidth } from '../../ui/index';
import { RegisterLane } from '../../views/index';
import { PartBoundary } from '../error-page';
import { exportSong, exportStored } from '../export-song';
import { HandOut } from './hand-out';
import { laneBlocks } from '../lane-blocks';
import { usePorts } from '../ports';

/** One song of the shelf: its facts, what can be done with it, and its registers as a strip. */
export function SongRow(props: {
  entry: ShelfEntry;
  onRename: (title: string) => void;
  onDuplicate: () => void;
  onDelete: () => void;
  /** Told what a file has no place for. */
  onTold: (words: string) => void;
}) {
  const { entry, onRename, onDuplicate, onDelete, onTold } = props;
  const { song } = entry;
  const [renaming, setRenaming] = useState(false);
  return (
    <li className="rounded-lg border border-line bg-sheet p-3">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        {renaming ? (
          <input
            autoFocus
            aria-label={`New title of ${entry.title}`}
            defaultValue={entry.title}
            className="rounded border border-ink bg-ground px-2 py-1 text-lg font-bold"
            onBlur={(e) => {
              setRenaming(false);
              onRename(e.target.value);
            }}
            onKeyDown={(e) => {
              if (e.key === 'Enter') e.currentTarget.blur();
              if (e.key === 'Escape') {
                e.currentTarget.value = entry.title;
                setRenaming(false);
              }
            }}
          />
        ) : (
          <Link to={`/song/${entry.id}/split`} className="text-lg font-bold hover:underline">
            {entry.title}
          </Link>
        )}
        {song && (
          <PartBoundary
            instead={(words) => (
              <span className="text-clash">
                This song is kept, but something in it cannot be worked out: {words}
              </span>
            )}
          >
            <SongFacts song={song} />
          </PartBoundary>
        )}
        <span className="ml-auto flex flex-wrap gap-1">
          <Button look="quiet" onClick={() => setRenaming(true)} disabled={!song}>
            Rename
          </Button>
          <Button look="quiet" onClick={onDuplicate} disabled={!song} aria-label={`Duplicate ${entry.title}`}>
            <Copy size={16} /> Duplicate
          </Button>
          <Button
            look="quiet"
            onClick={() => (song ? exportSong(song, 'json') : exportStored(entry.stored))}
            aria-label={song ? `Export ${entry.title} as song file` : `Export ${entry.title} as it is stored`}
          >
            <Download size={16} /> Song file
          </Button>
          <Button
            look="quiet"
            disabled={!song}
            onClick={() => song && exportSong(song, 'txt')}
            aria-label={`Export ${entry.title} as chart text`}
          >
            <FileText size={16} /> Chart text
          </Button>
          {song && <HandOut song={song} onTold={onTold} />}
          <Button look="quiet" onClick={onDelete} aria-label={`Delete ${entry.title}`}>
            <Trash2 size={16} /> Delete
          </Button>
        </span>
      </div>
      {entry.trouble && (
        <p className="mt-1 break-words text-clash">
          This song cannot be read: {entry.trouble}. It is kept as it is; export it to mend it by hand.
        </p>
      )}
      {entry.remarks.length > 0 && (
        <p className="mt-1 text-[14px] text-soft">How it is stored is damaged: {entry.remarks.join('; ')}.</p>
      )}
      {song && song.form.length > 0 && (
        <PartBoundary instead={() => null}>
          <SongStrip song={song} id={entry.id} />
        </PartBoundary>
      )}
      {song && song.form.length === 0 && (
        <p className="mt-1 text-soft">
          No chords yet.{' '}
          <Link to={`/song/${entry.id}/chart`} className="underline">
            Write its chart
          </Link>
        </p>
      )}
    </li>
  );
}

function SongFacts({ song }: { song: Song }) {
  const key = songKey(song);
  const { bars, seconds } = songLength(song);
  const clashes = useMemo(
    () => songCauses(song).filter((f) => f.level === 'clash' && f.kept === null).length,
    [song],
  );
  const open = countOpen(song);
  return (
    <span className="text-soft">
      {pretty(key.tonic)} {key.mode} · {song.tempo} bpm · {bars} bars · {formatDuration(seconds)}
      {open > 0 && ` · ${open} cells open`}
      {clashes > 0 && <b className="text-clash"> · {clashes === 1 ? '1 clash' : `${clashes} clashes`}</b>}
    </span>
  );
}

function SongStrip({ song, id }: { song: Song; id: string }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const navigate = useNavigate();
  const { desk } = usePorts();
  const blocks = useMemo(() => laneBlocks(song), [song]);
  return (
    <div ref={ref} className="mt-2 overflow-x-auto">
      {width > 0 && (
        <RegisterLane
          blocks={blocks}
          selected={null}
          cursor={null}
          width={width}
          height={92}
          onSelect={(playing) =>
            void desk
              .getState()
              .open(id)
              .then(() => {
                desk.getState().select({ playing, pass: 1, moment: 0 });
                void navigate(`/song/${id}/split`);
              })
          }
        />
      )}
    </div>
  );
}

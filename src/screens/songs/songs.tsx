import { Copy, Download, FileText, Plus, Trash2, Upload } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { songCauses } from '../../core/clash/index';
import { formatProblem } from '../../core/base/index';
import { pretty } from '../../core/pitch/index';
import { countOpen, songKey, songLength, type Song } from '../../core/song/index';
import { formatDuration } from '../../core/time/index';
import {
  addSong,
  fileTrouble,
  freeTitle,
  newSong,
  readImport,
  readShelf,
  restoreSong,
  storageWords,
  type ShelfEntry,
  type StoredSong,
} from '../../store/index';
import { Banner, Button, useWidth } from '../../ui/index';
import { RegisterLane } from '../../views/index';
import { PartBoundary } from '../error-page';
import { exportSong, exportStored } from '../export-song';
import { laneBlocks } from '../lane-blocks';
import { usePorts } from '../ports';

const WELCOMED = 'orchestron.welcomed';

/** The shelf: every song in this browser as a strip of its registers. */
export function Songs() {
  const { storage, desk } = usePorts();
  const navigate = useNavigate();
  const [entries, setEntries] = useState<readonly ShelfEntry[] | null>(null);
  const [notice, setNotice] = useState<Notice | null>(null);
  const picker = useRef<HTMLInputElement>(null);

  const refresh = useCallback(async () => setEntries(await readShelf(storage)), [storage]);
  const attempt = useCallback(async (work: () => Promise<void>) => {
    try {
      await work();
    } catch (error) {
      setNotice({ tone: 'clash', text: storageWords(error) });
    }
  }, []);

  useEffect(() => {
    void attempt(async () => {
      await desk.getState().saveNow();
      if ((await storage.list()).length === 0 && !welcomed()) await addDemo(storage, []);
      await refresh();
    });
    return storage.watch(() => void attempt(refresh));
  }, [attempt, desk, refresh, storage]);

  const titles = useMemo(() => (entries ?? []).map((e) => e.title), [entries]);

  const create = () =>
    attempt(async () => {
      const id = await addSong(storage, newSong(freeTitle('New song', titles)), { now: Date.now() });
      void navigate(`/song/${id}/chart`);
    });

  const bringDemo = () =>
    attempt(async () => {
      const added = await addDemo(storage, titles);
      setNotice({
        tone: 'plain',
        text: added === 0 ? 'The demo songs are all here.' : `${added} demo songs brought back.`,
      });
      await refresh();
    });

  const importFiles = (files: FileList) =>
    attempt(async () => {
      const said: string[] = [];
      let bad = false;
      let taken = [...titles];
      for (const file of files) {
        const large = fileTrouble(file.name, file.size);
        const read = large
          ? ({ kind: 'refused', message: large } as const)
          : readImport(file.name, await file.text());
        if (read.kind === 'refused') {
          bad = true;
          said.push(`${read.message}. Nothing was imported from it.`);
          continue;
        }
        const song = { ...read.song, title: freeTitle(read.song.title, taken) };
        taken = [...taken, song.title];
        await addSong(storage, song, { now: Date.now(), draft: read.text });
        said.push(`${song.title} imported.`);
        if (read.questions.length > 0) {
          bad = true;
          said.push(
            `Asked about ${file.name}: ${read.questions.slice(0, 2).map(formatProblem).join('; ')}. Its chart shows where.`,
          );
        }
        if (read.problems.length > 0) {
          bad = true;
          said.push(
            `Not understood in ${file.name}: ${read.problems.slice(0, 3).map(formatProblem).join('; ')}. Open its chart to mend it.`,
          );
        }
      }
      setNotice({ tone: bad ? 'watch' : 'plain', text: said.join(' ') });
      await refresh();
    });

  const remove = (entry: ShelfEntry) =>
    attempt(async () => {
      await storage.remove(entry.id);
      if (desk.getState().id === entry.id) desk.getState().close();
      setNotice({ tone: 'plain', text: `${entry.title} deleted.`, undo: entry.stored });
      await refresh();
    });

  return (
    <div className="mx-auto w-full max-w-6xl p-4">
      <div className="mb-3 flex flex-wrap items-center gap-2">
        <h1 className="mr-auto text-2xl font-bold">Songs</h1>
        <Button look="strong" onClick={() => void create()}>
          <Plus size={18} /> New song
        </Button>
        <Button onClick={() => picker.current?.click()}>
          <Upload size={18} /> Import
        </Button>
        <input
          ref={picker}
          type="file"
          multiple
          accept=".json,.txt,application/json,text/plain"
          className="hidden"
          aria-label="Import songs"
          onChange={(e) => {
            if (e.target.files?.length) void importFiles(e.target.files);
            e.target.value = '';
          }}
        />
        <Button onClick={() => void bringDemo()}>Bring the demo songs back</Button>
      </div>
      {notice && (
        <div className="mb-3">
          <Banner tone={notice.tone}>
            <span>{notice.text}</span>
            {notice.undo && (
              <Button
                onClick={() =>
                  void attempt(async () => {
                    await restoreSong(storage, notice.undo!);
                    setNotice(null);
                    await refresh();
                  })
                }
              >
                Undo
              </Button>
            )}
            <Button look="quiet" onClick={() => setNotice(null)}>
              Close
            </Button>
          </Banner>
        </div>
      )}
      {entries?.length === 0 && (
        <p className="rounded-lg border border-line bg-sheet p-8 text-center text-soft">
          The shelf is empty. Start a new song, import one, or bring the demo songs back.
        </p>
      )}
      <ul className="flex flex-col gap-3">
        {(entries ?? []).map((entry) => (
          <SongRow
            key={entry.id}
            entry={entry}
            onRename={(title) =>
              void attempt(async () => {
                if (!entry.song || title.trim() === '' || title === entry.title) return;
                const song = { ...entry.song, title: title.trim() };
                const { saved, ...rest } = entry.stored;
                await storage.put(
                  {
                    ...rest,
                    title: song.title,
                    saved: { ...saved, song: { ...saved.song, title: song.title } },
                    updatedAt: Date.now(),
                  },
                  entry.stored.version,
                );
                if (desk.getState().id === entry.id) desk.getState().close();
                await refresh();
              })
            }
            onDuplicate={() =>
              void attempt(async () => {
                if (!entry.song) return;
                const title = freeTitle(entry.title, titles);
                await addSong(
                  storage,
                  { ...entry.song, title },
                  { now: Date.now(), draft: entry.stored.draft },
                );
                setNotice({ tone: 'plain', text: `${title} is a copy of ${entry.title}.` });
                await refresh();
              })
            }
            onDelete={() => void remove(entry)}
          />
        ))}
      </ul>
    </div>
  );
}

interface Notice {
  readonly tone: 'plain' | 'watch' | 'clash';
  readonly text: string;
  readonly undo?: StoredSong;
}

function SongRow(props: {
  entry: ShelfEntry;
  onRename: (title: string) => void;
  onDuplicate: () => void;
  onDelete: () => void;
}) {
  const { entry, onRename, onDuplicate, onDelete } = props;
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

async function addDemo(
  storage: ReturnType<typeof usePorts>['storage'],
  titles: readonly string[],
): Promise<number> {
  const { demoSongs } = await import('../demo/demo-songs');
  const missing = demoSongs().filter((song) => !titles.includes(song.title));
  for (const [i, song] of missing.entries()) await addSong(storage, song, { now: Date.now() + i });
  try {
    localStorage.setItem(WELCOMED, 'yes');
  } catch {
    // Asked again next time then.
  }
  return missing.length;
}

function welcomed(): boolean {
  try {
    return localStorage.getItem(WELCOMED) !== null;
  } catch {
    return false;
  }
}

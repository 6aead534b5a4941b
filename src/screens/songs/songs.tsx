import { Archive, ClipboardPaste, Plus, Upload } from 'lucide-react';
import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Song } from '../../core/song/index';
import {
  addSong,
  freeTitle,
  readShelf,
  restoreSong,
  storageWords,
  type ShelfEntry,
  type StoredSong,
} from '../../store/index';
import { Banner, Button } from '../../ui/index';
import type { ChartStart } from '../chart/chart';
import { DropZone, SONG_FILES } from '../paste/drop-zone';
import { downloadBytes } from '../export-song';
import { usePorts } from '../ports';
import { SongRow } from './song-row';
import { useImport } from './use-import';

const NewSong = lazy(async () => ({ default: (await import('./new-song')).NewSong }));
const PasteDialog = lazy(async () => ({ default: (await import('../paste/paste-dialog')).PasteDialog }));

const TakenDialog = lazy(async () => ({ default: (await import('../take/taken-dialog')).TakenDialog }));
const ShelfInDialog = lazy(async () => ({
  default: (await import('../take/shelf-in-dialog')).ShelfInDialog,
}));

const WELCOMED = 'orchestron.welcomed';

/** The shelf: every song in this browser as a strip of its registers. */
export function Songs() {
  const { storage, desk } = usePorts();
  const navigate = useNavigate();
  const [entries, setEntries] = useState<readonly ShelfEntry[] | null>(null);
  const [notice, setNotice] = useState<Notice | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  /** A song that is being added: asked for, or read from a text. */
  const [adding, setAdding] = useState<'new' | { readonly text: string; readonly file?: string } | null>(
    null,
  );

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

  /** Puts a song on the shelf and goes on with it on its chart. */
  const create = (
    song: Song,
    start: ChartStart,
    { draft = null, file = '' }: { draft?: string | null; file?: string } = {},
  ) =>
    attempt(async () => {
      const title = song.title === 'Untitled' ? file || 'New song' : song.title;
      const own = { ...song, title: freeTitle(title, titles) };
      const id = await addSong(storage, own, { now: Date.now(), draft });
      setAdding(null);
      void navigate(`/song/${id}/chart`, { state: start });
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

  const { importFiles, takeShelf, waiting, done } = useImport({
    storage,
    entries: entries ?? [],
    say: setNotice,
    refresh,
  });
  const takeIn = (files: readonly File[]) => void attempt(() => importFiles(files));

  /** Every song of the shelf that can be read, as one archive. */
  const wholeShelf = async () => {
    const { packed, shelfFiles } = await import('../../core/formats/files/index');
    const songs = (entries ?? []).flatMap((entry) => (entry.song ? [entry.song] : []));
    downloadBytes('orchestron-songs.zip', packed(shelfFiles(songs)), 'application/zip');
    const left = (entries ?? []).length - songs.length;
    setNotice({
      tone: left > 0 ? 'watch' : 'plain',
      text: `${songs.length} songs handed out as one file.${left > 0 ? ` ${left} cannot be read and ${left === 1 ? 'is' : 'are'} not in it.` : ''}`,
    });
  };

  const remove = (entry: ShelfEntry) =>
    attempt(async () => {
      await storage.remove(entry.id);
      if (desk.getState().id === entry.id) desk.getState().close();
      setNotice({ tone: 'plain', text: `${entry.title} deleted.`, undo: entry.stored });
      await refresh();
    });

  return (
    <DropZone onFiles={takeIn}>
      <div className="mx-auto w-full max-w-6xl p-4">
        <div className="mb-3 flex flex-wrap items-center gap-2">
          <h1 className="mr-auto text-2xl font-bold">Songs</h1>
          <Button look="strong" className="!min-h-10" onClick={() => setAdding('new')}>
            <Plus size={18} /> New song
          </Button>
          <Button className="!min-h-10" onClick={() => setAdding({ text: '' })}>
            <ClipboardPaste size={18} /> Paste a song
          </Button>
          <Button className="!min-h-10" onClick={() => picker.current?.click()}>
            <Upload size={18} /> Import
          </Button>
          <input
            ref={picker}
            type="file"
            multiple
            accept={Object.entries(SONG_FILES).flat(2).join(',')}
            className="hidden"
            aria-label="Import songs"
            onChange={(e) => {
              if (e.target.files?.length) takeIn([...e.target.files]);
              e.target.value = '';
            }}
          />
          <Button disabled={!entries?.some((e) => e.song)} onClick={() => void attempt(wholeShelf)}>
            <Archive size={16} /> Whole shelf (.zip)
          </Button>
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
          <div data-empty className="rounded-lg border border-dashed border-line bg-sheet p-8 text-center">
            <p className="mb-3 text-soft">
              The shelf is empty. A first song takes two minutes: what it is called, its parts, their chords;
              then it is split.
            </p>
            <Button look="strong" className="!min-h-11" onClick={() => setAdding('new')}>
              <Plus size={18} /> Start a song
            </Button>
          </div>
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
              onTold={(text) => setNotice({ tone: 'plain', text })}
            />
          ))}
        </ul>
        {adding !== null && (
          <Suspense fallback={null}>
            {adding === 'new' ? (
              <NewSong
                title={freeTitle('New song', titles)}
                onClose={() => setAdding(null)}
                onStart={(song, to) =>
                  void create(
                    song,
                    to === 'text'
                      ? { view: 'text' }
                      : song.form.length > 0
                        ? { spot: { entry: 0, bar: 1, chord: 0 } }
                        : {},
                  )
                }
                onPaste={() => setAdding({ text: '' })}
              />
            ) : (
              <PasteDialog
                key={adding.text}
                text={adding.text}
                song={null}
                onClose={() => setAdding(null)}
                onNew={(song, draft) => void create(song, {}, { draft, file: adding.file ?? '' })}
              />
            )}
          </Suspense>
        )}
        {adding === null && waiting && (
          <Suspense fallback={null}>
            {waiting.kind === 'typed' && (
              <PasteDialog
                key={waiting.text}
                text={waiting.text}
                song={null}
                onClose={done}
                onNew={(song, draft) => {
                  done();
                  void create(song, {}, { draft, file: waiting.file });
                }}
              />
            )}
            {waiting.kind === 'notes' && (
              <TakenDialog
                key={waiting.file}
                {...waiting}
                onClose={done}
                onTake={(song) => {
                  done();
                  void create(song, {}, { file: waiting.file });
                }}
              />
            )}
            {waiting.kind === 'shelf' && (
              <ShelfInDialog
                {...waiting}
                onClose={done}
                onTake={(chosen) => void attempt(() => takeShelf(chosen))}
              />
            )}
          </Suspense>
        )}
      </div>
    </DropZone>
  );
}

interface Notice {
  readonly tone: 'plain' | 'watch' | 'clash';
  readonly text: string;
  readonly undo?: StoredSong;
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

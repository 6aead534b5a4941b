import { ClipboardPaste, Plus, Upload } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { fileName } from '../../core/base/index';
import type { Song } from '../../core/song/index';
import { freeTitle, storageWords, type SongCard } from '../../store/index';
import { Banner, Button, Menu } from '../../ui/index';
import { arriving, laterDialog } from '../arriving';
import type { ChartStart } from '../chart/chart';
import { downloadBytes } from '../download';
import { DropZone, SONG_FILES } from '../paste/drop-zone';
import { useShelfPorts } from '../shelf-ports';
import { useSingleKeys } from '../keys/index';
import { BinDialog } from './bin-dialog';
import { Keeping, useKeeping } from './keeping';
import { Outcomes } from './outcomes';
import type { HandOutKind, RowDoes } from './row-items';
import { ShelfBar } from './shelf-bar';
import { ShelfList } from './shelf-list';
import { songsInOrder } from './shelf-order';
import { useShelfView } from './shelf-view';
import { useImport, type FileOutcome } from './use-import';
import { useShelf } from './use-shelf';

const NewSong = laterDialog(async () => (await import('./new-song')).NewSong);
const PasteDialog = laterDialog(async () => (await import('../paste/paste-dialog')).PasteDialog);
const TakenDialog = laterDialog(async () => (await import('../take/taken-dialog')).TakenDialog);
const ShelfInDialog = laterDialog(async () => (await import('../take/shelf-in-dialog')).ShelfInDialog);

const work = () => import('./shelf-work');

/** Something the shelf has to say, and whether what was done can be taken back. */
interface Notice {
  readonly tone: 'plain' | 'watch' | 'clash';
  readonly text: string;
  readonly files?: readonly FileOutcome[];
  readonly canUndo?: boolean;
}

/** The shelf: every song in this browser as a strip of its registers, found, put in order, and taken along. */
export function Songs() {
  const { storage, deeds, told } = useShelfPorts();
  const navigate = useNavigate();
  const [notice, setNotice] = useState<Notice | null>(null);
  const [isBinOpen, setBinOpen] = useState(false);
  const picker = useRef<HTMLInputElement>(null);
  const finder = useRef<HTMLInputElement>(null);
  /** A song that is being added: asked for, or read from a text. */
  const [adding, setAdding] = useState<'new' | { readonly text: string } | null>(null);
  const tell = useCallback(
    (next: Notice) => {
      setNotice(next);
      told.setState({ said: next.text });
    },
    [told],
  );
  const say = (said: string) => told.setState({ said });
  const attempt = useCallback(
    async (work: () => Promise<void>) => {
      try {
        await work();
      } catch (error) {
        const isOurs = error instanceof Error && error.name === 'Error' && !('kind' in error);
        tell({ tone: 'clash', text: isOurs ? error.message : storageWords(error) });
      }
    },
    [tell],
  );
  const shelf = useShelf(attempt);
  const { cards, sets } = shelf;
  const keeping = useKeeping();
  const look = useShelfView();
  const { find, order, set } = look;
  const shown = useMemo(
    () => (cards === null ? null : songsInOrder(cards, { find, order, set }, sets)),
    [cards, find, order, set, sets],
  );
  const titles = useMemo(() => (cards ?? []).map((c) => c.title), [cards]);
  useSingleKeys((key) => {
    if (key !== '/') return false;
    finder.current?.focus();
    finder.current?.select();
    return true;
  });

  // What a song needs is on its way while somebody looks for one.
  useEffect(() => {
    const timer = setTimeout(() => {
      void Promise.all([import('../song-frame'), import('../split/split'), import('../song-bar')]).catch(
        () => undefined,
      );
    }, WARM_AFTER_MS);
    return () => clearTimeout(timer);
  }, []);

  // What one deed of many said does not stand when it was taken back.
  const lastDeed = useRef(deeds.getState().past.at(-1));
  useEffect(
    () =>
      deeds.subscribe(({ past, future }) => {
        const wasTakenBack = future.at(-1) !== undefined && future.at(-1) === lastDeed.current;
        lastDeed.current = past.at(-1);
        if (wasTakenBack) setNotice(null);
      }),
    [deeds],
  );

  const titled = (song: Song, file: string): Song => {
    const title = song.title === 'Untitled' ? file || 'New song' : song.title;
    return { ...song, title: freeTitle(title, titles) };
  };
  /** Puts a song on the shelf; gives its id. */
  const put = async (song: Song, draft: string | null): Promise<string> => {
    const { addSong } = await arriving(work);
    const id = await addSong(storage, song, { now: Date.now(), draft });
    shelf.added([id], `new song ${song.title}`);
    void keeping.ask();
    return id;
  };
  /** Puts a song on the shelf and goes on with it on its chart. */
  const create = (song: Song, start: ChartStart, draft: string | null = null) =>
    attempt(async () => {
      const id = await put(titled(song, ''), draft);
      setAdding(null);
      void navigate(`/song/${id}/chart`, { state: start });
    });

  const tellFiles = (files: readonly FileOutcome[]) => {
    const bad = files.some((f) => f.kind === 'refused' || f.kind === 'asks');
    const landed = files.filter((f) => f.kind === 'in' || f.kind === 'asks').length;
    const text =
      files.length === 1
        ? outcomeWords(files[0]!)
        : `${files.length} files: ${landed} on the shelf${left(files, landed)}.`;
    tell({ tone: bad ? 'watch' : 'plain', text, files: files.length > 1 ? files : [], canUndo: landed > 0 });
  };
  const {
    importFiles,
    takeShelf,
    waiting,
    left: waits,
    done,
  } = useImport({
    storage,
    tell: tellFiles,
    added: shelf.added,
    refresh: shelf.refresh,
  });
  const takeIn = (files: readonly File[]) =>
    void attempt(async () => {
      await importFiles(files);
      void keeping.ask();
    });
  /** What was looked at in a dialog of the import: alone it is gone on with, among others it lands beside them. */
  const takeLooked = (song: Song, { file, draft }: { file: string; draft: string | null }) =>
    void attempt(async () => {
      const own = titled(song, file);
      const id = await put(own, draft);
      const isLast = waits === 1 && (notice?.files ?? []).length <= 1;
      done('in', `${own.title} imported.`);
      if (isLast) void navigate(`/song/${id}/chart`, { state: {} });
      else await shelf.refresh();
    });

  /** Every song of the shelf that can be read, as one archive. */
  const wholeShelf = () =>
    attempt(async () => {
      const { packed, shelfFiles } = await arriving(() => import('../../core/formats/files/index'));
      const { shelfEntry } = await arriving(work);
      const entries = await Promise.all((cards ?? []).map((card) => shelfEntry(storage, card.id)));
      const readable = entries.flatMap((entry) => (entry?.song ? [{ id: entry.id, song: entry.song }] : []));
      const songs = readable.map(({ song }) => song);
      const places = new Map(readable.map(({ id }, i) => [id, i]));
      const sets = shelf.sets.map(({ name, songs: ids }) => ({
        name,
        songs: ids.flatMap((id) => places.get(id) ?? []),
      }));
      downloadBytes('orchestron-songs.zip', packed(shelfFiles(songs, sets)), 'application/zip');
      const left = entries.length - songs.length;
      tell({
        tone: left > 0 ? 'watch' : 'plain',
        text: `${songs.length} songs${sets.length > 0 ? ' and the set lists' : ''} handed out as one file.${left > 0 ? ` ${left} cannot be read and ${left === 1 ? 'is' : 'are'} not in it.` : ''}`,
      });
    });

  const handOut = (card: SongCard, kind: HandOutKind) =>
    attempt(async () => {
      const { exportSong, exportStored, shelfEntry } = await arriving(work);
      const entry = await shelfEntry(storage, card.id);
      if (!entry) return;
      if (kind === 'stored' || !entry.song) return exportStored(entry.stored);
      if (kind === 'json' || kind === 'txt') return exportSong(entry.song, kind);
      const { KIND_WORDS, songAs } = await arriving(() => import('../../core/formats/files/index'));
      const { bytes, lost } = songAs(entry.song, kind);
      downloadBytes(`${fileName(entry.title)}.${kind}`, bytes, KIND_WORDS[kind].type);
      tell({
        tone: 'plain',
        text:
          lost.length === 0
            ? `${entry.title} handed out whole.`
            : `${entry.title} handed out. Not in a .${kind} file: ${lost.join('; ')}.`,
      });
    });

  const does: RowDoes = {
    rename: (card, title) => void attempt(() => shelf.rename(card, title)),
    duplicate: (card) =>
      void attempt(async () => {
        const title = await shelf.duplicate(card);
        tell(
          title === null
            ? { tone: 'watch', text: `${card.title} cannot be read, so there is nothing to copy.` }
            : { tone: 'plain', text: `${title} is a copy of ${card.title}.`, canUndo: true },
        );
      }),
    remove: (card) =>
      void attempt(async () => {
        await shelf.remove(card);
        tell({
          tone: 'plain',
          text: `${card.title} deleted. It stays in the bin for thirty days.`,
          canUndo: true,
        });
      }),
    handOut: (card, kind) => void handOut(card, kind),
    onSet: (card, list) =>
      void attempt(async () => {
        const isOn = list.songs.includes(card.id);
        const songs = isOn ? list.songs.filter((id) => id !== card.id) : [...list.songs, card.id];
        const label = `${isOn ? 'take' : 'put'} ${card.title} ${isOn ? 'off' : 'on'} ${list.name}`;
        await shelf.changeSet(list, { ...list, songs }, label);
        say(`${card.title} ${isOn ? 'is not on' : 'is on'} ${list.name} ${isOn ? 'any more' : 'now'}`);
      }),
  };

  return (
    <DropZone onFiles={takeIn}>
      <div className="mx-auto w-full max-w-6xl p-4">
        <div className="mb-3 flex flex-wrap items-center gap-2">
          <h1 tabIndex={-1} data-screen-head className="mr-auto text-2xl font-bold outline-none">
            Songs
          </h1>
          <Button look="strong" className="min-h-10" onClick={() => setAdding('new')}>
            <Plus size={18} aria-hidden /> New song
          </Button>
          <Button className="min-h-10" onClick={() => setAdding({ text: '' })}>
            <ClipboardPaste size={18} aria-hidden /> Paste a song
          </Button>
          <Button className="min-h-10" onClick={() => picker.current?.click()}>
            <Upload size={18} aria-hidden /> Import
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
          <Menu
            label="Shelf"
            items={[
              {
                label: 'Whole shelf (.zip)',
                hint: 'Every song as one file, to take in again here or elsewhere',
                disabled: titles.length === 0,
                onSelect: () => void wholeShelf(),
              },
              {
                label: 'Bring the demo songs back',
                onSelect: () =>
                  void attempt(async () => {
                    const added = await shelf.bringDemo();
                    tell({
                      tone: 'plain',
                      text:
                        added === 0 ? 'The demo songs are all here.' : `${added} demo songs brought back.`,
                      canUndo: added > 0,
                    });
                  }),
              },
              {
                label: `Bin (${shelf.bin.length})`,
                hint: 'Deleted songs wait here for thirty days',
                onSelect: () => setBinOpen(true),
              },
            ]}
          />
        </div>
        {notice && (
          <div className="mb-3">
            <Banner tone={notice.tone}>
              <span>{notice.text}</span>
              {notice.files && notice.files.length > 0 && <Outcomes files={notice.files} />}
              {notice.canUndo && (
                <Button onClick={() => void attempt(async () => void (await deeds.getState().undo()))}>
                  Undo
                </Button>
              )}
              <Button look="quiet" onClick={() => setNotice(null)}>
                Close
              </Button>
            </Banner>
          </div>
        )}
        {cards !== null && cards.length > 0 && (
          <ShelfBar
            look={look}
            sets={sets}
            cards={cards}
            shown={shown?.length ?? 0}
            finder={finder}
            onNewSet={(name) =>
              void attempt(async () => {
                const list = await shelf.newSet(name);
                look.change({ set: list.id, order: 'set', scroll: 0 });
                say(`Set list ${name}: put songs on it under “More” beside each`);
              })
            }
            onRemoveSet={(list) =>
              void attempt(async () => {
                await shelf.changeSet(list, null, `delete the set list ${list.name}`);
                look.change({ set: null, order: 'recent' });
                tell({
                  tone: 'plain',
                  text: `Set list ${list.name} deleted; its songs are on the shelf.`,
                  canUndo: true,
                });
              })
            }
          />
        )}
        {cards?.length === 0 && (
          <div data-empty className="rounded-lg border border-dashed border-line bg-sheet p-8 text-center">
            <p className="mb-3 text-soft">
              The shelf is empty. A first song takes two minutes: what it is called, its parts, their chords;
              then it is split.
            </p>
            <Button look="strong" className="min-h-11" onClick={() => setAdding('new')}>
              <Plus size={18} aria-hidden /> Start a song
            </Button>
          </div>
        )}
        {shown !== null && cards!.length > 0 && (
          <ShelfList
            cards={shown}
            sets={sets}
            does={does}
            nothing={
              find.trim() !== ''
                ? `No song here has “${find.trim()}” in its title, key, tempo or tuning.`
                : 'No song is on this set list yet. “All” shows the shelf; under “More” beside a song it is put on.'
            }
            onAll={() => look.change({ find: '', set: null, order: 'recent', scroll: 0 })}
          />
        )}
        <Keeping keeping={keeping} onWholeShelf={() => void wholeShelf()} hasSongs={titles.length > 0} />
        <BinDialog
          open={isBinOpen}
          songs={shelf.bin}
          onClose={() => setBinOpen(false)}
          onRestore={(song) =>
            void attempt(async () => {
              const isBack = await shelf.restore(song);
              say(
                isBack
                  ? `${song.stored.title} is back on the shelf`
                  : `${song.stored.title} is there already`,
              );
            })
          }
          onDiscard={(songs) => void attempt(() => shelf.discard(songs))}
        />
        {adding === 'new' && (
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
        )}
        {adding !== null && adding !== 'new' && (
          <PasteDialog
            key={adding.text}
            text={adding.text}
            song={null}
            onClose={() => setAdding(null)}
            onNew={(song, draft) => void create(song, {}, draft)}
          />
        )}
        {adding === null && waiting?.kind === 'typed' && (
          <PasteDialog
            key={waiting.id}
            text={waiting.text}
            song={null}
            onClose={() => done('left', LEFT)}
            onNew={(song, draft) => takeLooked(song, { file: waiting.file, draft })}
          />
        )}
        {adding === null && waiting?.kind === 'notes' && (
          <TakenDialog
            key={waiting.id}
            {...waiting}
            onClose={() => done('left', LEFT)}
            onTake={(song) => takeLooked(song, { file: waiting.file, draft: null })}
          />
        )}
        {adding === null && waiting?.kind === 'shelf' && (
          <ShelfInDialog
            key={waiting.id}
            {...waiting}
            onClose={() => done('left', LEFT)}
            onTake={(chosen) => void attempt(() => takeShelf(chosen))}
          />
        )}
      </div>
    </DropZone>
  );
}

const LEFT = 'left out, as you chose.';

/** The shelf comes first. */
const WARM_AFTER_MS = 600;

function left(files: readonly FileOutcome[], landed: number): string {
  const waits = files.filter((f) => f.kind === 'waits').length;
  const not = files.length - landed - waits;
  return `${waits > 0 ? `, ${waits} to be looked at` : ''}${not > 0 ? `, ${not} not` : ''}`;
}

function outcomeWords({ file, kind, words }: FileOutcome): string {
  if (kind === 'refused')
    return `${words.startsWith(file) ? words : `${file}: ${words}`}. Nothing was imported from it.`;
  return kind === 'in' || kind === 'asks' ? words : `${file}: ${words}`;
}

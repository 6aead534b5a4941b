import { createStore, type StoreApi } from 'zustand/vanilla';
import { formatProblem } from '../core/base/index';
import type { Player } from '../core/form/index';
import { applyEdit, readSong, saveSong, unfold, type Edit, type Song } from '../core/song/index';
import type { SplitTarget } from '../core/split/index';
import type { SplitService } from '../workers/index';
import { NO_HISTORY, redone, remembered, undone, type History } from './history';
import { addSong, freeTitle, storageWords } from './shelf';
import { StorageProblem, type SongStorage, type StoredSong } from './storage';

/** Which moment of the song is looked at, and whose part. Shared by every view. */
export interface Selection {
  /** Place in the form, from 0. */
  readonly playing: number;
  readonly pass: number;
  /** Moment of the section on that pass, from 0. */
  readonly moment: number;
  readonly player: Player;
}

export type SavingState =
  | { readonly kind: 'saved' | 'saving' }
  | { readonly kind: 'conflict'; readonly theirs: StoredSong | null }
  | { readonly kind: 'trouble'; readonly message: string };

export interface Job {
  readonly label: string;
  /** 0 … 1. */
  readonly share: number;
}

/** The open song and everything about looking at it. Selection and previews never enter the song. */
export interface DeskState {
  readonly id: string | null;
  readonly song: Song | null;
  /** Chart text as typed while it has problems; null when the song says it all. */
  readonly draft: string | null;
  readonly version: number;
  readonly history: History<Song>;
  readonly selection: Selection;
  /** A change shown but not made. */
  readonly preview: Edit | null;
  readonly saving: SavingState;
  readonly job: Job | null;
  /** What the last key or click did, for the live region and the status line. */
  readonly said: string;
  readonly trouble: string | null;
  open(id: string): Promise<void>;
  edit(edit: Edit, step: { label: string; mergeKey?: string }): void;
  typeChart(song: Song, draft: string | null): void;
  undo(): void;
  redo(): void;
  select(selection: Partial<Selection>): void;
  show(preview: Edit | null): void;
  say(words: string): void;
  /** Splits a section, some cells, or the whole song (null); with `reopen` also what is written and not locked. */
  split(target: SplitTarget, options: { reopen: boolean }): Promise<void>;
  stopJob(): void;
  takeTheirs(): Promise<void>;
  keepAsCopy(): Promise<string | null>;
  saveNow(): Promise<void>;
}

export interface DeskPorts {
  readonly storage: SongStorage;
  readonly client: SplitService;
  readonly now: () => number;
  /** A place that can be written to at once when the page goes away (localStorage); null where there is none. */
  readonly journal: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> | null;
}

export type Desk = StoreApi<DeskState>;

const TYPING_PAUSE_MS = 1500;
const SAVE_PAUSE_MS = 250;

const START: Selection = { playing: 0, pass: 1, moment: 0, player: 'guitar1' };

/** The desk: one open song, its history, saving, and the jobs that work on it. */
export function createDesk(ports: DeskPorts): Desk {
  const { storage, client, now, journal } = ports;
  let dirty = false;
  /** Typing without a longer pause is one step of the history. */
  let typedAt = -Infinity;
  let burst = 0;
  let saveTimer: ReturnType<typeof setTimeout> | undefined;
  let running: Promise<void> | null = null;

  const desk = createStore<DeskState>()((set, get) => {
    const change = (song: Song, draft: string | null, extra: Partial<DeskState>) => {
      dirty = true;
      set({ song, draft, preview: null, saving: { kind: 'saving' }, ...extra });
      set({ selection: within(song, get().selection) });
    };
    /** Typing is saved in its pauses, so that storage never stands in a keystroke's way. */
    const saveSoon = () => {
      clearTimeout(saveTimer);
      saveTimer = setTimeout(() => void get().saveNow(), SAVE_PAUSE_MS);
    };

    return {
      id: null,
      song: null,
      draft: null,
      version: 0,
      history: NO_HISTORY,
      selection: START,
      preview: null,
      saving: { kind: 'saved' },
      job: null,
      said: '',
      trouble: null,

      async open(id) {
        if (get().id === id && get().song !== null) return;
        await get().saveNow();
        client.stop();
        set({
          id,
          song: null,
          trouble: null,
          history: NO_HISTORY,
          selection: START,
          preview: null,
          job: null,
          said: '',
        });
        let stored: StoredSong | null;
        try {
          stored = await storage.get(id);
        } catch (error) {
          set({ trouble: storageWords(error) });
          return;
        }
        if (get().id !== id) return;
        if (!stored) {
          set({ trouble: 'This song is not on the shelf. It may have been deleted in another tab.' });
          return;
        }
        const found = takeJournal(journal, id);
        // It builds on what is stored, or the save under way did arrive, or another tab has saved since.
        const left = found?.version === stored.version ? found : null;
        if (found && !left && JSON.stringify(found.saved) !== JSON.stringify(stored.saved)) {
          const rescued = readSong(found.saved);
          if (rescued.ok) {
            const title = `${rescued.value.title} (unsaved changes)`;
            await addSong(storage, { ...rescued.value, title }, { now: now(), draft: found.draft });
          }
        }
        const read = readSong(left?.saved ?? stored.saved);
        if (!read.ok) {
          set({ trouble: `This song cannot be read: ${read.error.map(formatProblem).join('; ')}` });
          return;
        }
        set({
          song: read.value,
          draft: left ? left.draft : stored.draft,
          version: stored.version,
          saving: { kind: 'saved' },
        });
        if (left) {
          dirty = true;
          await get().saveNow();
        } else dirty = false;
      },

      edit(edit, step) {
        const { song, history, draft } = get();
        if (!song) return;
        const next = applyEdit(song, edit);
        if (next === song) return;
        change(next, draft, { history: remembered(history, song, step), said: step.label });
        void get().saveNow();
      },

      typeChart(next, draft) {
        const { song, history } = get();
        if (!song) return;
        if (now() - typedAt > TYPING_PAUSE_MS) burst += 1;
        typedAt = now();
        // Versions are not part of the text; they stay with the song.
        const typed = song.versions ? { ...next, versions: song.versions } : next;
        change(typed, draft, {
          history: remembered(history, song, { label: 'typing in the chart', mergeKey: `chart ${burst}` }),
        });
        saveSoon();
      },

      undo() {
        const { song, history } = get();
        const back = song && undone(history, song);
        if (!back) return set({ said: 'Nothing to undo' });
        change(back.value, null, { history: back.history, said: `Undone: ${back.label}` });
        void get().saveNow();
      },

      redo() {
        const { song, history } = get();
        const forth = song && redone(history, song);
        if (!forth) return set({ said: 'Nothing to redo' });
        change(forth.value, null, { history: forth.history, said: `Done again: ${forth.label}` });
        void get().saveNow();
      },

      select(part) {
        const { song, selection } = get();
        if (song) set({ selection: within(song, { ...selection, ...part }), preview: null });
      },

      show: (preview) => set({ preview }),
      say: (said) => set({ said }),

      async split(target, { reopen }) {
        const { song, id } = get();
        if (!song) return;
        const what = target === null ? 'the whole song' : typeof target === 'string' ? target : 'this cell';
        const section = target === null || typeof target === 'string' ? target : target.section;
        const reopened: Edit[] = reopen ? [{ kind: 'reopen', section }] : [];
        const start = reopened.reduce(applyEdit, song);
        set({ job: { label: `Splitting ${what}`, share: 0 }, said: `Splitting ${what}` });
        let shown: Edit | null = null;
        const result = await client.split(start, target, ({ share, first }) => {
          if (!get().job) return;
          set({ job: { label: `Splitting ${what}`, share } });
          // A first answer is shown while the proof goes on, unless something else is being looked at.
          if (first === null || get().song !== song || (get().preview !== null && get().preview !== shown))
            return;
          shown = { kind: 'together', edits: [...reopened, { kind: 'setCells', changes: first.changes }] };
          set({ preview: shown });
        });
        set({ job: null, ...(get().preview === shown ? { preview: null } : {}) });
        if (!result.ok) return set({ said: 'Stopped; nothing was changed' });
        if (get().id !== id || get().song !== song) {
          return set({ said: 'The song was changed meanwhile, so this split was dropped; split again' });
        }
        const { changes, cost, bound, notes } = result.value;
        if (changes.length === 0)
          return set({ said: 'Nothing is open here: every cell is written or locked' });
        const next = applyEdit(start, { kind: 'setCells', changes });
        const gap = cost <= bound ? 0 : Math.max(0.1, Math.round(((cost - bound) / cost) * 1000) / 10);
        const proof = gap === 0 ? 'proven best' : `within ${gap}% of the best there can be`;
        change(next, get().draft, {
          history: remembered(get().history, song, { label: `split ${what}` }),
          said: [`Split ${what}: ${changes.length} cells, ${proof}`, ...notes].join('. '),
        });
        void get().saveNow();
      },

      stopJob: () => client.stop(),

      async takeTheirs() {
        const { saving, song, history } = get();
        if (saving.kind !== 'conflict' || !saving.theirs || !song) return;
        const read = readSong(saving.theirs.saved);
        if (!read.ok) return;
        dirty = false;
        set({
          song: read.value,
          draft: saving.theirs.draft,
          version: saving.theirs.version,
          saving: { kind: 'saved' },
          history: remembered(history, song, { label: 'taking the other tab’s version' }),
          selection: within(read.value, get().selection),
          said: 'Now showing the other tab’s version; undo brings yours back',
        });
      },

      async keepAsCopy() {
        const { song, draft } = get();
        if (!song) return null;
        const titles = (await storage.list()).map((s) => s.title);
        const copy = { ...song, title: freeTitle(song.title, titles) };
        const id = await addSong(storage, copy, { now: now(), draft });
        dirty = false;
        set({ saving: { kind: 'saved' } });
        return id;
      },

      saveNow() {
        running ??= (async () => {
          while (dirty) {
            const { id, song, draft, version, saving } = get();
            if (!id || !song || saving.kind === 'conflict') break;
            dirty = false;
            try {
              const outcome = await storage.put(
                { id, title: song.title, saved: saveSong(song), draft, updatedAt: now() },
                version,
              );
              if (get().id !== id) break;
              if (outcome.kind === 'conflict') {
                dirty = true;
                set({ saving: outcome });
                break;
              }
              set({ version: outcome.version, ...(dirty ? {} : { saving: { kind: 'saved' } }) });
            } catch (error) {
              dirty = true;
              set({ saving: { kind: 'trouble', message: storageWords(error) } });
              if (!(error instanceof StorageProblem)) throw error;
              break;
            }
          }
        })().finally(() => {
          running = null;
        });
        return running;
      },
    };
  });

  storage.watch((id) => {
    const { id: open, version } = desk.getState();
    if (id !== open || dirty) return;
    void storage.get(id).then((stored) => {
      const state = desk.getState();
      if (!stored || state.id !== id || dirty || stored.version <= version || !state.song) return;
      const read = readSong(stored.saved);
      if (!read.ok) return;
      desk.setState({
        song: read.value,
        draft: stored.draft,
        version: stored.version,
        history: remembered(state.history, state.song, { label: 'changes from another tab' }),
        selection: within(read.value, state.selection),
        said: 'Changed in another tab; now showing that',
      });
    });
  });

  /** The page is going away: what IndexedDB has not taken yet is written where writing is immediate. */
  const leave = () => {
    const { id, song, draft, version, saving } = desk.getState();
    if (!journal || !id || !song || (!dirty && saving.kind === 'saved')) return;
    try {
      journal.setItem(journalKey(id), JSON.stringify({ version, draft, saved: saveSong(song) }));
    } catch {
      // Full here too: there is nowhere else to write.
    }
  };
  if (typeof window !== 'undefined') window.addEventListener('pagehide', leave);
  return desk;
}

function journalKey(id: string): string {
  return `orchestron.unsaved.${id}`;
}

interface Left {
  readonly version: number;
  readonly draft: string | null;
  readonly saved: StoredSong['saved'];
}

/** What a page that went away could not save, taken out of the journal. Null when there is nothing. */
function takeJournal(journal: DeskPorts['journal'], id: string): Left | null {
  const text = journal?.getItem(journalKey(id)) ?? null;
  if (text === null) return null;
  journal!.removeItem(journalKey(id));
  try {
    return JSON.parse(text) as Left;
  } catch {
    return null;
  }
}

/** Keeps a selection on something that exists. */
function within(song: Song, selection: Selection): Selection {
  const playings = unfold(song);
  const last = Math.max(0, playings.length - 1);
  const playing = Math.min(Math.max(0, selection.playing), last);
  const times = playings[playing]?.entry.times ?? 1;
  return {
    ...selection,
    playing,
    pass: Math.min(Math.max(1, selection.pass), times),
    moment: Math.max(0, selection.moment),
  };
}

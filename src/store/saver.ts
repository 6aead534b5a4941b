import { saveSong, type SavedSong, type Song } from '../core/song/index';
import type { DeskPorts, DeskState, Selection } from './desk-state';
import { remembered, type History } from './history';
import { lastResortKey, meet } from './rescue';
import { storageWords } from './shelf';
import { StorageProblem, type DeskMemory, type StoredSong, type Unsaved, type Written } from './storage';
import { understoodRecord } from './stored';
import { bytesBeyond } from './weight';

/** While somebody types: how soon a key is in the journal, and how often the whole song is saved. */
const JOURNAL_BEAT_MS = 40;
const TYPING_BEAT_MS = 400;
/** How often saving is tried again when storage would not take it. */
const AGAIN_MS = 4000;
/** The history is stored at most this often, and never more than a small share of the time. */
const DESK_BEAT_MS = 400;
const DESK_COST_SHARE = 15;
const PLACE_BEAT_MS = 200;
/** Form of the songs in a stored history. Raise it with every change of what a song is in memory. */
const SHAPE = 1;
const PLACES_KEY = 'orchestron.places';
const MOST_PLACES = 100;

interface Store {
  readonly get: () => DeskState;
  readonly set: (part: Partial<DeskState>) => void;
  readonly within: (song: Song, selection: Selection) => Selection;
}

/** Unsaved work on a song that is not open. */
interface Held extends Written {
  readonly version: number;
  readonly base: Song | null;
  readonly history: History<Written>;
}

/** Saves the open song: see `createSaver`. */
export interface Saver {
  /** Something of the song changed; `clears` are entries of the journal that the next save holds. */
  changed(of?: { readonly clears: readonly number[] }): void;
  typed(text: string): void;
  /** The selection moved. */
  placed(): void;
  placeOf(id: string): Selection | null;
  /** A song was opened, as it is stored. */
  opened(song: Song): void;
  /** What the open song builds on from now on. */
  builtOn(base: Song, version: number): void;
  base(): Song | null;
  /** The history of an earlier visit, when it is of this song as it is stored. */
  remembers(
    memory: DeskMemory | null,
    of: { version: number; stored: StoredSong; draft: string | null },
  ): { readonly now: Written | null; readonly history: History<Written> } | null;
  /** Before another song is opened: saves, or keeps what cannot be saved. */
  leave(): Promise<void>;
  /** Work on this song that could not be saved when it was left, opened again; false when there is none. */
  takeUp(id: string): boolean;
  /** Nothing of the open song is to be saved any more. */
  forget(): void;
  /** The same, its journal too: it is kept elsewhere. */
  letGo(): Promise<void>;
  forgetLastResort(id: string): void;
  saveNow(): Promise<void>;
}

/**
 * Keeps every change safe. An edit starts a save at once; typing is in the journal after 40 ms and saved on a steady
 * beat, however long it goes on. A save is one transaction that also clears the journal of what it holds. What storage
 * refuses (a conflict, a full disk) goes to the journal as a whole, or to the last resort, and is tried again.
 */
export function createSaver(ports: DeskPorts, { get, set, within }: Store): Saver {
  const { storage, lastResort, now, tab } = ports;
  let dirty = false;
  /** False when what is unsaved is nowhere but in this tab. */
  let isSafe = true;
  /** The song as it was when `version` was saved. */
  let base: Song | null = null;
  let clears: readonly number[] = [];
  let running: Promise<void> | null = null;
  /** The text typed last while it is not saved yet. */
  let text: string | null = null;
  let timers: { journal?: Timer; beat?: Timer; again?: Timer; desk?: Timer; place?: Timer } = {};
  let deskAt = -Infinity;
  let deskCost = 0;
  const held = new Map<string, Held>();
  const places = readPlaces(lastResort);

  const stop = (name: keyof typeof timers) => {
    clearTimeout(timers[name]);
    timers = { ...timers, [name]: undefined };
  };
  const soon = (name: keyof typeof timers, ms: number, work: () => void) => {
    timers[name] ??= setTimeout(() => {
      timers = { ...timers, [name]: undefined };
      work();
    }, ms);
  };

  const unsaved = (whole: boolean): Unsaved | null => {
    const { id, song, draft, version } = get();
    if (!id || !song) return null;
    const state =
      text !== null && !whole
        ? ({ kind: 'text', text } as const)
        : ({ kind: 'song', saved: saveSong(song), draft } as const);
    const from: SavedSong | null = whole && base ? saveSong(base) : null;
    return { song: id, tab: tab.id, base: version, at: now(), state, from };
  };
  /** Into the journal; where that fails too, where it can be written at once. */
  const keepSafe = async (): Promise<void> => {
    const entry = unsaved(true);
    if (!entry) return;
    try {
      await storage.append(entry);
      isSafe = true;
    } catch {
      writeLastResort(entry);
    }
  };
  const writeLastResort = (entry: Unsaved): void => {
    try {
      lastResort?.setItem(lastResortKey(entry.song), JSON.stringify(entry));
      isSafe = lastResort !== null;
    } catch {
      isSafe = false;
      // Full here too: it stays in this tab, and leaving the page asks.
    }
  };
  const forgetLastResort = (id: string): void => {
    try {
      lastResort?.removeItem(lastResortKey(id));
    } catch {
      // Nothing to forget where nothing can be read.
    }
  };

  const conflict = async (theirs: StoredSong | null): Promise<void> => {
    if (theirs === null) set({ saving: { kind: 'gone' } });
    else meets(theirs);
    if (get().saving.kind !== 'saving') await keepSafe();
  };

  const meets = (stored: StoredSong): void => {
    const { song, draft } = get();
    const theirs = understoodRecord(stored);
    if (!song) return;
    if (theirs.song === null) {
      set({
        saving: { kind: 'trouble', message: `What another tab saved cannot be read: ${theirs.trouble}.` },
      });
      return;
    }
    const mine = { song, draft };
    const other = { song: theirs.song, draft: theirs.draft };
    const met = meet({ base: base ?? song, mine, theirs: other });
    if (met.clashes.length > 0) {
      set({ saving: { kind: 'conflict', theirs: stored, clashes: met.clashes } });
      return;
    }
    base = theirs.song;
    dirty = true;
    const label = 'changes from another tab';
    const bytes = bytesBeyond(mine, met.written);
    set({
      ...met.written,
      version: theirs.version,
      saving: { kind: 'saving' },
      history: remembered(get().history, mine, { label, bytes }),
      selection: within(met.written.song, get().selection),
      said:
        met.taken.length === 0
          ? get().said
          : `Another tab changed this song too; both are kept. From there: ${met.taken.join('; ')}`,
    });
  };

  const saveNow = (): Promise<void> => {
    stop('beat');
    running ??= (async () => {
      while (dirty) {
        const { id, song, draft, version, saving } = get();
        if (!id || !song || saving.kind === 'conflict' || saving.kind === 'gone') break;
        dirty = false;
        const seqs = clears;
        const typed = text;
        try {
          const saved = saveSong(song);
          const record = { id, title: song.title, saved, draft, updatedAt: now(), by: tab.id };
          const outcome = await storage.put(record, version, seqs);
          if (get().id !== id) break;
          if (outcome.kind === 'conflict') {
            dirty = true;
            await conflict(outcome.theirs);
            if (get().saving.kind !== 'saving') break;
            continue;
          }
          base = song;
          clears = clears.filter((seq) => !seqs.includes(seq));
          if (text === typed) text = null;
          if (!dirty) forgetLastResort(id);
          set({ version: outcome.version, ...(dirty ? {} : { saving: { kind: 'saved' } }) });
        } catch (error) {
          dirty = true;
          set({ saving: { kind: 'trouble', message: storageWords(error) } });
          await keepSafe();
          soon('again', AGAIN_MS, () => void saveNow());
          if (!(error instanceof StorageProblem)) throw error;
          break;
        }
      }
    })().finally(() => {
      running = null;
      if (!dirty) keepDeskSoon();
    });
    return running;
  };

  const keepDeskSoon = () => {
    const wait = Math.max(DESK_BEAT_MS, deskAt + deskCost * DESK_COST_SHARE - now());
    soon('desk', wait, () => void keepDesk());
  };
  const keepDesk = async (): Promise<void> => {
    const { id, song, draft, version, history } = get();
    if (!id || !song || dirty || song !== base) return;
    const begun = now();
    try {
      await storage.keepDesk({ id, shape: SHAPE, version, now: { song, draft }, history });
    } catch {
      // The song itself is saved; only undo after a reload would be shorter.
    }
    deskAt = now();
    deskCost = deskAt - begun;
  };

  const keepPlaces = () => {
    const { id, selection } = get();
    if (!id) return;
    places.delete(id);
    places.set(id, selection);
    try {
      const list = [...places].slice(-MOST_PLACES);
      lastResort?.setItem(PLACES_KEY, JSON.stringify(list));
    } catch {
      // Only the place is forgotten.
    }
  };

  const changed: Saver['changed'] = (of) => {
    dirty = true;
    text = null;
    if (of) clears = [...clears, ...of.clears];
    const { saving } = get();
    if (saving.kind === 'saved') set({ saving: { kind: 'saving' } });
    if (saving.kind === 'conflict' || saving.kind === 'gone')
      soon('journal', JOURNAL_BEAT_MS, () => void keepSafe());
    else void saveNow();
  };

  storage.watch((id) => {
    if (id !== get().id) return;
    // A save under way decides first who builds on whom.
    void Promise.resolve(running)
      .then(() => storage.get(id))
      .then((stored) => {
        const state = get();
        if (state.id !== id || !state.song) return;
        if (!stored) {
          if (state.version > 0)
            set({ saving: { kind: 'gone' }, said: 'This song was deleted in another tab' });
          return;
        }
        if (stored.version <= state.version || dirty) return;
        const record = understoodRecord(stored);
        if (record.song === null) return;
        base = record.song;
        const mine = { song: state.song, draft: state.draft };
        const theirs = { song: record.song, draft: record.draft };
        const label = 'changes from another tab';
        set({
          ...theirs,
          version: record.version,
          saving: { kind: 'saved' },
          history: remembered(state.history, mine, { label, bytes: bytesBeyond(mine, theirs) }),
          selection: within(record.song, state.selection),
          said: 'Changed in another tab; now showing that',
        });
      })
      .catch(() => undefined); // Storage that does not answer is met at the next save.
  });

  if (typeof window !== 'undefined') {
    // The page is going away: what is not on the disk yet is written where writing is immediate.
    window.addEventListener('pagehide', () => {
      keepPlaces();
      if (!dirty && get().saving.kind === 'saved') return;
      const entry = unsaved(text === null);
      if (entry) writeLastResort(entry);
    });
    window.addEventListener('beforeunload', (event) => {
      if (dirty && !isSafe) event.preventDefault();
    });
  }

  return {
    changed,
    typed(typedText) {
      dirty = true;
      text = typedText;
      const { saving } = get();
      if (saving.kind === 'saved') set({ saving: { kind: 'saving' } });
      soon('journal', JOURNAL_BEAT_MS, () => {
        const whole = get().saving.kind !== 'saving';
        const entry = dirty && !whole ? unsaved(false) : null;
        if (whole && dirty) void keepSafe();
        else if (entry) void storage.append(entry).catch(() => writeLastResort(entry));
      });
      soon('beat', TYPING_BEAT_MS, () => void saveNow());
    },
    placed: () => soon('place', PLACE_BEAT_MS, keepPlaces),
    placeOf: (id) => places.get(id) ?? null,
    opened(song) {
      base = song;
      dirty = false;
      text = null;
      clears = [];
      set({ saving: { kind: 'saved' } });
    },
    builtOn(song, version) {
      base = song;
      set({ version, saving: { kind: 'saving' } });
    },
    base: () => base,
    remembers(memory, { version, stored, draft }) {
      if (memory?.shape !== SHAPE) return null;
      const { now: was, history } = memory;
      const isNow =
        memory.version === version &&
        was.draft === draft &&
        JSON.stringify(saveSong(was.song)) === JSON.stringify(stored.saved);
      if (isNow) return { now: was, history };
      // Saved since by another tab, or in the last moment: one step back is what is remembered.
      const label = 'what came after';
      return { now: null, history: remembered(history, was, { label }) };
    },
    async leave() {
      await saveNow();
      stop('journal');
      const { id, song, draft, version, history } = get();
      if (!id || !song) return;
      keepPlaces();
      if (dirty) {
        held.set(id, { song, draft, version, base, history });
        await keepSafe();
      } else {
        stop('desk');
        await keepDesk();
      }
      dirty = false;
    },
    takeUp(id) {
      const work = held.get(id);
      if (!work) return false;
      held.delete(id);
      const { base: from, ...rest } = work;
      set({
        ...rest,
        saving: { kind: 'saving' },
        selection: within(rest.song, places.get(id) ?? get().selection),
      });
      base = from;
      changed();
      return true;
    },
    forget() {
      const { id } = get();
      if (id) held.delete(id);
      dirty = false;
      text = null;
      clears = [];
      stop('desk');
    },
    async letGo() {
      const { id } = get();
      dirty = false;
      text = null;
      set({ saving: { kind: 'saved' } });
      if (!id) return;
      const entries = await storage.unsaved(id);
      await storage.forget(entries.filter((e) => e.tab === tab.id).map((e) => e.seq));
      forgetLastResort(id);
    },
    forgetLastResort,
    saveNow,
  };
}

type Timer = ReturnType<typeof setTimeout>;

function readPlaces(lastResort: DeskPorts['lastResort']): Map<string, Selection> {
  try {
    const list: unknown = JSON.parse(lastResort?.getItem(PLACES_KEY) ?? '[]');
    if (!Array.isArray(list)) return new Map();
    const isPlace = (one: unknown): one is [string, Selection] => {
      const at = Array.isArray(one) ? (one[1] as Partial<Selection> | null) : null;
      const numbers = [at?.playing, at?.pass, at?.moment];
      return (
        numbers.every((n) => typeof n === 'number' && Number.isInteger(n)) &&
        ['guitar1', 'guitar2', 'bass'].includes(at?.player ?? '')
      );
    };
    return new Map(list.filter(isPlace));
  } catch {
    return new Map();
  }
}

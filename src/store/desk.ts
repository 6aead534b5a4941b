import { nanoid } from 'nanoid';
import { createStore } from 'zustand/vanilla';
import { PLAYER_WORDS } from '../core/form/index';
import {
  applyEdit,
  firstDifference,
  followerIn,
  forEveryPass,
  onlyHere,
  passDifference,
  mergeSongs,
  unfold,
  type Edit,
  type Song,
  besideChart,
  decisionOf,
  withDecision,
  type DecisionKind,
} from '../core/song/index';
import { editOf, filledWords, reopening } from '../core/split/index';
import { createSaver } from './saver';
import type { Desk, DeskPorts, DeskState, Selection, Step } from './desk-state';
import { draftAfter } from './draft';
import { NO_HISTORY, redone, remembered, undone, type History } from './history';
import { findRescue, TEXT_CLASH } from './rescue';
import { freeTitle, storageWords } from './shelf';
import { addSong } from './shelf-songs';
import type { StoredSong, Written } from './storage';
import { understoodRecord } from './stored';
import { bytesBeyond } from './weight';

const TYPING_PAUSE_MS = 1500;

/** What is a decision however it comes about; null: only where it is said to be one. */
function decidedBy(edit: Edit): DecisionKind | null {
  switch (edit.kind) {
    case 'setPlan':
      return 'plan';
    case 'keep':
      return 'kept';
    case 'keepVersion':
      return 'version';
    case 'toVersion':
      return 'back';
    case 'swapBeside':
      return 'grip';
    default:
      return null;
  }
}

const START: Selection = { playing: 0, pass: 1, moment: 0, player: 'guitar1' };

/** The desk: one open song, its history, and the jobs that work on it. Saving is in saver.ts. */
export function createDesk(ports: DeskPorts): Desk {
  const { storage, client, now } = ports;
  /** Typing without a longer pause is one step of the history. */
  let typedAt = -Infinity;
  let burst = 0;
  let jobs = 0;
  /** Sections whose every playing is meant, wherever somebody is: said once for the open song. */
  const everywhere = new Set<string>();

  const desk = createStore<DeskState>()((set, get) => {
    const saver = createSaver(ports, { get, set, within });
    const written = (): Written => ({ song: get().song!, draft: get().draft });
    const after = (next: Written, step: { label: string; mergeKey?: string }): History<Written> =>
      remembered(get().history, written(), { ...step, bytes: bytesBeyond(written(), next) });
    const change = (next: Written, extra: Partial<DeskState>) => {
      set({ ...next, preview: null, ...extra });
      const selection = within(next.song, get().selection);
      if (selection !== get().selection) set({ selection });
    };
    const take = (made: Song, step: Step, extra: Partial<DeskState> = {}) => {
      const { song: was, draft } = get();
      const song = was === null ? made : logged(was, made, step);
      const next = { song, draft: was === null ? draft : draftAfter(draft, was, song) };
      change(next, { history: after(next, step), said: step.label, ...extra });
      saver.changed();
    };

    /** What decides something stands in the log from then on, with what it replaced; the same step takes it away again. */
    const logged = (was: Song, made: Song, { label, decided }: Step): Song => {
      if (decided === undefined) return made;
      const what = { id: nanoid(10), at: now(), kind: decided, words: label };
      return withDecision(made, decisionOf(was, made, what));
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
      asked: null,
      said: '',
      trouble: null,

      async open(id) {
        if (get().id === id && get().song !== null) return;
        await saver.leave();
        client.stop();
        everywhere.clear();
        set({
          id,
          song: null,
          draft: null,
          trouble: null,
          history: NO_HISTORY,
          selection: START,
          preview: null,
          job: null,
          asked: null,
          said: '',
        });
        if (saver.takeUp(id)) return;
        let stored: StoredSong | null;
        try {
          stored = await storage.get(id);
        } catch (error) {
          set({ trouble: { message: storageWords(error), stored: null } });
          return;
        }
        if (get().id !== id) return;
        if (!stored) {
          const message = 'This song is not on the shelf. It may have been deleted in another tab.';
          set({ trouble: { message, stored: null } });
          return;
        }
        const record = understoodRecord(stored);
        const [left, memory] = await Promise.all([
          findRescue(ports, stored).catch(() => null),
          storage.desk(id).catch(() => null),
        ]);
        if (get().id !== id) return;
        if (left && !left.fits) {
          const title = `${left.written.song.title} (unsaved changes)`;
          const copy = { ...left.written.song, title };
          await addSong(storage, copy, { now: now(), draft: left.written.draft, clears: left.seqs });
          saver.forgetLastResort(id);
        }
        const song = record.song ?? (left?.fits && left.from === null ? left.written.song : null);
        if (song === null) {
          const message = `This song cannot be read: ${record.trouble}. It is kept as it is.`;
          set({ trouble: { message, stored } });
          return;
        }
        const known = saver.remembers(memory, { version: record.version, stored, draft: record.draft });
        const here: Written = known?.now ?? { song, draft: record.draft };
        set({ ...here, version: record.version, history: known?.history ?? NO_HISTORY });
        saver.opened(here.song);
        set({ selection: within(here.song, saver.placeOf(id) ?? START) });
        if (!left?.fits) return;
        if (left.from === null) {
          const step = { label: 'what was rescued from the last visit' };
          const history = known ? after(left.written, step) : NO_HISTORY;
          change(left.written, { history });
          saver.changed({ clears: left.seqs });
          await saver.saveNow();
        } else {
          saver.builtOn(left.from, record.version - 1);
          change(left.written, {});
          // The save finds the newer version and joins the two.
          saver.changed({ clears: left.seqs });
          await saver.saveNow();
        }
      },

      close() {
        saver.forget();
        set({ id: null, song: null, draft: null, saving: { kind: 'saved' } });
      },

      edit(edit, said) {
        const { song } = get();
        if (!song) return;
        const decided = said.decided ?? decidedBy(edit);
        const step: Step = decided === null ? said : { ...said, decided };
        const follower = followerIn(song, edit);
        if (follower) {
          const { section, player } = follower;
          const leader = PLAYER_WORDS[song.sections.find((s) => s.name === section)!.like![player]!.player];
          const who = PLAYER_WORDS[player];
          const said = `${who} follows ${leader} in ${section}; change ${leader}, or let ${who} go first`;
          return set({ said });
        }
        const next = applyEdit(song, edit);
        if (next === song) return;
        // What is meant for one playing alone was said so already.
        const first = edit.kind === 'here' ? null : firstDifference(song, edit);
        const isSettled = first !== null && first.entry !== null && everywhere.has(first.section);
        const of = isSettled ? passDifference(song, edit) : first;
        if (of) set({ asked: { edit, step, of } });
        else take(next, step, isSettled ? { said: `${step.label}, in every ${first.section}` } : {});
      },

      answer(scope) {
        const { song, asked } = get();
        set({ asked: null });
        if (!song || !asked) return;
        if (scope === null) return set({ said: 'Nothing was changed' });
        const { edit, step, of } = asked;
        if (of.entry === null) {
          const next = applyEdit(song, scope === 'this' ? edit : forEveryPass(edit));
          if (next !== song) take(next, step);
          return;
        }
        if (scope === 'every') {
          everywhere.add(of.section);
          return get().edit(edit, step);
        }
        const next = applyEdit(song, onlyHere(edit, of.entry));
        if (next !== song) take(next, step, { said: `${step.label}, here alone` });
      },

      typeChart(next, { text, isUnderstood }) {
        const { song } = get();
        if (!song) return;
        if (now() - typedAt > TYPING_PAUSE_MS) burst += 1;
        typedAt = now();
        // Versions and the log are not part of the text; they stay with the song.
        const typed = { ...next, ...besideChart(song) };
        const value = { song: typed, draft: isUnderstood ? null : text };
        const step = { label: 'typing in the chart', mergeKey: `chart ${burst}` };
        change(value, { history: after(value, step) });
        saver.typed(text);
      },

      undo() {
        const { song, history } = get();
        const back = song && undone(history, written());
        if (!back) return set({ said: 'Nothing to undo' });
        change(back.value, { history: back.history, said: `Undone: ${back.label}` });
        saver.changed();
      },

      redo() {
        const { song, history } = get();
        const forth = song && redone(history, written());
        if (!forth) return set({ said: 'Nothing to redo' });
        change(forth.value, { history: forth.history, said: `Done again: ${forth.label}` });
        saver.changed();
      },

      select(part) {
        const { song, selection } = get();
        if (!song) return;
        set({ selection: within(song, { ...selection, ...part }), preview: null });
        saver.placed();
      },

      show: (preview) => set({ preview }),
      say: (said) => set({ said }),

      async split(target, { reopen, hands }) {
        const { song, id } = get();
        if (!song) return;
        const what = target === null ? 'the whole song' : typeof target === 'string' ? target : 'this grip';
        const section = target === null || typeof target === 'string' ? target : target.section;
        const reopened: readonly Edit[] = reopen ? reopening(song, section, hands ?? 'both') : [];
        const start = reopened.reduce(applyEdit, song);
        const job = { label: `Splitting ${what}`, share: 0 };
        set({ job, said: job.label });
        jobs += 1;
        const mine = jobs;
        const isMine = () => jobs === mine && get().job !== null && get().id === id;
        let shown: Edit | null = null;
        const result = await client
          .split(start, target, hands ?? null, ({ share, first }) => {
            if (!isMine()) return;
            set({ job: { ...job, share: Math.max(share, get().job?.share ?? 0) } });
            // A first answer is shown while the proof goes on, unless something else is being looked at.
            const looked = get().preview !== null && get().preview !== shown;
            if (first === null || get().song !== song || looked) return;
            shown = { kind: 'together', edits: [...reopened, editOf(first)] };
            set({ preview: shown });
          })
          .catch(
            (error: unknown) =>
              ({ ok: false, error: error instanceof Error ? error.message : String(error) }) as const,
          );
        if (shown !== null && get().preview === shown) set({ preview: null });
        if (!isMine()) return;
        set({ job: null });
        if (!result.ok) {
          const said =
            result.error === 'stopped'
              ? 'Stopped; nothing was changed'
              : `${result.error} Nothing was changed.`;
          return set({ said });
        }
        if (get().song !== song) {
          return set({ said: 'The song was changed meanwhile, so this split was dropped; split again' });
        }
        const { cost, bound, notes } = result.value;
        const filled = filledWords(result.value);
        if (filled === null) {
          const said = [
            'Nothing is open here: every grip and every bar of hits is written or locked',
            ...notes,
          ];
          return set({ said: said.join('. ') });
        }
        const gap = cost <= bound ? 0 : Math.max(0.1, Math.round(((cost - bound) / cost) * 1000) / 10);
        const proof = gap === 0 ? 'proven best' : `within ${gap}% of the best there can be`;
        take(
          applyEdit(start, editOf(result.value)),
          { label: `split ${what}`, decided: 'split' },
          { said: [`Split ${what}: ${filled}, ${proof}`, ...notes].join('. ') },
        );
      },

      stopJob() {
        // Said at once, whatever the worker is in the middle of: what it still sends is not taken.
        client.stop();
        if (get().job) set({ job: null, preview: null, said: 'Stopped; nothing was changed' });
      },

      async settle(choices) {
        const { saving } = get();
        const mine = written();
        if (saving.kind !== 'conflict' || !mine.song) return;
        const theirs = understoodRecord(saving.theirs);
        if (theirs.song === null) return;
        const sides = { mine: mine.song, theirs: theirs.song };
        const merged = mergeSongs(saver.base() ?? mine.song, sides, ({ id }) => choices[id] ?? 'mine');
        const texts = saving.clashes.some((c) => c.id === TEXT_CLASH);
        const takesText = choices[TEXT_CLASH] === 'theirs';
        const next: Written = texts
          ? takesText
            ? { song: theirs.song, draft: theirs.draft }
            : mine
          : { song: merged.song, draft: mine.draft };
        const label = 'joining with the other tab’s changes';
        change(next, { history: after(next, { label }), said: settledWords(saving.clashes, choices) });
        saver.builtOn(theirs.song, theirs.version);
        saver.changed();
        await saver.saveNow();
      },

      async keepAsCopy() {
        const { song, draft } = get();
        if (!song) return null;
        const titles = (await storage.cards()).map((s) => s.title);
        const copy = { ...song, title: freeTitle(song.title, titles) };
        const id = await addSong(storage, copy, { now: now(), draft });
        await saver.letGo();
        return id;
      },

      async putBack() {
        const { song } = get();
        if (!song) return;
        saver.builtOn(song, 0);
        saver.changed();
        await saver.saveNow();
      },

      saveNow: () => saver.saveNow(),
    };
  });
  return desk;
}

/** What was kept and what was taken, place by place. */
function settledWords(
  clashes: readonly { id: string; words: string }[],
  choices: Readonly<Record<string, 'mine' | 'theirs'>>,
): string {
  const of = (side: 'mine' | 'theirs') =>
    clashes.filter((c) => (choices[c.id] ?? 'mine') === side).map((c) => c.words);
  const [mine, theirs] = [of('mine'), of('theirs')];
  return [
    ...(mine.length > 0 ? [`Kept yours: ${mine.join('; ')}`] : []),
    ...(theirs.length > 0 ? [`Took the other tab’s: ${theirs.join('; ')}`] : []),
    'everything else of both is there',
  ].join('. ');
}

/** Keeps a selection on something that exists; the same object when it does. */
function within(song: Song, selection: Selection): Selection {
  const playings = unfold(song);
  const last = Math.max(0, playings.length - 1);
  const playing = Math.min(Math.max(0, selection.playing), last);
  const times = playings[playing]?.entry.times ?? 1;
  const pass = Math.min(Math.max(1, selection.pass), times);
  const moment = Math.max(0, selection.moment);
  if (playing === selection.playing && pass === selection.pass && moment === selection.moment)
    return selection;
  return { ...selection, playing, pass, moment };
}

import { nanoid } from 'nanoid';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { openTaping, readRecording, type Player as SoundPlayer } from '../../../audio/index';
import { PLAYER_WORDS, type Player } from '../../../core/form/index';
import { plannedPart, spansFrom, spansOfPlaying, type Span } from '../../../core/heard/index';
import { unfold, type Song } from '../../../core/song/index';
import type { CheckedTake, Planted } from '../../../core/take/index';
import { fromWhole, toWhole, type Desk, type TakeStorage } from '../../../store/index';
import type { TakeClient } from '../../../workers/index';
import type { ListeningStore } from '../../listening/listening';
import { beginRecording, type Heard, type Meter } from './recording-now';

/** What of the song is recorded. */
export interface TakeOf {
  readonly player: Player;
  /** The playing (place in the form, from 0); null: all of the song. */
  readonly playing: number | null;
  /** Share of its tempo. */
  readonly tempoShare: number;
}

/** A recording, what it is of, and what was read in it. */
export interface HeldTake {
  readonly song: string;
  readonly player: Player;
  readonly words: string;
  readonly spans: readonly Span[];
  readonly tempoShare: number;
  readonly audio: Float32Array;
  readonly rate: number;
  readonly start: number | null;
  readonly made: number;
  /** By the stand-in: what was put in; null: somebody's. */
  readonly planted: readonly Planted[] | null;
  /** How often the microphone lost something, and ms in all. */
  readonly jumps: number;
  readonly lostMs: number;
  /** Its name among those that are kept; null: not kept. */
  readonly keptAs: string | null;
  /** Null while it is listened to. */
  readonly checked: CheckedTake | null;
}

/** Recording, listening to it, and what was found. */
export interface Taking {
  readonly phase: 'still' | 'opening' | 'recording' | 'listening';
  readonly held: HeldTake | null;
  /** What went wrong, with a way on. */
  readonly trouble: string | null;
  /** While it records. */
  readonly meter: Meter;
  record(of: TakeOf, heard: Heard): Promise<void>;
  /** Ends the recording and listens to what there is. */
  enough(): void;
  open(file: Blob, of: TakeOf): Promise<void>;
  demo(of: TakeOf): Promise<void>;
  /** Where the first strike is, in seconds of the recording: read anew. */
  mark(firstStrike: number): Promise<void>;
  keep(): Promise<void>;
  openKept(id: string): Promise<void>;
  dropKept(id: string): Promise<void>;
  /** Nothing is held any more; what was being done ends. */
  letGo(): void;
}

export type TakingStore = StoreApi<Taking>;

interface Ports {
  readonly desk: Desk;
  readonly player: SoundPlayer;
  readonly listening: ListeningStore;
  readonly takes: TakeClient;
  readonly keptTakes: TakeStorage;
}

const NO_METER: Meter = { seconds: 0, of: 0, db: -100, isMusic: false, until: null };
const TAKE_SEED = 11;

/** Takes of the open song, one at a time. */
export function createTaking({ desk, player, listening, takes, keptTakes }: Ports): TakingStore {
  /** Ends what is being recorded; true: and listens to it. */
  let end: ((isKept: boolean) => void) | null = null;
  /** What was begun last: whatever was begun before says nothing any more. */
  let order = 0;
  return createStore<Taking>((set, get) => {
    const fail = (trouble: string) => set({ phase: 'still', trouble, meter: NO_METER });
    const begin = (phase: Taking['phase']): number => {
      end?.(false);
      takes.stop();
      order += 1;
      set({ phase, trouble: null, meter: NO_METER });
      return order;
    };
    const check = async (held: Omit<HeldTake, 'checked'>): Promise<void> => {
      const { song, id } = desk.getState();
      if (!song || id !== held.song) return;
      const mine = begin('listening');
      set({ held: { ...held, checked: null } });
      try {
        const { player: who, spans, tempoShare, audio, rate, start } = held;
        const checked = await takes.check({ song, player: who, spans, tempoShare, audio, rate, start });
        if (order !== mine) return;
        set({ phase: 'still', held: { ...held, checked } });
        desk.getState().say(saidOf(held, checked));
      } catch (error) {
        if (order === mine)
          fail(error instanceof Error ? error.message : 'The recording could not be listened to.');
      }
    };
    const fresh = (of: TakeOf, what: Pick<HeldTake, 'audio' | 'rate' | 'start'> & Partial<HeldTake>) => {
      const { song, id } = desk.getState();
      return {
        song: id ?? '',
        player: of.player,
        words: takeWords(song!, of.playing),
        spans: spansOfTake(song!, of.playing),
        tempoShare: of.tempoShare,
        made: Date.now(),
        planted: null,
        jumps: 0,
        lostMs: 0,
        keptAs: null,
        ...what,
      };
    };
    return {
      phase: 'still',
      held: null,
      trouble: null,
      meter: NO_METER,
      async record(of, heard) {
        const { song } = desk.getState();
        if (!song) return;
        const mine = begin('opening');
        listening.getState().stop();
        const taping = await openTaping(player);
        if (order !== mine) {
          if (taping.ok) taping.value.end();
          return;
        }
        if (!taping.ok) return fail(`${taping.error} A recording made elsewhere can be opened instead.`);
        const recording = beginRecording(taping.value, {
          player,
          song,
          who: of.player,
          spans: spansOfTake(song, of.playing),
          tempoShare: of.tempoShare,
          heard,
          onMeter: (meter) => set({ meter }),
          onOver: () => get().enough(),
        });
        end = (isKept) => {
          end = null;
          const recorded = recording.end();
          // Everybody stands again where they stood.
          listening.getState().setRoom(listening.getState().room);
          if (!isKept) return;
          if (recorded === null) return fail('Nothing was recorded: it ended within the first second.');
          void check(fresh(of, recorded));
        };
        set({ phase: 'recording' });
        await recording.playing;
      },
      enough: () => end?.(true),
      async open(file, of) {
        const mine = begin('opening');
        const read = await readRecording(await file.arrayBuffer());
        if (order !== mine) return;
        if (!read.ok) return fail(read.error);
        await check(fresh(of, { ...read.value, start: null }));
      },
      async demo(of) {
        const { song } = desk.getState();
        if (!song) return;
        const mine = begin('listening');
        try {
          const spans = spansOfTake(song, of.playing);
          const { player: who, tempoShare } = of;
          const made = await takes.demo({ song, player: who, spans, tempoShare }, TAKE_SEED);
          if (order === mine) await check(fresh(of, made));
        } catch (error) {
          if (order === mine)
            fail(error instanceof Error ? error.message : 'The demo take could not be made.');
        }
      },
      async mark(firstStrike) {
        const { held } = get();
        const { song } = desk.getState();
        if (!held || !song) return;
        const { player: who, spans, tempoShare } = held;
        const first = plannedPart(song, who, { spans, tempoShare }).strokes[0]?.at ?? 0;
        await check({ ...held, start: firstStrike - first });
      },
      async keep() {
        const { held } = get();
        if (!held || held.keptAs !== null) return;
        const { song, made, player: who, words, spans, tempoShare, rate, start, audio } = held;
        const id = nanoid(10);
        try {
          const note = { id, song, made, player: who, words, spans, tempoShare, rate, start };
          await keptTakes.keep({ ...note, seconds: audio.length / rate, samples: toWhole(audio) });
          set({ held: { ...get().held!, keptAs: id } });
          desk.getState().say('The recording is kept in this browser');
        } catch {
          set({
            trouble:
              'The browser has no room for this recording, or keeps nothing here. Hand it out as a file instead.',
          });
        }
      },
      async openKept(id) {
        const mine = begin('opening');
        const kept = await keptTakes.get(id).catch(() => null);
        if (order !== mine) return;
        if (!kept) return fail('This recording is not there any more.');
        const { samples, seconds: _seconds, id: keptAs, ...rest } = kept;
        const audio = fromWhole(samples);
        await check({ ...rest, audio, planted: null, jumps: 0, lostMs: 0, keptAs });
      },
      async dropKept(id) {
        await keptTakes.drop(id).catch(() => undefined);
        const { held } = get();
        if (held?.keptAs === id) set({ held: { ...held, keptAs: null } });
        desk.getState().say('The recording is deleted');
      },
      letGo() {
        begin('still');
        set({ held: null });
      },
    };
  });
}

/** What of the song it is: every pass of a playing, or everything. */
export function spansOfTake(song: Song, playing: number | null): readonly Span[] {
  return playing === null
    ? spansFrom(song, { playing: 0, pass: 1, moment: 0 })
    : spansOfPlaying(song, playing);
}

/** "Verse ×2", "the whole song". */
export function takeWords(song: Song, playing: number | null): string {
  const one = playing === null ? null : unfold(song)[playing];
  return one ? `${one.section.name}${one.entry.times > 1 ? ` ×${one.entry.times}` : ''}` : 'the whole song';
}

function saidOf({ player, words }: Pick<HeldTake, 'player' | 'words'>, checked: CheckedTake): string {
  if (!checked.isFound)
    return `${PLAYER_WORDS[player]}, ${words}: the recording could not be laid against it`;
  const count = checked.remarks.length;
  const remarks = count === 0 ? 'nothing to remark' : count === 1 ? '1 remark' : `${count} remarks`;
  return `${PLAYER_WORDS[player]}, ${words}: ${checked.met} of ${checked.of} strong strikes met, ${remarks}`;
}

import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Player as SoundPlayer, PlayRequest } from '../../audio/index';
import { TEMPO_SHARES } from '../../core/heard/index';
import type { Stem } from '../../core/sound/index';
import type { Song, SongPlace } from '../../core/song/index';
import type { Desk } from '../../store/index';
import { againOn, cleanRound, ladderTo, rung, type Ladder } from './ladder';
import { markWords, spansOf, type Mark } from './mark';
import { fadersOf, storedRoom, storeRoom, type Room, type Standing } from './room';

/** Two things to compare by ear at one place. */
export interface Question {
  /** What it is about, in words. */
  readonly title: string;
  /** What each of the two is called; one where there is nothing to compare. */
  readonly labels: readonly string[];
  readonly versions: PlayRequest['versions'];
  readonly spans: PlayRequest['spans'];
  readonly at: SongPlace;
  /** Who is heard alone; null: everybody, as they stand. */
  readonly only: readonly Stem[] | null;
  readonly tempoShare?: number;
  readonly loop?: boolean;
  readonly version?: number;
  /** A sound by itself, of no place in the open song: nothing is marked for it, and nothing said. */
  readonly isApart?: true;
}

/** Everything about listening that all screens share. */
export interface Listening {
  readonly kind: 'still' | 'starting' | 'playing';
  /** What is played, in words; empty when nothing is. */
  readonly title: string;
  readonly place: SongPlace | null;
  readonly round: number;
  readonly mark: Mark;
  readonly tempoShare: number;
  readonly countIn: number;
  readonly room: Room;
  readonly ladder: Ladder | null;
  /** What is compared, and which of both is heard. */
  readonly question: Question | null;
  readonly version: number;
  readonly hasTwo: boolean;
  /** Plays what is marked from where one is, or stops. */
  toggle(): void;
  play(): void;
  stop(): void;
  ask(question: Question): void;
  setVersion(version: number): void;
  setMark(mark: Mark): void;
  setTempo(share: number): void;
  setCountIn(bars: number): void;
  stand(stem: Stem, standing: Partial<Standing>): void;
  setAlone(stem: Stem | null): void;
  setMine(player: Room['mine']): void;
  setRoom(room: Room): void;
  climb(from: number | null): void;
  goToRung(at: number): void;
  wasClean(clean: boolean): void;
}

/** The store all screens ask. */
export type ListeningStore = StoreApi<Listening>;

interface Ports {
  readonly desk: Desk;
  readonly player: SoundPlayer;
  readonly storage: Pick<Storage, 'getItem' | 'setItem'> | null;
  /** Calls back before the next picture; returns how to take that back. */
  readonly nextFrame: (work: () => void) => () => void;
}

/** One player for all screens: what is heard goes along with what is looked at. */
export function createListening({ desk, player, storage, nextFrame }: Ports): ListeningStore {
  /** Where the music last put the selection: who moves it away wants to hear that place. */
  let led: SongPlace | null = null;
  let cancel: (() => void) | null = null;
  /** What the song in the ears was made of. */
  let heardSong: Song | null = null;

  const store: ListeningStore = createStore<Listening>((set, get) => {
    const begin = (at: SongPlace | null, { countIn }: { countIn: boolean }) => {
      const { song, selection, say } = desk.getState();
      if (!song) return;
      const { mark, tempoShare } = get();
      const here = at ?? placeOf(selection);
      const spans = spansOf(song, mark, here);
      if (spans.length === 0) return say('There is nothing to play here yet');
      heardSong = song;
      led = here;
      set({ question: null, title: markWords(song, mark, here), hasTwo: false, version: 0, round: 0 });
      const isWhole = mark !== 'song';
      void player.play({
        versions: [{ song }],
        spans,
        tempoShare,
        countIn: countIn ? get().countIn : 0,
        loop: isWhole,
        // What goes round begins at its beginning, unless the music is already in it.
        at: countIn || !isWhole ? null : here,
      });
      follow();
    };
    const follow = () => {
      cancel?.();
      const step = () => {
        cancel = null;
        if (player.getState().kind === 'still') return;
        const heard = player.heard();
        if (heard) {
          const { place, round } = get();
          if (heard.place && !isSame(heard.place, place)) set({ place: heard.place });
          if (heard.round !== round) set({ round: heard.round });
          if (heard.place) lead(heard.place);
        }
        cancel = nextFrame(step);
      };
      cancel = nextFrame(step);
    };
    const lead = (place: SongPlace) => {
      const { song, selection, select } = desk.getState();
      if (!song) return get().stop();
      if (get().question !== null) return;
      const here = placeOf(selection);
      const hasMoved = led !== null && !isSame(here, led);
      if (song !== heardSong && player.getState().kind === 'playing') return begin(place, { countIn: false });
      if (hasMoved) {
        led = here;
        return begin(here, { countIn: false });
      }
      if (isSame(place, here)) return;
      led = place;
      select(place);
    };
    const again = () => {
      const { question, kind, place } = get();
      if (kind === 'still') return;
      if (question) get().ask({ ...question, version: get().version });
      else begin(place, { countIn: false });
    };
    const heard = () => player.faders(fadersOf(get().room, get().question?.only ?? null));
    const setRoom = (room: Room) => {
      set({ room });
      storeRoom(storage, room);
      heard();
    };
    return {
      kind: 'still',
      title: '',
      place: null,
      round: 0,
      mark: 'song',
      tempoShare: 1,
      countIn: 0,
      room: storedRoom(storage),
      ladder: null,
      question: null,
      version: 0,
      hasTwo: false,
      toggle() {
        if (get().kind === 'still') get().play();
        else {
          get().stop();
          desk.getState().say('Stopped');
        }
      },
      play() {
        set({ question: null });
        heard();
        begin(null, { countIn: true });
        const { song, say } = desk.getState();
        if (!song || get().title === '') return;
        const { mark, title } = get();
        say(
          mark === 'song'
            ? 'Playing from here; space stops'
            : `Playing ${title} round and round; space stops`,
        );
      },
      stop() {
        cancel?.();
        cancel = null;
        player.stop();
      },
      ask(question) {
        const { song, say } = desk.getState();
        if (!song) return;
        heardSong = song;
        const version = question.version ?? 0;
        set({ question, title: question.title, version, round: 0 });
        heard();
        if (!question.isApart)
          say(`Playing ${question.title}${labelWords(question, version)}; e switches, space stops`);
        void player.play({
          versions: question.versions,
          spans: question.spans,
          tempoShare: question.tempoShare ?? get().tempoShare,
          countIn: 0,
          loop: question.loop ?? true,
          at: null,
          version,
        });
        follow();
      },
      setVersion(version) {
        const { question, kind, hasTwo } = get();
        // Two that are not as long as each other are heard one at a time.
        if (question && kind === 'playing' && !hasTwo && question.labels.length > 1)
          return get().ask({ ...question, version });
        set({ version });
        player.version(version);
        if (question?.labels[version]) desk.getState().say(question.labels[version]);
      },
      setMark(mark) {
        set({ mark });
        if (get().kind === 'still') return;
        // Out of a question it goes on as the song, where the question was.
        const { question, place } = get();
        begin(question ? question.at : place, { countIn: false });
        heard();
      },
      setTempo(share) {
        const tempoShare = Math.min(TEMPO_SHARES.max, Math.max(TEMPO_SHARES.min, share));
        if (tempoShare === get().tempoShare) return;
        set({ tempoShare });
        again();
      },
      setCountIn: (countIn) => set({ countIn }),
      stand(stem, standing) {
        const { room } = get();
        setRoom({ ...room, standing: { ...room.standing, [stem]: { ...room.standing[stem], ...standing } } });
      },
      setAlone: (alone) => setRoom({ ...get().room, alone }),
      setMine: (mine) => setRoom({ ...get().room, mine }),
      setRoom,
      climb(from) {
        const { song } = desk.getState();
        if (from === null || !song) {
          set({ ladder: null });
          return;
        }
        const ladder = ladderTo(song.tempo, from);
        // Rungs are climbed by rounds: what only goes on to the end has none.
        set({ ladder, ...(get().mark === 'song' ? { mark: 'section' } : {}) });
        get().setTempo(ladder.rungs[0]! / song.tempo);
      },
      goToRung(at) {
        const { ladder } = get();
        const { song } = desk.getState();
        if (!ladder || !song) return;
        const next = rung(ladder, at);
        set({ ladder: next });
        get().setTempo(next.rungs[next.at]! / song.tempo);
      },
      wasClean(clean) {
        const { ladder } = get();
        const { song, say } = desk.getState();
        if (!ladder || !song) return;
        const next = clean ? cleanRound(ladder) : againOn(ladder);
        set({ ladder: next });
        if (next.at === ladder.at) return say(clean ? `${next.clean} clean` : 'Counted anew');
        say(`Up to ${next.rungs[next.at]} bpm`);
        set({ tempoShare: next.rungs[next.at]! / song.tempo });
        if (get().kind !== 'still') begin(get().place, { countIn: true });
      },
    };
  });
  player.subscribe(() => {
    const state = player.getState();
    store.setState({
      kind: state.kind,
      hasTwo: state.kind === 'playing' && state.hasTwo,
      ...(state.kind === 'still' ? { title: '', place: null } : {}),
    });
  });
  player.faders(fadersOf(store.getState().room));
  // Another song is another evening.
  let openId = desk.getState().id;
  desk.subscribe((state) => {
    if (state.id === openId) return;
    openId = state.id;
    store.getState().stop();
    store.setState({ ladder: null, tempoShare: 1, mark: 'song', question: null });
  });
  return store;
}

/** What is heard of two, where the title does not say it already. */
function labelWords({ title, labels }: Question, version: number): string {
  const label = labels[version];
  return label === undefined || title.includes(label) ? '' : `: ${label}`;
}

function placeOf({ playing, pass, moment }: SongPlace): SongPlace {
  return { playing, pass, moment };
}

function isSame(a: SongPlace, b: SongPlace | null): boolean {
  return b !== null && a.playing === b.playing && a.pass === b.pass && a.moment === b.moment;
}

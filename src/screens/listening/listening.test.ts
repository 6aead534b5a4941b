import { expect } from 'chai';
import fc from 'fast-check';
import type { Heard, Player, PlayerState, PlayRequest } from '../../audio/index';
import { readChart } from '../../core/formats/index';
import type { Fader } from '../../core/sound/index';
import type { Song, SongPlace } from '../../core/song/index';
import type { Desk } from '../../store/index';
import { againOn, cleanRound, ladderTo, rung } from './ladder';
import { createListening } from './listening';
import { markWords, otherAt, spansOf } from './mark';
import { fadersOf, storedRoom, storeRoom, USUAL_ROOM } from './room';

const { song } = readChart(`tempo: 100
== Verse == x2
chords | Em | C |
guitar1 | 022000 | x32010 |
== Chorus ==
chords | G | D |
guitar1 | 320003 | xx0232 |
`);

/** A desk and a player that only remember. */
function standIn() {
  let state = {
    id: 'a',
    song: song as Song | null,
    selection: { playing: 0, pass: 1, moment: 0, player: 'guitar1' } as SongPlace & { player: string },
  };
  const said: string[] = [];
  const desk = {
    getState: () => ({
      ...state,
      say: (words: string) => said.push(words),
      select: (to: Partial<SongPlace>) => (state = { ...state, selection: { ...state.selection, ...to } }),
    }),
    subscribe: () => () => undefined,
  } as unknown as Desk;
  const requests: PlayRequest[] = [];
  let kind: PlayerState = { kind: 'still' };
  let heard: Heard | null = null;
  let listen: () => void = () => undefined;
  let faders: readonly Fader[] = [];
  let version = 0;
  const player = {
    getState: () => kind,
    subscribe: (work: () => void) => {
      listen = work;
      return () => undefined;
    },
    play: (request: PlayRequest) => {
      requests.push(request);
      kind = {
        kind: 'playing',
        request,
        hasTwo: request.versions.length > 1 && request.versions.every((v) => v.song === song),
      };
      listen();
      return Promise.resolve();
    },
    stop: () => {
      kind = { kind: 'still' };
      listen();
    },
    faders: (next: readonly Fader[]) => (faders = next),
    version: (v: number) => (version = v),
    heard: () => heard,
  } as unknown as Player;
  let frame: (() => void) | null = null;
  const store = createListening({
    desk,
    player,
    storage: null,
    nextFrame: (work) => {
      frame = work;
      return () => (frame = null);
    },
  });
  return {
    store,
    said,
    requests,
    last: () => requests.at(-1)!,
    faders: () => faders,
    version: () => version,
    selection: () => state.selection,
    select: (to: Partial<SongPlace>) => (state = { ...state, selection: { ...state.selection, ...to } }),
    setSong: (next: Song) => (state = { ...state, song: next }),
    /** The music comes to a place, and the page draws. */
    comesTo: (place: SongPlace | null, round = 0) => {
      heard = { place, round, share: 0 };
      frame?.();
    },
  };
}

describe('listening', () => {
  it('plays from where one is, leads the selection along and stops', () => {
    const t = standIn();
    t.select({ playing: 0, pass: 2, moment: 1 });
    t.store.getState().toggle();
    expect(t.last().spans[0]).to.deep.include({ playing: 0, pass: 2 });
    t.comesTo({ playing: 1, pass: 1, moment: 0 });
    expect(t.selection()).to.deep.include({ playing: 1, pass: 1, moment: 0 });
    expect(t.store.getState().place).to.deep.equal({ playing: 1, pass: 1, moment: 0 });
    t.store.getState().toggle();
    expect(t.store.getState().kind).to.equal('still');
    expect(t.said).to.deep.equal(['Playing from here; space stops', 'Stopped']);
  });

  it('whoever goes elsewhere while it plays hears that place next', () => {
    const t = standIn();
    t.store.getState().play();
    t.comesTo({ playing: 0, pass: 1, moment: 1 });
    t.select({ playing: 1, pass: 1, moment: 1 });
    t.comesTo({ playing: 0, pass: 1, moment: 1 });
    expect(t.requests).to.have.length(2);
    expect(t.last().spans[0]!.playing).to.equal(1);
    expect(t.selection().playing).to.equal(1);
  });

  it('a change is heard from the place on where the music is', () => {
    const t = standIn();
    t.store.getState().play();
    t.comesTo({ playing: 0, pass: 1, moment: 1 });
    t.setSong({ ...song, title: 'Another' });
    t.comesTo({ playing: 0, pass: 2, moment: 0 });
    expect(t.requests).to.have.length(2);
    expect(t.last().spans[0]).to.deep.include({ playing: 0, pass: 2 });
    expect(t.last().countIn).to.equal(0);
  });

  it('what is marked goes round, with a count-in, and is changed without stopping', () => {
    const t = standIn();
    const { setMark, setCountIn, play, setTempo } = t.store.getState();
    setMark('section');
    setCountIn(1);
    play();
    expect(t.last()).to.deep.include({ loop: true, countIn: 1, at: null });
    t.comesTo({ playing: 0, pass: 1, moment: 1 });
    setTempo(0.5);
    expect(t.last()).to.deep.include({ loop: true, countIn: 0, tempoShare: 0.5 });
    expect(t.last().at).to.deep.equal({ playing: 0, pass: 1, moment: 1 });
    setMark('join');
    expect(t.last().spans.map((s) => s.pass)).to.deep.equal([1, 2]);
    setTempo(7);
    expect(t.store.getState().tempoShare).to.equal(1.2);
  });

  it('two things are asked and told apart; the place is not led then', () => {
    const t = standIn();
    const at = { playing: 0, pass: 1, moment: 0 };
    t.store.getState().ask({
      title: 'mud',
      labels: ['as it is', 'an octave up'],
      versions: [{ song }, { song }],
      spans: spansOf(song, 'bar', at),
      at,
      only: ['bass'],
    });
    expect(t.faders().map((f) => f.level > 0)).to.deep.equal([false, false, true, false, false]);
    t.store.getState().setVersion(1);
    expect(t.version()).to.equal(1);
    t.comesTo({ playing: 0, pass: 1, moment: 1 });
    expect(t.selection().moment).to.equal(0);
    // What goes round next is the song again, everybody in it.
    t.store.getState().setMark('section');
    expect(t.store.getState().question).to.equal(null);
    expect(t.last().loop).to.equal(true);
    expect(t.faders().every((f) => f.level > 0)).to.equal(true);
    t.store.getState().stop();
    t.store.getState().play();
    expect(t.store.getState().question).to.equal(null);
    expect(t.faders().every((f) => f.level > 0)).to.equal(true);
  });

  it('two that cannot stand side by side are played one at a time', () => {
    const t = standIn();
    const at = { playing: 0, pass: 1, moment: 0 };
    const spans = spansOf(song, 'section', at);
    const versions = [{ song }, { song: { ...song, title: 'Longer' } }];
    t.store
      .getState()
      .ask({ title: 'ways', labels: ['this', 'that'], versions, spans, at, only: null, version: 1 });
    t.store.getState().setVersion(0);
    expect(t.requests.map((r) => r.version)).to.deep.equal([1, 0]);
  });

  it('a section is found where another form has it', () => {
    const other = { ...song, form: [...song.form].reverse() };
    expect(otherAt(song, other, { playing: 0, pass: 2, moment: 1 })).to.deep.equal({
      playing: 1,
      pass: 1,
      moment: 0,
    });
    expect(otherAt(song, song, { playing: 0, pass: 2, moment: 1 })).to.deep.equal({
      playing: 0,
      pass: 2,
      moment: 1,
    });
    const without = { ...song, form: song.form.slice(1) };
    expect(otherAt(song, without, { playing: 0, pass: 1, moment: 0 }).playing).to.equal(0);
  });

  it('three clean rounds lead a rung up, counted in anew', () => {
    const t = standIn();
    t.store.getState().setMark('bar');
    t.store.getState().setCountIn(1);
    t.store.getState().climb(0.8);
    expect(t.store.getState().ladder!.rungs).to.deep.equal([80, 85, 90, 95, 100]);
    expect(t.store.getState().tempoShare).to.equal(0.8);
    t.store.getState().play();
    for (let n = 0; n < 3; n += 1) t.store.getState().wasClean(true);
    expect(t.last()).to.deep.include({ tempoShare: 0.85, countIn: 1 });
    t.store.getState().wasClean(true);
    t.store.getState().wasClean(false);
    expect(t.store.getState().ladder).to.deep.include({ at: 1, clean: 0 });
    expect(t.said.at(-1)).to.equal('Counted anew');
  });

  it('a song of nothing says that there is nothing to play', () => {
    const t = standIn();
    t.setSong({ ...song, sections: [], form: [] });
    t.store.getState().toggle();
    expect(t.requests).to.deep.equal([]);
    expect(t.said[0]).to.include('nothing to play');
  });
});

describe('the room', () => {
  it('nearer is louder, and sides are sides', () => {
    const levels = [0, 0.25, 0.5, 0.75, 1].map(
      (far) =>
        fadersOf({
          ...USUAL_ROOM,
          standing: { ...USUAL_ROOM.standing, bass: { side: -0.4, far, plays: 'on' } },
        })[2]!,
    );
    for (let i = 1; i < levels.length; i += 1) expect(levels[i]!.level).to.be.below(levels[i - 1]!.level);
    expect(levels[2]).to.deep.equal({ level: 1, pan: -0.4 });
  });

  it('who is alone is heard alone, my own part is softer, and a question overrules both', () => {
    const alone = fadersOf({ ...USUAL_ROOM, alone: 'drums' });
    expect(alone.map((f) => f.level > 0)).to.deep.equal([false, false, false, true, false]);
    const [usual, mine] = [fadersOf(USUAL_ROOM)[0]!, fadersOf({ ...USUAL_ROOM, mine: 'guitar1' })[0]!];
    expect(20 * Math.log10(mine.level / usual.level)).to.be.closeTo(-14, 1e-9);
    expect(fadersOf({ ...USUAL_ROOM, mine: 'guitar1', alone: 'drums' }, ['guitar1'])[0]).to.deep.equal(usual);
  });

  it('is kept as it was left; what cannot be read is the usual one', () => {
    let kept: string | null = null;
    const storage = { getItem: () => kept, setItem: (_: string, value: string) => void (kept = value) };
    const room = { ...USUAL_ROOM, mine: 'bass', alone: null } as const;
    storeRoom(storage, room);
    expect(storedRoom(storage)).to.deep.equal(room);
    for (const broken of ['', '{', '{"standing":{}}', '{"standing":{"guitar1":{"side":9}}}', 'null', '[]']) {
      kept = broken;
      expect(storedRoom(storage), broken).to.deep.equal(USUAL_ROOM);
    }
    expect(storedRoom(null)).to.deep.equal(USUAL_ROOM);
  });
});

describe('the ladder', () => {
  it('law: rises to the song’s tempo by steps of 5, never under 40 percent', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 400 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (bpm, from) => {
          const { rungs } = ladderTo(bpm, from);
          expect(rungs.at(-1)).to.equal(bpm);
          expect(rungs[0]!).to.be.at.least(Math.floor(0.4 * bpm));
          for (let i = 1; i < rungs.length; i += 1) expect(rungs[i]! - rungs[i - 1]!).to.be.within(1, 5);
        },
      ),
      { seed: 11 },
    );
  });

  it('at the top it stays', () => {
    let ladder = rung(ladderTo(100, 0.9), 2);
    for (let n = 0; n < 5; n += 1) ladder = cleanRound(ladder);
    expect(ladder).to.deep.include({ at: 2, clean: 3 });
    expect(againOn(ladder).clean).to.equal(0);
  });
});

describe('marks', () => {
  it('say what goes round', () => {
    const at = { playing: 0, pass: 1, moment: 1 };
    expect(markWords(song, 'bar', at)).to.equal('bar 2 of Verse');
    expect(markWords(song, 'join', at)).to.equal('Verse into itself again');
    expect(markWords(song, 'join', { ...at, pass: 2 })).to.equal('Verse into Chorus');
    expect(markWords(song, 'join', { ...at, playing: 1 })).to.equal('Chorus');
    expect(spansOf(song, 'section', at).map((s) => s.pass)).to.deep.equal([1, 2]);
    expect(spansOf(song, 'song', { playing: 9, pass: 1, moment: 0 })[0]).to.deep.include({
      playing: 0,
      pass: 1,
    });
  });
});

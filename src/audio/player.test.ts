import { expect } from 'chai';
import { readChart } from '../core/formats/index';
import { spansFrom, spansOfPlaying } from '../core/heard/index';
import { createSoundService } from '../workers/index';
import { createPlayer, type PlayerPorts, type PlayRequest } from './player';
import { silentDevice } from './silent-device';

const { song } = readChart(`tempo: 240
== A ==
chords | Em | C |
guitar1 | 022000 | x32010 |
bass | 0xxx | x3xx |
`);
const START = { playing: 0, pass: 1, moment: 0 };
const request = (over: Partial<PlayRequest> = {}): PlayRequest => ({
  versions: [{ song }],
  spans: spansFrom(song, START),
  tempoShare: 1,
  countIn: 0,
  loop: false,
  at: null,
  ...over,
});

/** A player over the stand-in sound card, whose time is turned by hand. */
function standIn(over: Partial<PlayerPorts> = {}) {
  let ms = 0;
  let go: (() => void) | null = null;
  const said: string[] = [];
  const worker = createSoundService();
  let id = 0;
  const device = silentDevice(
    () => ms,
    (work) => {
      go = work;
      return () => (go = null);
    },
  );
  const player = createPlayer({
    open: () => Promise.resolve(device),
    instead: () => device,
    renders: {
      async play(job) {
        const versions = job.versions.map((v) => ({ ...v, id: (id += 1) }));
        const answer = await worker.play({ ...job, versions });
        if (!answer.ok && answer.error === 'forgotten') throw new Error('forgotten');
        return answer as Awaited<ReturnType<PlayerPorts['renders']['play']>>;
      },
      stop: () => worker.stop(),
    },
    say: (words) => said.push(words),
    ...over,
  });
  player.faders(Array.from({ length: 5 }, () => ({ level: 1, pan: 0 })));
  /** Lets time go by, with room for the renderer. */
  const after = async (seconds: number) => {
    for (let left = seconds; left > 1e-9; left -= 0.05) {
      ms += 1000 * Math.min(0.05, left);
      go?.();
      await new Promise((resolve) => setTimeout(resolve, 2));
    }
  };
  return { player, said, after };
}

describe('the player', () => {
  it('goes through the moments as time goes by, and is still at the end', async () => {
    const { player, after } = standIn();
    await player.play(request());
    expect(player.getState().kind).to.equal('playing');
    await after(0.5);
    expect(player.heard()!.place).to.deep.equal(START);
    await after(0.7);
    expect(player.heard()!.place).to.deep.equal({ ...START, moment: 1 });
    await after(4.5);
    expect(player.heard()).to.equal(null);
    expect(player.getState().kind).to.equal('still');
  });

  it('counts in, goes round and counts the rounds', async () => {
    const { player, after } = standIn();
    await player.play(request({ spans: spansOfPlaying(song, 0), countIn: 1, loop: true }));
    await after(0.5);
    expect(player.heard()).to.deep.equal({ place: null, round: 0, share: 0 });
    await after(1);
    expect(player.heard()!.place).to.deep.equal(START);
    await after(2);
    expect(player.heard()!.round).to.equal(1);
    await after(4);
    expect(player.heard()!.round).to.equal(3);
    expect(player.missed()).to.equal(0);
    player.stop();
    expect(player.heard()).to.equal(null);
  });

  it('begins where it is asked to', async () => {
    const { player, after } = standIn();
    await player.play(request({ at: { ...START, moment: 1 } }));
    await after(0.2);
    expect(player.heard()!.place!.moment).to.equal(1);
  });

  it('two songs of the same length are played at the same place; of others the asked one alone', async () => {
    const { player, after } = standIn();
    const other = readChart('tempo: 240\n== A ==\nchords | Em | C |\nguitar1 | x799xx | x355xx |\n').song;
    await player.play(request({ versions: [{ song }, { song: other }], loop: true }));
    await after(0.3);
    const state = player.getState();
    expect(state.kind === 'playing' && state.hasTwo).to.equal(true);
    player.version(1);
    await after(0.3);
    const longer = readChart(
      'tempo: 240\n== A ==\nchords | Em | C | G |\nguitar1 | x799xx | x355xx | 355xxx |\n',
    ).song;
    await player.play(
      request({ versions: [{ song }, { song: longer, spans: spansFrom(longer, START) }], version: 1 }),
    );
    const next = player.getState();
    expect(next.kind === 'playing' && next.hasTwo).to.equal(false);
    // The one that was asked for is heard: its third bar is there.
    await after(2.4);
    expect(player.heard()!.place!.moment).to.equal(2);
  });

  it('a push that only one of two has moves neither', async () => {
    const { player } = standIn();
    const pushed = readChart(
      'tempo: 240\n== A ==\nchords | <Em | C |\nguitar1 | <022000 | x32010 |\nbass | 0xxx | x3xx |\n',
    ).song;
    await player.play(request({ versions: [{ song }, { song: pushed }], loop: true }));
    const state = player.getState();
    expect(state.kind === 'playing' && state.hasTwo).to.equal(true);
  });

  it('of two presses the last one counts, and a stop in between ends it', async () => {
    const { player, after } = standIn();
    const first = player.play(request());
    const second = player.play(request({ loop: true }));
    await Promise.all([first, second]);
    const state = player.getState();
    expect(state.kind === 'playing' && state.request.loop).to.equal(true);
    const third = player.play(request());
    player.stop();
    await third;
    await after(0.3);
    expect(player.getState().kind).to.equal('still');
  });

  it('without a sound card it says so once, and the place goes by all the same', async () => {
    const { player, said, after } = standIn({ open: () => Promise.reject(new Error('No sound card here.')) });
    await player.play(request());
    expect(said).to.deep.equal(['No sound card here. The place is still shown as it goes by.']);
    await after(1.3);
    expect(player.heard()!.place!.moment).to.equal(1);
    // Pressed again while it plays, it is known.
    await player.play(request());
    expect(said).to.have.length(1);
  });

  it('where the sound cannot be worked out, that is said and it is still', async () => {
    const { player, said } = standIn({
      renders: { play: () => Promise.reject(new Error('no worker')), stop: () => undefined },
    });
    await player.play(request());
    expect(said.join()).to.include('could not be worked out');
    expect(player.getState().kind).to.equal('still');
  });
});

import { expect } from 'chai';
import fc from 'fast-check';
import { readChart, readTab } from '../../src/core/formats/index';
import { applyEdit, readSong, saveSong, type Song } from '../../src/core/song/index';
import { song as anySong, SEED } from '../generators';
import { CHARTS } from './corpus';
import { hostileChart, hostileJson, hostileTab } from './hostile';
import { deed, done } from './screens';
import { goWholeWay } from './whole-way';

/**
 * The standing guard: whatever a reader accepts, every part can take, and nothing of it is lost on the way. `npm test`
 * goes a bounded number of ways; `npm run fuzz` sets FUZZ_CASES and, if wanted, FUZZ_SEED.
 */
const CASES = Number(process.env.FUZZ_CASES ?? 150);
const SEED_HERE = Number(process.env.FUZZ_SEED ?? SEED);
/** Longest a single case may take; hundreds of times the usual, so that only what grows without bound fails. */
const MOST_SECONDS = 20;
const MOST_BYTES = 800_000_000;

const share = (of: number) => Math.max(20, Math.round(CASES * of));

/** Checks one case, and that it stays in its limits; `deep` cases also split and look for ways out. */
function within(work: () => void): void {
  // Time of the processor: other work on the same machine does not count.
  const start = process.cpuUsage();
  const held = process.memoryUsage().heapUsed;
  work();
  expect(process.cpuUsage(start).user / 1e6, 'seconds of one case').to.be.lessThan(MOST_SECONDS);
  expect(process.memoryUsage().heapUsed - held, 'bytes one case takes').to.be.lessThan(MOST_BYTES);
}

let cases = 0;
/** Every fiftieth case is split in part, small ones more often and whole; every twentieth looks for ways out. */
function go(song: Song): void {
  cases += 1;
  const isSmall = song.sections.reduce((sum, s) => sum + s.bars.length, 0) <= 3;
  const splitSteps = cases % 50 === 0 ? 40 : isSmall && cases % 6 === 0 ? 4000 : 0;
  goWholeWay(song, { splitSteps, offers: cases % (isSmall ? 4 : 20) === 0 ? 2 : 0 });
}

describe('fuzz: the whole way', function () {
  this.timeout(3_600_000);

  it('chart text, spoiled', () => {
    fc.assert(
      fc.property(hostileChart, (text) => within(() => go(readChart(text).song))),
      { seed: SEED_HERE, numRuns: share(0.35), interruptAfterTimeLimit: 3_500_000 },
    );
  });

  it('song files, spoiled: read, or refused with paths', () => {
    let read = 0;
    fc.assert(
      fc.property(hostileJson, (json) =>
        within(() => {
          const song = readSong(json);
          if (song.ok) {
            read += 1;
            go(song.value);
          } else for (const p of song.error) expect(p.path, p.message).to.match(/^(song|format|version)/);
        }),
      ),
      { seed: SEED_HERE, numRuns: share(0.35), interruptAfterTimeLimit: 3_500_000 },
    );
    expect(read, 'accepted ones').to.be.greaterThan(share(0.35) / 5);
  });

  it('pasted tab, spoiled', () => {
    const song = readChart(CHARTS[0]!).song;
    const name = song.sections[0]!.name;
    fc.assert(
      fc.property(hostileTab, fc.constantFrom('guitar1' as const, 'bass' as const), (text, player) =>
        within(() => {
          const { bars } = readTab(text, { instrument: song.players[player], meter: song.meter });
          const changes = bars.slice(0, song.sections[0]!.bars.length).map((bar, i) => ({
            ...bar,
            section: name,
            pass: 1,
            player,
            bar: i,
          }));
          const pasted = applyEdit(song, { kind: 'setParts', changes });
          if (changes.length > 0 && cases++ % 10 === 0) go(pasted);
        }),
      ),
      { seed: SEED_HERE, numRuns: share(0.2) },
    );
  });

  it('what the screens do, several things in a row', () => {
    const start = fc.oneof(
      anySong,
      fc.constantFrom(...CHARTS).map((chart) => readChart(chart).song),
    );
    fc.assert(
      fc.property(start, fc.array(deed, { minLength: 1, maxLength: 8 }), (first, deeds) =>
        within(() => {
          const read = readSong(JSON.parse(JSON.stringify(saveSong(first))));
          if (!read.ok) throw new Error(read.error[0]!.message);
          go(deeds.reduce(done, read.value));
        }),
      ),
      { seed: SEED_HERE, numRuns: share(0.1), interruptAfterTimeLimit: 3_500_000 },
    );
  });
});

describe('pinned: what once killed it', function () {
  this.timeout(60_000);
  const way = { splitSteps: 0, offers: 1 };
  const line = (word: string) => `title: X\n== A ==\nchords | Dm | G |\nguitar1 line | ${word} | |\n`;
  for (const [what, text] of [
    ['a doubled digit in a line', line('77@3')],
    ['the highest fret that can be typed', line('99@1')],
    ['a line that begins with silence, asked what else could stand there', line('r 7@3')],
    ['a trill and a tapped harmonic beyond the neck', line('20@1t99 20@1n99')],
    ['a grip beyond every neck', 'title: X\n== A ==\nchords | Dm |\nguitar1 | 99-99-99-99-99-99 |\n'],
    ['a word that every object has', 'title: X\n== A == tuned constructor x\nchords | Cconstructor |\n'],
    [
      'a delay named like a part of every object',
      'title: X\nguitar1: delay constructor\n== A ==\nchords | Dm |\n',
    ],
  ] as const) {
    it(what, () => goWholeWay(readChart(text).song, { ...way, splitSteps: Infinity }));
  }

  it('a fret that no neck has is a finding', () => {
    const { song } = readChart(line('77@3'));
    expect(JSON.stringify(song.sections[0]!.bars[0]!.lines)).to.include('77');
  });

  const json = (change: (song: Record<string, never>) => void) => {
    const saved = JSON.parse(JSON.stringify(saveSong(readChart(CHARTS.at(-1)!).song))) as {
      song: Record<string, never>;
    };
    change(saved.song);
    return readSong(saved);
  };
  type Bars = { chords: object[]; cells: Record<string, object[]>; hits: Record<string, string | null> }[];
  const bars = (song: Record<string, unknown>) => (song.sections as { bars: Bars; variants: object[] }[])[0]!;

  it('two cells at one tick, and starts off every division, are refused with their path', () => {
    const twice = json((song) => bars(song).bars[0]!.cells.bass!.push({ at: 0, push: 0, cell: '?' }));
    expect(!twice.ok && twice.error[0]!.path).to.equal('song.sections[0].bars[0].cells.bass');
    const off = json((song) => bars(song).bars[0]!.chords.push({ at: 1001, push: 0, chord: 'C' }));
    expect(!off.ok && off.error[0]!.message).to.include('tick 1001 lies on no division');
  });

  it('a pass with every bar out is refused with its path', () => {
    const none = json((song) => {
      bars(song).variants = [{ pass: 2, fromBar: 0, bars: bars(song).bars.map(() => ({ out: true })) }];
    });
    expect(!none.ok && none.error[0]!.path).to.equal('song.sections[0].variants[0]');
  });

  it('hits on a bar that holds a line go, for its steps are struck', () => {
    const read = json((song) => (bars(song).bars[2]!.hits.guitar1 = 'OOOOOOOO'));
    expect(read.ok && read.value.sections[0]!.bars[2]!.hits.guitar1).to.equal(null);
  });

  it('versions inside versions are refused, however deep', () => {
    const read = json((song) => {
      let inner: Record<string, unknown> = { ...(song as object) };
      for (let n = 0; n < 2500; n += 1)
        inner = { ...(song as object), versions: [{ name: 'v', song: inner }] };
      Object.assign(song, { versions: [{ name: 'v', song: inner }] });
    });
    expect(!read.ok && read.error[0]!.message).to.include('a version holds no versions of its own');
  });

  it('a section that is not played is kept in a chart', () => {
    const { song } = readChart('title: X\n== A ==\nchords | Dm |\n\n== Spare == x0\nchords | G |\n');
    expect(song.sections.map((s) => s.name)).to.deep.equal(['A', 'Spare']);
    expect(song.form).to.have.length(1);
    goWholeWay(song, way);
  });
});

import { expect } from 'chai';
import fc from 'fast-check';
import { readChart, writeChart } from '../src/core/formats/index';
import { barsOnPass, asPlayed, parseCell, type Player } from '../src/core/form/index';
import { parseLine } from '../src/core/line/index';
import {
  applyEdit,
  firstDifference,
  forEveryPass,
  inPlaying,
  onlyHere,
  passDifference,
  unfold,
  type Edit,
  type Song,
} from '../src/core/song/index';
import { COMMON_TIME } from '../src/core/time/index';
import { SEED, song as anySong } from './generators';

const CHART = `title: Twice
== Verse == x3
chords        | Dm . <A . | Bb | C |
voice         | ~~~~.... | % | % |
guitar1       | 000xxx . <777xxx . | 888xxx | x355xx |
guitar1 hits  | M--mM-mm | % | O------- |
guitar2 line  | . . 5@4 h7@4 | 7@3 5@3 | r |
bass          | x5xx . <x0xx . | x1xx | x3xx |
`;

const at = { section: 'Verse', pass: 2, bar: 0 } as const;
const cell = (text: string, strings = 6) => {
  const read = parseCell(text, strings);
  if (!read.ok) throw new RangeError(read.error);
  return read.value;
};
const line = (text: string) => {
  const read = parseLine(text, { meter: COMMON_TIME, strings: 6 });
  if (!read.ok) throw new RangeError(read.error[0]!.message);
  return read.value;
};
const EDITS: Readonly<Record<string, Edit>> = {
  'a grip': {
    kind: 'setCells',
    changes: [{ at: { ...at, player: 'guitar1', index: 1 }, cell: cell('577xxx') }],
  },
  hits: { kind: 'setHits', changes: [{ ...at, player: 'guitar1', hits: 'O-O-O-O-' }] },
  'a line': { kind: 'setLine', change: { ...at, player: 'guitar1', line: line('5@4 7@4') } },
  'a line beside the grips': {
    kind: 'setLine',
    change: { ...at, player: 'guitar1', line: line('. . 5@4 7@4'), beside: true },
  },
  'grips again': { kind: 'setLine', change: { ...at, player: 'guitar2', line: null } },
  'a note of a line': { kind: 'setLine', change: { ...at, player: 'guitar2', line: line('. . 5@4 h8@4') } },
  'a push': {
    kind: 'setPush',
    change: { ...at, at: 1920, push: 240, players: ['guitar1', 'bass'], chord: true },
  },
  'the voice': { kind: 'setVoice', change: { ...at, voice: '~~~~~~~~' } },
  'a sound': { kind: 'useSound', change: { ...at, player: 'bass', use: { gain: 3 } } },
  'other chords': { kind: 'setChords', change: { ...at, chords: [{ at: 0, push: 0, chord: 'F' }] } },
  'a guessed chord': { kind: 'setChordGuess', change: { ...at, at: 1920, guess: true } },
  'what is kept beside': {
    kind: 'setBeside',
    change: {
      ...at,
      player: 'bass',
      parts: [{ cells: [{ at: 0, push: 0, cell: cell('x3xx', 4) }], hits: 'O-------', line: null }],
    },
  },
  'a whole part': {
    kind: 'setParts',
    changes: [
      {
        ...at,
        player: 'bass',
        cells: [{ at: 0, push: 0, cell: cell('x3xx', 4) }],
        hits: 'O-------',
        line: null,
      },
    ],
  },
};

const bars = (song: Song, pass: number) => {
  const entry = song.form.find((e) => e.section === 'Verse')!;
  return barsOnPass(
    asPlayed(
      song.sections.find((s) => s.name === 'Verse')!,
      entry,
    ),
    pass,
  );
};

describe('the second time', () => {
  const { song } = readChart(CHART);
  for (const [name, edit] of Object.entries(EDITS)) {
    it(`${name} is changed then alone`, () => {
      const next = applyEdit(song, edit);
      expect(bars(next, 1)).to.deep.equal(bars(song, 1));
      expect(bars(next, 3)).to.deep.equal(bars(song, 3));
      expect(bars(next, 2)[0]).to.not.deep.equal(bars(song, 2)[0]);
      expect(bars(next, 2).slice(1)).to.deep.equal(bars(song, 2).slice(1));
      expect(firstDifference(song, edit)).to.deep.equal({ section: 'Verse', pass: 2, entry: null });
      expect(firstDifference(next, edit), 'asked once').to.equal(null);
      // Said for every time, it is what the first time would have said.
      const every = applyEdit(song, forEveryPass(edit));
      expect(bars(every, 2)).to.deep.equal(bars(every, 1));
      expect(bars(every, 1)[0]).to.deep.equal(bars(next, 2)[0]);
      const text = writeChart(next);
      expect(readChart(text)).to.deep.equal({ song: next, problems: [], questions: [] });
    });
  }

  it('an empty bar in a row of lines takes the line away then, and leaves the grips beside it', () => {
    const text = `title: Twice
== Verse == x2
chords        | A5 |
guitar1       | 577xxx |
guitar1 hits  | O------- |
guitar1 line  | . . 5@4 7@4 |
-- pass 2: bar 1 --
guitar1 line  | |
guitar1 hits  | O-MMO-MM |
`;
    const { song: read, problems } = readChart(text);
    expect(problems).to.deep.equal([]);
    expect(bars(read, 1)[0]!.lines?.guitar1).to.have.length(2);
    expect(bars(read, 2)[0]!.lines?.guitar1).to.equal(undefined);
    expect(bars(read, 2)[0]!.hits.guitar1).to.equal('O-MMO-MM');
    expect(readChart(writeChart(read)).song).to.deep.equal(read);
  });

  it('what is kept beside a bar is found and takes its place where bars before it are left out', () => {
    const text = `title: Short
== Verse == x2
chords        | Dm | Bb | C |
bass          | x5xx | x1xx | x3xx |
`;
    const out = applyEdit(readChart(text).song, {
      kind: 'leaveOut',
      section: 'Verse',
      pass: 2,
      fromBar: 0,
      bars: 1,
    });
    const kept = { cells: [{ at: 0, push: 0 as const, cell: cell('x6xx', 4) }], hits: null, line: null };
    // The second bar of the second time is the third one written.
    const here = { section: 'Verse', pass: 2, bar: 1, player: 'bass' } as const;
    const beside = applyEdit(out, { kind: 'setBeside', change: { ...here, parts: [kept] } });
    const now = { cells: bars(beside, 2)[1]!.cells.bass, hits: null, line: null };
    const swapped = applyEdit(beside, { kind: 'swapBeside', change: { ...here, index: 0, now } });
    expect(bars(swapped, 2)[1]!.cells.bass).to.deep.equal(kept.cells);
    expect(bars(swapped, 2)[1]!.beside?.bass).to.deep.equal([now]);
    expect(bars(swapped, 1)).to.deep.equal(bars(out, 1));
  });

  it('a first time is never asked about, nor what is played once', () => {
    for (const edit of Object.values(EDITS)) expect(firstDifference(song, forEveryPass(edit))).to.equal(null);
  });

  it('law: hits of a later pass leave every other pass as it was', () => {
    fc.assert(
      fc.property(
        anySong,
        fc.integer({ min: 2, max: 4 }),
        fc.constantFrom<Player>('guitar1', 'guitar2', 'bass'),
        (made, pass, player) => {
          const entry = made.form[0]!;
          fc.pre(pass <= entry.times);
          const change = { section: 'Verse', pass, times: entry.times, bar: 0, player, hits: 'MMMMMMMM' };
          const next = applyEdit(made, { kind: 'setHits', changes: [change] });
          for (let other = 1; other <= entry.times; other += 1) {
            if (other !== pass) expect(bars(next, other)).to.deep.equal(bars(made, other));
          }
          const { song: read, problems } = readChart(writeChart(next));
          expect(problems).to.deep.equal([]);
          expect(bars(read, pass)).to.deep.equal(bars(next, pass));
        },
      ),
      { seed: SEED, numRuns: 150 },
    );
  });
});

describe('a section that comes back', () => {
  // The third entry of the form is the verse again, twice through, with a last bar of its own the last time.
  const { song } = readChart(`${CHART}-- last pass: bar 3 --
chords        | G |
== Turn ==
chords        | A |
== Verse == x2
`);
  const played = (of: Song, entry: number, pass: number) => barsOnPass(unfold(of)[entry]!.section, pass);
  const FIRST = forEveryPass;
  for (const [name, edit] of Object.entries(EDITS)) {
    it(`${name} is changed there alone, on all its passes, or everywhere`, () => {
      const back = inPlaying(FIRST(edit), 2);
      expect(firstDifference(song, back)).to.deep.equal({ section: 'Verse', pass: 1, entry: 2 });
      expect(firstDifference(song, inPlaying(FIRST(edit), 0)), 'the first time it comes').to.equal(null);
      const here = applyEdit(song, onlyHere(back, 2));
      for (const pass of [1, 2, 3]) expect(played(here, 0, pass)).to.deep.equal(played(song, 0, pass));
      for (const pass of [1, 2]) {
        expect(played(here, 2, pass)[0]).to.not.deep.equal(played(song, 2, pass)[0]);
        expect(played(here, 2, pass).slice(1)).to.deep.equal(played(song, 2, pass).slice(1));
      }
      expect(firstDifference(here, back), 'asked once').to.equal(null);
      expect(applyEdit(here, back), 'and changed there from then on').to.deep.equal(here);
      const text = writeChart(here);
      expect(text).to.match(/== Verse == x2\n-- bar 1 --\n/);
      expect(readChart(text)).to.deep.equal({ song: here, problems: [], questions: [] });
      // Said for everywhere, it is changed where the section is written.
      const every = applyEdit(song, back);
      for (const entry of [0, 2]) expect(played(every, entry, 1)[0]).to.deep.equal(played(here, 2, 1)[0]);
    });
  }

  it('on a later pass: of the playing alone, or asked on as a pass', () => {
    const edit: Edit = {
      kind: 'setHits',
      changes: [{ section: 'Verse', pass: 2, times: 2, entry: 2, bar: 0, player: 'bass', hits: 'MMMMMMMM' }],
    };
    expect(firstDifference(song, edit)).to.deep.equal({ section: 'Verse', pass: 2, entry: 2 });
    expect(passDifference(song, edit)).to.deep.equal(null);
    const here = applyEdit(song, onlyHere(edit, 2));
    expect([1, 2].map((pass) => played(here, 2, pass)[0]!.hits.bass)).to.deep.equal([null, 'MMMMMMMM']);
    expect(played(here, 0, 2)).to.deep.equal(played(song, 0, 2));
    expect(readChart(writeChart(here)).song).to.deep.equal(here);
    const plain = readChart(`${CHART}== Turn ==\nchords | A |\n== Verse == x2\n`).song;
    expect(passDifference(plain, edit)).to.deep.equal({ section: 'Verse', pass: 2, entry: null });
  });

  it('several bars at once each become its own', () => {
    const [one, two] = [0, 1].map((bar): Edit => ({
      kind: 'setHits',
      changes: [{ section: 'Verse', pass: 1, times: 2, entry: 2, bar, player: 'bass', hits: 'MMMMMMMM' }],
    }));
    const here = applyEdit(song, onlyHere({ kind: 'together', edits: [one!, two!] }, 2));
    expect(played(here, 2, 1).map((bar) => bar.hits.bass)).to.deep.equal(['MMMMMMMM', 'MMMMMMMM', null]);
    expect(played(here, 0, 1)).to.deep.equal(played(song, 0, 1));
    expect(readChart(writeChart(here)).song).to.deep.equal(here);
  });
});

import { expect } from 'chai';
import fc from 'fast-check';
import { song as anySong, SEED } from '../../../test/generators';
import { PLAYERS, type Cell } from '../form/index';
import { readChart, writeChart } from '../formats/index';
import { applyEdit, mergeSongs, readSong, saveSong, type Edit, type Song } from './index';

const TEXT = `title: Low Harbour
key: Am
== Verse == x2
chords | Am | F | C | G |
guitar1 | x02xxx | 133xxx | x32xxx | 355xxx |
bass | x0xx | 1xxx | x3xx | 3xxx |
-- pass 2: bar 4 --
guitar1 hits | OOOOOOOO |

== Chorus ==
chords | F | G |
`;
const base = readChart(TEXT).song;
const changed = (text: string, from: string, to: string) => {
  const next = readChart(text.replace(from, to));
  expect(next.problems, to).to.deep.equal([]);
  return next.song;
};
const rest = (bar: number, player: (typeof PLAYERS)[number] = 'bass'): Edit => ({
  kind: 'setCells',
  changes: [
    {
      at: { section: 'Verse', pass: 1, player, bar, index: 0 },
      cell: { kind: 'rest', locked: false, guess: false },
    },
  ],
});

describe('merging two sides of a song', () => {
  it('joins changes of different bars without a question, and says what came', () => {
    const mine = applyEdit(base, rest(0));
    const theirs = applyEdit(base, rest(2));
    const { song, clashes, taken } = mergeSongs(base, { mine, theirs });
    expect(clashes).to.deep.equal([]);
    expect(taken).to.deep.equal(['Verse, bar 3']);
    expect(writeChart(song)).to.equal(writeChart(applyEdit(mine, rest(2))));
  });

  it('asks where both changed one bar, naming what each says there', () => {
    const mine = applyEdit(base, rest(0));
    const theirs = changed(TEXT, 'bass | x0xx', 'bass | 5xxx');
    const { song, clashes } = mergeSongs(base, { mine, theirs });
    expect(clashes).to.deep.equal([
      { id: 'Verse bar 1', words: 'Verse, bar 1', mine: 'Bass r', theirs: 'Bass 5xxx' },
    ]);
    expect(song).to.deep.equal(mine);
    expect(mergeSongs(base, { mine, theirs }, () => 'theirs').song).to.deep.equal(theirs);
  });

  for (const [what, from, to, id] of [
    ['key', 'key: Am', 'key: Em', 'key'],
    ['how a section is played', '== Verse == x2', '== Verse == x3', 'form 0'],
    ['a pass', 'hits | OOOOOOOO', 'hits | M-M-M-M-', 'Verse pass 2 bar 4'],
    ['a section that goes', '\n== Chorus ==\nchords | F | G |\n', '', 'Chorus'],
    ['a section that grows', 'chords | F | G |', 'chords | F | G | Am |', 'Chorus bars'],
  ] as const) {
    it(`takes over what only the other side changed: ${what}`, () => {
      const theirs = changed(TEXT, from, to);
      const { song, clashes } = mergeSongs(base, { mine: applyEdit(base, rest(1)), theirs });
      expect(clashes).to.deep.equal([]);
      expect(writeChart(song)).to.equal(writeChart(applyEdit(theirs, rest(1))));
      const mine =
        id === 'Chorus'
          ? changed(TEXT, '| F | G |', '| F | C |')
          : id.startsWith('form')
            ? changed(TEXT, 'x2', 'x4')
            : null;
      if (mine) expect(mergeSongs(base, { mine, theirs }).clashes.map((c) => c.id)).to.include(id);
    });
  }

  it('makes one place of everything where the parts would be no song', () => {
    const open = TEXT.replace('bass | x0xx | 1xxx | x3xx | 3xxx |\n', '');
    const from = readChart(open).song;
    const mine = changed(open, 'key: Am', 'key: Am\nbass: tuning B E A D G');
    const theirs = changed(open, '-- pass 2', 'bass | x0xx | 1xxx | ? | ? |\n-- pass 2');
    const { clashes, song } = mergeSongs(from, { mine, theirs });
    expect(clashes.map((c) => c.id)).to.deep.equal(['everything']);
    expect(song).to.equal(mine);
  });

  it('keeps what either side kept, and lets go what either let go', () => {
    const keep = (bar: number): Edit => ({
      kind: 'keep',
      finding: {
        section: 'Verse',
        pass: null,
        bar,
        beat: null,
        kind: 'rub',
        players: ['bass'],
        notes: [],
        reason: 'so',
      },
    });
    const both = applyEdit(base, keep(1));
    const mine = applyEdit(both, keep(2));
    const { kept: _kept, ...rest1 } = both;
    const theirs = { ...rest1, kept: [] };
    expect(mergeSongs(both, { mine, theirs }).song.kept.map((k) => k.bar)).to.deep.equal([2]);
    expect(mergeSongs(both, { mine: theirs, theirs: mine }).song.kept.map((k) => k.bar)).to.deep.equal([2]);
  });

  it('law: with one side unchanged it is the other side, both ways; merging oneself changes nothing', () => {
    fc.assert(
      fc.property(anySong, anySong, (a, b) => {
        const of = (song: Song) => JSON.stringify(saveSong(readBack(song)));
        const [x, y] = [readBack(a), readBack(b)];
        expect(mergeSongs(x, { mine: x, theirs: y }).clashes).to.deep.equal([]);
        expect(of(mergeSongs(x, { mine: y, theirs: x }).song)).to.equal(of(y));
        expect(mergeSongs(x, { mine: y, theirs: y }).song).to.deep.equal(y);
      }),
      { seed: SEED, numRuns: 30 },
    );
  });

  it('law: edits of two different bars commute with merging', () => {
    const cell = fc.constantFrom<Cell>(
      { kind: 'rest', locked: true, guess: false },
      { kind: 'rest', locked: false, guess: true },
      { kind: 'open' },
    );
    const one = fc.record({ bar: fc.nat(3), player: fc.constantFrom(...PLAYERS), cell });
    fc.assert(
      fc.property(one, one, (a, b) => {
        fc.pre(a.bar !== b.bar);
        const edit = (e: typeof a): Edit => ({
          kind: 'setCells',
          changes: [
            { at: { section: 'Verse', pass: 1, player: e.player, bar: e.bar, index: 0 }, cell: e.cell },
          ],
        });
        const mine = applyEdit(base, edit(a));
        const theirs = applyEdit(base, edit(b));
        const { song, clashes } = mergeSongs(base, { mine, theirs });
        expect(clashes).to.deep.equal([]);
        expect(song.sections).to.deep.equal(applyEdit(mine, edit(b)).sections);
      }),
      { seed: SEED, numRuns: 60 },
    );
  });
});

function readBack(song: Song): Song {
  const read = readSong(JSON.parse(JSON.stringify(saveSong(song))));
  if (!read.ok) throw new Error(read.error[0]!.message);
  return read.value;
}

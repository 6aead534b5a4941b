import { expect } from 'chai';
import fc from 'fast-check';
import { SEED, song as anySong } from '../../../test/generators';
import { readChart, writeChart } from '../formats/index';
import { PLAYERS } from '../form/index';
import { applyEdit, saveSong, readSong, type Song } from './index';

const song = (text: string): Song => {
  const { song: read, problems } = readChart(text);
  expect(problems).to.deep.equal([]);
  return read;
};
const reopened = (s: Song) => applyEdit(s, { kind: 'reopen', section: null });
const starts = (s: Song, player: (typeof PLAYERS)[number]) =>
  s.sections[0]!.bars.map((bar) => bar.cells[player].map((c) => c.at));

describe('reopening a section', () => {
  it('asks who rested through several chords for each of them, on a later pass too', () => {
    const s = song(`key: A
== Verse == x2
chords | A | F#m . D . | E |
guitar1 | x02220 | . | 022100 |
guitar2 | r | . | . |
bass | r! | . | . |
-- pass 2: bar 1-2 --
guitar2 | 577xxx | r |
`);
    const open = reopened(s);
    expect(starts(open, 'guitar2')).to.deep.equal([[0], [0, 1920], [0]]);
    // A grip that is held goes on being held, and what is locked stays as it is.
    expect(starts(open, 'guitar1')).to.deep.equal([[0], [], [0]]);
    expect(starts(open, 'bass')).to.deep.equal([[0], [], []]);
    const variant = open.sections[0]!.variants[0]!;
    expect(variant.bars.map((bar) => bar.cells!.guitar2!.map((c) => c.at))).to.deep.equal([[0], [0, 1920]]);
  });

  it('law: nothing free stays, nothing locked changes, and it is read back the same', () => {
    fc.assert(
      fc.property(anySong, (any) => {
        const read = readSong(JSON.parse(JSON.stringify(saveSong(any))));
        if (!read.ok) return;
        const open = reopened(read.value);
        for (const [i, section] of open.sections.entries()) {
          for (const [b, bar] of section.bars.entries()) {
            for (const player of PLAYERS) {
              const free = bar.cells[player].filter((c) => c.cell.kind !== 'open' && !c.cell.locked);
              expect(free).to.deep.equal([]);
              const locked = (of: typeof bar) =>
                of.cells[player].filter((c) => c.cell.kind !== 'open' && c.cell.locked);
              expect(locked(bar)).to.deep.equal(locked(read.value.sections[i]!.bars[b]!));
            }
          }
        }
        const text = writeChart(open);
        expect(writeChart(readChart(text).song)).to.equal(text);
      }),
      { seed: SEED, numRuns: 80 },
    );
  });
});

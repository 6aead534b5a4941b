import { expect } from 'chai';
import fc from 'fast-check';
import { SEED, song as anySong } from '../../../test/generators';
import { readChart } from '../formats/index';
import { unfold } from '../song/index';
import { sectionOverview, songOverview, songWords } from './overview';

const TEXT = `key: Dm
guitar1: gain 7
voice: A3-D5
== Verse == x2
chords | Dm | Bb | F | C |
voice | ~~~~~~~~ | ~~~~.... | ........ | ........ |
guitar1 | x577xx | x133xx | 133xxx | x355xx |
guitar1 hits | O-O-O-O- | % | O------- | O-O-X... |
guitar2 | xxx765 | x133xx | 133xxx | xxx553 |
guitar2 hits | O---O--- | % | O------- | O-O-X... |
bass | x5xx | x1xx | 1xxx | x3xx |
bass hits | O-O-O-O- | % | O------- | O-O-X... |
`;
const song = () => readChart(TEXT).song;

describe('how the parts share a song', () => {
  it('measures registers, doubling, thirds, strokes, stops and holes', () => {
    const of = sectionOverview(song(), unfold(song())[0]!);
    expect(of.registers.bass).to.deep.equal({ low: 29, high: 38 });
    expect(of.registers.guitar1).to.deep.equal({ low: 41, high: 62 });
    expect(of.doubling).to.be.closeTo(0.5, 1e-9); // bars 2 and 3 of 4
    expect(of.thirds.guitar2).to.be.closeTo(0.5, 1e-9); // Dm and C
    expect(of.thirds.nobody).to.be.closeTo(0.5, 1e-9);
    expect(of.strokesPerBar.bass).to.equal((4 + 4 + 1 + 3) / 4);
    expect(of.cleanStops).to.equal(1);
    expect(of.holes).to.deep.equal([{ section: 'Verse', bar: 3, beat: 2, beats: 3 }]);
  });

  it('counts every pass for the song and says it in sentences', () => {
    expect(songOverview(song()).bars).to.equal(8);
    const words = songWords(song());
    expect(words.join(' ')).to.include('The third: Guitar 2 50%, no one 50%.');
    expect(words.join(' ')).to.include('Room for a fill: Verse bar 3 from beat 2.');
    expect(words.join(' ')).to.include('2 clean stops that all make together.');
  });

  it('law: shares are shares, and the words never say NaN', () => {
    fc.assert(
      fc.property(anySong, (s) => {
        const of = songOverview(s);
        for (const share of [of.doubling, ...Object.values(of.thirds)])
          expect(share).to.be.within(0, 1 + 1e-9);
        for (const words of songWords(s)) expect(words).to.not.match(/NaN|undefined|null|Infinity/);
      }),
      { seed: SEED, numRuns: 40 },
    );
  });
});

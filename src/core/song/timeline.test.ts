import { expect } from 'chai';
import fc from 'fast-check';
import { SEED, song as anySong } from '../../../test/generators';
import { readChart } from '../formats/index';
import { noteName, parseKey } from '../pitch/index';
import { songLength, timelineFrom, unfold } from './index';

const TEXT = `title: Clock
key: Em
tempo: 120
== A == x2; swing 62%
chords       | Em | C |
guitar1      | 022xxx | x355xx |
guitar1 hits | OOM-X... | 5------- |
bass         | 0xxx | x3xx |
== B == tempo 60
chords       | G |
bass         | 3xxx |
`;

describe('a song in time', () => {
  const { song, problems } = readChart(TEXT);
  const inKey = parseKey('Em');

  it('stands in seconds, each pass in its tempo and swing', () => {
    expect(problems).to.deep.equal([]);
    const { strokes, moments, seconds } = timelineFrom(song, { playing: 0, pass: 1, moment: 0 });
    // Two bars of 4/4 at 120 twice: 8 s; one bar at 60: 4 s.
    expect(seconds).to.be.closeTo(12, 1e-9);
    expect(moments.map((m) => [m.at, m.place.playing, m.place.pass, m.place.moment])).to.deep.equal([
      [0, 0, 1, 0],
      [2, 0, 1, 1],
      [4, 0, 2, 0],
      [6, 0, 2, 1],
      [8, 1, 1, 0],
    ]);
    const guitar = strokes.filter((s) => s.player === 'guitar1').slice(0, 5);
    // An eighth swung at 62% comes 0.31 s after the beat.
    expect(guitar.map((s) => Math.round(s.at * 1000))).to.deep.equal([0, 310, 500, 1000, 2000]);
    expect(guitar.map((s) => s.kind)).to.deep.equal(['ring', 'ring', 'mute', 'dead', 'ring']);
    const names = guitar.map((s) => s.pitches.map((p) => inKey.ok && noteName(p, inKey.value)).join(' '));
    expect(names).to.deep.equal(['E2 B2 E3', 'E2 B2 E3', 'E2 B2 E3', '', 'C3']);
  });

  it('begins at any moment and counts from there', () => {
    const { moments, seconds } = timelineFrom(song, { playing: 0, pass: 2, moment: 1 });
    expect(moments.map((m) => m.at)).to.deep.equal([0, 2]);
    expect(seconds).to.be.closeTo(6, 1e-9);
  });

  it('law: from the beginning it lasts as long as the song, and nothing sounds outside it', () => {
    fc.assert(
      fc.property(anySong, (any) => {
        const { strokes, moments, seconds } = timelineFrom(any, { playing: 0, pass: 1, moment: 0 });
        expect(seconds).to.be.closeTo(songLength(any).seconds, 1e-6);
        moments.forEach((m, i) => {
          if (i > 0) expect(m.at).to.be.greaterThan(moments[i - 1]!.at);
          expect(unfold(any)[m.place.playing]!.entry.times).to.be.at.least(m.place.pass);
        });
        for (const s of strokes) {
          expect(s.at).to.be.at.least(0);
          expect(s.at).to.be.below(seconds + 1e-6);
          expect(s.seconds).to.be.at.least(0);
        }
      }),
      { seed: SEED, numRuns: 60 },
    );
  });
});

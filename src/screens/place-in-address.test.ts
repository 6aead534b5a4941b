import { expect } from 'chai';
import fc from 'fast-check';
import { readChart } from '../core/formats/index';
import { momentsOf, unfold } from '../core/song/index';
import { placeOfQuery, placeQuery } from './place-in-address';

const SONG = readChart(
  [
    '== Verse & more == x2',
    'chords | Am F | G | C |',
    '== Chorus ==',
    'chords | F | G |',
    '== Verse & more ==',
    '== Chorus == x3',
  ].join('\n'),
).song;
const at = (playing: number, pass: number, moment: number) => ({
  playing,
  pass,
  moment,
  player: 'bass' as const,
});
const read = (query: string) => placeOfQuery(SONG, new URLSearchParams(query));

describe('a place in the address', () => {
  it('says section, which of its kind, which time, and bar', () => {
    expect(placeQuery(SONG, at(0, 1, 0))).to.equal('section=Verse+%26+more&bar=1');
    expect(placeQuery(SONG, at(0, 2, 2))).to.equal('section=Verse+%26+more&time=2&bar=2');
    expect(placeQuery(SONG, at(3, 3, 1))).to.equal('section=Chorus&nth=2&time=3&bar=2');
  });

  it('leads there, and as near as the song still has it', () => {
    expect(read('section=Chorus&nth=2&time=3&bar=2')).to.deep.equal({ playing: 3, pass: 3, moment: 1 });
    expect(read('section=Chorus&nth=9&time=9&bar=99')).to.deep.equal({ playing: 3, pass: 3, moment: 1 });
    expect(read('section=Chorus&nth=-1&time=x&bar=0.5')).to.deep.equal({ playing: 1, pass: 1, moment: 0 });
    for (const none of ['', 'bar=3', 'section=Bridge&bar=1']) expect(read(none), none).to.equal(null);
  });

  it('there and back is the same bar, wherever one is', () => {
    const places = unfold(SONG).flatMap((playing, p) =>
      Array.from({ length: playing.entry.times }, (_, pass) =>
        momentsOf(playing.section, { pass: pass + 1, meter: playing.meter }).map((m, i) => ({
          bar: m.bar,
          selection: at(p, pass + 1, i),
        })),
      ).flat(),
    );
    fc.assert(
      fc.property(fc.constantFrom(...places), ({ bar, selection }) => {
        const back = read(placeQuery(SONG, selection))!;
        expect([back.playing, back.pass]).to.deep.equal([selection.playing, selection.pass]);
        const { section, meter } = unfold(SONG)[back.playing]!;
        expect(momentsOf(section, { pass: back.pass, meter })[back.moment]!.bar).to.equal(bar);
      }),
      { seed: 18 },
    );
  });
});

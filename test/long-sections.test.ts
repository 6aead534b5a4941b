import { expect } from 'chai';
import { songFindings } from '../src/core/clash/index';
import { readChart } from '../src/core/formats/index';
import { applyEdit, type Song } from '../src/core/song/index';
import { demoTexts } from './fuzz/corpus';

/** A demo song's first sections as one section, over and over, so that it is judged in stretches. */
function long(song: Song, repeats: number): Song {
  const meter = JSON.stringify(song.sections[0]!.meter ?? song.meter);
  const plain = song.sections.filter(
    (s) => JSON.stringify(s.meter ?? song.meter) === meter && s.swing === undefined && s.hands === undefined,
  );
  const bars = plain.flatMap((s) => s.bars);
  const all = Array.from({ length: repeats }, () => bars.map((b) => ({ ...b }))).flat();
  const section = { name: 'All', bars: all, variants: [], wishes: [] };
  return {
    ...song,
    sections: [section],
    form: [{ section: 'All', times: 1, plan: null, key: null }],
    kept: [],
  };
}

const said = (song: Song, from: number, to: number, by: number) =>
  songFindings(song)
    .filter((f) => f.bar > from && f.bar <= to && f.kind !== 'doubling')
    .map((f) => `${f.bar - by} ${f.beat} ${f.kind} ${f.level} ${f.players.join()} ${f.notes.join()}`)
    .sort();

describe('long sections, judged in stretches', () => {
  for (const [name, text] of demoTexts()) {
    it(`${name}: the same is said of the same bars as in a section that is judged as one`, () => {
      const { song } = readChart(text);
      const count = long(song, 1).sections[0]!.bars.length;
      const whole = long(song, Math.floor(90 / count));
      const stretched = long(song, Math.ceil(400 / count));
      // From the second round on, a round stands between the same neighbours in both.
      const once = said(whole, count, 2 * count, count);
      expect(once.length).to.be.greaterThan(0);
      for (let round = 1; round < Math.floor(400 / count); round += 1) {
        const at = round * count;
        expect(said(stretched, at, at + count, at), `round ${round}`).to.deep.equal(once);
      }
    });
  }

  it('a change of one bar is judged with its neighbours only, and everything else stays the same object', () => {
    const song = long(readChart(demoTexts()[3]![1]).song, 40);
    const before = new Set(songFindings(song).map((f) => f.text + f.bar));
    const hits = { section: 'All', pass: 1, bar: 50, player: 'guitar2', hits: 'O-O-O-O-' } as const;
    const next = applyEdit(song, { kind: 'setHits', changes: [hits] });
    const far = songFindings(next).filter((f) => Math.abs(f.bar - 51) > 40);
    expect(far.length).to.be.greaterThan(20);
    for (const f of far) expect(before.has(f.text + f.bar), `${f.bar} ${f.text}`).to.equal(true);
  });
});

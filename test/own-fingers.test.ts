import { expect } from 'chai';
import { songCauses } from '../src/core/clash/index';
import { formatCell, type Cell } from '../src/core/form/index';
import { readChart, writeChart } from '../src/core/formats/index';
import { sheetOf, sheetText } from '../src/core/sheet/index';
import { applyEdit, readSong, refitSong, saveSong, type Song } from '../src/core/song/index';
import { curesFor } from '../src/core/offers/index';

const chart = (rows: string, head = '') => {
  const read = readChart(`key: G\ntempo: 100\n${head}== A ==\n${rows}`);
  return { song: read.song, said: read.problems.map((p) => `${p.line}:${p.column} ${p.message}`) };
};
const first = (song: Song): Cell => song.sections[0]!.bars[0]!.cells.guitar1[0]!.cell;

// A fingering of one's own (common practice: the index stays free, the thumb takes the low note).
describe("a fingering of one's own", () => {
  it('is written after the grip and read back, in chart and song file', () => {
    const { song, said } = chart('chords | G | C |\nguitar1 | 320003(324)!~ | x32010(432) |\n');
    expect(said).to.deep.equal([]);
    expect(formatCell(first(song))).to.equal('320003(324)!~');
    expect(writeChart(song)).to.include('| 320003(324)!~ | x32010(432)');
    const again = readSong(JSON.parse(JSON.stringify(saveSong(song))));
    expect(again.ok && formatCell(first(again.value))).to.equal('320003(324)!~');
  });

  it('is refused at its place with what was expected', () => {
    const { said } = chart('chords | G |\nguitar1 | 320003(11) |\n');
    expect(said).to.have.length(1);
    expect(said[0]).to.match(/^5:11 .*320003 frets 3 strings, so 3 fingers are named/);
  });

  it('is what the reach is judged by, and the usual fingers are a way out', () => {
    const { song } = chart(
      'chords | G |\nguitar1 | 3x0033(1333) |\nguitar2 | r |\nbass | 3xxx |\n'.replace('1333', '134'),
    );
    expect(songCauses(song).filter((f) => f.kind === 'reach')).to.deep.equal([]);
    const wide = chart('chords | F |\nguitar1 | 1-x-x-4-x-x(12) |\nguitar2 | r |\nbass | 1xxx |\n').song;
    const found = songCauses(wide).find((f) => f.kind === 'reach')!;
    expect(found.level).to.equal('clash');
    expect(found.text).to.include('with your fingers 12');
    const cures = curesFor(wide, found);
    const usual = cures.find((cure) => cure.words.includes('the usual fingers'))!;
    const cured = applyEdit(wide, usual.edit);
    expect(formatCell(first(cured))).to.equal('1xx4xx');
    expect(songCauses(cured).filter((f) => f.kind === 'reach')).to.deep.equal([]);
  });

  it('stands on the sheet and in the text tab', () => {
    const { song } = chart('chords | G | C |\nguitar1 | 320003(324) | x32010 |\n');
    const sheet = sheetOf(song, 'guitar1');
    expect(sheet.parts[0]!.bars[0]!.cells[0]!.fingers).to.deep.equal([3, 2, null, null, null, 4]);
    expect(sheet.parts[0]!.bars[1]!.cells[0]!.fingers).to.equal(null);
    expect(sheetText(sheet)).to.include('bar 1: 320003 with fingers 324');
  });

  it('slides along with the shape, and is let go where the grip becomes another one', () => {
    const { song } = chart('chords | G | C |\nguitar1 | 355433(134211) | x32010(432) |\n');
    const players = song.players;
    const up = refitSong(song, { players, key: 'A', keep: 'pitches' });
    const cells = up.song.sections[0]!.bars.map((bar) => formatCell(bar.cells.guitar1[0]!.cell));
    expect(cells[0]).to.equal('577655(134211)');
    expect(cells[1]).to.not.include('(');
  });
});

import { expect } from 'chai';
import { readChart, writeChart } from '../src/core/formats/index';
import { songFindings } from '../src/core/clash/index';
import { sheetOf, sheetText } from '../src/core/sheet/index';
import { readSong, saveSong, strikesOf } from '../src/core/song/index';
import { COMMON_TIME } from '../src/core/time/index';
import { REAL_BARS } from './real-bars';

describe('bars as players write them', () => {
  it('are forty', () => {
    expect(REAL_BARS).to.have.length(40);
    expect(new Set(REAL_BARS.map((b) => b.rows)).size).to.equal(40);
  });

  for (const { what, rows, chords = 'A5', player = 'guitar1', beats, asked } of REAL_BARS) {
    it(what, () => {
      const text = `title: One bar\nkey: A\n== Part ==\nchords | ${chords} |\n${rows}\n`;
      const { song, problems, questions } = readChart(text);
      expect(problems).to.deep.equal([]);
      expect(questions.map((q) => q.message).join()).to.include(asked ?? '');
      expect(questions).to.have.length(asked === undefined ? 0 : 1);
      const strikes = strikesOf(song.sections[0]!.bars, COMMON_TIME)[player];
      const begun = [...new Set(strikes.map((s) => Math.round((s.at / 960 + 1) * 1000) / 1000))];
      expect(begun).to.deep.equal(beats);
      const hand = songFindings(song).filter((f) => ['reach', 'range', 'empty-string'].includes(f.kind));
      expect(hand.map((f) => f.text)).to.deep.equal([]);
      const written = writeChart(song);
      const again = readChart(written);
      expect(again).to.deep.equal({ song, problems: [], questions: again.questions });
      expect(writeChart(again.song)).to.equal(written);
      const read = readSong(JSON.parse(JSON.stringify(saveSong(song))));
      expect(read.ok && read.value).to.deep.equal(song);
      expect(sheetText(sheetOf(song, player))).to.include('Part');
    });
  }
});

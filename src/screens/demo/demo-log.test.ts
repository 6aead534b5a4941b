import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import { readChart, writeChart } from '../../core/formats/index';
import { practiceFor, progressOf } from '../../core/log/index';
import { readSong, saveSong, takenBack } from '../../core/song/index';
import { withDemoLog } from './demo-log';

const TEXT = readFileSync(new URL('../../../demo/nine-minute-bus.txt', import.meta.url), 'utf8');
const NOW = Date.UTC(2026, 10, 28, 12);

describe('the log of the demo band', () => {
  const song = withDemoLog(TEXT, NOW);

  it('changes nothing in the song and is kept in its file', () => {
    expect(writeChart(song)).to.equal(writeChart(readChart(TEXT).song));
    const read = readSong(JSON.parse(JSON.stringify(saveSong(song))));
    expect(read.ok && read.value.log).to.deep.equal(song.log);
  });

  it('each decision replaced something and can be taken back', () => {
    expect(song.log!.decisions).to.have.length(3);
    for (const decision of song.log!.decisions) {
      expect(decision.was, decision.words).to.not.deep.equal([]);
      expect(takenBack(song, decision).ok, decision.words).to.equal(true);
    }
  });

  it('three weeks of rehearsals say what to do tonight: what failed, then what is near', () => {
    expect(song.log!.rehearsals.map((r) => r.date)).to.deep.equal(['2026-11-08', '2026-11-15', '2026-11-22']);
    expect(progressOf(song).map((p) => [p.section, p.into, p.days.length])).to.deep.equal([
      ['Riff', null, 3],
      ['Verse', null, 3],
      ['Chorus', null, 3],
      ['Riff', 'Verse', 2],
    ]);
    const why = new Set(practiceFor(song).map((p) => p.why));
    expect([...why]).to.include.members(['failed', 'near']);
  });
});

import { expect } from 'chai';
import fc from 'fast-check';
import { readAny, readChart, SONG_KINDS, songAs } from '../../src/core/formats/index';
import { takenIn, takesPart, validateStorable, type Song, type TakeIn } from '../../src/core/song/index';
import { song as anySong, SEED } from '../generators';
import { CHARTS } from './corpus';
import { songsIn, spoiledFile } from './intake';
import { goWholeWay, writeAndRead } from './whole-way';

/** What a song file would not give back, in words; null where it gives the same song. */
function wrongWith(song: Song): string | null {
  const stored = validateStorable(song);
  return stored.ok ? null : `${stored.error[0]!.path} ${stored.error[0]!.message}`;
}

describe('what comes from outside', function () {
  this.timeout(300_000);

  it('law: every file of every kind, spoiled, gives songs that can be stored and opened again', () => {
    let songs = 0;
    fc.assert(
      fc.property(spoiledFile, (sent) => {
        for (const song of songsIn(sent)) {
          songs += 1;
          expect(wrongWith(song), sent.name).to.equal(null);
          writeAndRead(song);
          if (songs % 20 !== 0) continue;
          goWholeWay(song, { splitSteps: songs % 100 === 0 ? 40 : 0, offers: 0 });
          for (const kind of SONG_KINDS) songAs(song, kind);
        }
      }),
      { seed: SEED, numRuns: 300, endOnFailure: true },
    );
    expect(songs, 'songs that were read').to.be.greaterThan(150);
  });

  it('law: a song, or a part of it, put into another one leaves a song that can be stored', () => {
    const any = fc.oneof(
      anySong,
      fc.constantFrom(...CHARTS).map((chart) => readChart(chart).song),
    );
    fc.assert(
      fc.property(any, any, (into, from) => {
        const section = into.sections[0]!.name;
        const ways: TakeIn[] = [{ how: 'behind' }, { how: 'section', section }];
        for (const where of ways) expect(wrongWith(takenIn(into, from, where)), where.how).to.equal(null);
      }),
      { seed: SEED, numRuns: 60, endOnFailure: true },
    );
  });

  it('pinned: a part in another metre fits no section', () => {
    const into = readChart('== A ==\nchords | Dm | G |\n').song;
    const from = readChart('meter: 6/8\n== B ==\nchords | Am |\nbass | 0xxx . 3xxx |\n').song;
    expect(takesPart(into, from, 'A')).to.equal(false);
    expect(() => takenIn(into, from, { how: 'part', section: 'A', player: 'bass' })).to.throw(RangeError);
  });

  it('pinned: a section that is played no times is asked about, and leaves no entry', () => {
    const { song, questions } = readAny('Verse: Am F C G\nOutro: repeat verse x0');
    expect(song.form.map((e) => e.times)).to.deep.equal([1]);
    expect(questions.map((q) => q.message).join()).to.include('x0');
    expect(wrongWith(song)).to.equal(null);
  });

  it('pinned: four lines of bass tab and then five are one five-string bass, the notes on their strings', () => {
    const four = 'G|-----|\nD|-----|\nA|-----|\nE|-3-3-|';
    const five = 'G|-----|\nD|-----|\nA|-----|\nE|-----|\nB|-5-5-|';
    const { song, refused } = readAny(`Bass:\n${four}\n\n${five}\n`);
    expect(refused).to.equal(null);
    expect(song.players.bass.tuning).to.have.length(5);
    expect(wrongWith(song)).to.equal(null);
    const grips = song.sections[0]!.bars.map(({ cells }) => {
      const { cell } = cells.bass[0]!;
      return cell.kind === 'grip' ? cell.grip : cell.kind;
    });
    expect(grips).to.deep.equal([
      [null, 3, null, null, null],
      [5, null, null, null, null],
    ]);
  });
});

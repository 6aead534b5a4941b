import { expect } from 'chai';
import fc from 'fast-check';
import { SEED, section } from '../../test/generators';
import { readChart } from '../core/formats/index';
import { COMMON_TIME } from '../core/time/index';
import { hitMarksOf } from './hit-marks';

const marks = (rows: string) => {
  const { song, problems } = readChart(`== A ==\n${rows}`);
  expect(problems).to.deep.equal([]);
  return hitMarksOf(song.sections[0]!.bars, 'bass', song.meter).map((m) => [m.start, m.ticks, m.kind]);
};

describe('strikes of a section', () => {
  it('without hits: each grip once, ringing until the next, over bar lines too', () => {
    expect(marks('chords | Am | F |\nbass | x0xx x3xx | 1xxx |\n')).to.deep.equal([
      [0, 1920, 'ring'],
      [1920, 1920, 'ring'],
      [3840, 3840, 'ring'],
    ]);
    expect(marks('chords | Am | . |\nbass | x0xx | . |\n')).to.deep.equal([[0, 7680, 'ring']]);
  });

  it('a rest ends the sound', () => {
    expect(marks('chords | Am |\nbass | x0xx r |\n')).to.deep.equal([[0, 1920, 'ring']]);
  });

  it('with hits: what is held goes on over the bar line, silence and dead hits end it', () => {
    const rows = 'chords | Am | . |\nbass | x0xx | . |\nbass hits | ....O--- | --..M-X- |\n';
    expect(marks(rows)).to.deep.equal([
      [1920, 2880, 'ring'],
      [5760, 960, 'mute'],
      [6720, 480, 'dead'],
    ]);
  });

  it('nothing is struck where the player rests, whatever the hits say', () => {
    expect(marks('chords | Am |\nbass | r |\nbass hits | OOOOOOOO |\n')).to.deep.equal([]);
  });

  it('law: strikes never overlap and stay inside the section', () => {
    fc.assert(
      fc.property(section('A'), ({ bars }) => {
        for (const player of ['guitar1', 'guitar2', 'bass'] as const) {
          let end = 0;
          for (const mark of hitMarksOf(bars, player, COMMON_TIME)) {
            expect(mark.start).to.be.at.least(end);
            expect(mark.ticks).to.be.greaterThan(0);
            end = mark.start + mark.ticks;
          }
          expect(end).to.be.at.most(bars.length * 3840);
        }
      }),
      { seed: SEED },
    );
  });
});

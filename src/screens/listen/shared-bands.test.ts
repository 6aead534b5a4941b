import { expect } from 'chai';
import type { Bands } from '../../core/heard/index';
import { hzWords, sharedBands, sharedWords } from './shared-bands';

const HZ = [63, 80, 100, 125, 160, 200, 250];
const bands = (guitar1: number[], guitar2: number[], bass: number[]): Bands => ({
  hz: HZ,
  levels: { guitar1, guitar2, bass, drums: HZ.map(() => -40), voice: HZ.map(() => -Infinity) },
});
const SILENT = HZ.map(() => -Infinity);

describe('bands that two fill alike', () => {
  it('are where both are loud for themselves and as loud as each other', () => {
    const found = sharedBands(
      bands([-60, -50, -30, -30, -30, -32, -50], SILENT, [-28, -29, -31, -50, -29, -30, -60]),
    );
    expect(found).to.deep.equal([
      { players: ['guitar1', 'bass'], from: 2, to: 2 },
      { players: ['guitar1', 'bass'], from: 4, to: 5 },
    ]);
  });

  it('are said once for each pair, as mud where the bass is in them', () => {
    const words = sharedWords(
      bands([-60, -50, -30, -30, -30, -32, -50], SILENT, [-28, -29, -31, -50, -29, -30, -60]),
    );
    expect(words).to.deep.equal([
      'Guitar 1 and Bass fill 100 Hz and 160 Hz to 200 Hz alike: down there it gets muddy, unless one of both leaves it.',
      'Guitar 2 is silent here.',
    ]);
  });

  it('where nobody shares, that is said; what is much softer is not shared', () => {
    const words = sharedWords(
      bands(
        [-90, -90, -90, -20, -90, -90, -90],
        [-90, -90, -90, -90, -90, -20, -90],
        [-20, -90, -90, -90, -90, -90, -90],
      ),
    );
    expect(words[0]).to.include('No one fills the same bands');
    expect(hzWords(1600)).to.equal('1.6 kHz');
  });
});

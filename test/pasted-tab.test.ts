import { expect } from 'chai';
import { formatCell } from '../src/core/form/index';
import { readTab } from '../src/core/formats/index';
import { defaultBass, defaultGuitar } from '../src/core/instrument/index';
import { formatLine } from '../src/core/line/index';
import { COMMON_TIME } from '../src/core/time/index';
import { PASTED_TABS } from './pasted-tabs';

describe('text tab as people type it', () => {
  for (const { what, player, text, bars, unsure = [], words = [], tuning } of PASTED_TABS) {
    it(`reads ${what}`, () => {
      const instrument = player === 'bass' ? defaultBass() : defaultGuitar(3);
      const read = readTab(text, { instrument, meter: COMMON_TIME });
      expect(read.problems).to.deep.equal([]);
      const found = read.bars.map((bar) =>
        bar.line
          ? formatLine(bar.line, { meter: COMMON_TIME, strings: instrument.tuning.length })
          : `${bar.cells.map((c) => `${c.at}:${formatCell(c.cell)}`).join(' ')} ${bar.hits ?? ''}`,
      );
      expect(found).to.deep.equal(bars);
      const said = read.bars.flatMap((bar) => bar.unsure).join('; ');
      for (const part of unsure) expect(said).to.include(part);
      if (unsure.length === 0) expect(said).to.equal('');
      expect(read.words).to.deep.equal(words);
      expect(read.tuning?.join(' ')).to.equal(tuning);
    });
  }
});

import { expect } from 'chai';
import { runTrials } from '../../scripts/trials';

/** The short form of `npm run trials`: every kind of interruption once, as soon as the edit is said to be saved. */
describe('nothing is lost, in Chromium', function () {
  this.timeout(180_000);

  it('by kills, closes, reloads, a full storage, two tabs', async () => {
    const results = await runTrials(1, () => undefined, { abreast: 2, safeFrom: 'stored' });
    expect(results.length).to.be.greaterThan(6);
    expect(results.flatMap((r) => r.lost.map((words) => `${r.name}: ${words}`))).to.deep.equal([]);
  });
});

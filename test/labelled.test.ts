import { expect } from 'chai';
import { isHeldBack, type FindCase, type PeaceCase } from './labelled/case';
import { FIND_CASES } from './labelled/finds';
import { MORE_FINDS } from './labelled/more-finds';
import { MORE_PEACE } from './labelled/more-peace';
import { PEACE_CASES } from './labelled/peace';
import { tried } from './labelled/tried';

type Case = PeaceCase | FindCase;

/** In each list every third one is kept back. */
const ALL: readonly (readonly [Case, number])[] = [PEACE_CASES, FIND_CASES, MORE_PEACE, MORE_FINDS].flatMap(
  (list: readonly Case[]) => list.map((one, i) => [one, i] as const),
);

// Labels: common practice, each with its reason; chords and rows invented for this project.
describe('labelled pieces', () => {
  it('are many, and none is written twice', () => {
    expect(PEACE_CASES.length).to.be.at.least(120);
    expect(FIND_CASES.length).to.be.at.least(120);
    const texts = ALL.map(([one]) => `${one.head}\n${one.header}\n${one.rows}`);
    expect(new Set(texts).size).to.equal(texts.length);
  });

  for (const [one, index] of ALL) {
    if (isHeldBack(index)) continue;
    it(`${one.want === 'peace' ? 'leaves in peace' : 'finds'}, ${one.style}: ${one.why}`, () => {
      expect(tried(one).wrong).to.deep.equal([]);
    });
  }

  // Nothing was tuned by these: what they show is how much to trust the rest.
  it('agree where nothing was tuned by them', () => {
    const held = ALL.filter(([, index]) => isHeldBack(index)).map(([one]) => one);
    const right = held.filter((one) => tried(one).wrong.length === 0);
    expect(right.length / held.length).to.be.at.least(0.8);
  });

  after(() => {
    const kinds = [...new Set(ALL.map(([one]) => `${one.want} ${one.style}`))];
    const report = kinds.map((kind) => {
      const cases = ALL.filter(([one]) => `${one.want} ${one.style}` === kind);
      return `${kind} ${cases.filter(([one]) => tried(one).wrong.length === 0).length}/${cases.length}`;
    });
    // eslint-disable-next-line no-console -- the report of agreement for whoever reads the run
    console.log(`    agreement: ${report.join(', ')}`);
  });
});

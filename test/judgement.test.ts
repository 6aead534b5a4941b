import { expect } from 'chai';
import { songFindings } from '../src/core/clash/index';
import { readChart } from '../src/core/formats/index';
import type { FindingKind } from '../src/core/song/index';
import { JUDGEMENT_CASES, type JudgementCase } from './judgement-cases';

/** Kinds that are named without warning. */
const NAMED: readonly FindingKind[] = ['missing-third', 'doubling'];

function agrees(one: JudgementCase): boolean {
  const times = one.times === undefined ? '' : ` x${one.times}`;
  const { song, problems } = readChart(`key: Dm\n${one.head ?? ''}\n== A ==${times}\n${one.rows}\n`);
  expect(problems, `${one.kind}: ${one.why}`).to.deep.equal([]);
  const said = songFindings(song).some(
    (f) => f.kind === one.kind && (f.level !== 'note' || NAMED.includes(f.kind)),
  );
  return said === (one.want === 'find');
}

// Labels: common practice, each with its reason; chords and rows invented for this project.
describe('labelled judgements', () => {
  it('are many, of every kind, and balanced', () => {
    expect(JUDGEMENT_CASES.length).to.be.at.least(80);
    const finds = JUDGEMENT_CASES.filter((c) => c.want === 'find').length;
    expect(finds / JUDGEMENT_CASES.length).to.be.within(0.35, 0.65);
    const rows = JUDGEMENT_CASES.map((c) => `${c.kind} ${c.head ?? ''} ${c.rows}`);
    expect(new Set(rows).size).to.equal(rows.length);
  });

  for (const one of JUDGEMENT_CASES) {
    it(`${one.kind}: ${one.want === 'find' ? 'finds' : 'says nothing of'} ${one.why}`, () => {
      expect(agrees(one)).to.equal(true);
    });
  }

  after(() => {
    const kinds = [...new Set(JUDGEMENT_CASES.map((c) => c.kind))];
    const report = kinds.map((kind) => {
      const cases = JUDGEMENT_CASES.filter((c) => c.kind === kind);
      return `${kind} ${cases.filter(agrees).length}/${cases.length}`;
    });
    // eslint-disable-next-line no-console -- the report of agreement for whoever reads the run
    console.log(`    agreement: ${report.join(', ')}`);
  });
});

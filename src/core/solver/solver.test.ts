import { expect } from 'chai';
import loadHighs from 'highs';
import { asProgramme, chainOf } from '../../../test/solver-instances';
import { costOf, NTHS, type Chain, type Nth, type Option } from './chain';
import { Lattice, type Kept } from './lattice';
import { roughly, solve, type Solution, type SolveOptions } from './solve';
import { whatIfs } from './what-if';

function ran<T>(work: Generator<unknown, T>): T {
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}

const solved = (chain: Chain<Option>, options?: SolveOptions): Solution<Option> => ran(solve(chain, options));

/** Whether held and tied lanes have the same option throughout. */
function isAllowed({ stages, ties = [] }: Chain<Option>, chosen: Solution<Option>['chosen']): boolean {
  const holds = stages.every((stage, s) =>
    NTHS.every((lane) => !stage.held[lane] || chosen[s]![lane] === chosen[s - 1]![lane]),
  );
  return (
    holds && ties.every(({ lane, stages: tied }) => new Set(tied.map((s) => chosen[s]![lane])).size === 1)
  );
}

/** The least of every choice there is; `fixed` asks for one option in one stage. */
function bruteForce(chain: Chain<Option>, fixed?: { stage: number; lane: Nth; option: Option }): number {
  let best = Infinity;
  const walk = (chosen: (readonly [Option, Option, Option])[]) => {
    const s = chosen.length;
    if (s === chain.stages.length) {
      if (isAllowed(chain, chosen)) best = Math.min(best, costOf(chain.stages, chosen));
      return;
    }
    const list = (lane: Nth) =>
      fixed?.stage === s && fixed.lane === lane ? [fixed.option] : chain.stages[s]!.choices[lane].options;
    for (const a of list(0)) for (const b of list(1)) for (const c of list(2)) walk([...chosen, [a, b, c]]);
  };
  walk([]);
  return best;
}

/** Everything there is to choose from. */
function everything({ stages }: Chain<Option>): Kept {
  return stages.map((stage) => {
    const all = (lane: Nth) => stage.choices[lane].options.map((_, k) => k);
    return [all(0), all(1), all(2)];
  });
}

describe('the solver', () => {
  it('finds what trying every choice finds, on 30 small chains with held and tied lanes, and every regret', () => {
    for (let n = 0; n < 30; n += 1) {
      const chain = chainOf(n, { wide: 3, narrow: 2, stages: 3, holds: n % 2 === 1, ties: n % 3 > 0 });
      const best = bruteForce(chain);
      const solution = solved(chain, { slack: 1e6 });
      expect([solution.cost, solution.bound], `chain ${n}`).to.deep.equal([best, best]);
      expect(costOf(chain.stages, solution.chosen), `chain ${n}`).to.equal(best);
      expect(isAllowed(chain, solution.chosen), `chain ${n}`).to.equal(true);
      for (const lane of NTHS) {
        const found = ran(whatIfs(chain, solution, { stage: 0, lane, slack: 1e5, most: 99 }));
        for (const { option, regret, chosen } of found) {
          const with_ = bruteForce(chain, { stage: 0, lane, option });
          expect(regret + best, `chain ${n}, lane ${lane}`).to.equal(with_);
          expect(costOf(chain.stages, chosen)).to.equal(with_);
          expect(isAllowed(chain, chosen)).to.equal(true);
        }
        expect(found.length, `chain ${n}, lane ${lane}`).to.be.greaterThan(0);
      }
    }
  }).timeout(120_000);

  it('finds what the dense programme over everything finds, on 40 chains', () => {
    for (let n = 100; n < 140; n += 1) {
      const chain = chainOf(n, { wide: 14, narrow: 6, stages: 2 + (n % 4), holds: n % 2 === 1 });
      const dense = Lattice.of(chain.stages, everything(chain));
      const solution = solved(chain);
      expect([solution.cost, solution.bound], `chain ${n}`).to.deep.equal([dense.cost, dense.cost]);
    }
  }).timeout(120_000);

  it('answers every what-if within the slack as the dense programme does', () => {
    const SLACK = 300;
    for (let n = 200; n < 212; n += 1) {
      const chain = chainOf(n, { wide: 12, narrow: 5, stages: 3 });
      const dense = Lattice.of(chain.stages, everything(chain));
      const solution = solved(chain, { slack: SLACK });
      chain.stages.forEach((stage, s) => {
        for (const lane of NTHS) {
          const found = ran(whatIfs(chain, solution, { stage: s, lane, slack: SLACK, most: 99 }));
          const regrets = new Map(found.map((one) => [one.option, one.regret]));
          stage.choices[lane].options.forEach((option, k) => {
            const regret = dense.costWith(s, lane, k) - solution.cost;
            expect(regrets.get(option), `chain ${n}`).to.equal(regret <= SLACK ? regret : undefined);
          });
        }
      });
    }
  }).timeout(120_000);

  // HiGHS is a general-purpose solver for integer programmes.
  it('finds what HiGHS finds, on 60 chains, half of them with held and tied lanes', async () => {
    const highs = await loadHighs();
    for (let n = 300; n < 360; n += 1) {
      const isFree = n % 2 === 0;
      const chain = chainOf(n, { wide: 4, narrow: 3, stages: 3 + (n % 3), holds: !isFree, ties: !isFree });
      const answer = highs.solve(asProgramme(chain));
      expect(answer.Status, `chain ${n}`).to.equal('Optimal');
      const solution = solved(chain);
      expect(solution.cost, `chain ${n}`).to.equal(Math.round(answer.ObjectiveValue));
      expect(solution.bound, `chain ${n}`).to.equal(solution.cost);
    }
  }).timeout(120_000);

  it('never says more than it knows when it is told that it is enough', () => {
    for (let n = 400; n < 410; n += 1) {
      const chain = chainOf(n, { wide: 14, narrow: 6, stages: 12, ties: true });
      const whole = solved(chain);
      // At once, and somewhere in the middle of sweeping, pricing and dropping.
      for (const after of [0, 1, 20, 60, 150, 400]) {
        let asked = 0;
        const early = solved(chain, { isEnough: () => (asked += 1) > after });
        expect(isAllowed(chain, early.chosen), `chain ${n}, ${after}`).to.equal(true);
        expect(costOf(chain.stages, early.chosen)).to.equal(early.cost);
        expect(early.cost).to.be.at.least(whole.cost);
        expect(early.bound).to.be.at.most(whole.cost);
      }
    }
  });

  it('finds the same from however few options it begins with, and an answer of some sort at once', () => {
    for (let n = 500; n < 520; n += 1) {
      const chain = chainOf(n, { wide: 16, narrow: 6, stages: 5, holds: n % 2 === 0, ties: n % 3 === 0 });
      const whole = solved(chain);
      for (const reach of [0, 60, 300])
        expect(solved(chain, { reach }).cost, `${n}, ${reach}`).to.equal(whole.cost);
      const rough = ran(roughly(chain));
      expect(isAllowed(chain, rough.chosen), `chain ${n}`).to.equal(true);
      expect(costOf(chain.stages, rough.chosen)).to.equal(rough.cost);
      expect(rough.cost).to.be.at.least(whole.cost);
    }
  });
});

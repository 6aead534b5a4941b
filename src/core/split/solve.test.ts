import { expect } from 'chai';
import fc from 'fast-check';
import loadHighs from 'highs';
import { readChart } from '../formats/index';
import { enumerateGrips } from '../grip/index';
import { parseChord } from '../pitch/index';
import { emptySong } from '../song/index';
import {
  candidateOf,
  hasThirdOf,
  pairCosts,
  sumOf,
  togetherCosts,
  wayCosts,
  wayPoints,
  type Candidate,
} from './candidate';
import { Lattice, type Kept } from './lattice';
import { problemOf, type SplitProblem } from './problem';
import { solve, type Solution } from './solve';
import { stepPoints, stepsOf } from './way-table';
import { SEED } from '../../../test/generators';
import { asProgramme, instance } from '../../../test/solver-instances';

function solved(problem: SplitProblem, slack = 0): Solution {
  const work = solve(problem, { slack });
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}

/** Points of a whole song by the plain definition, with no table and no shortcut. */
function costOf({ slots }: SplitProblem, song: readonly (readonly Candidate[])[]): number {
  let cost = 0;
  slots.forEach((slot, s) => {
    const [a, b, c] = song[s] as [Candidate, Candidate, Candidate];
    [a, b, c].forEach((x, p) => (cost += slot.choices[p]!.points[slot.choices[p]!.candidates.indexOf(x)]!));
    const [sa, sb, sc] = slot.seats;
    const { separation } = slot.plan;
    cost += sumOf(pairCosts(a, b, { a: sa, b: sb, separation }));
    cost += sumOf(pairCosts(a, c, { a: sa, b: sc, separation }));
    cost += sumOf(pairCosts(b, c, { a: sb, b: sc, separation }));
    const chord = slot.moment.chord;
    const third = [a, b, c].some((x) => hasThirdOf(x, chord));
    cost += sumOf(
      togetherCosts(Math.min(a.low, b.low, c.low), { third }, { chord, missingThird: slot.missingThird }),
    );
    if (s === 0 || slot.secondsBefore === null) return;
    [a, b, c].forEach((x, p) => {
      const { instrument, role } = slot.seats[p]!;
      cost += sumOf(
        wayCosts(song[s - 1]![p]!, x, { instrument, moving: role.moving, seconds: slot.secondsBefore! }),
      );
    });
  });
  return cost;
}

/** Every song there is, cheapest first per demand: `with` fixes one candidate. */
function bruteForce(
  problem: SplitProblem,
  fixed?: { slot: number; player: number; candidate: Candidate },
): number {
  const { slots } = problem;
  let best = Infinity;
  const walk = (song: (readonly Candidate[])[]) => {
    const s = song.length;
    if (s === slots.length) {
      best = Math.min(best, costOf(problem, song));
      return;
    }
    const list = (p: number) =>
      fixed?.slot === s && fixed.player === p ? [fixed.candidate] : slots[s]!.choices[p]!.candidates;
    for (const a of list(0)) for (const b of list(1)) for (const c of list(2)) walk([...song, [a, b, c]]);
  };
  walk([]);
  return best;
}

/** Everything there is to choose from. */
function everything({ slots }: SplitProblem): Kept {
  return slots.map((slot) => {
    const all = (p: 0 | 1 | 2) => slot.choices[p].candidates.map((_, k) => k);
    return [all(0), all(1), all(2)];
  });
}

describe('the solver', () => {
  it('finds what trying every song finds, on 24 small instances, and every regret', () => {
    for (let n = 0; n < 24; n += 1) {
      const all = instance(n, { guitar: 4, bass: 3 });
      const problem = { slots: all.slots.slice(0, 2) };
      const best = bruteForce(problem);
      const solution = solved(problem, 1e6);
      expect([solution.cost, solution.bound], `instance ${n}`).to.deep.equal([best, best]);
      expect(costOf(problem, solution.chosen), `instance ${n}`).to.equal(best);
      const lattice = solution.lattice!;
      for (const player of [0, 1, 2] as const) {
        lattice.three[0]![player].forEach((candidate, i) => {
          const regret = lattice.costWith(0, player, i);
          expect(regret, `instance ${n}`).to.equal(bruteForce(problem, { slot: 0, player, candidate }));
        });
      }
    }
  }).timeout(120_000);

  it('finds what the dense programme over everything finds, on 40 instances', () => {
    for (let n = 100; n < 140; n += 1) {
      const problem = instance(n, { guitar: 14, bass: 6 });
      const dense = Lattice.of(problem.slots, everything(problem));
      const solution = solved(problem);
      expect([solution.cost, solution.bound], `instance ${n}`).to.deep.equal([dense.cost, dense.cost]);
    }
  }).timeout(120_000);

  it('keeps every song within the slack: regrets are those of the dense programme', () => {
    const SLACK = 300;
    for (let n = 200; n < 212; n += 1) {
      const problem = instance(n, { guitar: 12, bass: 5 });
      const dense = Lattice.of(problem.slots, everything(problem));
      const { lattice, cost } = solved(problem, SLACK);
      problem.slots.forEach((slot, s) => {
        for (const p of [0, 1, 2] as const) {
          slot.choices[p].candidates.forEach((candidate, k) => {
            const regret = dense.costWith(s, p, k) - cost;
            const at = lattice!.three[s]![p].indexOf(candidate);
            if (regret <= SLACK) expect(at, `instance ${n}: kept`).to.be.at.least(0);
            if (at < 0) return;
            const mine = lattice!.costWith(s, p, at) - cost;
            if (mine <= SLACK || regret <= SLACK) expect(mine, `instance ${n}`).to.equal(regret);
          });
        }
      });
    }
  }).timeout(120_000);

  // HiGHS is a general-purpose solver for integer programmes.
  it('finds what HiGHS finds, on 40 instances', async () => {
    const highs = await loadHighs();
    for (let n = 300; n < 340; n += 1) {
      const problem = instance(n, { guitar: 4, bass: 3 });
      const answer = highs.solve(asProgramme(problem));
      expect(answer.Status, `instance ${n}`).to.equal('Optimal');
      expect(solved(problem).cost, `instance ${n}`).to.equal(Math.round(answer.ObjectiveValue));
    }
  }).timeout(120_000);

  it('proves its answer over the whole vocabulary of a real section, clean and driven', () => {
    for (const gain of [1, 8]) {
      const { song } = readChart(
        `key: Dm\nguitar1: gain ${gain}\n== A ==\nchords | Dm | Bb . C/E . | Gm7 | A |\n`,
      );
      const problem = problemOf(song, { sections: null, pass: 1 });
      const { cost, bound, chosen } = solved(problem);
      expect(bound).to.equal(cost);
      expect(costOf(problem, chosen)).to.equal(cost);
    }
  });
});

describe('costs', () => {
  it('law: the quick step is the plain one', () => {
    const seats = emptySong('').players;
    const grips = ['Dm', 'G7', 'Cadd9', 'E5'].flatMap((text) => {
      const chord = parseChord(text);
      return chord.ok ? enumerateGrips(chord.value, seats.guitar1, seats.guitar1.hand).map(candidateOf) : [];
    });
    const index = fc.nat({ max: grips.length - 1 });
    const way = fc.record({
      seconds: fc.double({ min: 0.05, max: 4, noNaN: true }),
      moving: fc.constantFrom(0, 150, 450),
    });
    fc.assert(
      fc.property(index, index, way, (i, j, { seconds, moving }) => {
        const of = { instrument: seats.guitar1, seconds, moving };
        const [a, b] = [grips[i]!, grips[j]!];
        expect(stepPoints(a, b, stepsOf(of))).to.equal(wayPoints(a, b, of));
        expect(wayPoints(a, b, of)).to.equal(sumOf(wayCosts(a, b, of)));
        expect(Number.isInteger(wayPoints(a, b, of))).to.equal(true);
        expect(wayPoints(a, b, of)).to.be.at.least(0);
      }),
      { seed: SEED, numRuns: 500 },
    );
  });
});

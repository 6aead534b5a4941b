import { expect } from 'chai';
import fc from 'fast-check';
import loadHighs from 'highs';
import { readChart } from '../src/core/formats/index';
import { PLAN_NAMES } from '../src/core/form/index';
import { enumerateGrips } from '../src/core/grip/index';
import { parseChord } from '../src/core/pitch/index';
import { applyEdit, emptySong } from '../src/core/song/index';
import {
  candidateOf,
  hasThirdOf,
  pairCosts,
  pairPoints,
  sumOf,
  togetherCosts,
  wayCosts,
  wayPoints,
  type Candidate,
} from '../src/core/split/candidate';
import { Lattice, type Kept } from '../src/core/split/lattice';
import { problemOf, type Slot, type SplitProblem } from '../src/core/split/problem';
import { solve, type Solution } from '../src/core/split/solve';
import { stepPoints, stepsOf } from '../src/core/split/way-table';
import { SEED } from './generators';

/** A seeded generator: the same instances on every machine. */
function chance(seed: number): (n: number) => number {
  let state = seed;
  return (n) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 2 ** 32) * n);
  };
}

const CHORDS = ['Dm', 'Bb', 'C/E', 'Gm7', 'A', 'F5', 'Esus4', 'Ebmaj7', 'N.C.', 'Cadd9'];

/** A short invented progression in some plan and at some gain, everything open; sometimes a cell lasts on. */
function instance(n: number, keep: { guitar: number; bass: number }): SplitProblem {
  const next = chance(9000 + n);
  const bars = Array.from({ length: 2 + next(3) }, () => CHORDS[next(CHORDS.length)]!);
  const held = next(4) === 0 ? `guitar2 | ${bars.map((_, i) => (i === 1 ? '.' : '?')).join(' | ')} |\n` : '';
  const gain = [1, 4, 8][next(3)];
  const text = `key: Dm\ntempo: ${90 + next(90)}\nguitar1: gain ${gain}\nvoice: A3-D5\n== A ==\nchords | ${bars.join(' | ')} |\n${held}`;
  const { song, problems } = readChart(text);
  expect(problems, text).to.deep.equal([]);
  const plan = PLAN_NAMES[next(PLAN_NAMES.length)]!;
  const problem = problemOf(applyEdit(song, { kind: 'setPlan', entry: 0, plan }), {
    sections: null,
    pass: 1,
  });
  return { slots: problem.slots.map((slot) => fewer(slot, { keep, next })) };
}

/** The same slot with some of its candidates, cheap and dear; a held cell keeps those of the slot before. */
function fewer(
  slot: Slot,
  { keep, next }: { keep: { guitar: number; bass: number }; next: (n: number) => number },
): Slot {
  const choices = slot.choices.map((c, p) => {
    const most = p === 2 ? keep.bass : keep.guitar;
    const wanted = slot.held[p] ? 0 : next(5);
    const step = slot.held[p] ? 1 : 1 + (wanted % 3);
    const list = c.candidates.map((candidate, i) => ({ candidate, points: c.points[i]! }));
    const some = slot.held[p] ? list : list.filter((_, i) => i % step === 0);
    const kept = some.slice(0, most);
    return { ...c, candidates: kept.map((k) => k.candidate), points: kept.map((k) => k.points) };
  });
  return { ...slot, held: [false, false, false], choices: choices as unknown as Slot['choices'] };
}

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

/** The same problem as an integer programme in the text format general-purpose solvers read. */
function asProgramme({ slots }: SplitProblem): string {
  const objective: string[] = [];
  const constraints: string[] = [];
  const binaries: string[] = [];
  const term = (points: number, name: string) => {
    if (points !== 0) objective.push(`${points} ${name}`);
  };
  slots.forEach((slot, s) => {
    const [A, B, C] = slot.choices.map((c) => c.candidates) as [Candidate[], Candidate[], Candidate[]];
    slot.choices.forEach((c, p) => {
      const names = c.candidates.map((_, k) => `x_${s}_${p}_${k}`);
      constraints.push(`${names.join(' + ')} = 1`);
      binaries.push(...names);
      c.points.forEach((points, k) => term(points, names[k]!));
    });
    const name = (a: number, b: number, c: number) => `y_${s}_${a}_${b}_${c}`;
    A.forEach((x, a) =>
      B.forEach((y, b) => C.forEach((z, c) => term(together(slot, [x, y, z]), name(a, b, c)))),
    );
    const all = (of: (a: number, b: number, c: number) => boolean) =>
      A.flatMap((_, a) => B.flatMap((__, b) => C.flatMap((___, c) => (of(a, b, c) ? [name(a, b, c)] : []))));
    A.forEach((_, k) => constraints.push(`${all((a) => a === k).join(' + ')} - x_${s}_0_${k} = 0`));
    B.forEach((_, k) => constraints.push(`${all((_a, b) => b === k).join(' + ')} - x_${s}_1_${k} = 0`));
    C.forEach((_, k) => constraints.push(`${all((_a, _b, c) => c === k).join(' + ')} - x_${s}_2_${k} = 0`));
    if (s === 0) return;
    slot.choices.forEach((c, p) => {
      const before = slots[s - 1]!.choices[p]!.candidates;
      const { instrument, role } = slot.seats[p]!;
      const step = (j: number, k: number) => `z_${s}_${p}_${j}_${k}`;
      before.forEach((from, j) => {
        c.candidates.forEach((to, k) => {
          const seconds = slot.secondsBefore;
          const points =
            seconds === null ? 0 : wayPoints(from, to, { instrument, moving: role.moving, seconds });
          term(points, step(j, k));
        });
        const out = c.candidates.map((_, k) => step(j, k)).join(' + ');
        constraints.push(`${out} - x_${s - 1}_${p}_${j} = 0`);
      });
      c.candidates.forEach((_, k) => {
        const into = before.map((__, j) => step(j, k)).join(' + ');
        constraints.push(`${into} - x_${s}_${p}_${k} = 0`);
      });
    });
  });
  const rows = constraints.map((c, i) => ` c${i}: ${c}`).join('\n');
  const sum = objective.length === 0 ? '0 x_0_0_0' : objective.join(' + ');
  return `Minimize\n obj: ${sum}\nSubject To\n${rows}\nBinary\n ${binaries.join(' ')}\nEnd`;
}

function together(slot: Slot, [a, b, c]: readonly [Candidate, Candidate, Candidate]): number {
  const [sa, sb, sc] = slot.seats;
  const { separation } = slot.plan;
  const chord = slot.moment.chord;
  const third = [a, b, c].some((x) => hasThirdOf(x, chord));
  return (
    pairPoints(a, b, { a: sa, b: sb, separation }) +
    pairPoints(a, c, { a: sa, b: sc, separation }) +
    pairPoints(b, c, { a: sb, b: sc, separation }) +
    sumOf(togetherCosts(Math.min(a.low, b.low, c.low), { third }, { chord, missingThird: slot.missingThird }))
  );
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
      const dense = new Lattice(problem.slots, everything(problem));
      const solution = solved(problem);
      expect([solution.cost, solution.bound], `instance ${n}`).to.deep.equal([dense.cost, dense.cost]);
    }
  }).timeout(120_000);

  it('keeps every song within the slack: regrets are those of the dense programme', () => {
    const SLACK = 300;
    for (let n = 200; n < 212; n += 1) {
      const problem = instance(n, { guitar: 12, bass: 5 });
      const dense = new Lattice(problem.slots, everything(problem));
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

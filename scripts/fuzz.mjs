/**
 * The fuzz suite at length: `npm run fuzz` goes 200,000 ways, `npm run fuzz -- 5000 42` five thousand with seed 42.
 * In parts with seeds of their own, so that a failure names a part that can be repeated alone.
 */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

const cases = Number(process.argv[2] ?? 200_000);
const seed = Number(process.argv[3] ?? 20_261_124);
if (!Number.isInteger(cases) || cases < 1 || !Number.isInteger(seed)) {
  console.error('Expected: npm run fuzz -- [number of cases] [seed]');
  process.exit(2);
}
const PART = 10_000;
const SUITE = join('test', 'fuzz', 'fuzz.test.ts');
let failed = 0;
for (let from = 0, part = 0; from < cases; from += PART, part += 1) {
  const count = Math.min(PART, cases - from);
  const start = performance.now();
  const { status } = spawnSync(
    'npx',
    ['mocha', '--no-config', '--exit', '-n', 'import=tsx', SUITE, '--grep', 'fuzz', '--reporter', 'dot'],
    {
      stdio: 'inherit',
      env: { ...process.env, FUZZ_CASES: String(count), FUZZ_SEED: String(seed + part) },
    },
  );
  const seconds = Math.round((performance.now() - start) / 1000);
  console.log(
    `part ${part + 1}: ${count} cases, seed ${seed + part}, ${seconds} s, ${status === 0 ? 'fine' : 'FAILED'}`,
  );
  if (status !== 0) failed += 1;
}
console.log(`${cases} cases, ${failed} parts failed`);
process.exit(failed === 0 ? 0 : 1);

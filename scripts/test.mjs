/**
 * Every check and test of the project in one go; ends with "N passed, N failed" over all of them and fails when
 * anything fails. A static check (types, lint, imports, unused code, format) counts as one test.
 */
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';

const checks = [
  ['types', 'npx', ['tsc', '-p', 'tsconfig.json']],
  ['types of the core without the browser', 'npx', ['tsc', '-p', 'src/core/tsconfig.json']],
  ['lint', 'npx', ['eslint', '.']],
  [
    'import directions',
    'npx',
    [
      'depcruise',
      '--config',
      '.dependency-cruiser.cjs',
      '--output-type',
      'err',
      'src',
      'cli',
      'server',
      'test',
      'bench',
      'scripts',
    ],
  ],
  ['unused code', 'npx', ['knip']],
  ['format', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']],
];
const suites = [
  // Files side by side: they share nothing.
  [
    'unit, laws and reference checks',
    ['--config', '.mocharc.json', '--parallel', '--jobs', String(Math.max(2, availableParallelism()))],
  ],
  ['in Chromium, three at a time', ['--config', '.mocharc.browser.json']],
  // What is heard, killed or cut off has the machine for itself.
  ['in Chromium, one after the other', ['--config', '.mocharc.alone.json']],
];

let passed = 0;
let failed = 0;
const scratch = mkdtempSync(join(tmpdir(), 'orchestron-test-'));

// Static checks share nothing: as many at a time as there are processors for, told in their order.
const waiting = [...checks.entries()];
const outcomes = checks.map(() => null);
const work = async () => {
  for (let next = waiting.shift(); next; next = waiting.shift()) {
    const [i, [, command, args]] = next;
    outcomes[i] = await run(command, args);
  }
};
await Promise.all(Array.from({ length: Math.min(2, availableParallelism()) }, work));
for (const [i, [name]] of checks.entries()) {
  const { status, output } = outcomes[i];
  if (status === 0) passed += 1;
  else {
    failed += 1;
    console.log(output);
  }
  console.log(`${status === 0 ? 'ok    ' : 'FAILED'} ${name}`);
}

for (const [i, [name, args]] of suites.entries()) {
  console.log(`\n${name}`);
  const report = join(scratch, `${i}.json`);
  const reporter = ['--reporter', 'scripts/mocha-reporter.mjs', '--reporter-option', `file=${report}`];
  const { status } = spawnSync('npx', ['mocha', ...args, ...reporter], { stdio: 'inherit', env: quiet() });
  const stats = read(report);
  passed += stats.passes;
  failed += stats.failures;
  if (status !== 0 && stats.failures === 0) {
    failed += 1;
    console.log(`FAILED ${name}: ended with ${status} before it could report`);
  }
}

rmSync(scratch, { recursive: true });
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

/** A command to its end: how it ended, and all it said. */
function run(command, args) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { env: quiet() });
    let output = '';
    child.stdout.on('data', (data) => (output += data));
    child.stderr.on('data', (data) => (output += data));
    child.on('error', (error) => resolve({ status: 1, output: String(error) }));
    child.on('close', (status) => resolve({ status, output }));
  });
}

function read(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return { passes: 0, failures: 0 };
  }
}

/** npm's own settings make nested calls complain; they are not needed below. */
function quiet() {
  return Object.fromEntries(Object.entries(process.env).filter(([key]) => !key.startsWith('npm_config_')));
}

/**
 * Every check and test of the project in one go; ends with "N passed, N failed" over all of them and fails when
 * anything fails. A static check (types, lint, imports, unused code, format) counts as one test.
 */
import { spawnSync } from 'node:child_process';
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
  ['in Chromium', ['--config', '.mocharc.browser.json']],
];

let passed = 0;
let failed = 0;
const scratch = mkdtempSync(join(tmpdir(), 'orchestron-test-'));

for (const [name, command, args] of checks) {
  const { status, stdout, stderr } = spawnSync(command, args, { encoding: 'utf8', env: quiet() });
  if (status === 0) passed += 1;
  else {
    failed += 1;
    console.log(`${stdout}${stderr}`);
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

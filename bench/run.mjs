/**
 * Bundles and runs the benchmarks (the test loader slows mathematics down). Prints a table and writes bench/results.json.
 * Usage: npm run bench [-- name]
 */
import { build } from 'esbuild';
import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const here = fileURLToPath(new URL('.', import.meta.url));
const outdir = join(here, '..', '.cache', 'bench');
mkdirSync(outdir, { recursive: true });
await build({
  entryPoints: [join(here, 'core.ts'), join(here, 'memory.ts')],
  bundle: true,
  platform: 'node',
  format: 'esm',
  outdir,
  outExtension: { '.js': '.mjs' },
  logLevel: 'error',
});
const only = process.argv[2] ?? null;
const file = join(here, 'results.json');
const { runBenchmarks, MEMORY_CHARTS } = await import(pathToFileURL(join(outdir, 'core.mjs')).href);
await runBenchmarks({ only, file });

const peakMb = {};
for (const { name, text } of MEMORY_CHARTS) {
  if (only && !name.includes(only)) continue;
  peakMb[name] = Number(execFileSync(process.execPath, [join(outdir, 'memory.mjs')], { input: text }));
  console.log(`${name}: at most ${peakMb[name]} MB`);
}
if (!only) {
  const results = JSON.parse(readFileSync(file, 'utf8'));
  writeFileSync(file, `${JSON.stringify({ ...results, peakMb }, null, 2)}\n`);
}

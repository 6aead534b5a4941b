/**
 * Bundles and runs the benchmarks (the test loader slows mathematics down). Prints a table and writes bench/results.json.
 * Usage: npm run bench [-- name]
 */
import { build } from 'esbuild';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const here = fileURLToPath(new URL('.', import.meta.url));
const out = join(here, '..', '.cache', 'bench', 'core.mjs');
mkdirSync(join(out, '..'), { recursive: true });
await build({
  entryPoints: [join(here, 'core.ts')],
  bundle: true,
  platform: 'node',
  format: 'esm',
  outfile: out,
  logLevel: 'error',
});
const { runBenchmarks } = await import(pathToFileURL(out).href);
await runBenchmarks({ only: process.argv[2] ?? null, file: join(here, 'results.json') });

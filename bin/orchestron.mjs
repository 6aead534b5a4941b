#!/usr/bin/env node
/** The command line from its bundle; made anew where it is missing or older than what it is made of. */
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const at = (path) => fileURLToPath(new URL(`../${path}`, import.meta.url));
const bundle = at('dist-cli/orchestron.js');

if (!existsSync(bundle) || newest(['cli', 'src/core']) > statSync(bundle).mtimeMs) {
  const { status } = spawnSync(process.execPath, [at('scripts/bundle-cli.mjs')], {
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (status !== 0) {
    console.error('The command line could not be made ready: run "npm ci" first.');
    process.exit(1);
  }
}
await import(bundle);

/** When the newest of the sources was written, in milliseconds since 1970; 0 where there are none. */
function newest(folders) {
  let time = 0;
  for (const folder of folders)
    if (existsSync(at(folder)))
      for (const entry of readdirSync(at(folder), { recursive: true, withFileTypes: true }))
        if (entry.isFile() && entry.name.endsWith('.ts') && !entry.name.endsWith('.test.ts'))
          time = Math.max(time, statSync(`${entry.parentPath ?? entry.path}/${entry.name}`).mtimeMs);
  return time;
}

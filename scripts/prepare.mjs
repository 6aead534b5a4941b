/**
 * Gets a fresh clone ready with Node's own modules only: checks Node, installs packages when the lock or the platform
 * changed, builds when sources changed, and finds (or, as root on Debian, installs) Chromium for the tests.
 * Usage: node scripts/prepare.mjs [--build] [--chromium]
 */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const wants = new Set(process.argv.slice(2));
const NODE_NEEDED = 20;

if (Number(process.versions.node.split('.')[0]) < NODE_NEEDED) {
  stop(`Node ${NODE_NEEDED} or newer is needed; this is ${process.versions.node}.`);
}
install();
if (wants.has('--build')) build();
if (wants.has('--chromium')) chromium();

function install() {
  const lock = readFileSync(join(root, 'package-lock.json'));
  const stamp = hash([lock, process.platform, process.arch, process.versions.modules]);
  const file = join(root, 'node_modules', '.installed');
  if (existsSync(file) && readFileSync(file, 'utf8') === stamp) return;
  console.log('Installing packages …');
  npm(['ci', '--include=dev', '--no-fund', '--no-audit']);
  writeFileSync(file, stamp);
}

function build() {
  const sources = [
    'src',
    'demo',
    'public',
    'index.html',
    'vite.config.ts',
    'vite.stand.config.ts',
    'package-lock.json',
    'tsconfig.json',
  ];
  const parts = sources
    .flatMap((name) => filesIn(join(root, name)))
    .map((file) => [file.slice(root.length), readFileSync(file)]);
  const stamp = hash(parts.flat());
  const file = join(root, 'dist', '.built');
  if (existsSync(file) && readFileSync(file, 'utf8') === stamp) return;
  console.log('Building the application …');
  npm(['run', '--silent', 'build', '--', '--logLevel', 'warn']);
  writeFileSync(file, stamp);
}

function chromium() {
  const places = [
    '/usr/bin/chromium',
    '/usr/bin/chromium-browser',
    '/usr/bin/google-chrome',
    '/usr/bin/google-chrome-stable',
  ];
  if ([process.env.CHROME_PATH ?? '', ...places].some((path) => path !== '' && existsSync(path))) return;
  const isRoot = process.getuid?.() === 0;
  if (!isRoot || !existsSync('/usr/bin/apt-get')) {
    stop(
      'The tests drive Chromium, which is not installed. Install the package "chromium" or set CHROME_PATH to one.',
    );
  }
  console.log('Installing Chromium …');
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  run('apt-get', ['update', '-qq'], env);
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], env);
}

/** npm as it was called, or the one on the path. */
function npm(args) {
  const cli = process.env.npm_execpath;
  if (cli && /\.c?js$/.test(cli)) run(process.execPath, [cli, ...args], process.env);
  else run(process.platform === 'win32' ? 'npm.cmd' : 'npm', args, process.env);
}

function run(command, args, env) {
  const { status, error } = spawnSync(command, args, {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env,
  });
  if (error || status !== 0)
    stop(`"${[command, ...args].slice(0, 4).join(' ')} …" failed${error ? `: ${error.message}` : ''}.`);
}

function filesIn(path) {
  if (!existsSync(path)) return [];
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path)
    .sort()
    .flatMap((name) => filesIn(join(path, name)));
}

function hash(parts) {
  const sum = createHash('sha256');
  for (const part of parts) sum.update(part);
  return sum.digest('hex');
}

function stop(message) {
  console.error(message);
  process.exit(1);
}

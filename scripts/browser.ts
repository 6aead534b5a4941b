import { existsSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import puppeteer, { type Browser, type Page } from 'puppeteer-core';
import { createApp } from '../server/app';

/** Where Debian and others put Chromium; CHROME_PATH goes first. */
const PLACES = [
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
  '/usr/bin/google-chrome-stable',
];

export function chromiumPath(): string {
  const path = [process.env.CHROME_PATH ?? '', ...PLACES].find((p) => p !== '' && existsSync(p));
  if (!path) throw new Error('Chromium is not installed; set CHROME_PATH or install the package "chromium"');
  return path;
}

/** Headless Chromium that looks nothing up outside; with a folder for its data what it stores outlives it. */
export function openBrowser({
  args = [],
  ...options
}: { userDataDir?: string; args?: readonly string[] } = {}): Promise<Browser> {
  return puppeteer.launch({
    ...options,
    executablePath: chromiumPath(),
    args: [
      '--no-sandbox',
      '--disable-dev-shm-usage',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--font-render-hinting=none',
      ...args,
    ],
  });
}

/** The built application on a free port of this machine. */
export async function serveBuild(): Promise<{ address: string; stop: () => Promise<void> }> {
  const folder = fileURLToPath(new URL('../dist', import.meta.url));
  const server = createApp(folder).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const { port } = server.address() as AddressInfo;
  return {
    address: `http://localhost:${port}`,
    stop: () => new Promise((resolve) => server.close(() => resolve())),
  };
}

/** Gives a file to the shelf's import. */
export async function importText(page: Page, name: string, content: string): Promise<void> {
  await page.evaluate(
    (n, c) => {
      const input = document.querySelector<HTMLInputElement>('input[type="file"]')!;
      const files = new DataTransfer();
      files.items.add(new File([c], n));
      input.files = files.files;
      input.dispatchEvent(new Event('change', { bubbles: true }));
    },
    name,
    content,
  );
}

/** A microphone that is allowed and plays a file, once. */
export function microphoneArgs(file: string): readonly string[] {
  return [
    '--use-fake-device-for-media-stream',
    '--use-fake-ui-for-media-stream',
    `--use-file-for-fake-audio-capture=${file}%noloop`,
  ];
}

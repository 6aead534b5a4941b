import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express, type Request, type Response } from 'express';
import helmet from 'helmet';
import { leaderRoutes, type Band } from './band';

/** Replaced in index.html by a fresh value for every response. */
const NONCE_PLACEHOLDER = /__CSP_NONCE__/g;

/** The names of this machine for itself. */
const OWN_HOSTS: readonly string[] = ['localhost', '127.0.0.1', '[::1]'];

/** What the application may ask the browser for: sound, a microphone, a full screen that stays awake, nothing else. */
const PERMISSIONS = [
  ...['autoplay', 'fullscreen', 'microphone', 'screen-wake-lock'].map((name) => `${name}=(self)`),
  ...[
    'accelerometer',
    'camera',
    'display-capture',
    'geolocation',
    'gyroscope',
    'hid',
    'magnetometer',
    'midi',
    'payment',
    'serial',
    'usb',
    'xr-spatial-tracking',
  ].map((name) => `${name}=()`),
].join(', ');

/**
 * Serves the built application from `folder` with strict headers: nothing inline, nothing from outside.
 * Paths without a file ending get index.html, so links into the application work. Nothing is kept here. With `band`, the
 * page of whoever sits at this machine may share stands with the local network.
 */
export function createApp(
  folder: string,
  {
    hosts = OWN_HOSTS,
    band = null,
  }: { hosts?: readonly string[]; band?: { readonly band: Band; readonly address: string } | null } = {},
): Express {
  const index = readFileSync(join(folder, 'index.html'), 'utf8');
  const app = express();
  app.disable('x-powered-by');
  // A page elsewhere whose name is made to lead here must not be answered as if it were ours.
  app.use((request, response, next) => {
    const name = (request.headers.host ?? '').replace(/:\d+$/, '').toLowerCase();
    if (hosts.includes(name)) return next();
    response
      .status(421)
      .type('text')
      .send(`This server answers to ${hosts.join(', ')}; it was asked for another name.`);
  });
  app.use((_, response, next) => {
    response.locals.nonce = randomBytes(16).toString('base64');
    next();
  });
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'"],
          styleSrc: ["'self'", (_, response) => `'nonce-${nonceOf(response as Response)}'`],
          styleSrcAttr: ["'none'"],
          fontSrc: ["'self'"],
          imgSrc: ["'self'"],
          connectSrc: ["'self'"],
          manifestSrc: ["'self'"],
          baseUri: ["'none'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
          objectSrc: ["'none'"],
        },
      },
      crossOriginEmbedderPolicy: { policy: 'require-corp' },
      crossOriginOpenerPolicy: { policy: 'same-origin' },
      crossOriginResourcePolicy: { policy: 'same-origin' },
      referrerPolicy: { policy: 'no-referrer' },
      strictTransportSecurity: false,
    }),
  );
  app.use((_, response, next) => {
    response.setHeader('Permissions-Policy', PERMISSIONS);
    next();
  });
  if (band) leaderRoutes(app, band);
  app.use(compression());
  app.use('/assets', express.static(join(folder, 'assets'), { index: false, immutable: true, maxAge: '1y' }));
  const page = (_: Request, response: Response) => {
    response.setHeader('Cache-Control', 'no-store');
    response.type('html').send(index.replace(NONCE_PLACEHOLDER, nonceOf(response)));
  };
  // Before the files: as a file it would go out without its nonce.
  app.get('/index.html', page);
  // What keeps the application in the browser is asked for anew every time, so that a newer version is seen.
  app.get('/sw.js', (_, response, next) => {
    response.setHeader('Cache-Control', 'no-cache');
    next();
  });
  app.use(express.static(folder, { index: false }));
  app.get(/^[^.]*$/, page);
  // Nothing is taken in here.
  app.use((request, response, next) => {
    if (['GET', 'HEAD'].includes(request.method)) return next();
    response
      .status(405)
      .setHeader('Allow', 'GET, HEAD')
      .type('text')
      .send('Only asked for, never sent: expected GET or HEAD.');
  });
  app.use((_, response) => {
    response.status(404).type('text').send('There is nothing here.');
  });
  return app;
}

function nonceOf(response: Response): string {
  return String(response.locals.nonce);
}

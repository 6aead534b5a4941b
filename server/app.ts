import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express, type Response } from 'express';
import helmet from 'helmet';

/** Replaced in index.html by a fresh value for every response. */
const NONCE_PLACEHOLDER = /__CSP_NONCE__/g;

/**
 * Serves the built application from `folder` with strict headers: nothing inline, nothing from outside.
 * Paths without a file ending get index.html, so links into the application work. Nothing is kept here.
 */
export function createApp(folder: string): Express {
  const index = readFileSync(join(folder, 'index.html'), 'utf8');
  const app = express();
  app.disable('x-powered-by');
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
  app.use(compression());
  app.use('/assets', express.static(join(folder, 'assets'), { index: false, immutable: true, maxAge: '1y' }));
  app.use(express.static(folder, { index: false }));
  app.get(/^[^.]*$/, (_, response) => {
    response.setHeader('Cache-Control', 'no-store');
    response.type('html').send(index.replace(NONCE_PLACEHOLDER, nonceOf(response)));
  });
  app.use((_, response) => {
    response.status(404).type('text').send('There is nothing here.');
  });
  return app;
}

function nonceOf(response: Response): string {
  return String(response.locals.nonce);
}

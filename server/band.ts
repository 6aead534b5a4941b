import { randomBytes, randomInt, timingSafeEqual } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import express, { type Express, type Request, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';

/** Most characters of stands the leader shares, and most phones that listen. */
const MOST_CHARACTERS = 20_000_000;
const MOST_LISTENERS = 24;
/** Tries at the code a minute: from one phone, and from all of them. */
const TRIES = { one: 8, all: 40 } as const;
/** Questions a minute from one phone. */
const QUESTIONS = 240;
const MINUTE_MS = 60_000;
/** How often a silent line says it is there, in ms. */
const ALIVE_MS = 15_000;

/** What the leader shares while the program runs; nothing of it is written anywhere. */
export class Band {
  /** Six digits, anew at every start. */
  readonly code = String(randomInt(0, 1_000_000)).padStart(6, '0');
  #stands: string | null = null;
  #place: number | null = null;
  #version = 0;
  readonly #tokens = new Set<string>();
  readonly #listeners = new Set<(text: string) => void>();

  get stands(): string | null {
    return this.#stands;
  }

  /** How many phones listen. */
  get listeners(): number {
    return this.#listeners.size;
  }

  /** Other stands; null: none any more. */
  share(stands: string | null): void {
    this.#stands = stands;
    this.#place = null;
    this.#version += 1;
    this.#tell();
  }

  /** Where the leader is, in bars of the song as it is played. */
  lead(place: number | null): void {
    if (place === this.#place) return;
    this.#place = place;
    this.#tell();
  }

  /** A key for a phone that knows the code; null for one that does not. */
  join(code: string): string | null {
    const [said, own] = [Buffer.from(code.padEnd(6).slice(0, 6)), Buffer.from(this.code)];
    if (code.length !== 6 || !timingSafeEqual(said, own)) return null;
    const token = randomBytes(24).toString('base64url');
    this.#tokens.add(token);
    return token;
  }

  knows(token: string): boolean {
    return this.#tokens.has(token);
  }

  /** Hears every change from now on, and how things stand; gives how to stop. Null where too many listen already. */
  listen(hear: (text: string) => void): (() => void) | null {
    if (this.#listeners.size >= MOST_LISTENERS) return null;
    this.#listeners.add(hear);
    hear(this.#state());
    return () => this.#listeners.delete(hear);
  }

  #tell(): void {
    const text = this.#state();
    for (const hear of this.#listeners) hear(text);
  }

  #state(): string {
    return JSON.stringify({ place: this.#place, version: this.#version });
  }
}

/** The addresses of this machine in its local network. */
export function localAddresses(): readonly string[] {
  return Object.values(networkInterfaces()).flatMap((list) =>
    (list ?? []).flatMap((one) => (one.family === 'IPv4' && !one.internal ? [one.address] : [])),
  );
}

/**
 * What bandmates' phones see: a page that asks for the code, and behind it the stands the leader shares and the leader's place.
 * Nothing else of the server is there, and nothing can be changed from there.
 */
export function createBandApp(folder: string, band: Band, hosts: readonly string[]): Express {
  const script = readFileSync(join(folder, 'stand', 'stand.js'), 'utf8');
  const style = readFileSync(join(folder, 'stand', 'stand.css'), 'utf8');
  const app = express();
  app.disable('x-powered-by');
  app.use((request, response, next) => {
    const name = (request.headers.host ?? '').replace(/:\d+$/, '').toLowerCase();
    if (hosts.includes(name)) return next();
    response.status(421).type('text').send('This address is asked for by another name.');
  });
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'"],
          fontSrc: ['data:'],
          connectSrc: ["'self'"],
          baseUri: ["'none'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      referrerPolicy: { policy: 'no-referrer' },
      strictTransportSecurity: false,
      crossOriginOpenerPolicy: false,
      originAgentCluster: false,
    }),
  );
  app.use((_, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  const limited = (limit: number, of: (request: Request) => string) =>
    rateLimit({
      windowMs: MINUTE_MS,
      limit,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      keyGenerator: of,
      validate: false,
      message: 'Too many tries; wait a minute.',
    });
  const whose = (request: Request) => request.socket.remoteAddress ?? '';
  app.use(limited(QUESTIONS, whose));
  app.get('/', (_, response) => {
    response.type('html').send(PAGE);
  });
  app.get('/stand.js', (_, response) => {
    response.type('text/javascript').send(script);
  });
  app.get('/stand.css', (_, response) => {
    response.type('text/css').send(style);
  });
  app.post(
    '/join',
    limited(TRIES.one, whose),
    limited(TRIES.all, () => 'all'),
    express.json({ limit: '1kb' }),
    (request, response) => {
      const { code } = (request.body ?? {}) as { code?: unknown };
      const token = typeof code === 'string' ? band.join(code) : null;
      if (token === null) {
        response.status(403).type('text').send('That is not the code.');
        return;
      }
      response.cookie('stand', token, { httpOnly: true, sameSite: 'strict', path: '/' });
      response.status(204).end();
    },
  );
  const joined = (request: Request, response: Response, next: () => void) => {
    if (band.knows(tokenOf(request))) return next();
    response.status(401).type('text').send('Join with the code first.');
  };
  app.get('/stands', joined, (_, response) => {
    if (band.stands === null) response.status(204).end();
    else response.type('json').send(band.stands);
  });
  app.get('/place', joined, (_, response) => follow(band, response));
  app.use((_, response) => {
    response.status(404).type('text').send('There is nothing here.');
  });
  app.use((error: unknown, _request: Request, response: Response, next: () => void) => {
    if (response.headersSent) return next();
    const status = (error as { status?: number }).status ?? 500;
    response.status(status).type('text').send('This was not understood.');
  });
  return app;
}

/** Tells a phone every change, until it goes away. */
function follow(band: Band, response: Response): void {
  response.setHeader('Content-Type', 'text/event-stream');
  const stop = band.listen((text) => response.write(`data: ${text}\n\n`));
  if (stop === null) {
    response.status(503).end();
    return;
  }
  const alive = setInterval(() => response.write(': here\n\n'), ALIVE_MS);
  response.on('close', () => {
    clearInterval(alive);
    stop();
  });
}

function tokenOf(request: Request): string {
  const cookies = (request.headers.cookie ?? '').split(/;\s*/);
  return cookies.find((one) => one.startsWith('stand='))?.slice('stand='.length) ?? '';
}

const PAGE = `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>The band’s stands</title>
<link rel="stylesheet" href="/stand.css">
</head>
<body>
<div id="root"></div>
<script src="/stand.js"></script>
</body>
</html>
`;

/** What the leader's own page may do, on this machine alone: see address and code, share stands, say where it is. */
export function leaderRoutes(app: Express, { band, address }: { band: Band; address: string }): void {
  // A page from elsewhere cannot send this header without being asked first, and it is never let.
  const own = (request: Request, response: Response, next: () => void) => {
    if (request.headers['x-orchestron'] === 'leader') return next();
    response.status(403).type('text').send('Only this program leads.');
  };
  app.get('/band', own, (_, response) => {
    response.json({ address, code: band.code, listeners: band.listeners, isShared: band.stands !== null });
  });
  app.put(
    '/band/stands',
    own,
    express.text({ limit: MOST_CHARACTERS, type: 'application/json' }),
    (request, response) => {
      if (typeof request.body !== 'string' || request.body === '') {
        response.status(400).type('text').send('Expected stands.');
        return;
      }
      band.share(request.body);
      response.status(204).end();
    },
  );
  app.delete('/band/stands', own, (_, response) => {
    band.share(null);
    response.status(204).end();
  });
  app.put('/band/place', own, express.json({ limit: '1kb' }), (request, response) => {
    const { place } = (request.body ?? {}) as { place?: unknown };
    band.lead(typeof place === 'number' && Number.isInteger(place) ? place : null);
    response.status(204).end();
  });
}

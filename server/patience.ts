import { createServer, type RequestListener, type Server } from 'node:http';

/** How long a request may take to come in whole, and a silent connection may stay open, in milliseconds. */
export interface Patience {
  readonly headersMs: number;
  readonly requestMs: number;
  readonly silentMs: number;
  /** How often the server looks at what is too slow. */
  readonly lookMs: number;
}

/** Nothing that asks for a page or a file of ours takes as long as this. */
const USUAL: Patience = { headersMs: 8000, requestMs: 15_000, silentMs: 5000, lookMs: 1000 };

/** A server that does not wait for ever: requests that trickle in are answered with 408 and cut off. */
export function patientServer(app: RequestListener, patience: Patience = USUAL): Server {
  const server = createServer(
    {
      headersTimeout: patience.headersMs,
      requestTimeout: patience.requestMs,
      keepAliveTimeout: patience.silentMs,
      connectionsCheckingInterval: patience.lookMs,
      maxHeaderSize: 16_384,
    },
    app,
  );
  server.maxHeadersCount = 100;
  return server;
}

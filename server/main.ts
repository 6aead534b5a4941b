import { existsSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { createApp } from './app';

const folder = fileURLToPath(new URL('../dist', import.meta.url));
const wanted = Number(process.env.PORT ?? 4173);

if (!existsSync(folder)) {
  console.error('The application is not built yet: run "npm start", which builds it first.');
  process.exit(1);
}
if (!Number.isInteger(wanted) || wanted < 0 || wanted > 65535) {
  console.error(`PORT ${process.env.PORT} is no port; expected a number from 0 to 65535`);
  process.exit(1);
}

listen(wanted);

/** Tells the address; when the port is taken, asks the system for a free one. */
function listen(port: number): void {
  const server = createApp(folder).listen(port, '127.0.0.1');
  server.on('listening', () => {
    const { port: open } = server.address() as AddressInfo;
    console.log(`Orchestron is at http://localhost:${open}/ (stop with Ctrl+C)`);
  });
  server.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code === 'EADDRINUSE' && port !== 0) {
      console.log(`Port ${port} is taken; looking for a free one.`);
      listen(0);
    } else {
      console.error(`Cannot serve: ${error.message}`);
      process.exit(1);
    }
  });
}

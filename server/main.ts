import { existsSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { createApp } from './app';
import { patientServer } from './patience';
import { Band, createBandApp, localAddresses } from './band';

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

const isBand = process.argv.includes('--band');
const unknown = process.argv.slice(2).filter((word) => word !== '--band');
if (unknown.length > 0) {
  console.error(
    `Unknown: ${unknown.join(' ')}; expected nothing, or --band to share stands in the local network`,
  );
  process.exit(1);
}
if (isBand) openBand();
else listen(wanted, null);

/** Opens an address in the local network for stands alone, and tells it with its code. */
function openBand(): void {
  const [address] = localAddresses();
  if (address === undefined) {
    console.log('This machine has no address in a local network; stands are not shared.');
    listen(wanted, null);
    return;
  }
  const band = new Band();
  const server = createBandApp(folder, band, [...localAddresses(), 'localhost', '127.0.0.1']).listen(
    Number(process.env.BAND_PORT ?? 0),
    '0.0.0.0',
  );
  server.on('listening', () => {
    const { port } = server.address() as AddressInfo;
    const url = `http://${address}:${port}/`;
    console.log(`Bandmates' stands are at ${url} with the code ${band.code}`);
    listen(wanted, { band, address: url });
  });
  server.on('error', (error) => {
    console.error(`Cannot share stands: ${error.message}`);
    process.exit(1);
  });
}

/** Tells the address; when the port is taken, asks the system for a free one. */
function listen(port: number, band: { band: Band; address: string } | null): void {
  const server = patientServer(createApp(folder, { band })).listen(port, '127.0.0.1');
  server.on('listening', () => {
    const { port: open } = server.address() as AddressInfo;
    console.log(`Orchestron is at http://localhost:${open}/ (stop with Ctrl+C)`);
  });
  server.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code === 'EADDRINUSE' && port !== 0) {
      console.log(`Port ${port} is taken; looking for a free one.`);
      listen(0, band);
    } else {
      console.error(`Cannot serve: ${error.message}`);
      process.exit(1);
    }
  });
}

import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { request, type Server } from 'node:http';
import { connect, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { createApp } from './app';
import { patientServer } from './patience';

describe('server', () => {
  const folder = mkdtempSync(join(tmpdir(), 'orchestron-server-'));
  let server: Server;
  let address = '';
  before((done) => {
    mkdirSync(join(folder, 'assets'));
    writeFileSync(join(folder, 'index.html'), '<script nonce="__CSP_NONCE__" src="/assets/a.js"></script>');
    writeFileSync(join(folder, 'assets', 'a.js'), 'export {};');
    writeFileSync(join(folder, 'sw.js'), '// keeps');
    writeFileSync(join(folder, '.built'), 'orchestron');
    server = createApp(folder).listen(0, '127.0.0.1', () => {
      address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
      done();
    });
  });
  after((done) => {
    rmSync(folder, { recursive: true });
    server.close(() => done());
  });

  it('lets nothing inline and nothing from outside run', async () => {
    const policy = (await fetch(address)).headers.get('content-security-policy')!;
    expect(policy)
      .to.include("default-src 'none'")
      .and.include("script-src 'self';")
      .and.include("style-src-attr 'none'");
    expect(policy).to.not.match(/unsafe|https?:|\*/);
  });

  it('isolates the page', async () => {
    const { headers } = await fetch(address);
    expect(headers.get('cross-origin-opener-policy')).to.equal('same-origin');
    expect(headers.get('cross-origin-embedder-policy')).to.equal('require-corp');
    expect(headers.get('x-content-type-options')).to.equal('nosniff');
    expect(headers.get('referrer-policy')).to.equal('no-referrer');
    expect(headers.get('x-powered-by')).to.equal(null);
  });

  it('gives every response its own nonce, the same in page and policy', async () => {
    const seen = new Set<string>();
    for (let i = 0; i < 3; i += 1) {
      const response = await fetch(address);
      const nonce = /nonce="([^"]+)"/.exec(await response.text())![1]!;
      expect(response.headers.get('content-security-policy')).to.include(`'nonce-${nonce}'`);
      seen.add(nonce);
    }
    expect(seen.size).to.equal(3);
  });

  it('sends index.html by its name with its nonce too', async () => {
    const response = await fetch(`${address}/index.html`);
    const text = await response.text();
    const nonce = /nonce="([^"]+)"/.exec(text)![1]!;
    expect(nonce).to.not.include('CSP_NONCE');
    expect(response.headers.get('content-security-policy')).to.include(`'nonce-${nonce}'`);
    expect(response.headers.get('cache-control')).to.equal('no-store');
  });

  it('asks the browser for nothing it does not use', async () => {
    const policy = (await fetch(address)).headers.get('permissions-policy')!;
    for (const name of ['camera', 'midi', 'geolocation', 'usb']) expect(policy).to.include(`${name}=()`);
    expect(policy).to.include('microphone=(self)');
  });

  it('answers only to its own names', async () => {
    const { port } = new URL(address);
    const ask = (host: string) =>
      new Promise<number>((resolve, reject) => {
        request({ host: '127.0.0.1', port, path: '/', headers: { host } }, (r) => {
          r.resume();
          resolve(r.statusCode!);
        })
          .on('error', reject)
          .end();
      });
    expect(
      await Promise.all(['localhost', `127.0.0.1:${port}`, 'LOCALHOST:80', '[::1]:4173'].map(ask)),
    ).to.deep.equal([200, 200, 200, 200]);
    expect(await Promise.all(['elsewhere.example', 'localhost.elsewhere.example'].map(ask))).to.deep.equal([
      421, 421,
    ]);
  });

  it('answers links into the application with the page, missing files with 404', async () => {
    expect((await fetch(`${address}/song/abc/split`)).headers.get('content-type')).to.include('text/html');
    expect((await fetch(`${address}/assets/a.js`)).headers.get('cache-control')).to.include('immutable');
    expect((await fetch(`${address}/assets/none.js`)).status).to.equal(404);
    expect((await fetch(`${address}/..%2f..%2fpackage.json`)).status).to.equal(404);
  });

  it('takes nothing in, by whatever method it is sent', async () => {
    for (const path of ['/', '/index.html', '/assets/a.js', '/song/abc/split', '/nothing'])
      for (const method of ['POST', 'PUT', 'DELETE', 'PATCH']) {
        const response = await fetch(address + path, {
          method,
          body: method === 'DELETE' ? null : '{"a":1}',
        });
        expect([response.status, response.headers.get('allow')], `${method} ${path}`).to.deep.equal([
          405,
          'GET, HEAD',
        ]);
      }
    const head = await fetch(address, { method: 'HEAD' });
    expect([head.status, await head.text()]).to.deep.equal([200, '']);
  });

  it('hands out nothing from beside its folder, however the path is written', async () => {
    const { port } = new URL(address);
    const raw = (path: string) =>
      new Promise<{ status: number; body: string }>((resolve, reject) => {
        request({ host: '127.0.0.1', port, path }, (r) => {
          let body = '';
          r.on('data', (part) => (body += String(part)));
          r.on('end', () => resolve({ status: r.statusCode!, body }));
        })
          .on('error', reject)
          .end();
      });
    for (const path of [
      '/../package.json',
      '/assets/../../package.json',
      '/assets/..%2f..%2fpackage.json',
      '/%2e%2e/%2e%2e/package.json',
      '/..\\package.json',
      '/assets/%00.js',
      '//package.json',
      '/.built',
      '/assets/a.js/../../x.json',
    ]) {
      const { status, body } = await raw(path);
      expect(status, path).to.be.oneOf([400, 403, 404]);
      expect(body, path).to.not.include('orchestron');
    }
  });

  it('sends every answer with all of its headers, also those that say no', async () => {
    for (const path of ['/', '/nothing.js', '/assets/a.js', '/assets/none.js', '/sw.js']) {
      const { headers } = await fetch(address + path);
      for (const name of [
        'content-security-policy',
        'cross-origin-opener-policy',
        'cross-origin-embedder-policy',
        'cross-origin-resource-policy',
        'x-content-type-options',
        'permissions-policy',
      ])
        expect(headers.get(name), `${path} ${name}`).to.be.a('string');
    }
    expect((await fetch(`${address}/sw.js`)).headers.get('cache-control')).to.equal('no-cache');
  });

  it('does not wait for requests that trickle in', async () => {
    const patience = { headersMs: 150, requestMs: 300, silentMs: 100, lookMs: 50 };
    const slow = patientServer(createApp(folder), patience).listen(0, '127.0.0.1');
    await new Promise((resolve) => slow.once('listening', resolve));
    const { port } = slow.address() as AddressInfo;
    const said = await new Promise<string>((resolve, reject) => {
      const socket = connect(port, '127.0.0.1', () => socket.write('GET / HTTP/1.1\r\nHost: localhost\r\n'));
      let text = '';
      socket.on('data', (part) => (text += String(part)));
      socket.on('close', () => resolve(text));
      socket.on('error', reject);
    });
    expect(said).to.match(/^HTTP\/1\.1 408 /);
    // Others are served meanwhile and afterwards.
    expect((await fetch(`http://127.0.0.1:${port}/`)).status).to.equal(200);
    await new Promise((resolve) => slow.close(resolve));
  });
});

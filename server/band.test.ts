import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { request, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { createApp } from './app';
import { Band, createBandApp } from './band';

const LEADER = { 'X-Orchestron': 'leader', 'Content-Type': 'application/json' };

describe('the band’s address', () => {
  const folder = mkdtempSync(join(tmpdir(), 'orchestron-band-'));
  const servers: Server[] = [];
  let [app, lan] = ['', ''];
  let band: Band;
  const open = (server: Server) =>
    new Promise<string>((resolve) => {
      servers.push(server);
      server.on('listening', () => resolve(`http://127.0.0.1:${(server.address() as AddressInfo).port}`));
    });
  beforeEach(async () => {
    mkdirSync(join(folder, 'stand'), { recursive: true });
    writeFileSync(join(folder, 'index.html'), '<html></html>');
    writeFileSync(join(folder, 'stand', 'stand.js'), '"stand"');
    writeFileSync(join(folder, 'stand', 'stand.css'), 'b{}');
    band = new Band();
    lan = await open(createBandApp(folder, band, ['127.0.0.1']).listen(0, '127.0.0.1'));
    app = await open(createApp(folder, { band: { band, address: lan } }).listen(0, '127.0.0.1'));
  });
  afterEach(() => servers.splice(0).forEach((server) => (server.closeAllConnections(), server.close())));
  after(() => rmSync(folder, { recursive: true }));

  const enter = (code: string) =>
    fetch(`${lan}/join`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ code }),
    });
  const cookie = async () => ((await enter(band.code)).headers.get('set-cookie') ?? '').split(';')[0]!;

  it('gives stands and place only to who knows the code', async () => {
    await fetch(`${app}/band/stands`, { method: 'PUT', headers: LEADER, body: '{"stands":1}' });
    expect((await fetch(`${lan}/stands`)).status).to.equal(401);
    expect((await fetch(`${lan}/place`)).status).to.equal(401);
    expect((await fetch(`${lan}/stands`, { headers: { cookie: 'stand=guess' } })).status).to.equal(401);
    const wrong = band.code === '000000' ? '000001' : '000000';
    expect((await enter(wrong)).status).to.equal(403);
    const joined = await enter(band.code);
    expect(joined.status).to.equal(204);
    expect(joined.headers.get('set-cookie')).to.include('HttpOnly').and.include('SameSite=Strict');
    const stands = await fetch(`${lan}/stands`, { headers: { cookie: await cookie() } });
    expect(await stands.text()).to.equal('{"stands":1}');
  });

  it('tells the leader’s place as it changes', async () => {
    const answer = await fetch(`${lan}/place`, { headers: { cookie: await cookie() } });
    const reader = answer.body!.getReader();
    const next = async () => new TextDecoder().decode((await reader.read()).value);
    expect(await next()).to.equal('data: {"place":null,"version":0}\n\n');
    await fetch(`${app}/band/stands`, { method: 'PUT', headers: LEADER, body: '{}' });
    expect(await next()).to.include('"version":1');
    await fetch(`${app}/band/place`, { method: 'PUT', headers: LEADER, body: '{"place":7}' });
    expect(await next()).to.equal('data: {"place":7,"version":1}\n\n');
    expect(
      ((await (await fetch(`${app}/band`, { headers: LEADER })).json()) as { listeners: number }).listeners,
    ).to.equal(1);
    await reader.cancel();
  });

  it('holds off who guesses', async () => {
    const wrong = band.code === '000000' ? '000001' : '000000';
    const tries: number[] = [];
    for (let n = 0; n < 12; n += 1) tries.push((await enter(wrong)).status);
    expect(tries.slice(0, 8)).to.deep.equal(Array(8).fill(403));
    expect(tries.at(-1)).to.equal(429);
    // The right code does not help any more either, for a while.
    expect((await enter(band.code)).status).to.equal(429);
  });

  it('shows nothing else of the program, changes nothing, and answers no other name', async () => {
    for (const path of [
      '/index.html',
      '/assets/a.js',
      '/band',
      '/song/1',
      '/stand/stand.js',
      '/../package.json',
      '/%2e%2e/x',
    ])
      expect((await fetch(`${lan}${path}`)).status, path).to.equal(404);
    for (const method of ['PUT', 'DELETE', 'PATCH', 'POST'])
      expect((await fetch(`${lan}/stands`, { method, headers: { cookie: await cookie() } })).status).to.equal(
        404,
      );
    const other = await new Promise<number>((resolve) => {
      const { port } = new URL(lan);
      request({ host: '127.0.0.1', port, path: '/', headers: { host: 'evil.example' } }, (r) =>
        resolve(r.statusCode!),
      ).end();
    });
    expect(other).to.equal(421);
    const page = await fetch(lan);
    expect(page.headers.get('content-security-policy'))
      .to.include("default-src 'none'")
      .and.include("script-src 'self'");
    expect(page.headers.get('content-security-policy')).to.not.match(/unsafe|\*|https?:/);
    expect(page.headers.get('cache-control')).to.equal('no-store');
  });

  it('is led by this program’s own page alone, and is off unless asked for', async () => {
    expect((await fetch(`${app}/band/stands`, { method: 'PUT', body: '{}' })).status).to.equal(403);
    expect((await fetch(`${app}/band`)).status).to.equal(403);
    const plain = await open(createApp(folder).listen(0, '127.0.0.1'));
    const answer = await fetch(`${plain}/band`, { headers: LEADER });
    expect(answer.headers.get('content-type')).to.include('html');
    expect(
      (await fetch(`${plain}/band/stands`, { method: 'PUT', headers: LEADER, body: '{}' })).status,
    ).to.equal(405);
  });

  it('keeps nothing once the leader stops', async () => {
    await fetch(`${app}/band/stands`, { method: 'PUT', headers: LEADER, body: '{"a":1}' });
    await fetch(`${app}/band/stands`, { method: 'DELETE', headers: LEADER });
    expect(band.stands).to.equal(null);
    expect((await fetch(`${lan}/stands`, { headers: { cookie: await cookie() } })).status).to.equal(204);
  });

  it('bears what is no JSON, and far too much of it', async () => {
    const broken = await fetch(`${lan}/join`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: '{"code":',
    });
    expect(broken.status).to.equal(400);
    const large = await fetch(`${lan}/join`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ code: 'x'.repeat(5000) }),
    });
    expect(large.status).to.equal(413);
  });
});

import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, request, type IncomingHttpHeaders, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createApp } from './app';

interface Answer {
  readonly status: number;
  readonly headers: IncomingHttpHeaders;
  readonly body: string;
}

describe('the server', () => {
  let folder: string;
  let server: Server;
  const start = (mode: 'demo' | 'shop', demoShop?: Uint8Array, demoSheets?: () => Promise<Uint8Array>): Promise<void> =>
    new Promise((resolve) => {
      server = createServer(createApp({ webRoot: folder, mode, ...(demoShop ? { demoShop } : {}), ...(demoSheets ? { demoSheets } : {}) }));
      server.listen(0, '127.0.0.1', resolve);
    });
  const ask = (path: string, headers: Record<string, string> = {}): Promise<Answer> =>
    new Promise((resolve, reject) => {
      const { port } = server.address() as AddressInfo;
      const asked = request({ host: '127.0.0.1', port, path, headers }, (response) => {
        const parts: Buffer[] = [];
        response.on('data', (part: Buffer) => parts.push(part));
        response.on('end', () =>
          resolve({ status: response.statusCode ?? 0, headers: response.headers, body: Buffer.concat(parts).toString() }),
        );
      });
      asked.on('error', reject).end();
    });

  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'amber-'));
    writeFileSync(join(folder, 'index.html'), '<title>Amber Relay</title>');
    writeFileSync(join(folder, 'main-ABCDEFGH.js'), `// ${'x'.repeat(4000)}`);
    await start('shop');
  });
  afterEach(() => {
    server.closeAllConnections();
    server.close();
    rmSync(folder, { recursive: true });
  });

  it('answers that it is well, and which shop it is', async () => {
    expect(JSON.parse((await ask('/api/health')).body)).toEqual({ ok: true, mode: 'shop' });
    expect(JSON.parse((await ask('/api/shop')).body)).toEqual({ mode: 'shop' });
  });

  it('serves the application for every page of it', async () => {
    for (const path of ['/', '/day', '/job/1234/trace']) expect((await ask(path)).body).toContain('Amber Relay');
  });

  it('allows scripts, styles and connections of its own only', async () => {
    const { headers } = await ask('/day');
    const policy = String(headers['content-security-policy']);
    expect(policy).toContain("default-src 'self'");
    expect(policy).toContain("script-src 'self'");
    expect(policy).toContain("connect-src 'self'");
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).not.toMatch(/https?:|(?<!wasm-)unsafe-eval|\*/);
    expect(/script-src[^;]*unsafe-inline/.test(policy)).toBeFalse();
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['x-powered-by']).toBeUndefined();
  });

  it('lets named files be kept for good and the page never', async () => {
    expect((await ask('/main-ABCDEFGH.js')).headers['cache-control']).toContain('immutable');
    expect((await ask('/day')).headers['cache-control']).toBe('no-cache');
  });

  it('sends text compressed', async () => {
    expect((await ask('/main-ABCDEFGH.js', { 'accept-encoding': 'gzip' })).headers['content-encoding']).toBe('gzip');
  });

  it('refuses a foreign host name', async () => {
    const { status, body } = await ask('/day', { host: 'evil.example' });
    expect(status).toBe(421);
    expect(body).toContain('address it printed');
  });

  it('says in JSON that a thing is not there, and shows no page for it', async () => {
    for (const path of ['/api/nothing', '/missing.js', '/demo/shop.zip', '/demo/sheets.zip']) {
      const { status, headers } = await ask(path);
      expect(status).toBe(404);
      expect(headers['content-type']).toContain('json');
    }
  });

  it('never leaves its folder', async () => {
    for (const path of ['/..%2f..%2fetc%2fpasswd', '/%2e%2e/%2e%2e/etc/passwd', '/..\\..\\etc\\passwd'])
      expect((await ask(path)).body).not.toContain('root:');
  });

  it('survives a broken path', async () => {
    expect((await ask('/%E0%A4%A')).status).toBe(400);
    expect((await ask('/api/health')).status).toBe(200);
  });

  it('gives the demo shop only as the demo shop', async () => {
    server.close();
    let drawn = 0;
    await start('demo', new Uint8Array([80, 75]), () => Promise.resolve(new Uint8Array([80, 75, ++drawn])));
    expect(drawn).toBe(0);
    expect((await ask('/demo/sheets.zip')).status).toBe(200);
    expect(drawn).toBe(1);
    const { status, headers, body } = await ask('/demo/shop.zip');
    expect([status, headers['content-type'], body]).toEqual([200, 'application/zip', 'PK']);
    expect(JSON.parse((await ask('/api/shop')).body)).toEqual({ mode: 'demo' });
  });
});

/** The built pages as a browser gets them: packed, kept for good, and the same for every address. */
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type ServedApp, serveApp } from './served-app.ts';

const SCRIPT = `export const words = ${JSON.stringify('heel stack, forefoot stack, '.repeat(100))};`;

describe('pages', () => {
  const folder = mkdtempSync(join(tmpdir(), 'emvex-pages-'));
  let served: ServedApp;

  beforeAll(async () => {
    const assets = join(folder, 'pages', 'assets');
    mkdirSync(assets, { recursive: true });
    writeFileSync(join(folder, 'pages', 'index.html'), '<!doctype html><title>Emvex</title>');
    for (const name of ['packed.js', 'plain.js']) writeFileSync(join(assets, name), SCRIPT);
    writeFileSync(join(assets, 'packed.js.br'), brotliCompressSync(SCRIPT));
    served = await serveApp(join(folder, 'book.db'), join(folder, 'pages'));
  });

  afterAll(async () => {
    await served.close();
    rmSync(folder, { recursive: true });
  });

  const ask = (path: string, accepts: string) =>
    fetch(served.base + path, { headers: { 'accept-encoding': accepts } });

  it('come as the build packed them, where the browser takes that', async () => {
    const packed = await ask('/assets/packed.js', 'gzip, deflate, br');
    expect(packed.headers.get('content-encoding')).toBe('br');
    expect(Number(packed.headers.get('content-length'))).toBe(brotliCompressSync(SCRIPT).length);
    expect(packed.headers.get('content-type')).toContain('javascript');
    expect(packed.headers.get('cache-control')).toContain('immutable');
    expect(packed.headers.get('content-security-policy')).toContain("script-src 'self'");
    expect(await packed.text()).toBe(SCRIPT);
  });

  it('are packed at once, or not at all, for every other', async () => {
    const atOnce = await ask('/assets/plain.js', 'gzip');
    expect(atOnce.headers.get('content-encoding')).toBe('gzip');
    expect(await atOnce.text()).toBe(SCRIPT);
    const bare = await ask('/assets/packed.js', 'identity');
    expect(bare.headers.get('content-encoding')).toBeNull();
    expect(await bare.text()).toBe(SCRIPT);
  });

  it('tell what is missing, and answer every address of the application', async () => {
    const missing = await ask('/assets/gone.js', 'br');
    expect(missing.status).toBe(404);
    expect(await missing.json()).toMatchObject({ title: expect.any(String), status: 404 });
    const outside = await ask('/assets/..%2f..%2fbook.db', 'br');
    expect(outside.status).toBe(404);
    expect(await outside.text()).not.toContain('SQLite');
    for (const path of ['/', '/pairs/NS-01/match', '/studies/gauges'])
      expect(await (await ask(path, 'br')).text()).toContain('<title>Emvex</title>');
  });
});

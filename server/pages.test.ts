/** The built pages as a browser gets them: kept for good, and the same for every address. */
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
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
    writeFileSync(join(assets, 'plain.js'), SCRIPT);
    served = await serveApp(join(folder, 'book.db'), join(folder, 'pages'));
  });

  afterAll(async () => {
    await served.close();
    rmSync(folder, { recursive: true });
  });

  const ask = (path: string, accepts: string) =>
    fetch(served.base + path, { headers: { 'accept-encoding': accepts } });

  it('come as they were built, not packed, and are kept for good', async () => {
    const asset = await ask('/assets/plain.js', 'gzip, deflate, br');
    expect(asset.headers.get('content-encoding')).toBeNull();
    expect(asset.headers.get('content-type')).toContain('javascript');
    expect(asset.headers.get('cache-control')).toContain('immutable');
    expect(asset.headers.get('etag')).toBeNull();
    expect(asset.headers.get('content-security-policy')).toContain("script-src 'self'");
    expect(await asset.text()).toBe(SCRIPT);
    const page = await ask('/pairs/NS-01/match', 'br');
    expect(page.headers.get('cache-control')).toBe('no-cache');
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

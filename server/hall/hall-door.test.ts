/** The listener of the hall: over TLS with the user's certificate, and refusals of what cannot be opened. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { get } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
import { generate } from 'selfsigned';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { silentLog } from '../log.ts';
import { hallDoor } from './hall-door.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'emvex-door-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

function door(certificate?: { cert: string; key: string }) {
  const told: string[] = [];
  const made = hallDoor({
    certificate,
    log: silentLog(),
    makeApp: ({ isPrivate, onRefused }) => {
      const app = express();
      app.get('/', (_request, response) => {
        onRefused({ why: 'a guess', linkId: undefined, from: '127.0.0.1' });
        response.json({ isPrivate });
      });
      return app;
    },
    onTold: ({ why }) => told.push(why),
  });
  return { ...made, told };
}

const ask = (address: string): Promise<string> =>
  new Promise((resolve, reject) => {
    get(address, { rejectUnauthorized: false }, (response) => {
      let text = '';
      response.on('data', (chunk: Buffer) => {
        text += chunk.toString();
      });
      response.on('end', () => resolve(text));
    }).on('error', reject);
  });

describe('the door of the hall', () => {
  it('serves over TLS with a certificate, counts refusals and tells one reason once', async () => {
    const { cert, private: key } = await generate([{ name: 'commonName', value: 'hall.test' }]);
    const files = { cert: join(folder, 'cert.pem'), key: join(folder, 'key.pem') };
    writeFileSync(files.cert, cert);
    writeFileSync(files.key, key);
    const { open, close, state, told } = door(files);
    await open({ host: '127.0.0.1', port: 0 });
    const [address = ''] = state().open?.addresses ?? [];
    expect(address).toMatch(/^https:/);
    expect(await ask(address)).toBe('{"isPrivate":true}');
    await ask(address);
    expect([state().refused, told]).toEqual([2, ['a guess']]);
    await close();
    expect(state().open).toBeNull();
    await expect(ask(address)).rejects.toThrow();
  });

  it('says what is wrong with a certificate, a port or an address', async () => {
    const odd = { cert: join(folder, 'none.pem'), key: join(folder, 'none.pem') };
    await expect(door(odd).open({ host: '127.0.0.1', port: 0 })).rejects.toThrow(/certificate/);
    const first = door();
    await first.open({ host: '127.0.0.1', port: 0 });
    const port = Number(new URL(first.state().open?.addresses[0] ?? '').port);
    await expect(door().open({ host: '127.0.0.1', port })).rejects.toThrow(/taken/);
    await expect(door().open({ host: '192.0.2.1', port: 0 })).rejects.toThrow(/no address/);
    await first.close();
  });
});

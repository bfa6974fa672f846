/** A body that cannot be taken is answered all the same: full disk, over its limit, broken off. */
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Writable } from 'node:stream';
import express from 'express';
import { afterEach, describe, expect, it } from 'vitest';
import { silentLog } from './log.ts';
import { problemHandler } from './problems.ts';
import { pourBody } from './request-body.ts';

let server: Server | undefined;
afterEach(() => server?.close());

/** Serves an address that pours what it is sent, up to 8 MB. */
async function pouring(destination: () => Writable): Promise<string> {
  const app = express();
  app.post('/', async (request, response) => {
    response.json(await pourBody(request, destination(), 8_000_000, () => 'It has over 8 MB.'));
  });
  app.use(problemHandler(silentLog()));
  server = await new Promise<Server>((resolve) => {
    const listening = app.listen(0, '127.0.0.1', () => resolve(listening));
  });
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;
}

const sink = () => new Writable({ write: (_chunk, _encoding, done) => done() });

/** As a disk with room for so many bytes. */
function fullAfter(most: number): Writable {
  let written = 0;
  return new Writable({
    write(chunk: Buffer, _encoding, done) {
      written += chunk.length;
      done(written > most ? Object.assign(new Error('no space'), { code: 'ENOSPC' }) : null);
    },
  });
}

const send = async (address: string, bytes: number) => {
  const response = await fetch(address, { method: 'POST', body: new Uint8Array(bytes) });
  return { status: response.status, body: await response.json() };
};

describe('a body', () => {
  it('is poured, counted and known by its hash', async () => {
    const address = await pouring(sink);
    const first = await send(address, 3_000_000);
    expect(first.status).toBe(200);
    expect(first.body.bytes).toBe(3_000_000);
    expect((await send(address, 3_000_000)).body.hash).toBe(first.body.hash);
    expect((await send(address, 3_000_001)).body.hash).not.toBe(first.body.hash);
  });

  it('on a full disk is answered 507, though most of it is still to come', async () => {
    const { status, body } = await send(await pouring(() => fullAfter(64_000)), 7_000_000);
    expect(status).toBe(507);
    expect(body.detail).toContain('The disk is full');
  });

  it('over its limit is answered 413 in its own words', async () => {
    const { status, body } = await send(await pouring(sink), 20_000_000);
    expect([status, body.detail]).toEqual([413, 'It has over 8 MB.']);
  });
});

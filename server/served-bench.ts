/** An app on a database of its own for each test, and a bench to begin with: what API tests share. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuid7 } from 'uuid';
import { afterEach, beforeEach } from 'vitest';
import { type ServedApp, serveApp, serveBuilt } from './served-app.ts';

const TOOLS = ['needle gauge', 'caliper', 'scale', 'bend fixture', 'durometer A'];

/**
 * Serves a fresh database for each test of the file.
 * @param built by the built server, in a process of its own
 */
export function servedBench(built = false) {
  let served: ServedApp;
  let folder: string;

  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'emvex-bench-'));
    const book = join(folder, 'book.db');
    served = built
      ? await serveBuilt(book)
      : await serveApp(book, undefined, undefined, undefined, join(folder, 'hall'));
  });

  afterEach(async () => {
    await served.close();
    rmSync(folder, { recursive: true });
  });

  const send = (method: string, path: string, body?: unknown, type?: string) =>
    served.send(method, path, body, type ? { type } : {});
  const post = (path: string, body: unknown) => send('POST', path, body);
  const put = (path: string, body: unknown) => send('PUT', path, body);
  const get = (path: string) => send('GET', path);
  const csv = (path: string, text: string) => send('POST', path, text, 'text/csv');

  /** A pair of one edition, UK 8, received on 27 February. */
  async function receive(tag: string, more: object = {}) {
    const pairId = uuid7();
    const { status, body } = await post('/api/receipts', {
      maker: { id: uuid7(), name: 'Norrolt' },
      model: { id: uuid7(), name: 'Stairwell' },
      edition: { id: uuid7(), name: 'mid cut' },
      pair: {
        id: pairId,
        tag,
        label: { system: 'uk', size: 8 },
        acquisition: 'bought',
        receivedOn: '2026-02-27',
        ...more,
      },
      claims: [],
    });
    if (status !== 200) throw new Error(JSON.stringify(body));
    return { pairId, editionId: body.editionId as string };
  }

  async function bench(tag = 'NS-01') {
    await post('/api/lab/setup', { tools: TOOLS });
    const lab = (await get('/api/lab')).body;
    const { pairId, editionId } = await receive(tag);
    const instrument = (kind: string) =>
      lab.instruments.find((one: { kind: string }) => one.kind === kind);
    const protocol = (name: string) =>
      lab.protocols.find((one: { name: string }) => one.name.startsWith(name));
    const session = async (name = 'Full bench') => {
      const id = uuid7();
      await post('/api/sessions', {
        id,
        pairId,
        protocolId: protocol(name).id,
        person: 'B1',
        wornKm: 0,
        startedAt: '2026-03-01T09:00:00Z',
      });
      return id;
    };
    const read = (
      sessionId: string,
      quantity: string,
      side: string,
      typed: string,
      kind: string,
      rest: object = {},
    ) =>
      post('/api/readings', {
        id: uuid7(),
        occasionId: sessionId,
        side,
        quantity,
        typed,
        unit: 'mm',
        instrumentId: instrument(kind).id,
        takenAt: '2026-03-01T09:01:00Z',
        ...rest,
      });
    return { lab, pairId, editionId, instrument, protocol, session, read };
  }

  return {
    send,
    post,
    put,
    get,
    csv,
    receive,
    bench,
    served: () => served,
    file: (name: string) => join(folder, name),
    /** Goes on with another database of the same folder. */
    async reopen(name: string): Promise<void> {
      await served.close();
      served = await serveApp(join(folder, name));
    },
  };
}

/** An app on a port of its own, and a client for it: what the API tests share. */
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { dirname } from 'node:path';
import Database from 'better-sqlite3';
import { v7 as uuid7 } from 'uuid';
import { CHANGE_HEADER, PERSON_HEADER } from '#contract/headers.ts';
import { createApp } from './app.ts';
import { startBuiltServer } from './started-server.ts';
import { type Db, openDatabase } from './store/database.ts';

export interface Sent {
  status: number;
  // biome-ignore lint/suspicious/noExplicitAny: tests look into answers of every shape, wrong ones too
  body: any;
}

export interface ServedApp {
  db: Db;
  base: string;
  /** Of the process that serves. */
  pid: number;
  send: (
    method: string,
    path: string,
    body?: unknown,
    terms?: { change?: string; type?: string; person?: string },
  ) => Promise<Sent>;
  close: () => Promise<void>;
}

/** A book of this version with nothing in it, made once for the tests of a file: a copy takes no migrations. */
let emptyBook: Buffer | undefined;

function copyEmptyBook(path: string, today: string): void {
  if (!emptyBook) {
    const made = openDatabase(':memory:', today);
    emptyBook = made.serialize();
    made.close();
  }
  mkdirSync(dirname(path), { recursive: true });
  writeFileSync(path, emptyBook);
}

/** Sends JSON, or text of another type, and parses JSON answers. */
const sendTo =
  (base: string): ServedApp['send'] =>
  async (method, path, body, { change = uuid7(), type = 'application/json', person } = {}) => {
    const response = await fetch(`${base}${path}`, {
      method,
      headers: {
        ...(body === undefined ? {} : { 'content-type': type }),
        ...(method === 'GET' ? {} : { [CHANGE_HEADER]: change }),
        ...(person === undefined ? {} : { [PERSON_HEADER]: person }),
      },
      ...(body === undefined
        ? {}
        : { body: type === 'application/json' ? JSON.stringify(body) : String(body) }),
    });
    const text = await response.text();
    const json = response.headers.get('content-type')?.includes('json');
    return { status: response.status, body: json ? JSON.parse(text) : text };
  };

/** Serves a database at a fixed moment. */
export async function serveApp(
  databasePath: string,
  pages?: string,
  now = '2026-03-01T10:00:00.000Z',
  onStatement?: (sql: string) => void,
  hallPages?: string,
): Promise<ServedApp> {
  const today = now.slice(0, 10);
  if (databasePath !== ':memory:' && !existsSync(databasePath)) copyEmptyBook(databasePath, today);
  const db = openDatabase(databasePath, today, undefined, onStatement);
  const {
    app,
    hall,
    close: closeApp,
  } = createApp({
    db,
    version: 'test',
    now: () => now,
    ...(pages ? { pages } : {}),
    ...(hallPages ? { hall: { pages: hallPages } } : {}),
  });
  const server = await new Promise<Server>((resolve) => {
    const listening = app.listen(0, '127.0.0.1', () => resolve(listening));
    // A test that works for long between two requests finds its connection still there.
    listening.keepAliveTimeout = 60_000;
  });
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    db,
    base,
    pid: process.pid,
    send: sendTo(base),
    async close() {
      const closed = new Promise((resolve) => server.close(resolve));
      // A request that a test broke off holds its connection: nobody waits for it.
      server.closeAllConnections();
      await closed;
      await hall.close();
      closeApp();
      db.close();
    },
  };
}

/** Serves a database by the built server, in a process of its own: its client takes none of its time or memory. */
export async function serveBuilt(databasePath: string): Promise<ServedApp> {
  const { address, pid, kill } = await startBuiltServer({ EMVEX_DB: databasePath });
  const db = new Database(databasePath, { readonly: true });
  return {
    db,
    base: address,
    pid,
    send: sendTo(address),
    async close() {
      db.close();
      await kill();
    },
  };
}

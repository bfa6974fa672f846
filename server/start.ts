/** Starts the server on a database file and stops it cleanly. */
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { GaugeFeed } from '#contract/live-gauges.ts';
import { createApp } from './app.ts';
import { DatabaseRefusal, openDatabase } from './store/database.ts';

export interface StartOptions {
  database: string;
  port: number;
  pages?: string;
  version: string;
  demo?: boolean;
  /** Reads gauges live; it is closed with the server. */
  gauges?: GaugeFeed;
}

/** A start that cannot be made, with a message for the person at the terminal. */
export class StartRefusal extends Error {}

function listen(app: ReturnType<typeof createApp>, port: number): Promise<Server> {
  return new Promise((resolve, reject) => {
    const server = app.listen(port, '127.0.0.1', (error?: Error) => {
      if (error) reject(error);
      else resolve(server);
    });
    server.on('error', reject);
  });
}

/** Opens the database, listens on 127.0.0.1, and gives the address and a way to stop. */
export async function startServer(
  options: StartOptions,
): Promise<{ address: string; stop: () => Promise<void> }> {
  let db: ReturnType<typeof openDatabase>;
  try {
    db = openDatabase(options.database, new Date().toISOString().slice(0, 10));
  } catch (error) {
    if (error instanceof DatabaseRefusal) throw new StartRefusal(error.message);
    throw new StartRefusal(
      `The database ${options.database} cannot be opened: ${(error as Error).message}.`,
    );
  }
  const app = createApp({
    db,
    version: options.version,
    demo: options.demo ?? false,
    ...(options.pages ? { pages: options.pages } : {}),
    ...(options.gauges ? { gauges: options.gauges } : {}),
  });
  let server: Server;
  try {
    server = await listen(app, options.port);
  } catch (error) {
    db.close();
    options.gauges?.close();
    const { code, message } = error as NodeJS.ErrnoException;
    throw new StartRefusal(
      code === 'EADDRINUSE'
        ? `Port ${options.port} is taken on 127.0.0.1. Stop the other program, or choose a port: PORT=${options.port + 1}.`
        : `The server cannot listen on 127.0.0.1:${options.port}: ${message}.`,
    );
  }
  const { port } = server.address() as AddressInfo;
  const stop = () =>
    new Promise<void>((resolve) => {
      options.gauges?.close();
      server.close(() => {
        db.pragma('wal_checkpoint(TRUNCATE)');
        db.close();
        resolve();
      });
      server.closeAllConnections();
    });
  return { address: `http://127.0.0.1:${port}`, stop };
}

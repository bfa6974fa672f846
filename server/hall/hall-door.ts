/** Opens and closes the hall: a second listener, off until somebody opens it. */
import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import type { AddressInfo } from 'node:net';
import { hostname, networkInterfaces } from 'node:os';
import type { Express } from 'express';
import { describeFault } from '../described-fault.ts';
import type { Log } from '../log.ts';
import { wrongValue } from '../problems.ts';
import type { HallRefused } from './hall-guard.ts';

/** Files of a certificate and its key, that the user gives. */
export interface Certificate {
  cert: string;
  key: string;
}

export interface HallDoorOptions {
  certificate: Certificate | undefined;
  log: Log;
  makeApp: (terms: {
    hosts: readonly string[];
    isPrivate: boolean;
    onRefused: (refused: HallRefused) => void;
  }) => Express;
  /** Told once an hour for each reason and link, so that guesses do not fill the book. */
  onTold: (refused: HallRefused) => void;
}

const EVERYWHERE = ['0.0.0.0', '::'];
const LOOPBACK = ['127.0.0.1', '::1', 'localhost'];
const HOUR_MS = 3_600_000;
/** More reasons are not remembered. */
const MOST_REASONS = 500;

const inAddress = (host: string) => (host.includes(':') ? `[${host}]` : host);

/** Addresses of this machine on its networks. */
export const ownAddresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((addresses) => addresses ?? [])
    .filter(({ internal, family }) => !internal && family === 'IPv4')
    .map(({ address }) => address);

/** Names that a hall answers to which listens at a host. */
function namesOf(host: string): string[] {
  if (LOOPBACK.includes(host)) return ['127.0.0.1', 'localhost', '[::1]'];
  const name = hostname().toLowerCase();
  const names = [name, `${name}.local`];
  return EVERYWHERE.includes(host)
    ? ['127.0.0.1', 'localhost', ...ownAddresses(), ...names]
    : [inAddress(host), ...names];
}

/** Tells a refusal once an hour for each reason, link and address. */
function toldOnce(tell: (refused: HallRefused) => void) {
  const last = new Map<string, number>();
  return (refused: HallRefused) => {
    const key = `${refused.why} ${refused.linkId ?? refused.from}`;
    const at = Date.now();
    if (at - (last.get(key) ?? 0) < HOUR_MS || last.size > MOST_REASONS) return;
    last.set(key, at);
    tell(refused);
  };
}

export function hallDoor({ certificate, log, makeApp, onTold }: HallDoorOptions) {
  let server: Server | undefined;
  let addresses: string[] = [];
  let refused = 0;
  const tell = toldOnce(onTold);

  function makeServer(app: Express): Server {
    if (!certificate) return createServer(app);
    try {
      const [cert, key] = [readFileSync(certificate.cert), readFileSync(certificate.key)];
      return createSecureServer({ cert, key }, app);
    } catch (error) {
      log.error(describeFault(error), 'the certificate of the hall cannot be read');
      throw wrongValue(
        'host',
        'The certificate that EMVEX_HALL_CERT and EMVEX_HALL_KEY name cannot be read: PEM files of a certificate and its key are meant.',
      );
    }
  }

  async function close(): Promise<void> {
    const closing = server;
    if (!closing) return;
    server = undefined;
    addresses = [];
    const closed = new Promise((resolve) => closing.close(resolve));
    closing.closeAllConnections();
    await closed;
  }

  async function open({ host, port }: { host: string; port: number }): Promise<void> {
    await close();
    refused = 0;
    const app = makeApp({
      hosts: namesOf(host),
      isPrivate: certificate !== undefined,
      onRefused: (one) => {
        refused += 1;
        tell(one);
      },
    });
    const opening = makeServer(app);
    await new Promise<void>((resolve, reject) => {
      opening.once('error', ({ code, message }: NodeJS.ErrnoException) =>
        reject(
          code === 'EADDRINUSE'
            ? wrongValue('port', `Port ${port} is taken. Choose another.`)
            : code === 'EADDRNOTAVAIL' || code === 'ENOTFOUND'
              ? wrongValue('host', `${host} is no address of this machine.`)
              : wrongValue('host', `The hall cannot be opened at ${host}:${port}: ${message}.`),
        ),
      );
      opening.listen(port, host, () => resolve());
    });
    server = opening;
    const { port: at } = opening.address() as AddressInfo;
    const scheme = certificate ? 'https' : 'http';
    const own = ownAddresses();
    const shown = EVERYWHERE.includes(host) ? (own.length > 0 ? own : ['127.0.0.1']) : [host];
    addresses = shown.map((name) => `${scheme}://${inAddress(name)}:${at}`);
    log.info({ port: at, tls: certificate !== undefined }, 'the hall is open');
  }

  return {
    open,
    close,
    state: () => ({
      open: server ? { addresses, isPrivate: certificate !== undefined } : null,
      hosts: ownAddresses(),
      hasCertificate: certificate !== undefined,
      refused,
    }),
  };
}

export type HallDoor = ReturnType<typeof hallDoor>;

/** The work of a day in a lab, sent piece by piece to a server that may die: what tests of kills share. */
import { execFileSync } from 'node:child_process';
import Database from 'better-sqlite3';
import { v7 as uuid7 } from 'uuid';
import { HALL_PHONE_HEADER } from '#contract/hall-headers.ts';
import { CHANGE_HEADER, PERSON_HEADER } from '#contract/headers.ts';
import type { Sent } from './served-app.ts';
import { hashOfSecret } from './store/hall-links.ts';

/** Where a server answers: its own pages, and the phone links that it has open. */
export interface Addresses {
  lab: string;
  phones: string;
}

/** One change, sent under the same id until it is answered. */
export interface Piece {
  change: string;
  to: keyof Addresses;
  path: string;
  body: object;
  /** Finds its row in the database. */
  row: [sql: string, id: string];
}

const PERSON = 'B1';
const TESTER = 'T1';
const SECRET = 's'.repeat(43);
const PHONE = 'p'.repeat(43);
const ON = '2026-02-28';

export async function post(
  address: string,
  path: string,
  body: object | string | Uint8Array<ArrayBuffer>,
  change = uuid7(),
): Promise<Sent> {
  const type =
    typeof body === 'string'
      ? 'text/csv'
      : body instanceof Uint8Array
        ? 'application/zip'
        : 'application/json';
  const response = await fetch(`${address}${path}`, {
    method: 'POST',
    headers: {
      'content-type': type,
      [CHANGE_HEADER]: change,
      [PERSON_HEADER]: PERSON,
      ...(path.startsWith('/hall/')
        ? { authorization: `Link ${SECRET}`, [HALL_PHONE_HEADER]: PHONE }
        : {}),
    },
    body: type === 'application/json' ? JSON.stringify(body) : (body as string),
  });
  return { status: response.status, body: await response.json() };
}

/** Sends until it is answered: a server that is busy asks to come again. */
export async function insist(...sent: Parameters<typeof post>): Promise<Sent> {
  const [address, path, body, change = uuid7()] = sent;
  for (;;) {
    const answer = await post(address, path, body, change);
    if (answer.status !== 503) return answer;
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

async function require200(...sent: Parameters<typeof post>): Promise<Sent> {
  const answer = await insist(...sent);
  if (answer.status !== 200) throw new Error(`${sent[1]}: ${JSON.stringify(answer.body)}`);
  return answer;
}

/** Opens the phone links of a server that was started again. */
export async function openPhones(lab: string): Promise<Addresses> {
  const { body } = await require200(lab, '/api/hall/opening', { host: '127.0.0.1', port: 0 });
  return { lab, phones: body.open.addresses[0] };
}

const receipt = (tag: string, pairId: string, maker: string) => ({
  maker: { id: uuid7(), name: maker },
  model: { id: uuid7(), name: 'Stairwell' },
  edition: { id: uuid7(), name: '' },
  pair: {
    id: pairId,
    tag,
    label: { system: 'uk', size: 8 },
    acquisition: 'bought',
    receivedOn: '2026-02-01',
  },
  claims: [],
});

/** Pairs that a lab elsewhere has, so that its package brings them all or none. */
export async function receivePairs(lab: string, tags: readonly string[], maker: string) {
  for (const tag of tags) await require200(lab, '/api/receipts', receipt(tag, uuid7(), maker));
}

/** A lab with a pair, an open session and a tester with a link; answers with pieces of every kind, in turn. */
export async function mixedWork(lab: string): Promise<() => Piece> {
  await require200(lab, '/api/lab/setup', { tools: ['needle gauge'] });
  for (const [code, role] of Object.entries({ [PERSON]: 'bench', [TESTER]: 'tester' }))
    await require200(lab, '/api/people', { id: uuid7(), code, role });
  const { protocols, instruments } = await (await fetch(`${lab}/api/lab`)).json();
  const [pairId, sessionId] = [uuid7(), uuid7()];
  await require200(lab, '/api/receipts', receipt('NS-01', pairId, 'Norrolt'));
  await require200(lab, `/api/pairs/${pairId}/wearers`, { tester: TESTER, given: true });
  await require200(lab, '/api/hall/links', {
    id: uuid7(),
    tester: TESTER,
    secretHash: hashOfSecret(SECRET),
  });
  await require200(lab, '/api/sessions', {
    id: sessionId,
    pairId,
    protocolId: protocols[0].id,
    person: PERSON,
    wornKm: 0,
    startedAt: '2026-02-01T09:00:00Z',
  });
  const { id: instrumentId } = instruments.find(
    (one: { kind: string }) => one.kind === 'needle gauge',
  );

  const piece = (path: string, body: object & { id: string }, table: string): Piece => ({
    change: uuid7(),
    to: path.startsWith('/hall/') ? 'phones' : 'lab',
    path,
    body,
    row: [`SELECT 1 FROM ${table} WHERE id = ?`, body.id],
  });
  const reading = () =>
    piece(
      '/api/readings',
      {
        id: uuid7(),
        occasionId: sessionId,
        side: 'left',
        quantity: 'heel-stack',
        typed: '31.2',
        unit: 'mm',
        instrumentId,
        takenAt: new Date().toISOString(),
      } as { id: string },
      'reading',
    );
  const outing = { on: ON, typed: '5 km', surfaces: ['paved'], again: true };
  const answers = { toeRoom: 'right', heel: 'none', width: { ball: 0 } };
  const kinds: (() => Piece)[] = [
    reading,
    () =>
      piece(
        `/api/pairs/${pairId}/outings`,
        { id: uuid7(), tester: TESTER, ...outing } as { id: string },
        'outing',
      ),
    reading,
    () =>
      piece(
        `/api/pairs/${pairId}/try-ons`,
        { id: uuid7(), tester: TESTER, answers } as { id: string },
        'occasion',
      ),
    reading,
    () => piece('/hall/outings', { id: uuid7(), pairId, ...outing } as { id: string }, 'outing'),
    () => piece('/hall/try-ons', { id: uuid7(), pairId, answers } as { id: string }, 'occasion'),
    () =>
      piece(
        '/api/sheets/norrolt-stairwell/issue',
        { id: uuid7(), label: 'uk-8' } as { id: string },
        'issued',
      ),
  ];
  let turn = 0;
  return () => {
    turn += 1;
    return (kinds[turn % kinds.length] ?? reading)();
  };
}

/** A correction of a reading that was acknowledged: it is voided. */
export const voiding = (readingId: string): Piece => ({
  change: uuid7(),
  to: 'lab',
  path: `/api/readings/${readingId}/void`,
  body: { reason: 'slipped' },
  row: ['SELECT 1 FROM reading_void v JOIN reading r ON r.n = v.reading WHERE r.id = ?', readingId],
});

/** What SQLite itself finds wrong with a database; by Debian's shell where there is one to ask. */
export function faultsOf(path: string, shell?: string): string {
  if (shell)
    return execFileSync(shell, [path, 'PRAGMA integrity_check; PRAGMA foreign_key_check;'])
      .toString()
      .trim();
  const db = new Database(path, { fileMustExist: true });
  try {
    const faults = db.pragma('integrity_check', { simple: true });
    return [faults, ...(db.pragma('foreign_key_check') as unknown[]).map(String)].join('\n');
  } finally {
    db.close();
  }
}

/**
 * The hall: an application of its own, for phones on the network. It serves the tester's page and its
 * few calls, and shares no handler with the bench.
 */
import { join } from 'node:path';
import express, { type Express, type Request, type Response } from 'express';
import type { z } from 'zod';
import {
  HALL_CALLS,
  type HallAnswer,
  type HallBody,
  type HallCallName,
} from '#contract/hall-calls.ts';
import { hallPictureFields, type hallTryOnFields } from '#contract/hall-records.ts';
import { changeId } from '../change-id.ts';
import { guardCharset, guardLab } from '../guard.ts';
import { exchangeJson } from '../json-exchange.ts';
import { type Log, logRequests } from '../log.ts';
import { changeOuting, keepOuting, withdrawOuting } from '../outings.ts';
import { problemHandler, Refusal } from '../problems.ts';
import { protection } from '../protection.ts';
import { clientGone } from '../request-body.ts';
import type { FoundLink } from '../store/hall-links.ts';
import type { StoredPair } from '../store/pairs.ts';
import type { StoredOuting } from '../store/wear.ts';
import { whenFree } from '../store/when-free.ts';
import type { Stores } from '../stores.ts';
import { guardHallHost, type HallRefused, limitCalls, requireLink } from './hall-guard.ts';
import { hallView } from './hall-view.ts';
import { picturesOfLinks } from './link-pictures.ts';

const LARGEST_BODY = '64kb';

/** What the bench does for the hall, handed in. */
export interface HallWork {
  keepPicture: (
    bytes: Buffer,
    gone: AbortSignal,
  ) => Promise<{ hash: string; width: number; height: number; bytes: number }>;
  keepTryOn: (
    pair: StoredPair,
    said: z.output<typeof hallTryOnFields> & { tester: string },
    now: string,
  ) => HallAnswer<'addTryOn'>;
  requireFree: () => void;
}

export interface HallOptions extends HallWork {
  stores: Stores;
  now: () => string;
  log: Log;
  /** Folder of the built page. */
  pages: string;
  /** Names that it answers to. */
  hosts: readonly string[];
  isPrivate: boolean;
  onRefused: (refused: HallRefused) => void;
}

interface Call<N extends HallCallName> {
  id: string;
  body: HallBody<N>;
  change: string;
  now: string;
  /** Who holds the phone. */
  person: string;
}

type Changes = Exclude<HallCallName, 'see' | 'addPicture'>;

/** The calls of a tester that change the book; each sees what is the tester's own, and no more. */
function testersCalls({ stores, keepTryOn }: HallOptions) {
  const ownPair = ({ person }: { person: string }, pairId: string): StoredPair => {
    if (!stores.wear.pairsOf(person).some(({ id }) => id === pairId))
      throw new Refusal(404, 'This pair was not given to you. Ask the lab for it.');
    return stores.pairs.byId(pairId);
  };
  const ownOuting = ({ person, id }: { person: string; id: string }): StoredOuting => {
    // Whether another tester has it is nobody's to know: both are answered alike.
    const outing = stores.wear.findOuting(id);
    if (outing?.tester !== person) throw new Refusal(404, 'This outing is not yours.');
    return outing;
  };
  const calls: { [N in Changes]: (call: Call<N>) => HallAnswer<N> } = {
    addOuting: (call) => {
      const { pairId, ...said } = call.body;
      const fields = { ...said, tester: call.person };
      return keepOuting(stores, ownPair(call, pairId), fields, call.now);
    },
    changeOuting: (call) => {
      const before = ownOuting(call);
      if (before.withdrawn !== null) throw new Refusal(409, 'Take it back first.');
      const { pairId, ...said } = call.body;
      if (pairId !== before.pairId)
        throw new Refusal(409, 'In another pair it is another outing: withdraw this one.');
      changeOuting(stores, call, before, { ...said, id: call.id, tester: call.person });
      return { id: call.id };
    },
    withdrawOuting: (call) => {
      withdrawOuting(stores, call, ownOuting(call), 'withdrawn by the tester');
      return { id: call.id };
    },
    returnOuting: (call) => {
      withdrawOuting(stores, call, ownOuting(call), null);
      return { id: call.id };
    },
    addTryOn: (call) =>
      keepTryOn(ownPair(call, call.body.pairId), { ...call.body, tester: call.person }, call.now),
    addNote: (call) => {
      const { id, pairId, words } = call.body;
      const pair = ownPair(call, pairId);
      stores.wear.addNote({ id, pairId: pair.id, tester: call.person, at: call.now, words });
      return { id };
    },
  };
  return { calls, ownPair };
}

function serveHallPage(app: Express, pages: string): void {
  app.use(
    '/assets',
    express.static(join(pages, 'assets'), {
      index: false,
      etag: false,
      immutable: true,
      maxAge: '1y',
      fallthrough: true,
    }),
  );
  app.use(express.static(pages, { index: 'index.html', etag: false, maxAge: 0, dotfiles: 'deny' }));
}

/** The code that stands in the record of changes for who holds the phone. */
const personOf = ({ tester }: FoundLink): string => tester ?? 'camera link';

export function createHallApp(options: HallOptions): Express {
  const { stores, now, log, pages, hosts, isPrivate, onRefused } = options;
  const { calls, ownPair } = testersCalls(options);
  const identity = stores.lab.identity();
  const pictures = picturesOfLinks();
  const app = express();
  app.disable('x-powered-by');
  app.set('etag', false);
  app.use(logRequests(log, ['/hall/pictures']), ...limitCalls(stores, onRefused));
  app.use(guardHallHost(hosts, onRefused), guardCharset, protection);
  app.use('/hall', exchangeJson(LARGEST_BODY, identity));
  app.use(guardLab(identity));

  const enter = (request: Request, of?: 'tester' | 'pair') => {
    const link = requireLink(stores, request, now(), onRefused);
    if (of === 'tester' && link.tester === null)
      throw new Refusal(403, 'This link takes pictures of one pair, and nothing else.');
    return link;
  };

  app.get('/hall/mine', (request, response) => {
    response.json(hallView({ stores, now: now(), isPrivate }, enter(request)));
  });

  for (const name of Object.keys(calls) as Changes[]) {
    const { at, of, body: bodySchema } = HALL_CALLS[name] as (typeof HALL_CALLS)['addOuting'];
    const [, path = ''] = at.split(' ');
    app.post(path, async (request: Request, response: Response) => {
      const link = enter(request, of);
      const change = changeId(request);
      const at = now();
      const id = String(request.params.id ?? '');
      const body = bodySchema ? bodySchema.parse(request.body) : undefined;
      options.requireFree();
      const person = personOf(link);
      const work = () =>
        (calls[name] as (call: unknown) => unknown)({ id, body, change, now: at, person });
      const subject = id || ((body as { id?: string } | undefined)?.id ?? name);
      const told = { id: change, at, person, action: name, subject, request: body };
      response.json(await whenFree(() => stores.changes.apply(told, work)));
    });
  }

  app.post('/hall/pictures', async (request, response) => {
    const link = enter(request);
    const change = changeId(request);
    const { photograph: id, pairId, side, caption } = hallPictureFields.parse(request.query);
    const person = personOf(link);
    if (link.tester !== null) ownPair({ person }, pairId);
    else if (link.pairId !== pairId) throw new Refusal(404, 'This link is for another pair.');
    const gone = clientGone(response);
    const kept = await pictures.keep(link.id, request, (bytes) => options.keepPicture(bytes, gone));
    options.requireFree();
    const at = now();
    const fields = { subjectKind: 'pair' as const, subjectId: pairId, side, caption, ...kept };
    const told = { id: change, at, person, action: 'addPhotograph', subject: id, request: fields };
    response.json(
      await whenFree(() =>
        stores.changes.apply(told, () => {
          stores.photographs.add({ id, ...fields, addedAt: at, person });
          return { id };
        }),
      ),
    );
  });

  serveHallPage(app, pages);
  app.use((request) => {
    onRefused({ why: 'An address that is none', linkId: undefined, from: request.ip ?? 'unknown' });
    throw new Refusal(404, 'There is nothing at this address of the hall.');
  });
  app.use(problemHandler(log));
  return app;
}

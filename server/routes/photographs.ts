/** Photographs: taken in as files, listed and described as records. */
import { pipeline } from 'node:stream/promises';
import type { Express, Request } from 'express';
import { photographFields } from '#contract/match-records.ts';
import { FILE_PATHS } from '#contract/paths.ts';
import { id as uuid7 } from '#contract/records.ts';
import { changeId, type Handlers, personCode } from '../endpoint.ts';
import { limitBytes } from '../limit-bytes.ts';
import {
  MOST_PHOTOGRAPH_BYTES,
  PHOTOGRAPH_TYPE,
  type PhotographFiles,
  type PhotographSize,
} from '../photographs.ts';
import { notFound } from '../problems.ts';
import type { StoredPhotograph } from '../store/photographs.ts';
import type { Stores } from '../stores.ts';

const photographQuery = photographFields.extend({ photograph: uuid7 });

const route = (name: keyof typeof FILE_PATHS) => FILE_PATHS[name].split(' ')[1] ?? '';

const shown = ({ hash: _, ...photograph }: StoredPhotograph) => photograph;

async function readWhole(request: Request): Promise<Buffer> {
  const limit = limitBytes(
    MOST_PHOTOGRAPH_BYTES,
    () => 'A photograph is at most 25 MB. Save it smaller and take it again.',
  );
  const chunks: Buffer[] = [];
  await pipeline(request, limit, async (source) => {
    for await (const chunk of source) chunks.push(chunk as Buffer);
  });
  return Buffer.concat(chunks);
}

export function mountPhotographs(
  app: Express,
  stores: Stores,
  files: PhotographFiles,
  now: () => string,
): void {
  app.post(route('addPhotograph'), async (request, response) => {
    const change = changeId(request);
    const { photograph: id, ...fields } = photographQuery.parse(request.query);
    stores.photographs.requireSubject(fields);
    const kept = await files.keep(await readWhole(request));
    const person = personCode(request);
    const at = now();
    const answer = stores.changes.apply(
      {
        id: change,
        at,
        person,
        action: 'addPhotograph',
        subject: id,
        request: { ...fields, ...kept },
      },
      () => {
        const photograph = { id, ...fields, ...kept, addedAt: at, person };
        stores.photographs.add(photograph);
        return shown(photograph);
      },
    );
    response.json(answer);
  });

  const send = (name: 'getPhotograph' | 'getThumbnail', size: PhotographSize) =>
    app.get(route(name), (request: Request<{ id: string }>, response, next) => {
      const { hash } = stores.photographs.byId(uuid7.parse(request.params.id));
      response.type(PHOTOGRAPH_TYPE).set('Cache-Control', 'private, max-age=3600');
      response.sendFile(files.pathOf(hash, size), (error) => {
        if (!error || response.headersSent) return;
        next(notFound('The file of this photograph'));
      });
    });
  send('getPhotograph', 'full');
  send('getThumbnail', 'small');
}

export function photographRoutes(
  stores: Stores,
  files: PhotographFiles,
): Pick<Handlers, 'listPhotographs' | 'captionPhotograph' | 'removePhotograph'> {
  return {
    listPhotographs: ({ query }) => stores.photographs.of(query).map(shown),
    captionPhotograph: ({ params, body }) => {
      stores.photographs.describe(params.id, body);
      return { id: params.id };
    },
    removePhotograph: ({ params }) => {
      const { hash, alone } = stores.photographs.remove(params.id);
      if (alone) files.remove(hash);
      return { id: params.id };
    },
  };
}

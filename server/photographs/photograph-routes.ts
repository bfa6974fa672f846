/** Photographs: taken in as files, listed and described as records. */

import { changeId } from '../change-id.ts';
import { type FileCall, type FileHandlers, type Handlers, personCode } from '../endpoint.ts';
import { notFound } from '../problems.ts';
import { clientGone, readPicture } from '../request-body.ts';
import type { StoredPhotograph } from '../store/photographs.ts';
import { whenFree } from '../store/when-free.ts';
import type { Stores } from '../stores.ts';
import { PHOTOGRAPH_TYPE, type PhotographFiles, type PhotographSize } from './photograph-files.ts';

const shown = ({ hash: _, ...photograph }: StoredPhotograph) => photograph;

export function photographFileRoutes(
  stores: Stores,
  files: PhotographFiles,
  now: () => string,
  requireFree: () => void,
): Pick<FileHandlers, 'addPhotograph' | 'getPhotograph' | 'getThumbnail'> {
  const send =
    (size: PhotographSize) =>
    ({ params, response, next }: FileCall<'getPhotograph' | 'getThumbnail'>) => {
      const { hash } = stores.photographs.byId(params.id);
      response.type(PHOTOGRAPH_TYPE).set('Cache-Control', 'private, max-age=3600');
      // The book may lie under a folder whose name begins with a dot.
      response.sendFile(files.pathOf(hash, size), { dotfiles: 'allow' }, (error) => {
        if (!error || response.headersSent) return;
        next(notFound('The file of this photograph'));
      });
    };
  return {
    addPhotograph: async ({ query, request, response }) => {
      const gone = clientGone(response);
      const change = changeId(request);
      const { photograph: id, ...fields } = query;
      requireFree();
      stores.photographs.requireSubject(fields);
      const kept = await files.keep(await readPicture(request), gone);
      requireFree();
      const person = personCode(request);
      const at = now();
      const answer = await whenFree(() =>
        stores.changes.apply(
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
        ),
      );
      response.json(answer);
    },
    getPhotograph: send('full'),
    getThumbnail: send('small'),
  };
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
      const hash = stores.photographs.remove(params.id);
      // The picture goes once the change is sure: else a change that fails leaves none behind it.
      stores.changes.afterwards(() => {
        if (!stores.photographs.isKept(hash)) files.remove(hash);
      });
      return { id: params.id };
    },
  };
}

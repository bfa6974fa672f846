import type { Handlers } from '../endpoint.ts';
import { summarisePair } from '../measured-pairs.ts';
import type { Stores } from '../stores.ts';

type PairHandlers = Pick<
  Handlers,
  | 'listPairs'
  | 'getPairRow'
  | 'suggestTag'
  | 'getPair'
  | 'receivePair'
  | 'editPair'
  | 'listEditions'
  | 'getEditionRow'
  | 'listNames'
  | 'addClaims'
  | 'withdrawClaim'
  | 'addReported'
>;

export function pairRoutes(stores: Stores): PairHandlers {
  return {
    listPairs: ({ query }) => stores.pairRows.page(query),
    getPairRow: ({ params }) => stores.pairRows.byTag(params.tag),
    suggestTag: ({ query }) => ({ tag: stores.pairs.freeTag(query.maker, query.model) }),
    getPair: ({ params }) => {
      const { editionId, ...pair } = stores.pairs.byTag(params.tag);
      return {
        pair: {
          ...pair,
          replacesTag: pair.replaces === null ? null : stores.pairs.byId(pair.replaces).tag,
        },
        edition: stores.editions.byId(editionId),
        sessions: stores.sessions.ofPair(pair.id),
      };
    },
    receivePair: ({ body }) => {
      const { id, ...fields } = body.pair;
      const edition = stores.editions.findOrMake(body);
      stores.pairs.add(id, edition.id, fields);
      stores.editions.addClaims(edition.id, body);
      return { id, tag: fields.tag, editionId: edition.id, editionSlug: edition.slug };
    },
    editPair: ({ params, body }) => {
      const { version, ...fields } = body;
      const next = stores.pairs.edit(params.id, version, fields);
      // The row of the list counts stations by shoe, and figures by label.
      summarisePair(stores, params.id);
      return { id: params.id, version: next, tag: fields.tag };
    },
    listEditions: ({ query }) =>
      stores.editionRows.page({ ...query, measured: query.measured === 'only' }),
    getEditionRow: ({ params }) => stores.editionRows.bySlug(params.edition),
    listNames: ({ query }) => stores.editionRows.names(query),
    addClaims: ({ params, body }) => {
      stores.editions.byId(params.id);
      return { ids: stores.editions.addClaims(params.id, body) };
    },
    withdrawClaim: ({ params, body }) => {
      stores.editions.withdrawClaim(params.id, body.reason);
      return { id: params.id };
    },
    addReported: ({ params, body }) => {
      stores.editions.byId(params.id);
      stores.editions.addReported(params.id, body);
      return { id: body.id };
    },
  };
}

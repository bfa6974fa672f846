import { editionName } from '#core/sizing/edition-name.ts';
import { correct } from '../corrections.ts';
import type { Handlers } from '../endpoint.ts';
import { wrongValue } from '../problems.ts';
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
  | 'addEdition'
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
    getPair: ({ params, now }) => {
      const { editionId, ...pair } = stores.pairs.byTag(params.tag);
      const namesAt = stores.namedParts.namesIn(pair.id);
      return {
        pair: {
          ...pair,
          replacesTag: pair.replaces === null ? null : stores.pairs.byId(pair.replaces).tag,
        },
        edition: stores.editions.byId(editionId),
        sessions: stores.sessions.ofPair(pair.id).map((session) => ({
          ...session,
          placed: namesAt(session.startedAt),
        })),
        checked: stores.matches.standingOf(pair.id),
        kmNow: stores.wear.kmOf(pair.id) ?? pair.wornKm,
        placed: stores.namedParts.inPair(pair.id, now.slice(0, 10)),
      };
    },
    receivePair: ({ body }) => {
      const { id, ...fields } = body.pair;
      stores.uses.require(body.edition.uses);
      const edition = stores.editions.findOrMake(body);
      stores.pairs.add(id, edition.id, fields);
      stores.editions.addClaims(edition.id, body);
      stores.wishes.strikeOff(stores.editions.byId(edition.id), { id, tag: fields.tag });
      return { id, tag: fields.tag, editionId: edition.id, editionSlug: edition.slug };
    },
    editPair: (call) => {
      const { id } = call.params;
      const { version, ...fields } = call.body;
      const { tag } = stores.pairs.byId(id);
      correct(stores, call, { words: `Changed the record of ${tag}`, about: [id] }, (corrector) =>
        corrector.watch('pair', id, () => stores.pairs.edit(id, version, fields)),
      );
      return { id, version: stores.pairs.byId(id).version, tag: fields.tag };
    },
    listEditions: ({ query }) =>
      stores.editionRows.page({ ...query, measured: query.measured === 'only' }),
    addEdition: ({ body }) => {
      const { name } = body.edition;
      stores.uses.require(body.edition.uses);
      const before = stores.editionRows
        .names({ maker: body.maker.name, model: body.model.name })
        .editions.find((row) => row.name.toLowerCase() === name.trim().toLowerCase());
      // The same edition sent again is no other one.
      if (before && before.id !== body.edition.id)
        throw wrongValue(
          'edition.name',
          `${editionName(before)} is in the book already. Add what is stated to its record, or name the build.`,
        );
      const { id, slug } = stores.editions.findOrMake(body);
      stores.editions.addClaims(id, body);
      for (const figure of body.reported) stores.editions.addReported(id, figure);
      return { id, editionSlug: slug };
    },
    getEditionRow: ({ params }) =>
      stores.editionRows.bySlug(stores.editions.leadTo(params.edition)),
    listNames: ({ query }) => stores.editionRows.names(query),
    addClaims: ({ params, body }) => {
      stores.editions.byId(params.id);
      return { ids: stores.editions.addClaims(params.id, body) };
    },
    withdrawClaim: (call) => {
      const { id } = call.params;
      const withdrawn = call.body.reason;
      const { editionId, typed } = stores.editions.claimById(id);
      const name = editionName(stores.editions.byId(editionId));
      correct(
        stores,
        call,
        { words: `Withdrew a claim of ${name}: ${typed}`, about: [id, editionId] },
        (corrector) => {
          corrector.set('claim', id, { withdrawn });
          corrector.set('claim_text', id, { withdrawn });
        },
      );
      return { id };
    },
    addReported: ({ params, body }) => {
      stores.editions.byId(params.id);
      stores.editions.addReported(params.id, body);
      return { id: body.id };
    },
  };
}

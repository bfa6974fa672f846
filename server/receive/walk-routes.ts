/** Routes of the walk along a shoe. */

import { madeOfEdition } from '../construction.ts';
import type { Handlers } from '../endpoint.ts';
import type { Stores } from '../stores.ts';
import { refuseExclusions, walkOf } from './walk.ts';

type WalkHandlers = Pick<Handlers, 'getWalk' | 'getEditionParts' | 'sayPart' | 'markClaim'>;

export function walkRoutes(stores: Stores): WalkHandlers {
  return {
    getWalk: ({ params }) => walkOf(stores, params.tag),
    getEditionParts: ({ params }) => {
      const { id } = stores.editions.bySlug(params.edition);
      const pairs = stores.pairs.ofEdition(id).filter(({ leftOut }) => leftOut === null);
      return { parts: madeOfEdition(stores, id, pairs) };
    },
    sayPart: ({ params, body: { part, way, answer }, now, person }) => {
      const pair = stores.pairs.byId(params.id);
      const id = way === 'seen' ? pair.id : pair.editionId;
      if (answer !== null) {
        const known =
          way === 'seen' ? stores.construction.ofPair(id) : stores.construction.ofEdition(id);
        refuseExclusions(known, { [part]: answer });
      }
      stores.construction.say(way, { id, part, at: now, person }, answer);
      return { id: pair.id };
    },
    markClaim: ({ params, body }) => {
      stores.construction.markClaim(params.id, body.mark);
      return { id: params.id };
    },
  };
}

import { editionName } from '#core/sizing/edition-name.ts';
import { readPrice } from '#core/sizing/price.ts';
import { correct } from '../corrections.ts';
import type { Handlers } from '../endpoint.ts';
import { Refusal, wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { buildLine, setPlace } from './line.ts';

type LineHandlers = Pick<Handlers, 'getLine' | 'placeInLine' | 'addPrice' | 'withdrawPrice'>;

/** What a price says where neither a sign nor a code does. */
const USUAL_CURRENCY = 'EUR';

export function lineRoutes(stores: Stores): LineHandlers {
  return {
    getLine: ({ params }) => buildLine(stores, params.edition),
    placeInLine: (call) => {
      setPlace(stores, call);
      return { id: call.params.id };
    },
    addPrice: ({ params, body }) => {
      stores.editions.byId(params.id);
      const price = readPrice(body.typed);
      if (!price || price.value === null)
        throw wrongValue(
          'typed',
          `“${body.typed}” is no price; write it as printed, such as £85 or 110 €.`,
        );
      stores.lines.addPrice(params.id, {
        ...body,
        amount: price.value,
        currency: price.currency ?? USUAL_CURRENCY,
      });
      return { id: body.id };
    },
    withdrawPrice: (call) => {
      const { id } = call.params;
      const { editionId, typed, withdrawn } = stores.lines.priceById(id);
      if (withdrawn !== null) throw new Refusal(409, 'This price is withdrawn already.');
      const name = editionName(stores.editions.byId(editionId));
      correct(
        stores,
        call,
        { words: `Withdrew a price of ${name}: ${typed}`, about: [id, editionId] },
        (corrector) => corrector.set('price_seen', id, { withdrawn: call.body.reason }),
      );
      return { id };
    },
  };
}

import { editionName } from '#core/sizing/edition-name.ts';
import { correct } from '../corrections.ts';
import type { Handlers } from '../endpoint.ts';
import { Refusal } from '../problems.ts';
import type { Stores } from '../stores.ts';

export function wishRoutes(stores: Stores): Pick<Handlers, 'listWishes' | 'addWish' | 'closeWish'> {
  return {
    listWishes: () => ({ wishes: stores.wishes.all() }),
    addWish: ({ body, now }) => {
      stores.wishes.add(body, now);
      return { id: body.id };
    },
    closeWish: (call) => {
      const { id } = call.params;
      const wish = stores.wishes.byId(id);
      if (wish.closed !== null) throw new Refusal(409, 'This wish is struck off already.');
      correct(
        stores,
        call,
        { words: `Struck off the wish for ${editionName(wish)}`, about: [id] },
        (corrector) => corrector.set('wish', id, { closed: call.body.reason }),
      );
      return { id };
    },
  };
}

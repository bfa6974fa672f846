/** Handlers of the shelf. */
import { movedBefore } from '#core/sheet/shelf.ts';
import type { Handlers } from '../endpoint.ts';
import type { Stores } from '../stores.ts';
import { type SizeWords, shelfPage } from './shelf.ts';

export function shelfRoutes(
  stores: Stores,
  sizesOf: () => SizeWords,
  refresh: () => void,
): Pick<Handlers, 'getShelf' | 'setOwnPlace'> {
  return {
    getShelf: ({ query }) => shelfPage(stores, query, sizesOf, refresh),
    setOwnPlace({ body: { use, edition, before, out }, change }) {
      const { slug } = stores.editions.bySlug(edition);
      if (use !== '') stores.uses.require([{ discipline: use, speciality: '' }]);
      const order = stores.shelf.order(use);
      stores.shelf.writeOrder(
        use,
        out ? order.filter((one) => one !== slug) : movedBefore(order, slug, before),
      );
      return { id: change };
    },
  };
}

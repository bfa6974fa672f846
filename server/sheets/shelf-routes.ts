/** Handlers of the shelf. */
import { movedBefore } from '#core/sheet/shelf.ts';
import type { Handlers } from '../endpoint.ts';
import { wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import type { SizeWords } from './edition-words.ts';
import { likeEdition, oneOrTwoPairs, shelfPage } from './shelf.ts';

export function shelfRoutes(
  stores: Stores,
  sizesOf: () => SizeWords,
  refresh: () => void,
): Pick<Handlers, 'getShelf' | 'getLike' | 'getOneOrTwo' | 'setOwnPlace'> {
  return {
    getLike: ({ params, query }) =>
      likeEdition(stores, params.edition, query.words, sizesOf, refresh),
    getOneOrTwo: ({ query: { first, second } }) => {
      if (first === second) throw wrongValue('second', 'Two uses are named, not one twice.');
      stores.uses.requireName(first);
      stores.uses.requireName(second);
      return oneOrTwoPairs(stores, [first, second], sizesOf, refresh);
    },
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

import { readLabelSlug, type SizeLabel } from '#core/sizing/size-label.ts';
import type { Handlers } from '../endpoint.ts';
import { wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { buildComparison } from './comparison.ts';
import type { SizeWords } from './edition-words.ts';
import type { LoopReader } from './loops.ts';
import { buildSheet } from './sheet.ts';
import { sizesOnShelf } from './shelf-rows.ts';

function labelFrom(slug: string | undefined): SizeLabel | undefined {
  if (slug === undefined) return undefined;
  const label = readLabelSlug(slug);
  if (!label) throw wrongValue('label', `${slug} is no label; write it as uk-8 or us-men-9.5.`);
  return label;
}

export function sheetRoutes(
  stores: Stores,
  loops: LoopReader,
  sizesOf: () => SizeWords,
): Pick<Handlers, 'getSheet' | 'getComparison'> {
  return {
    getSheet: ({ params, query }) =>
      buildSheet(stores, params.edition, labelFrom(query.label), loops),
    getComparison: ({ query }) =>
      buildComparison(
        stores,
        query.editions.split(',').filter((slug) => slug !== ''),
        { label: labelFrom(query.label), stack: query.stack },
        (ids) => sizesOnShelf(stores, ids, sizesOf),
      ),
  };
}

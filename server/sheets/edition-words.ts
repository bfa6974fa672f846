/** What stands of editions beside their figures, in words: fit, wear, life, consistency, verdicts. */

import type { Comparison } from '#contract/sheet-records.ts';
import { describeQuantity } from '#core/catalogue/quantities.ts';
import { plainWords } from '#core/sheet/sheet-words.ts';
import { chosenUnit } from '#core/sizing/chosen-units.ts';
import { writeFigure } from '#core/sizing/number-words.ts';
import { summariseLife } from '#core/wear/end-causes.ts';
import { lifePhrase } from '#core/wording/rotation-sentences.ts';
import { textOf } from '#core/wording/sentence.ts';
import type { LabFacts } from '../lab-facts.ts';
import { livesOf } from '../pair-end.ts';
import type { Stores } from '../stores.ts';

/** How the label of an edition runs, in words; empty: nobody can tell. */
export type SizeWords = (editionId: string) => string;

/** In what pairs of an edition are told to differ, the first that is known. */
const CONSISTENCY = ['heel-stack', 'mass'] as const;

function spreadWords(stores: Stores, lab: LabFacts, editionId: string): string {
  const spread = stores.consistency
    .ofEdition(editionId)
    .find(({ quantity }) => (CONSISTENCY as readonly string[]).includes(quantity));
  if (!spread) return '';
  const definition = describeQuantity(spread.quantity, lab.catalogue);
  const unit = chosenUnit(definition, stores.lab.units());
  const { value, unit: symbol } = writeFigure(spread.pairSd, undefined, unit, definition.decimals);
  return `${spread.pairs} pairs differ by ${value} ${symbol} in ${definition.name.toLowerCase()}`;
}

/** What its sheet says of it in a line, at whichever size it was written. */
function verdictWords(stores: Stores, editionId: string): string {
  const words = stores.sheetWords.verdictOf(editionId);
  return words ? plainWords(words).replaceAll('\n', ' ') : '';
}

/** Rows of words, in the order of the editions; a row that is empty for all is left out. */
export function wordsOfEditions(
  stores: Stores,
  lab: LabFacts,
  editionIds: readonly string[],
  sizeWords: (editionIds: readonly string[]) => SizeWords,
): Comparison['said'] {
  const lives = editionIds.map((id) => livesOf(stores, id));
  return [
    { title: 'Verdict', cells: editionIds.map((id) => verdictWords(stores, id)) },
    { title: 'Size runs', cells: editionIds.map(sizeWords(editionIds)) },
    {
      title: 'Worn',
      cells: lives.map((own) => {
        const km = own.reduce((sum, { wornKm }) => sum + wornKm, 0);
        return km > 0
          ? `${Math.round(km).toLocaleString('en')} km, ${own.length} ${own.length === 1 ? 'pair' : 'pairs'}`
          : '';
      }),
    },
    {
      title: 'Life',
      cells: lives.map((own) => (own.length > 0 ? textOf(lifePhrase(summariseLife(own))) : '')),
    },
    { title: 'Pair to pair', cells: editionIds.map((id) => spreadWords(stores, lab, id)) },
  ].filter(({ cells }) => cells.some((cell) => cell !== ''));
}

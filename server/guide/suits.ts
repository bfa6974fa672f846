/** How editions answer the rules of uses, by what stands of them on the shelf. */
import type { z } from 'zod';
import type { SuitsAnswer, suitsAsked } from '#contract/choice-records.ts';
import { answerUse, suitability } from '#core/construction/use-answer.ts';
import { writtenUseAnswer } from '#core/wording/use-sentences.ts';
import { figureWriter, ruleTerms, shoeOnShelf } from '../construction.ts';
import { labFacts } from '../lab-facts.ts';
import { notFound } from '../problems.ts';
import type { KeptShelfRow } from '../store/shelf.ts';
import type { Stores } from '../stores.ts';

/** The shelf, as another step keeps it; some editions are worked out before all others. */
export type ShelfSource = (first?: readonly string[]) => {
  kept: ReadonlyMap<string, KeptShelfRow>;
  steps: Readonly<Record<string, number>>;
  /** Rows that are being worked out anew. */
  waiting: number;
};

/** What drawings of rules are made from. */
const DRAWN = [
  'heel-width',
  'heel-stack',
  'tilt-angle',
  'external-toe-height',
  'external-toe-width',
  'sole-plane',
  'heel-plane',
];

export function suitsOf(
  stores: Stores,
  slug: string,
  asked: z.output<typeof suitsAsked>,
  shelf: ShelfSource,
): SuitsAnswer {
  const edition = stores.editions.bySlug(slug);
  const held = shelf([edition.id]).kept.get(edition.slug);
  if (!held?.row) throw notFound('A row of this edition on the shelf');
  const shoe = shoeOnShelf(held);
  const write = figureWriter(stores, labFacts(stores));
  const use = asked.use || shoe.uses[0]?.discipline || '';
  const answers = use ? answerUse(use, asked.aim, shoe, ruleTerms(stores)) : [];
  return {
    edition: { slug: edition.slug, name: held.row.name },
    use,
    aim: asked.aim,
    word: answers.length > 0 ? suitability(answers) : null,
    answers: answers.map((answer) => writtenUseAnswer(answer, write)),
    pairs: stores.pairs
      .ofEdition(held.editionId)
      .filter(({ leftOut }) => leftOut === null)
      .map(({ tag }) => ({ tag })),
    measures: Object.fromEntries(
      DRAWN.flatMap((quantity) => {
        const figure = shoe.figures.get(quantity);
        return figure ? [[quantity, { value: figure.value, U: figure.U }]] : [];
      }),
    ),
  };
}

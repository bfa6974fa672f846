/** How editions answer the rules of uses, by what stands of them on the shelf. */
import type { z } from 'zod';
import type { SuitsAnswer, suitsAsked } from '#contract/choice-records.ts';
import type { MeantFigure } from '#core/construction/meaning.ts';
import {
  answerUse,
  type KnownShoe,
  type RuleTerms,
  suitability,
} from '#core/construction/use-answer.ts';
import { ruleTerms } from '../construction.ts';
import { labFacts } from '../lab-facts.ts';
import { notFound } from '../problems.ts';
import type { KeptShelfRow } from '../store/shelf.ts';
import type { Stores } from '../stores.ts';

/** The shelf, as another step keeps it. */
export type ShelfSource = () => {
  kept: ReadonlyMap<string, KeptShelfRow>;
  steps: Readonly<Record<string, number>>;
};

/** Figures of a row as rules read them; what is only stated says so. */
export function shoeOnShelf({ row, shoe }: Pick<KeptShelfRow, 'row' | 'shoe'>): KnownShoe {
  const figures = new Map<string, MeantFigure>();
  for (const [quantity, { value, low, high, evidence }] of Object.entries(row?.figures ?? {}))
    if (evidence !== 'counted')
      figures.set(quantity, {
        value,
        U: (high - low) / 2,
        ...(evidence === 'claimed' || evidence === 'reported' ? { stated: true } : {}),
      });
  return {
    parts: shoe?.parts ?? [],
    figures,
    scores: new Map(shoe?.scores ?? []),
    uses: row?.uses ?? [],
    claims: shoe?.claims ?? [],
  };
}

export const termsOf = (stores: Stores): RuleTerms => ruleTerms(stores, labFacts(stores));

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
  const held = shelf().kept.get(edition.slug);
  if (!held?.row) throw notFound('A row of this edition on the shelf');
  const shoe = shoeOnShelf(held);
  const use = asked.use || shoe.uses[0]?.discipline || '';
  const answers = use ? answerUse(use, asked.aim, shoe, termsOf(stores)) : [];
  return {
    edition: { slug: edition.slug, name: held.row.name },
    use,
    aim: asked.aim,
    word: answers.length > 0 ? suitability(answers) : null,
    answers,
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

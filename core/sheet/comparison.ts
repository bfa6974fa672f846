/** Editions side by side on like terms. */

import {
  ALWAYS_COMPARED,
  type Catalogue,
  describeQuantity,
  type NoticeableSteps,
  partsOf,
  QUANTITIES,
  type QuantityId,
} from '../catalogue/quantities.ts';
import type { LabSlopes } from '../catalogue/slopes.ts';
import type { Basis } from '../figures/basis.ts';
import { takenWords, wayWords } from '../figures/carry.ts';
import { type Difference, differenceOfFigures } from '../figures/difference.ts';
import {
  type EditionAnswer,
  editionFigureOn,
  type PooledSpreads,
} from '../figures/edition-figure.ts';
import { figureExpanded } from '../figures/figure.ts';
import type { MassExponent } from '../figures/mass.ts';
import {
  type MeasuredPair,
  pairFigureOn,
  quantitiesOfPair,
  sessionFigures,
  setupsOfPair,
} from '../figures/pair-figure.ts';
import type { Sentence } from '../wording/sentence.ts';
import { asStated, convertedTerms, notComparable, sameMethod } from '../wording/terms-sentences.ts';
import { type StatedOfEdition, statedDifference, statedOf, statedWords } from './stated-figures.ts';

function quantitiesOf({ pairs, stated = [] }: ComparedEdition): Set<QuantityId> {
  return new Set([
    ...pairs.flatMap((pair) => [...quantitiesOfPair(pair)]),
    ...stated.map(({ quantity }) => quantity),
  ]);
}

/** What always is compared, then what at least two of the editions have been measured for. */
function comparedQuantities(
  editions: readonly ComparedEdition[],
  catalogue: Catalogue,
): QuantityId[] {
  const measured = editions.map(quantitiesOf);
  // What is carried to the reference size says nothing beside the same figure at the label compared.
  const isCarried = (id: QuantityId) => {
    const { computed } = describeQuantity(id, catalogue);
    return computed !== undefined && 'atReference' in computed;
  };
  const shared = (Object.keys(catalogue) as QuantityId[]).filter(
    (id) =>
      !ALWAYS_COMPARED.includes(id) &&
      !isCarried(id) &&
      !describeQuantity(id, catalogue).ordinal &&
      measured.filter((ids) => ids.has(id)).length > 1,
  );
  return [...ALWAYS_COMPARED, ...shared];
}

/** Set-up and room of a quantity as the editions have it, the first that has it leading. */
function stationTermsOf(
  editions: readonly ComparedEdition[],
  quantity: QuantityId,
  catalogue: Catalogue,
): Pick<Basis, 'setup' | 'temperatureC'> {
  const parts = partsOf(quantity, catalogue);
  for (const pair of editions.flatMap((edition) => edition.pairs))
    for (const session of pair.sessions) {
      if (!session.readings.some((reading) => parts.includes(reading.quantity))) continue;
      const basis = sessionFigures(session).pair[quantity]?.basis;
      if (!basis) continue;
      return {
        ...(basis.setup ? { setup: basis.setup } : {}),
        ...(basis.temperatureC === undefined ? {} : { temperatureC: basis.temperatureC }),
      };
    }
  for (const pair of editions.flatMap((edition) => edition.pairs)) {
    const [setup] = setupsOfPair(pair, quantity).filter((words) => words !== '');
    if (setup) return { setup };
  }
  return {};
}

/** The noticeable step: the lab's, or for a stiffness its share of the mean of the two values. */
function stepFor(
  quantity: QuantityId,
  values: readonly (number | undefined)[],
  lab: { noticeable: NoticeableSteps; catalogue?: Catalogue },
): number {
  const { noticeable, noticeableShare } = describeQuantity(quantity, lab.catalogue);
  const known = values.filter((value) => value !== undefined);
  if (noticeableShare === undefined || known.length === 0)
    return lab.noticeable[quantity] ?? noticeable;
  return (noticeableShare * known.reduce((sum, value) => sum + Math.abs(value), 0)) / known.length;
}

export interface ComparedEdition {
  id: string;
  pairs: readonly MeasuredPair[];
  /** One pair by itself: its figures have its own doubt, and say nothing of its model. */
  isPair?: true | undefined;
  /** What is claimed or reported of it: where no pair tells, it is compared by that. */
  stated?: readonly StatedOfEdition[];
}

export interface ComparedCell {
  editionId: string;
  answer: EditionAnswer;
  /** What stands in place of a figure that no pair gives. */
  stated?: StatedOfEdition;
  /** Against the edition of reference; absent for itself and where terms do not allow it. */
  difference?: Difference;
  /** `same method`, `converted over half a size`, `converted: insole added`, or why not. */
  words: Sentence;
  /** The words beside what a page says of its own: why not, what is stated, how it was taken and converted. */
  remark: Sentence;
}

export interface ComparedRow {
  quantity: QuantityId;
  noticeable: number;
  /** The edition that the others are held against: the first that has the figure. */
  against: number;
  cells: ComparedCell[];
}

/** Terms in words, and the same beside the verdict, or beside a way that a page writes in its own units. */
function termsOf(answer: EditionAnswer): Pick<ComparedCell, 'words' | 'remark'> {
  if (answer.terms === 'not') return notComparable(answer.reason, answer.measure);
  if (answer.terms === 'like') return sameMethod();
  const { carried = [], conversions, takenAt } = answer.figure;
  return convertedTerms(takenWords(takenAt), conversions, carried.map(wayWords));
}

const shownValue = (answer: EditionAnswer): number | undefined =>
  answer.terms === 'not' ? undefined : answer.figure.value;

type LabKnown = Parameters<typeof editionFigureOn>[3];

/** The figure of an edition, or of a pair that stands for itself. */
function answerOf(
  edition: ComparedEdition,
  quantity: QuantityId,
  wanted: Basis,
  lab: LabKnown,
): EditionAnswer {
  const [pair] = edition.pairs;
  if (!edition.isPair || !pair) return editionFigureOn(edition, quantity, wanted, lab);
  const answer = pairFigureOn(pair, quantity, wanted, lab, lab.catalogue ?? QUANTITIES);
  if (answer.terms === 'not') return answer;
  const { figure } = answer;
  return {
    terms: answer.terms,
    figure,
    pairU: figureExpanded(figure),
    pairs: [{ tag: pair.tag, figure }],
    // Of itself a pair speaks surely.
    speaksForEdition: true,
  };
}

/**
 * Compares editions on one wanted basis, each against the first that has the figure. Differences are taken between
 * edition figures, so that shared errors cancel and the spread of pairs counts.
 */
export function compareEditions(
  editions: readonly ComparedEdition[],
  wanted: Basis,
  lab: {
    exponent: MassExponent;
    slopes?: LabSlopes;
    spreads: PooledSpreads;
    noticeable: NoticeableSteps;
    catalogue?: Catalogue;
  },
  quantities: readonly QuantityId[] = comparedQuantities(editions, lab.catalogue ?? QUANTITIES),
): ComparedRow[] {
  return quantities.map((quantity) => {
    const { dependsOn } = describeQuantity(quantity, lab.catalogue);
    const terms = dependsOn.includes('setup')
      ? { ...wanted, ...stationTermsOf(editions, quantity, lab.catalogue ?? QUANTITIES) }
      : wanted;
    const answers = editions.map((edition) => answerOf(edition, quantity, terms, lab));
    const statements = editions.map(({ stated = [], pairs }) =>
      // What was measured on other terms is a reason to measure again, not to take a word for it.
      pairs.some((pair) => quantitiesOfPair(pair).has(quantity))
        ? undefined
        : statedOf(stated, quantity),
    );
    const noticeable = stepFor(
      quantity,
      answers.map((answer, index) => shownValue(answer) ?? statements[index]?.value),
      lab,
    );
    const measured = answers.findIndex(({ terms: own }) => own !== 'not');
    const against = Math.max(
      0,
      measured >= 0 ? measured : statements.findIndex((one) => one !== undefined),
    );
    const reference = answers[against];
    const cells = editions.map((edition, index): ComparedCell => {
      const answer = answers[index] ?? { terms: 'not', reason: 'no figure', measure: 'measure it' };
      const cell: ComparedCell = { editionId: edition.id, answer, ...termsOf(answer) };
      const stated = answer.terms === 'not' ? statements[index] : undefined;
      if (stated) {
        cell.stated = stated;
        Object.assign(cell, asStated(statedWords(stated, lab.catalogue)));
      }
      if (index === against || !reference) return cell;
      const other = reference.terms === 'not' ? statements[against] : reference.figure;
      if (stated && other) {
        const step = stepFor(quantity, [stated.value, other.value], lab);
        cell.difference = statedDifference(stated, other, step);
      }
      if (reference.terms === 'not' || answer.terms === 'not') return cell;
      if (reference.speaksForEdition && answer.speaksForEdition)
        cell.difference = differenceOfFigures(
          answer.figure,
          reference.figure,
          stepFor(quantity, [answer.figure.value, reference.figure.value], lab),
        );
      return cell;
    });
    return { quantity, noticeable, against, cells };
  });
}

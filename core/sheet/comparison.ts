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
import type { Basis } from '../figures/basis.ts';
import { type Difference, differenceOfFigures } from '../figures/difference.ts';
import {
  type EditionAnswer,
  editionFigureOn,
  type PooledSpreads,
} from '../figures/edition-figure.ts';
import type { MassExponent } from '../figures/mass.ts';
import {
  type MeasuredPair,
  quantitiesOfPair,
  sessionFigures,
  setupsOfPair,
} from '../figures/pair-figure.ts';

function quantitiesOf(edition: ComparedEdition): Set<QuantityId> {
  return new Set(edition.pairs.flatMap((pair) => [...quantitiesOfPair(pair)]));
}

/** What always is compared, then what at least two of the editions have been measured for. */
function comparedQuantities(
  editions: readonly ComparedEdition[],
  catalogue: Catalogue,
): QuantityId[] {
  const measured = editions.map(quantitiesOf);
  const shared = (Object.keys(catalogue) as QuantityId[]).filter(
    (id) =>
      !ALWAYS_COMPARED.includes(id) &&
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
  const parts = partsOf(quantity, catalogue).map(([part]) => part);
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
}

export interface ComparedCell {
  editionId: string;
  answer: EditionAnswer;
  /** Against the first edition; absent for the first itself and where terms do not allow it. */
  difference?: Difference;
  /** The plain difference where terms do not allow a verdict: to be shown greyed. */
  greyedDifference?: number;
  /** In words: `like for like`, `converted: insole added`, or why not. */
  words: string;
}

export interface ComparedRow {
  quantity: QuantityId;
  noticeable: number;
  cells: ComparedCell[];
}

function termsInWords(answer: EditionAnswer): string {
  if (answer.terms === 'not') return `not comparable: ${answer.reason}; ${answer.measure}`;
  return answer.terms === 'like'
    ? 'like for like'
    : `converted: ${answer.figure.conversions.join('; ')}`;
}

const shownValue = (answer: EditionAnswer): number | undefined =>
  answer.terms === 'not' ? answer.greyed?.value : answer.figure.value;

/**
 * Compares editions on one wanted basis, each against the first. Differences are taken between
 * edition figures, so that shared errors cancel and the spread of pairs counts.
 */
export function compareEditions(
  editions: readonly ComparedEdition[],
  wanted: Basis,
  lab: {
    exponent: MassExponent;
    spreads: PooledSpreads;
    noticeable: NoticeableSteps;
    catalogue?: Catalogue;
  },
): ComparedRow[] {
  return comparedQuantities(editions, lab.catalogue ?? QUANTITIES).map((quantity) => {
    const { dependsOn } = describeQuantity(quantity, lab.catalogue);
    const terms = dependsOn.includes('setup')
      ? { ...wanted, ...stationTermsOf(editions, quantity, lab.catalogue ?? QUANTITIES) }
      : wanted;
    const answers = editions.map((edition) => editionFigureOn(edition, quantity, terms, lab));
    const noticeable = stepFor(quantity, answers.map(shownValue), lab);
    const first = answers[0];
    const cells = editions.map((edition, index): ComparedCell => {
      const answer = answers[index] ?? { terms: 'not', reason: 'no figure', measure: 'measure it' };
      const cell: ComparedCell = { editionId: edition.id, answer, words: termsInWords(answer) };
      if (index === 0 || !first) return cell;
      if (first.terms !== 'not' && answer.terms !== 'not') {
        if (first.speaksForEdition && answer.speaksForEdition)
          cell.difference = differenceOfFigures(
            answer.figure,
            first.figure,
            stepFor(quantity, [answer.figure.value, first.figure.value], lab),
          );
        return cell;
      }
      const [own, reference] = [shownValue(answer), shownValue(first)];
      if (own !== undefined && reference !== undefined) cell.greyedDifference = own - reference;
      return cell;
    });
    return { quantity, noticeable, cells };
  });
}

/** Editions side by side on like terms. */
import type { Basis } from './basis.ts';
import { type Difference, differenceOfFigures } from './difference.ts';
import { type EditionAnswer, editionFigureOn, type PooledSpreads } from './edition-figure.ts';
import type { MassExponent } from './mass.ts';
import type { MeasuredPair } from './pair-figure.ts';
import type { NoticeableSteps, QuantityId } from './quantities.ts';

/** The quantities that a comparison shows, in order. */
export const COMPARED_QUANTITIES: readonly QuantityId[] = [
  'heel-stack',
  'forefoot-stack',
  'drop',
  'mass',
];

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
  lab: { exponent: MassExponent; spreads: PooledSpreads; noticeable: NoticeableSteps },
): ComparedRow[] {
  return COMPARED_QUANTITIES.map((quantity) => {
    const noticeable = lab.noticeable[quantity];
    const answers = editions.map((edition) => editionFigureOn(edition, quantity, wanted, lab));
    const first = answers[0];
    const cells = editions.map((edition, index): ComparedCell => {
      const answer = answers[index] ?? { terms: 'not', reason: 'no figure', measure: 'measure it' };
      const cell: ComparedCell = { editionId: edition.id, answer, words: termsInWords(answer) };
      if (index === 0 || !first) return cell;
      if (first.terms !== 'not' && answer.terms !== 'not') {
        if (first.speaksForEdition && answer.speaksForEdition)
          cell.difference = differenceOfFigures(answer.figure, first.figure, noticeable);
        return cell;
      }
      const [own, reference] = [shownValue(answer), shownValue(first)];
      if (own !== undefined && reference !== undefined) cell.greyedDifference = own - reference;
      return cell;
    });
    return { quantity, noticeable, cells };
  });
}

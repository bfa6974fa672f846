/** Many editions side by side: what they disagree on first, what is alike in all, and what to measure next. */

/** A difference against the yardstick, in the unit of its quantity. */
interface SaidDifference {
  difference: number;
  U: number;
  verdict: string;
  noticeable: 'yes' | 'may be' | 'no';
}

export interface ManyCell {
  /** It has a figure of its own, measured, carried or converted. */
  hasFigure: boolean;
  /** Somebody states one. */
  isStated: boolean;
  /** It was measured in another way, that is not converted. */
  isOnOtherTerms?: boolean | undefined;
  difference?: SaidDifference | undefined;
}

export interface ManyRow {
  quantity: string;
  /** The smallest difference that a wearer may notice. */
  noticeable: number;
  /** Place of the yardstick among the cells. */
  against: number;
  cells: readonly ManyCell[];
}

/** A cell of a comparison as pages and documents have it. */
interface ShownCell {
  figure: unknown;
  stated: unknown;
  terms: 'like' | 'carried' | 'converted' | 'not';
  isUnmeasured: boolean;
  difference: SaidDifference | null;
}

/** Measured, and in another way. */
const isOnOtherTerms = ({
  terms,
  isUnmeasured,
  stated,
}: Pick<ShownCell, 'terms' | 'isUnmeasured' | 'stated'>): boolean =>
  terms === 'not' && !isUnmeasured && !stated;

/** A row with its cells as they are weighed. */
export const asManyRow = <
  R extends { quantity: string; noticeable: number; against: number; cells: readonly ShownCell[] },
>(
  row: R,
): ManyRow & { row: R } => ({
  quantity: row.quantity,
  noticeable: row.noticeable,
  against: row.against,
  cells: row.cells.map((cell) => ({
    hasFigure: cell.figure !== null,
    isStated: cell.stated !== null,
    isOnOtherTerms: isOnOtherTerms(cell),
    difference: cell.difference ?? undefined,
  })),
  row,
});

/**
 * A difference from the yardstick in a word or two.
 *
 * @param span the difference with its sign, as it is written
 * @example a difference that may be noticed: `+2.0 perhaps`
 */
export function differenceWord(cell: ShownCell, span: string): string {
  const { difference, stated } = cell;
  if (!difference) {
    if (stated) return 'only stated';
    return isOnOtherTerms(cell) ? 'other terms' : 'not measured';
  }
  if (stated) return `${span} as stated`;
  if (difference.verdict === 'cannot tell') return 'cannot tell';
  if (difference.noticeable === 'no') return 'alike';
  return difference.noticeable === 'yes' ? span : `${span} perhaps`;
}

/** How far a cell is off for sure, in noticeable steps; never less than nothing. */
export const sureSteps = ({ difference, U }: SaidDifference, noticeable: number): number =>
  Math.max(0, (Math.abs(difference) - U) / noticeable);

/** How far it may be off, in noticeable steps. */
export const perhapsSteps = ({ difference, U }: SaidDifference, noticeable: number): number =>
  (Math.abs(difference) + U) / noticeable;

const most = (values: readonly number[]): number => Math.max(0, ...values);

const differencesOf = ({ cells }: ManyRow): SaidDifference[] =>
  cells.flatMap(({ difference }) => difference ?? []);

/** True where every edition has the figure and none differs in what anybody would notice. */
export function isAlikeInAll(row: ManyRow): boolean {
  const others = row.cells.filter((_, place) => place !== row.against);
  return (
    others.length > 0 &&
    row.cells.every(({ hasFigure }) => hasFigure) &&
    others.every(({ difference }) => difference?.noticeable === 'no')
  );
}

/**
 * Rows in the order in which the set disagrees: by the most steps that are sure, then by those there
 * may be; what is alike in all is left out.
 *
 * @example a mass three steps apart for sure before a drop that may be five steps apart
 */
export function rowsByDisagreement<R extends ManyRow>(rows: readonly R[]): R[] {
  const weigh = (row: R) => ({
    row,
    sure: most(differencesOf(row).map((one) => sureSteps(one, row.noticeable))),
    perhaps: most(differencesOf(row).map((one) => perhapsSteps(one, row.noticeable))),
  });
  return rows
    .filter((row) => !isAlikeInAll(row))
    .map(weigh)
    .sort((a, b) => b.sure - a.sure || b.perhaps - a.perhaps)
    .map(({ row }) => row);
}

/** What would settle something: a quantity of an edition. */
export interface NextMeasured {
  quantity: string;
  /** Place of the edition. */
  edition: number;
  why: 'nobody measured it' | 'only stated' | 'measured on other terms' | 'cannot tell';
  /** It orders and says nothing else. */
  weight: number;
}

/**
 * What to measure next, what settles most first: figures that are missing where the others disagree,
 * figures that are only stated, and differences that cannot be told, by one more pair.
 *
 * @param atMost how many are named
 */
export function measureNext(rows: readonly ManyRow[], atMost = 3): NextMeasured[] {
  return rows
    .flatMap((row) => {
      const weight = most(differencesOf(row).map((one) => perhapsSteps(one, row.noticeable)));
      const known = row.cells.filter(({ hasFigure }) => hasFigure).length;
      return row.cells.flatMap((cell, edition): NextMeasured[] => {
        const { quantity } = row;
        if (known === 0) return [];
        if (!cell.hasFigure)
          return [
            {
              quantity,
              edition,
              why: cell.isStated
                ? 'only stated'
                : cell.isOnOtherTerms
                  ? 'measured on other terms'
                  : 'nobody measured it',
              weight: (cell.isStated ? 0.8 : 1) * weight,
            },
          ];
        return cell.difference?.verdict === 'cannot tell'
          ? [
              {
                quantity,
                edition,
                why: 'cannot tell',
                weight: 0.5 * perhapsSteps(cell.difference, row.noticeable),
              },
            ]
          : [];
      });
    })
    .filter(({ weight }) => weight > 0)
    .sort((a, b) => b.weight - a.weight)
    .slice(0, atMost);
}

/** How far raters agree: Krippendorff's alpha. K. Krippendorff, Computing Krippendorff's Alpha-Reliability, 2011. */

export const AGREEMENT_SCALES = ['nominal', 'ordinal', 'interval'] as const;
export type AgreementScale = (typeof AGREEMENT_SCALES)[number];

/**
 * Alpha = 1 − observed over expected disagreement, over units that two raters at least have rated.
 *
 * @param ratings raters × units, null where a rater gave none
 * @returns n pairable values; alpha is 1 where all of them are alike
 * @throws RangeError where no unit has two ratings
 * @example two raters who agree on [1, 2, 3]: alpha 1, n 6
 */
export function krippendorffAlpha(
  ratings: readonly (readonly (number | null)[])[],
  scale: AgreementScale,
): { alpha: number; n: number } {
  const most = ratings.reduce((longest, row) => Math.max(longest, row.length), 0);
  const units = Array.from({ length: most }, (_, unit) =>
    ratings.flatMap((row) => row[unit] ?? []),
  ).filter((unit) => unit.length >= 2);
  if (units.length === 0) throw new RangeError('no unit has two ratings');
  const values = [...new Set(units.flat())].sort((a, b) => a - b);
  const placeOf = new Map(values.map((value, at) => [value, at]));
  const coincidences = values.map(() => values.map(() => 0));
  for (const unit of units)
    unit.forEach((a, first) => {
      unit.forEach((b, second) => {
        if (first === second) return;
        const row = coincidences[placeOf.get(a) ?? 0];
        const column = placeOf.get(b) ?? 0;
        if (row) row[column] = (row[column] ?? 0) + 1 / (unit.length - 1);
      });
    });
  const totals = coincidences.map((row) => row.reduce((sum, one) => sum + one, 0));
  const n = totals.reduce((sum, one) => sum + one, 0);
  const distance = (a: number, b: number): number => {
    if (a === b) return 0;
    if (scale === 'nominal') return 1;
    if (scale === 'interval') return ((values[a] ?? 0) - (values[b] ?? 0)) ** 2;
    const [low, high] = a < b ? [a, b] : [b, a];
    const between = totals.slice(low, high + 1).reduce((sum, one) => sum + one, 0);
    return (between - ((totals[low] ?? 0) + (totals[high] ?? 0)) / 2) ** 2;
  };
  let [observed, expected] = [0, 0];
  values.forEach((_, a) => {
    values.forEach((__, b) => {
      observed += (coincidences[a]?.[b] ?? 0) * distance(a, b);
      expected += (totals[a] ?? 0) * (totals[b] ?? 0) * distance(a, b);
    });
  });
  return { alpha: expected === 0 ? 1 : 1 - ((n - 1) * observed) / expected, n: Math.round(n) };
}

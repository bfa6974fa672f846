/** Whatever was measured of a pair at several distances, but for its tread. */
import { group } from 'd3-array';
import { mean } from 'simple-statistics';
import type { WearOfPair } from '#contract/wear-records.ts';
import { describeQuantity, type QuantityId, SIDES } from '#core/catalogue/quantities.ts';
import { sessionFigures } from '#core/figures/pair-figure.ts';
import { canonicalUnit } from '#core/sizing/units.ts';
import { TOO_LITTLE, wearLine } from '#core/wear/wear-line.ts';
import { measuredPair } from '../figure-book.ts';
import { labFacts } from '../lab-facts.ts';
import type { StoredPair } from '../store/pairs.ts';
import type { Stores } from '../stores.ts';

/** What its line says: a change in 100 km where it is one for sure. */
function changeWords(
  points: readonly { km: number; value: number }[],
  unit: string,
  decimals: number,
): string {
  const km = points.map((point) => point.km);
  if (points.length < 3 || new Set(km).size < 2) return TOO_LITTLE;
  const { slope, slopeInterval } = wearLine(
    km,
    points.map(({ value }) => value),
  );
  const [lower, upper] = [100 * slopeInterval.lower, 100 * slopeInterval.upper];
  if (lower <= 0 && upper >= 0) return 'no change that can be told';
  const half = (upper - lower) / 2;
  const digits = decimals + 1;
  return `${slope > 0 ? 'rises' : 'falls'} ${Math.abs(100 * slope).toFixed(digits)} ± ${half.toFixed(digits)} ${unit} in 100 km`;
}

/** Both shoes together, sitting by sitting, as sold: another insole makes it another shoe to measure. */
export function quantitiesAgainstWay(stores: Stores, pair: StoredPair): WearOfPair['quantities'] {
  const lab = labFacts(stores);
  const { sessions } = measuredPair(stores, lab, pair);
  const points = sessions.flatMap((session) => {
    const figures = sessionFigures(session);
    const quantities = new Set(
      SIDES.flatMap((side) => Object.keys(figures[side])),
    ) as Set<QuantityId>;
    return [...quantities].flatMap((quantity) => {
      const taken = SIDES.flatMap((side) => figures[side][quantity] ?? []);
      const [first] = taken;
      return !first || quantity.startsWith('tread-') || first.basis.configuration !== 'as sold'
        ? []
        : [{ quantity, km: first.basis.wornKm, value: mean(taken.map(({ value }) => value)) }];
    });
  });
  return [...group(points, ({ quantity }) => quantity)].flatMap(([quantity, own]) => {
    if (new Set(own.map(({ km }) => km)).size < 2) return [];
    const { name, kind, decimals } = describeQuantity(quantity, lab.catalogue);
    const unit = canonicalUnit(kind).symbol;
    const rising = [...own].sort((a, b) => a.km - b.km).map(({ km, value }) => ({ km, value }));
    return [
      {
        quantity,
        name,
        unit,
        decimals,
        points: rising,
        words: changeWords(rising, unit, decimals),
      },
    ];
  });
}

import type { PairStudyReadings } from '#contract/study-records.ts';
import { compareLots, type LotDifference } from '#core/study/lots.ts';
import type { PairToPair } from '#core/study/pair-to-pair.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useUnits } from '../shell/units.ts';
import type { Amounts } from './amounts.ts';
import { pairValues } from './PairCharts.tsx';

const WORDS: Record<LotDifference['verdict'], string> = {
  real: 'real',
  'not shown': 'alike within a step',
  'cannot tell': 'cannot tell',
};

/** `Lot L2-402 stands 1.1 mm above L2-318: real` */
function lotWords({ lot, against, difference, verdict }: LotDifference, amounts: Amounts): string {
  const place = difference < 0 ? 'below' : 'above';
  return `Lot ${lot} stands ${amounts.write(Math.abs(difference))} ${place} ${against}: ${WORDS[verdict]}.`;
}

/** Do the lots of an edition differ? Said first in words, the analysis of variance behind it. */
export function LotsCompared({
  readings,
  study,
  amounts,
}: {
  readings: PairStudyReadings;
  study: PairToPair;
  amounts: Amounts;
}) {
  const units = useUnits();
  const pairs = pairValues(readings, study).filter(({ lot }) => lot !== '');
  const lots = new Set(pairs.map(({ lot }) => lot));
  if (lots.size < 2 || pairs.length === lots.size) return null;
  const { noticeable } = units.define(readings.quantity);
  const { lots: own, anova, differences } = compareLots(pairs, noticeable);
  return (
    <section aria-label="Lots">
      <h2>Lots</h2>
      {differences.map((difference) => (
        <p key={`${difference.lot} ${difference.against}`}>{lotWords(difference, amounts)}</p>
      ))}
      <details>
        <summary>How surely</summary>
        <DataTable
          rows={differences}
          keyOf={({ lot, against }) => `${lot} ${against}`}
          columns={[
            { head: 'lot', cell: ({ lot }) => lot, names: true },
            { head: 'against', cell: ({ against }) => against },
            {
              head: 'difference',
              cell: ({ difference }) => amounts.write(difference),
              figure: true,
              strong: true,
            },
            {
              head: '95 %',
              cell: ({ lower, upper }) => `${amounts.digits(lower)} to ${amounts.digits(upper)}`,
              figure: true,
            },
          ]}
        />
        <p className="soft">
          {own
            .map(({ lot, pairs: n, mean }) => `${lot}: ${n} pairs, ${amounts.write(mean)}`)
            .join('; ')}
          . Pairs within all lots are the error: F {anova.F.toFixed(2)} with {anova.df[0]} and{' '}
          {anova.df[1]}, p {anova.p < 0.001 ? '< 0.001' : anova.p.toPrecision(2)}.
        </p>
      </details>
    </section>
  );
}

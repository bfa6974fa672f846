/** The figures of a study of pairs, and how editions rank. */

import { Button } from '@mantine/core';
import { Link } from 'react-router';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { STUDY_LIMITS } from '#core/limits/study-limits.ts';
import { writeProbability } from '#core/sizing/number-words.ts';
import { labelSlug, nameLabel } from '#core/sizing/size-label.ts';
import { isRanked, type PairToPair } from '#core/study/pair-to-pair.ts';
import { textOf } from '#core/wording/sentence.ts';
import { sharePhrase } from '#core/wording/study-sentences.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import type { Amounts } from './amounts.ts';
import { FoundTable } from './FoundTable.tsx';
import { useConsistency } from './studies.ts';

/** An upper end so many times the value says nothing but that the pairs are too few. */
const TELLS_NOTHING = 20;

/** The interval of a spread in words; where it has no upper end worth telling, only the lower. */
function spanWords([low, high]: [number, number], value: number, amounts: Amounts): string {
  return high > TELLS_NOTHING * value
    ? `at least ${amounts.digits(low)} (95 %); too few pairs to say at most`
    : `95 %: ${amounts.digits(low)} to ${amounts.digits(high)}`;
}

/** Components, bias, tolerance interval and performance, a row each. */
export function Figures({ study, amounts }: { study: PairToPair; amounts: Amounts }) {
  const { sideBiasInterval: bias, toleranceInterval, performance, pairSdInterval } = study;
  const real = bias[0] > 0 || bias[1] < 0;
  const rows: [name: string, value: string, words: string][] = [
    ['mean', amounts.write(study.mean), `${study.pairs} pairs, ${study.readings} readings`],
    [
      'pairs scatter by',
      amounts.write(study.pairSd),
      [
        pairSdInterval ? spanWords(pairSdInterval, study.pairSd, amounts) : '',
        study.cvPercent === undefined ? '' : `${study.cvPercent.toFixed(1)} % of the mean`,
      ]
        .filter(Boolean)
        .join('; '),
    ],
    [
      'the two shoes of a pair by',
      amounts.write(Math.sqrt(study.components.pairSide)),
      study.repeatsTold ? 'beside a constant bias' : 'with the scatter of readings in it',
    ],
    [
      'repeats by',
      study.repeatsTold ? amounts.write(Math.sqrt(study.components.repeat)) : 'not told',
      study.measurementShare === undefined
        ? ''
        : `${textOf(sharePhrase(study.measurementShare))} of the spread of one reading`,
    ],
    [
      'right less left',
      amounts.write(study.sideBias),
      `95 %: ${amounts.digits(bias[0])} to ${amounts.digits(bias[1])}: ${real ? 'a real bias' : 'no bias shown'}`,
    ],
    [
      '95 % of pairs lie between',
      `${amounts.digits(toleranceInterval.lower)} and ${amounts.write(toleranceInterval.upper)}`,
      'with 95 % confidence',
    ],
  ];
  if (performance?.pp !== undefined && performance.ppInterval)
    rows.push([
      'tolerance over spread',
      performance.pp.toFixed(2),
      `95 %: ${performance.ppInterval.map((one) => one.toFixed(2)).join(' to ')}`,
    ]);
  if (performance)
    rows.push([
      'the same, off centre counted',
      performance.ppk.toFixed(2),
      `95 %: ${performance.ppkInterval.map((one) => one.toFixed(2)).join(' to ')}; of these pairs, no promise of a process`,
    ]);
  return <FoundTable rows={rows} />;
}

const TERM_NAMES = { side: 'side', pair: 'pair', pairSide: 'pair × side', repeat: 'repeat' };

/** The table behind them. */
export function AnovaDetails({ study }: { study: PairToPair }) {
  const { anova, raw } = study;
  return (
    <details>
      <summary>
        {anova ? 'Analysis of variance' : 'By restricted maximum likelihood'}, and components as
        they came out
      </summary>
      {anova ? (
        <DataTable
          rows={anova.terms.map((term, at) => ({ term, at }))}
          keyOf={({ term }) => term}
          columns={[
            { head: 'source', cell: ({ term }) => TERM_NAMES[term], names: true },
            { head: 'SS', cell: ({ at }) => anova.ss[at]?.toPrecision(5), figure: true },
            { head: 'df', cell: ({ at }) => anova.df[at], figure: true },
            {
              head: 'MS',
              cell: ({ at }) => (anova.df[at] ? anova.ms[at]?.toPrecision(5) : ''),
              figure: true,
            },
            { head: 'F', cell: ({ at }) => anova.f[at]?.toFixed(2) ?? '', figure: true },
            {
              head: 'p',
              cell: ({ at }) => (anova.p[at] === undefined ? '' : writeProbability(anova.p[at])),
              figure: true,
            },
          ]}
        />
      ) : (
        <p>
          The readings are not balanced
          {study.oneSided.length > 0 && ` (one shoe only of ${study.oneSided.join(', ')})`}: the
          likelihood of all of them was maximised instead.
        </p>
      )}
      <p className="figure">
        σ² pair {raw.pair.toPrecision(4)}, pair × side {raw.pairSide.toPrecision(4)}, repeat{' '}
        {raw.repeat.toPrecision(4)}
      </p>
      <p>
        95 % of pairs: mean ± {study.toleranceInterval.factor.toFixed(2)} standard deviations
        (Howe’s factor).
        {study.performance && ' Tolerance over spread: Pp and Ppk, of receipt order.'}
      </p>
    </details>
  );
}

/** Editions by how little their pairs differ. */
export function Ranking({ quantity, amounts }: { quantity: QuantityId; amounts: Amounts }) {
  const ranked = useConsistency(quantity);
  const rows = (ranked.data?.pages ?? []).flatMap((page) => page.rows);
  const waiting = ranked.data?.pages[0]?.waiting ?? 0;
  if (rows.length < 2 && waiting === 0) return null;
  return (
    <section aria-label="Editions by consistency">
      <h2>Editions by consistency</h2>
      <DataTable
        rows={rows}
        keyOf={({ slug, label }) => `${slug} ${labelSlug(label)}`}
        columns={[
          {
            head: 'edition',
            cell: ({ slug, label, name }) => (
              <Link to={`/studies?edition=${slug}&quantity=${quantity}&label=${labelSlug(label)}`}>
                {name}
              </Link>
            ),
            names: true,
          },
          { head: 'label', cell: ({ label }) => nameLabel(label) },
          { head: 'pairs', cell: ({ pairs }) => pairs, figure: true },
          {
            head: 'pairs scatter by',
            cell: ({ pairs, pairSd }) => (isRanked(pairs) ? amounts.write(pairSd) : 'cannot tell'),
            figure: true,
            strong: ({ pairs }) => isRanked(pairs),
          },
          {
            head: 'between',
            cell: ({ pairs, pairSd, pairSdInterval }) =>
              !isRanked(pairs) || !pairSdInterval
                ? ''
                : spanWords(pairSdInterval as [number, number], pairSd, amounts),
            figure: true,
          },
          {
            head: 'of the mean',
            cell: ({ cvPercent }) => (cvPercent === null ? '' : `${cvPercent.toFixed(1)} %`),
            figure: true,
          },
          {
            head: 'gauge’s share',
            cell: ({ measurementShare: share }) =>
              share === null ? '' : `${(100 * share).toFixed(0)} %`,
            figure: true,
          },
          { head: 'right less left', cell: (row) => amounts.digits(row.sideBias), figure: true },
        ]}
      />
      {waiting > 0 && (
        <p role="status">
          {waiting.toLocaleString('en')} {waiting === 1 ? 'edition is' : 'editions are'} still being
          worked out.
        </p>
      )}
      {ranked.hasNextPage && (
        <Button
          variant="default"
          size="xs"
          loading={ranked.isFetchingNextPage}
          onClick={() => void ranked.fetchNextPage()}
        >
          More editions
        </Button>
      )}
      <p className="soft">
        Scatter is the standard deviation of pairs. Editions of fewer than{' '}
        {STUDY_LIMITS.fewestRanked.value} pairs have no rank: two pairs show one difference, and no
        spread. Where the intervals overlap, two editions may change places with the next box.
      </p>
    </section>
  );
}

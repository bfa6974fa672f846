import { Button, TextInput } from '@mantine/core';
import { group } from 'd3-array';
import { useMemo } from 'react';
import type { GaugeStudyRecord } from '#contract/study-records.ts';
import type { AnswerOf } from '#core/statistics/answers.ts';
import {
  completeParts,
  type GaugeReading,
  type GaugeStudy,
  missingCells,
  studyGauge,
} from '#core/study/gauge-study.ts';
import { textOf } from '#core/wording/sentence.ts';
import { gaugeAdviceSentence } from '#core/wording/study-sentences.ts';
import { useChange, useLab } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import plot from '../drawing/Plot.module.css';
import { Plot, widen } from '../drawing/Plot.tsx';
import { useDraft } from '../kit/draft.ts';
import { Says } from '../kit/Says.tsx';
import { useUnits } from '../shell/units.ts';
import { type Amounts, useAmounts } from './amounts.ts';
import classes from './Studies.module.css';

function analyse(
  readings: readonly GaugeReading[],
  tolerance: number | null,
): { found: GaugeStudy } | { fault: string } {
  try {
    return { found: studyGauge(readings, tolerance ?? undefined) };
  } catch (error) {
    if (error instanceof RangeError) return { fault: error.message };
    throw error;
  }
}

const mean = (values: readonly number[]) =>
  values.reduce((sum, one) => sum + one, 0) / values.length;

/** Every reading by part, an operator beside the other. */
function ByPart({
  parts,
  readings,
  amounts,
  factor,
  name,
}: {
  parts: readonly string[];
  readings: readonly GaugeReading[];
  amounts: Amounts;
  factor: number;
  name: string;
}) {
  const operators = [...group(readings, (one) => one.operator).keys()].sort();
  const values = readings.map((one) => one.value / factor);
  const place = (part: string, operator: string) =>
    parts.indexOf(part) + 1 + (operators.indexOf(operator) - (operators.length - 1) / 2) * 0.22;
  return (
    <Plot
      name={`${name}-by-part`}
      says={`Readings by part; in each part ${operators.join(', ')} from left to right. Narrow heaps at one height are repeats that agree and operators that agree.`}
      table={{
        columns: ['part', 'operator', 'readings'],
        rows: parts.flatMap((part) =>
          operators.map((operator) => [
            part,
            operator,
            readings
              .filter((one) => one.part === part && one.operator === operator)
              .map((one) => amounts.digits(one.value, 0))
              .join(', '),
          ]),
        ),
      }}
      xRange={[0.4, parts.length + 0.6]}
      yRange={widen([Math.min(...values), Math.max(...values)])}
      xTitle="part"
      yTitle={amounts.symbol}
      xTicks={parts.map((part, at) => ({
        at: at + 1,
        words: parts.length > 8 ? `${at + 1}` : part,
      }))}
      width={640}
    >
      {({ x, y }) =>
        parts.flatMap((part) =>
          operators.map((operator) => {
            const own = readings.filter((one) => one.part === part && one.operator === operator);
            const at = x(place(part, operator));
            const centre = y(mean(own.map((one) => one.value)) / factor);
            return (
              <g key={`${part} ${operator}`}>
                {own.map((one) => (
                  <circle key={one.trial} cx={at} cy={y(one.value / factor)} r={2.6} />
                ))}
                <line className={plot.centre} x1={at - 6} x2={at + 6} y1={centre} y2={centre} />
              </g>
            );
          }),
        )
      }
    </Plot>
  );
}

/** How far each operator reads from the others, over all parts. */
function ByOperator({
  readings,
  amounts,
  factor,
  name,
}: {
  readings: readonly GaugeReading[];
  amounts: Amounts;
  factor: number;
  name: string;
}) {
  const partMeans = new Map(
    [...group(readings, (one) => one.part)].map(([part, own]) => [
      part,
      mean(own.map((one) => one.value)),
    ]),
  );
  const rows = [...group(readings, (one) => one.operator)]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([operator, own]) => ({
      operator,
      values: own.map((one) => (one.value - (partMeans.get(one.part) ?? 0)) / factor),
    }));
  const all = rows.flatMap((row) => row.values);
  return (
    <Plot
      name={`${name}-by-operator`}
      says={`Readings less the mean of their part: ${rows.map((row) => `${row.operator} ${amounts.digits(mean(row.values) * factor)}`).join(', ')} ${amounts.symbol} on average.`}
      table={{
        columns: ['operator', 'mean off the parts’ means'],
        rows: rows.map((row) => [row.operator, amounts.write(mean(row.values) * factor)]),
      }}
      xRange={[0.4, rows.length + 0.6]}
      yRange={widen([Math.min(...all), Math.max(...all)], 0.12)}
      xTitle="operator"
      yTitle={`off the part’s mean, ${amounts.symbol}`}
      xTicks={rows.map((row, at) => ({ at: at + 1, words: row.operator }))}
      width={380}
    >
      {({ x, y }) => (
        <>
          <line className={plot.centre} x1={x(0.4)} x2={x(rows.length + 0.6)} y1={y(0)} y2={y(0)} />
          {rows.map((row, at) => (
            <g key={row.operator}>
              {row.values.map((value, index) => (
                <circle
                  key={`${index} ${value}`}
                  cx={x(at + 1 + ((index % 7) - 3) * 0.03)}
                  cy={y(value)}
                  r={2.4}
                />
              ))}
              <line
                className={plot.whisker}
                x1={x(at + 0.8)}
                x2={x(at + 1.2)}
                y1={y(mean(row.values))}
                y2={y(mean(row.values))}
              />
            </g>
          ))}
        </>
      )}
    </Plot>
  );
}

const PARTS: { key: 'ev' | 'av' | 'grr' | 'pv'; name: string }[] = [
  { key: 'ev', name: 'repeats of one hand' },
  { key: 'av', name: 'from hand to hand' },
  { key: 'grr', name: 'gauge and hands in all' },
  { key: 'pv', name: 'the parts' },
];

function Shares({ found, amounts }: { found: GaugeStudy; amounts: Amounts }) {
  const tolerance = found.percentTolerance;
  return (
    <DataTable
      rows={PARTS}
      keyOf={({ key }) => key}
      columns={[
        { head: 'source', cell: ({ name }) => name, names: true },
        { head: 'scatter by', cell: ({ key }) => amounts.write(found.sd[key]), figure: true },
        {
          head: 'share of all scatter',
          cell: ({ key }) => `${found.percentStudy[key].toFixed(1)} %`,
          figure: true,
          strong: ({ key }) => key === 'grr',
        },
        ...(tolerance
          ? [
              {
                head: 'six scatters, % of the tolerance',
                cell: ({ key }: (typeof PARTS)[number]) =>
                  key === 'pv' ? '' : `${tolerance[key].toFixed(1)} %`,
                figure: true,
              },
            ]
          : []),
      ]}
    />
  );
}

function AnovaDetails({ found }: { found: GaugeStudy }) {
  const rows = [
    { key: 'part', name: 'part', f: found.fOverEquipment.part, g: found.fOverInteraction.part },
    {
      key: 'operator',
      name: 'operator',
      f: found.fOverEquipment.operator,
      g: found.fOverInteraction.operator,
    },
    { key: 'interaction', name: 'part × operator', f: found.fOverEquipment.interaction },
    { key: 'repeatability', name: 'repeats' },
  ] as const;
  return (
    <details>
      <summary>Analysis of variance</summary>
      <DataTable
        rows={rows}
        keyOf={({ key }) => key}
        columns={[
          { head: 'source', cell: ({ name }) => name, names: true },
          { head: 'SS', cell: ({ key }) => found.ss[key].toPrecision(5), figure: true },
          { head: 'df', cell: ({ key }) => found.df[key], figure: true },
          { head: 'MS', cell: ({ key }) => found.ms[key].toPrecision(4), figure: true },
          {
            head: 'F over repeats',
            cell: (row) => ('f' in row ? row.f.toFixed(2) : ''),
            figure: true,
          },
          {
            head: 'F over interaction',
            cell: (row) => ('g' in row ? row.g.toFixed(2) : ''),
            figure: true,
          },
        ]}
      />
      <p>
        p of the interaction {found.pInteraction.toPrecision(2)}:{' '}
        {found.pooled ? 'pooled with the repeats (p over 0.25)' : 'kept apart'}.
      </p>
    </details>
  );
}

/** Sittings lean on the study, or no more. */
function Adoption({ study, without }: { study: GaugeStudyRecord; without: readonly string[] }) {
  const adopt = useChange('adoptGaugeStudy');
  const retire = useChange('retireGaugeStudy');
  const lab = useLab();
  const [{ reason }, put, drop] = useDraft(`retired study ${study.id}`, { reason: '' });
  const gauge = lab.data?.instruments.find((one) => one.id === study.instrumentId)?.name;
  const protocol = lab.data?.protocols.find((one) => one.lineId === study.protocolLineId)?.name;
  const whose = `${gauge} by ${protocol}`;
  if (study.retired) return <p className="soft">Retired: {study.retired}</p>;
  if (!study.adopted)
    return (
      <div>
        <p>
          Taken into use, its repeatability and reproducibility stand behind every sitting with{' '}
          {whose}, and the sheets name it.
        </p>
        <Button
          size="xs"
          loading={adopt.isPending}
          onClick={() =>
            adopt.mutate({ params: { id: study.id }, body: { without: [...without] } })
          }
        >
          Use it for {whose}
        </Button>
        {adopt.error && (
          <p role="alert" className="look-here">
            {adopt.error.message}
          </p>
        )}
      </div>
    );
  return (
    <form
      className={classes.terms}
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim())
          retire.mutate(
            { params: { id: study.id }, body: { reason } },
            { onSuccess: () => drop() },
          );
      }}
    >
      <p>In use: sittings with {whose} lean on it.</p>
      <TextInput
        size="xs"
        aria-label="Why it is retired"
        placeholder="why it is retired"
        value={reason}
        onChange={(event) => put({ reason: event.currentTarget.value })}
      />
      <Button type="submit" size="xs" variant="default" disabled={reason.trim() === ''}>
        Retire it
      </Button>
    </form>
  );
}

const VERDICTS: Record<AnswerOf<'gauge'>, string> = {
  good: 'A good gauge',
  conditional: 'A gauge of conditional use',
  poor: 'A poor gauge',
  'cannot tell': 'Cannot tell how good this gauge is',
};

/** What a study of a gauge shows, and what to do about it. */
export function GaugeAnalysis({
  study,
  readings,
}: {
  study: GaugeStudyRecord;
  readings: readonly GaugeReading[];
}) {
  const units = useUnits();
  const amounts = useAmounts(study.quantity);
  const { factor } = units.unitOf(study.quantity);
  const missing = useMemo(() => missingCells(readings), [readings]);
  const without = [...new Set(missing.flatMap((one) => one.parts))];
  const complete = useMemo(() => completeParts(readings), [readings]);
  const answer = useMemo(() => analyse(complete, study.tolerance), [complete, study.tolerance]);
  const name = study.name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-');
  return (
    <section aria-label="Analysis">
      <h2>
        {study.name}{' '}
        <span className="soft">
          {units.define(study.quantity).name}, {study.parts.length} parts,{' '}
          {study.operators.join(', ')}, {study.trials} trials
        </span>
      </h2>
      {missing.length > 0 && (
        <p role="status">
          {missing
            .map(({ operator, parts }) => `${operator} did not finish ${parts.join(', ')}`)
            .join('; ')}
          . These parts are left out of the analysis.
        </p>
      )}
      {'fault' in answer ? (
        <p role="alert">
          <strong className="look-here">No analysis:</strong> {answer.fault}.
        </p>
      ) : (
        <>
          <p className={classes.says} data-testid="gauge-verdict">
            <span className={answer.found.verdict === 'poor' ? 'look-here' : undefined}>
              {VERDICTS[answer.found.verdict]}
            </span>
            {answer.found.sd.grr > 0 && (
              <>
                : {answer.found.percentStudy.grr.toFixed(0)} % of the study’s variation is the
                gauge; it tells {answer.found.categories}{' '}
                {answer.found.categories === 1 ? 'class' : 'classes'} of these parts apart
              </>
            )}
            .
          </p>
          {answer.found.advice.map(gaugeAdviceSentence).map((advice) => (
            <p key={textOf(advice)} className={classes.note}>
              <Says words={advice} />
            </p>
          ))}
          <div className={classes.columns}>
            <ByPart
              parts={study.parts.filter((part) => !without.includes(part))}
              readings={complete}
              amounts={amounts}
              factor={factor}
              name={name}
            />
            <ByOperator readings={complete} amounts={amounts} factor={factor} name={name} />
          </div>
          <Shares found={answer.found} amounts={amounts} />
          <AnovaDetails found={answer.found} />
          <h2>Into use</h2>
          <Adoption study={study} without={without} />
        </>
      )}
    </section>
  );
}

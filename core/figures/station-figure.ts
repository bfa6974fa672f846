/** One side, one station: from its readings to a figure. */
import { max, rollup } from 'd3-array';
import { mean, median, sampleStandardDeviation } from 'simple-statistics';
import type { GaugeTraits } from '../catalogue/gauge.ts';
import {
  type Catalogue,
  describeQuantity,
  type MeasuredQuantityId,
  nameStation,
  QUANTITIES,
  type Side,
} from '../catalogue/quantities.ts';
import { findDoubtfulReading } from '../statistics/outlier.ts';
import {
  type Repeatability,
  resolutionUncertainty,
  scatterOfMean,
} from '../statistics/repeated-readings.ts';
import { decideRepeats, MOST_JUDGED, medianFactor } from '../statistics/repeats.ts';
import type { UncertaintyTerm } from '../statistics/uncertainty.ts';
import type { Basis } from './basis.ts';
import type { Doubt, Figure } from './figure.ts';

export interface StationReading {
  value: number;
  /** Who took it: what one operator does everywhere drops out of differences. */
  person?: string | undefined;
  gauge: GaugeTraits;
  /** SD of the cycles behind a value that a curve gave. */
  cycleSd?: number | undefined;
}

/** What a gauge study found beside the repeatability: how far operators differ. */
export interface Reproducibility {
  /** The study, by id. */
  study: string;
  /** SD of operators, and of operators from part to part. */
  operator: Repeatability;
  interaction: Repeatability;
}

export interface Station {
  quantity: MeasuredQuantityId;
  side: Side;
  sessionId: string;
  basis: Basis;
  /** Repeatability of the protocol at this station, and a name for where it comes from. */
  repeatability?: (Repeatability & { source: string }) | undefined;
  readings: readonly StationReading[];
  /** Of a gauge study of this gauge and protocol, where there is one. */
  reproducibility?: Reproducibility | undefined;
  catalogue?: Catalogue;
}

const KNOWN = Number.POSITIVE_INFINITY;

/** The SD of three cycles has two degrees of freedom. */
const CYCLE_DF = 2;

interface Centre {
  value: number;
  u: number;
  df: number;
  /** Set where the protocol's repeatability, not these readings, gave u. */
  estimate?: string;
  doubt?: Doubt;
}

/** The median of a fixed number of readings (hardness), tested against f(n) as any repeats are. */
function fixedCentre(
  values: number[],
  repeatability: Station['repeatability'],
): Centre | undefined {
  const n = values.length;
  const value = median(values);
  if (!repeatability) {
    const scatter = scatterOfMean(values);
    return scatter && { value, u: medianFactor(n) * (scatter.sd ?? 0), df: scatter.df };
  }
  const wide =
    n >= 2 && n <= MOST_JUDGED && decideRepeats(values, repeatability.sd).action !== 'mean';
  const sd = wide ? sampleStandardDeviation(values) : repeatability.sd;
  return {
    value,
    u: medianFactor(n) * sd,
    df: wide ? n - 1 : repeatability.df,
    ...(wide
      ? {
          doubt: {
            code: 'apart' as const,
            text: `${n} readings spread wider than this gauge usually does`,
          },
        }
      : { estimate: repeatability.source }),
  };
}

/** Mean, or the median where ISO 5725-6 says so, with the scatter behind it. */
function centreOf(values: number[], repeatability: Station['repeatability']): Centre | undefined {
  const n = values.length;
  if (repeatability && n >= 4 && n <= MOST_JUDGED) {
    const decision = decideRepeats(values, repeatability.sd);
    if (decision.action === 'median' && decision.u !== undefined)
      return {
        value: median(values),
        u: decision.u,
        df: decision.df ?? n - 1,
        doubt: {
          code: 'median',
          text: `${n} readings spread wider than this gauge usually does: their median stands`,
        },
      };
  }
  const scatter = scatterOfMean(values, repeatability);
  if (!scatter) return undefined;
  const centre: Centre = { value: mean(values), u: scatter.u, df: scatter.df };
  if (!scatter.own && repeatability) centre.estimate = repeatability.source;
  return centre;
}

/** The scatter of cycles behind values from curves: the mean of their variances, each as it is. */
function cycleTerms(readings: readonly StationReading[], at: string): UncertaintyTerm[] {
  const squares = readings.flatMap(({ cycleSd }) => (cycleSd === undefined ? [] : [cycleSd ** 2]));
  if (squares.length === 0) return [];
  const df = CYCLE_DF * squares.length;
  return [
    { key: `cycles:${at}`, kind: 'cycles', u: Math.sqrt(mean(squares) / readings.length), df },
  ];
}

/** How large a part of a mean each of some keys has. */
const sharesOf = <Key>(keys: readonly Key[]): [Key, number][] => [
  ...rollup(
    keys,
    (same) => same.length / keys.length,
    (key) => key,
  ),
];

/**
 * One operator's own way is one error wherever that operator measured, and counts by the operator's share of the
 * readings; the rest differs by shoe.
 */
function operatorTerms(
  found: Reproducibility | undefined,
  readings: readonly StationReading[],
  at: string,
): UncertaintyTerm[] {
  if (!found) return [];
  const { study, operator, interaction } = found;
  const people = readings.map(({ person = '' }) => person);
  const terms: UncertaintyTerm[] = [
    ...sharesOf(people).map(
      ([person, share]): UncertaintyTerm => ({
        key: `operator:${study}:${person}`,
        kind: 'reproducibility',
        u: share * operator.sd,
        df: operator.df,
      }),
    ),
    {
      key: `interaction:${study}:${at}`,
      kind: 'interaction',
      u: interaction.sd,
      df: interaction.df,
    },
  ];
  return terms.filter((term) => term.u > 0);
}

function calibrationTerms(readings: readonly StationReading[], value: number): UncertaintyTerm[] {
  const shares = new Map<string, { gauge: GaugeTraits; share: number }>();
  for (const { gauge } of readings) {
    const before = shares.get(gauge.id)?.share ?? 0;
    shares.set(gauge.id, { gauge, share: before + 1 / readings.length });
  }
  return [...shares.values()].flatMap(({ gauge, share }) => [
    { key: `zero:${gauge.id}`, kind: 'zero' as const, u: share * gauge.zeroU, df: KNOWN },
    { key: `gain:${gauge.id}`, kind: 'gain' as const, u: share * gauge.gainU * value, df: KNOWN },
  ]);
}

/**
 * The figure of one station of one shoe: mean of its readings (median where four disagree,
 * ISO 5725-6), scatter, resolution once, and the zero and gain parts of the calibration.
 *
 * A quantity with a fixed number of readings gives their median; a value from a curve brings the SD
 * of its cycles.
 *
 * @returns undefined without readings, or for one reading without a repeatability
 */
export function stationFigure(station: Station): Figure | undefined {
  const { quantity, side, sessionId, readings, repeatability, catalogue = QUANTITIES } = station;
  if (readings.length === 0) return undefined;
  const values = readings.map((reading) => reading.value);
  const fixed = describeQuantity(quantity, catalogue).fixedReadings !== undefined;
  const centre = fixed ? fixedCentre(values, repeatability) : centreOf(values, repeatability);
  if (!centre) return undefined;
  const resolution = max(readings, (reading) => reading.gauge.resolution) ?? 0;
  const at = `${sessionId}:${quantity}:${side}`;
  const scatterTerm: UncertaintyTerm = {
    key: `readings:${at}`,
    kind: 'readings',
    u: centre.u,
    df: centre.df,
    more: { what: 'reading', n: values.length, at: nameStation(quantity, side, catalogue) },
  };
  if (centre.estimate) scatterTerm.estimate = centre.estimate;
  const doubtful = findDoubtfulReading(values, {
    repeatabilitySd: repeatability?.sd,
    resolution,
  });
  const doubts: Doubt[] = centre.doubt ? [centre.doubt] : [];
  if (doubtful)
    doubts.push({
      code: doubtful.doubt,
      text: `${side} reading ${doubtful.index + 1} stands apart (${doubtful.doubt})`,
    });
  for (const overdue of new Set(readings.flatMap(({ gauge }) => gauge.overdue ?? [])))
    doubts.push({ code: 'overdue-gauge', text: overdue });
  return {
    quantity,
    value: centre.value,
    terms: [
      scatterTerm,
      ...cycleTerms(readings, at),
      ...operatorTerms(station.reproducibility, readings, at),
      {
        key: `resolution:${at}`,
        kind: 'resolution',
        u: resolutionUncertainty(resolution),
        df: KNOWN,
      },
      ...calibrationTerms(readings, centre.value),
    ],
    readings: values.length,
    pairs: 1,
    basis: station.basis,
    provenance: 'measured',
    conversions: [],
    doubts,
  };
}

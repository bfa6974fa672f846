/** One side, one station: from its readings to a figure. */
import { mean, median } from 'simple-statistics';
import type { Basis } from './basis.ts';
import type { Doubt, Figure } from './figure.ts';
import { findDoubtfulReading } from './outlier.ts';
import { type MeasuredQuantityId, nameStation, type Side } from './quantities.ts';
import { type Repeatability, resolutionUncertainty, scatterOfMean } from './repeated-readings.ts';
import { decideRepeats, MOST_JUDGED } from './repeats.ts';
import type { UncertaintyTerm } from './uncertainty.ts';

/** What the figure needs to know of an instrument. Standard uncertainties. */
export interface GaugeTraits {
  id: string;
  /** Smallest step of the indication, canonical unit. */
  resolution: number;
  /** Calibration uncertainty of the zero, canonical unit. */
  zeroU: number;
  /** Calibration uncertainty of the slope, relative. */
  gainU: number;
}

export interface StationReading {
  value: number;
  gauge: GaugeTraits;
}

export interface Station {
  quantity: MeasuredQuantityId;
  side: Side;
  sessionId: string;
  basis: Basis;
  /** Repeatability of the protocol at this station, and a name for where it comes from. */
  repeatability?: (Repeatability & { source: string }) | undefined;
  readings: readonly StationReading[];
}

const KNOWN = Number.POSITIVE_INFINITY;

interface Centre {
  value: number;
  u: number;
  df: number;
  /** Set where the protocol's repeatability, not these readings, gave u. */
  estimate?: string;
  doubt?: Doubt;
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
 * @returns undefined without readings, or for one reading without a repeatability
 */
export function stationFigure(station: Station): Figure | undefined {
  const { quantity, side, sessionId, readings, repeatability } = station;
  if (readings.length === 0) return undefined;
  const values = readings.map((reading) => reading.value);
  const centre = centreOf(values, repeatability);
  if (!centre) return undefined;
  const resolution = Math.max(...readings.map((reading) => reading.gauge.resolution));
  const at = `${sessionId}:${quantity}:${side}`;
  const scatterTerm: UncertaintyTerm = {
    key: `readings:${at}`,
    kind: 'readings',
    u: centre.u,
    df: centre.df,
    more: { what: 'reading', n: values.length, at: nameStation(quantity, side) },
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
  return {
    quantity,
    value: centre.value,
    terms: [
      scatterTerm,
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

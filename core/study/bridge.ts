/** Two methods, gauges or labs on the same shoes: is there a conversion, and how sure is it? */

import { extent } from 'd3-array';
import { mean, sampleStandardDeviation } from 'simple-statistics';
import type { Conversion } from '../figures/conversions.ts';
import { STUDY_LIMITS } from '../limits/study-limits.ts';
import type { AnswerOf } from '../statistics/answers.ts';
import { tQuantile } from '../statistics/distributions.ts';

/** One shoe by both methods; u is the standard uncertainty of each. */
export interface BridgedShoe {
  shoe: string;
  a: number;
  b: number;
}

export interface DemingFit {
  slope: number;
  intercept: number;
  slopeSe: number;
  interceptSe: number;
  /** 95 % interval of the slope. */
  slopeInterval: [number, number];
}

function demingLine(
  a: readonly number[],
  b: readonly number[],
  ratio: number,
): { slope: number; intercept: number } | undefined {
  const [ma, mb] = [mean([...a]), mean([...b])];
  let [saa, sbb, sab] = [0, 0, 0];
  a.forEach((value, at) => {
    const [da, db] = [value - ma, (b[at] as number) - mb];
    saa += da * da;
    sbb += db * db;
    sab += da * db;
  });
  if (sab === 0) return undefined;
  const gap = sbb - ratio * saa;
  const slope = (gap + Math.sqrt(gap ** 2 + 4 * ratio * sab ** 2)) / (2 * sab);
  return { slope, intercept: mb - slope * ma };
}

/**
 * Deming's line b = intercept + slope·a, where both methods err: `ratio` is the error variance of
 * b over that of a. Standard errors by leaving out one shoe at a time (Linnet 1990, from memory).
 *
 * @throws RangeError for fewer than three shoes, or where the methods do not vary together
 */
export function fitDeming(a: readonly number[], b: readonly number[], ratio = 1): DemingFit {
  const n = Math.min(a.length, b.length);
  if (n < 3) throw new RangeError('a line through two methods takes three shoes at least');
  const line = demingLine(a, b, ratio);
  if (!line) throw new RangeError('the methods do not vary together: take shoes that differ more');
  const without = (values: readonly number[], at: number) => values.filter((_, i) => i !== at);
  const pseudo = Array.from({ length: n }, (_, at) => {
    const left = demingLine(without(a, at), without(b, at), ratio) ?? line;
    return {
      slope: n * line.slope - (n - 1) * left.slope,
      intercept: n * line.intercept - (n - 1) * left.intercept,
    };
  });
  const se = (values: number[]) => sampleStandardDeviation(values) / Math.sqrt(n);
  const slopeSe = se(pseudo.map((one) => one.slope));
  const reach = tQuantile(0.975, n - 2) * slopeSe;
  return {
    ...line,
    slopeSe,
    interceptSe: se(pseudo.map((one) => one.intercept)),
    slopeInterval: [line.slope - reach, line.slope + reach],
  };
}

/** Limits of agreement: mean difference ± 1.96 SD, with the interval of each (Bland and Altman 1986). */
export interface Agreement {
  bias: number;
  sd: number;
  lower: number;
  upper: number;
  /** Half-width of the 95 % interval of the bias, and of either limit. */
  biasReach: number;
  limitReach: number;
}

export function limitsOfAgreement(differences: readonly number[]): Agreement {
  const n = differences.length;
  if (n < 2) throw new RangeError('limits of agreement need two shoes at least');
  const bias = mean([...differences]);
  const sd = sampleStandardDeviation([...differences]);
  const t = tQuantile(0.975, n - 1);
  return {
    bias,
    sd,
    lower: bias - 1.96 * sd,
    upper: bias + 1.96 * sd,
    biasReach: (t * sd) / Math.sqrt(n),
    limitReach: t * sd * Math.sqrt(3 / n),
  };
}

/** E_n = |difference| / √(U_a² + U_b²); up to 1 the two agree within what they state (ISO 13528). */
export function normalisedError(difference: number, Ua: number, Ub: number): number {
  return Math.abs(difference) / Math.hypot(Ua, Ub);
}

export interface Bridge {
  shoes: number;
  deming: DemingFit;
  agreement: Agreement;
  /** E_n of the mean difference, where both methods state U. */
  en?: number;
  verdict: AnswerOf<'bridge'>;
  conversion?: Conversion;
  /** Expanded uncertainty of one converted value, at the middle of the range. */
  conversionU: number;
}

/**
 * A bridge from method a to method b on the same shoes. A constant shift is kept where the slope's
 * 95 % interval holds 1, else Deming's line. The methods *agree* where the shift's interval holds
 * zero and the scatter is small; there is *none* where one converted value is more in doubt than
 * the step that anyone would notice. The rule of choice: common practice.
 *
 * @param noticeable the step of the quantity, in its unit
 * @param ratio error variance of b over that of a
 * @throws RangeError for fewer than five shoes
 */
export function bridgeMethods(
  shoes: readonly BridgedShoe[],
  terms: { noticeable: number; ratio?: number; Ua?: number; Ub?: number },
): Bridge {
  const n = shoes.length;
  if (n < STUDY_LIMITS.fewestBridged.value)
    throw new RangeError(
      `${n} ${n === 1 ? 'shoe' : 'shoes'} measured by both: a bridge needs ${STUDY_LIMITS.fewestBridged.value} at least`,
    );
  const a = shoes.map((one) => one.a);
  const b = shoes.map((one) => one.b);
  const agreement = limitsOfAgreement(shoes.map((one) => one.b - one.a));
  const [least, most] = extent(a) as [number, number];
  const flat = most - least <= 2 * agreement.sd;
  const deming: DemingFit = flat
    ? {
        slope: 1,
        intercept: agreement.bias,
        slopeSe: 0,
        interceptSe: 0,
        slopeInterval: [1, 1],
      }
    : fitDeming(a, b, terms.ratio);
  const [low, high] = deming.slopeInterval;
  const shift = flat || (low <= 1 && high >= 1);
  const slope = shift ? 1 : deming.slope;
  const centre = mean(a);
  const intercept = shift ? agreement.bias : deming.intercept;
  const residuals = shoes.map((one) => one.b - intercept - slope * one.a);
  const df = shift ? n - 1 : n - 2;
  const scatter = Math.sqrt(residuals.reduce((sum, one) => sum + one ** 2, 0) / df);
  const conversion: Conversion = {
    kind: shift ? 'shift' : 'line',
    intercept,
    slope,
    centre,
    centreU: scatter / Math.sqrt(n),
    slopeU: shift ? 0 : deming.slopeSe,
    scatter,
    df,
    from: least - STUDY_LIMITS.bridgeReach.value * (most - least),
    to: most + STUDY_LIMITS.bridgeReach.value * (most - least),
  };
  const conversionU = tQuantile(0.975, df) * Math.hypot(scatter, conversion.centreU);
  const usable = conversionU <= terms.noticeable;
  const none = Math.abs(agreement.bias) <= agreement.biasReach && shift;
  const verdict: AnswerOf<'bridge'> = !usable ? 'none' : none ? 'agree' : conversion.kind;
  const stated = terms.Ua !== undefined && terms.Ub !== undefined && terms.Ua + terms.Ub > 0;
  return {
    shoes: n,
    deming,
    agreement,
    ...(stated
      ? { en: normalisedError(agreement.bias, terms.Ua as number, terms.Ub as number) }
      : {}),
    verdict,
    ...(usable ? { conversion } : {}),
    conversionU,
  };
}

/** Drift checks of a gauge against a reference piece. */

import { STUDY_LIMITS } from '../limits/study-limits.ts';
import type { AnswerOf } from '../statistics/answers.ts';
import { isAbove } from '../statistics/at-limit.ts';
import { tQuantile } from '../statistics/distributions.ts';
import { fitLine } from '../statistics/line-fit.ts';

export interface DriftCheck {
  /** ISO time. */
  at: string;
  /** Indication and stated value of the piece, in the gauge's unit. */
  value: number;
  nominal: number;
  /** Standard uncertainty of the piece. */
  pieceU: number;
}

/** How the gauge stands: `holds`, `drifted`, or that there is no check. */
export type DriftState = AnswerOf<'drift'> | 'not checked';

export interface DriftJudgement {
  deviation: number;
  /** Deviation over its expanded uncertainty. */
  en: number;
  verdict: AnswerOf<'drift'>;
  /** The deviation that would just be E_n = 1. */
  limit: number;
}

const COVERAGE = 2;
const DAYS_PER_MONTH = 365.25 / 12;
const DAY_MS = 86_400_000;

/**
 * Judges one check by E_n = d / √(U_gauge² + U_piece²) with k = 2 (ISO 13528; ISO/IEC 17043):
 * up to 1 the gauge holds its calibration, beyond it has drifted.
 *
 * @param gauge standard uncertainty of zero and relative slope, and the step of the indication
 * @example judgeDrift(
 *   { at: '2026-03-01', value: 20.05, nominal: 20, pieceU: 0.005 },
 *   { zeroU: 0.03, gainU: 0, resolution: 0.01 }).verdict // 'holds'
 */
export function judgeDrift(
  check: DriftCheck,
  gauge: { zeroU: number; gainU: number; resolution: number },
): DriftJudgement {
  const u = Math.hypot(
    gauge.zeroU,
    gauge.gainU * check.nominal,
    gauge.resolution / Math.sqrt(12),
    check.pieceU,
  );
  const deviation = check.value - check.nominal;
  const limit = COVERAGE * u;
  const drifted = isAbove(Math.abs(deviation), limit);
  return { deviation, en: deviation / limit, verdict: drifted ? 'drifted' : 'holds', limit };
}

export interface DriftTrend {
  /** Change of the deviation in a month of 30.4 days, with its expanded uncertainty. */
  perMonth: number;
  U: number;
  verdict: 'drifting' | 'steady';
}

/**
 * Straight line through the deviations over time: slope by least squares with U = t(0.975, n − 2)
 * times its standard uncertainty (NIST/SEMATECH e-Handbook); drifting where the slope exceeds U.
 * In the gauge's unit per month.
 *
 * @returns undefined for fewer than four checks, or all at one moment
 */
export function driftTrend(checks: readonly DriftCheck[]): DriftTrend | undefined {
  if (checks.length < STUDY_LIMITS.checksForTrend.value) return undefined;
  const days = checks.map((check) => Date.parse(check.at) / DAY_MS);
  const fit = fitLine(
    days,
    checks.map((check) => check.value - check.nominal),
  );
  if (!fit) return undefined;
  const U = tQuantile(0.975, days.length - 2) * fit.slopeSd * DAYS_PER_MONTH;
  const perMonth = fit.slope * DAYS_PER_MONTH;
  return { perMonth, U, verdict: Math.abs(perMonth) > U ? 'drifting' : 'steady' };
}

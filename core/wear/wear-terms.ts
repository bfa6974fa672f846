/** The lines of wear that a lab may draw elsewhere: when pairs are looked at, how long they last, what is worn through. */
import type { Discipline } from '../catalogue/disciplines.ts';
import { type LimitChange, limitInForce } from '../limits/lab-limits.ts';
import type { CheckPlan } from './check-plan.ts';

export interface WearTerms {
  plan: CheckPlan;
  ratedLifeKm: { low: number; high: number };
  /** Tread of less is worn through, mm. */
  treadLimitMm: number;
}

/** The subject of each line in the table of thresholds. */
export const WEAR_SUBJECTS = {
  'wear-checks': 'looks',
  'rated-life': 'life',
  'tread-limit': 'tread',
} as const;

/** The lines in force for a use. */
export function wearTerms(changes: readonly LimitChange[], use: Discipline | ''): WearTerms {
  const inForce = <K extends keyof typeof WEAR_SUBJECTS>(kind: K) =>
    limitInForce(kind, WEAR_SUBJECTS[kind], { changes }, use).value;
  return {
    plan: inForce('wear-checks'),
    ratedLifeKm: inForce('rated-life'),
    treadLimitMm: inForce('tread-limit').mm,
  };
}

/** What an outing is told by to a factor. */
export interface FactoredOuting {
  tester: string;
  surfaces: readonly string[];
  km: number;
}

/** A factor of the user's own, and the share of the way that it holds for. */
export interface LifeFactor {
  subject: string;
  factor: number;
  share: number;
}

/**
 * By how much a pair lasts longer or less long with who wore it and where, by the user's own factors;
 * 1 where none is set. Over outings weighted by distance.
 *
 * @example a heavy wearer 0.8 on all of it, trail 0.9 on half of it: 0.8 · 0.95 = 0.76
 */
export function lifeFactor(
  changes: readonly LimitChange[],
  outings: readonly FactoredOuting[],
): { factor: number; parts: LifeFactor[] } {
  const factorOf = (subject: string) =>
    limitInForce('life-factor', subject, { changes }, '').value.factor;
  const km = outings.reduce((sum, outing) => sum + outing.km, 0);
  if (km <= 0) return { factor: 1, parts: [] };
  const shares = new Map<string, number>();
  let weighted = 0;
  for (const { tester, surfaces, km: own } of outings) {
    const subjects = [`tester ${tester}`, ...(surfaces[0] ? [`surface ${surfaces[0]}`] : [])];
    for (const subject of subjects) shares.set(subject, (shares.get(subject) ?? 0) + own / km);
    weighted += (own / km) * subjects.reduce((product, subject) => product * factorOf(subject), 1);
  }
  const parts = [...shares]
    .map(([subject, share]) => ({ subject, factor: factorOf(subject), share }))
    .filter(({ factor }) => factor !== 1);
  return { factor: parts.length === 0 ? 1 : weighted, parts };
}

/**
 * Lines that a lab may draw elsewhere than practice does: what is noticeable, how far left and right may
 * differ, where classes begin. Each change of one is kept with its reason, and stands from then on.
 */
import type { Discipline } from './disciplines.ts';
import type { ToleranceRule } from './match-features.ts';
import type { Limits } from './tolerance.ts';

/** What a threshold of a kind is made of, in the canonical unit of its subject. */
interface ThresholdValues {
  /** The smallest difference of a quantity that a wearer may notice. */
  noticeable: { step: number };
  /** How far left and right may differ in a feature. */
  sides: ToleranceRule;
  /** Where each class of a quantity after the lowest begins. */
  classes: { bounds: number[] };
  /** Between what a quantity of a model is to lie; null: open on that side. */
  target: Limits;
  /** Between what a rule of a use wants a figure or a score to lie; the subject names the rule and what it reads. */
  rule: Limits;
  /** When worn pairs are looked at, in km, hours or days. */
  'wear-checks': { by: 'km' | 'hours' | 'days'; at: number[]; every: number };
  /** From which distance a pair is late, and over which it has done its work, km. */
  'rated-life': { low: number; high: number };
  /** Tread of less is worn through, mm. */
  'tread-limit': { mm: number };
  /** How much longer or less long pairs last with a tester, or on a surface. */
  'life-factor': { factor: number };
}
type ThresholdKind = keyof ThresholdValues;

interface Drawn {
  /** The quantity or feature; of a target the model before it. */
  subject: string;
  /** Empty: in every discipline that has none of its own. */
  discipline: Discipline | '';
  reason: string;
  at: string;
  person: string;
}

/** A line as a lab drew it. */
export type ThresholdChange<K extends ThresholdKind = ThresholdKind> = {
  [Kind in K]: Drawn & { kind: Kind; value: ThresholdValues[Kind] };
}[K];

/**
 * The line in force: the lab's for the discipline, else the discipline's own, else the lab's general
 * one, else the usual one.
 *
 * @param changes of any kind, the latest first
 * @param usual the general line of practice, and the discipline's own where it draws one
 */
export function thresholdInForce<K extends ThresholdKind>(
  changes: readonly ThresholdChange[],
  kind: K,
  subject: string,
  discipline: Discipline | '',
  usual: { general: ThresholdValues[K]; own?: ThresholdValues[K] | undefined },
): { value: ThresholdValues[K]; changed: boolean } {
  const drawn = (where: Discipline | '') =>
    changes.find(
      (change) => change.kind === kind && change.subject === subject && change.discipline === where,
    )?.value as ThresholdValues[K] | undefined;
  const forDiscipline = discipline === '' ? undefined : drawn(discipline);
  const value = forDiscipline ?? (usual.own ? undefined : drawn(''));
  return value ? { value, changed: true } : { value: usual.own ?? usual.general, changed: false };
}

/**
 * The line of a rule as the lab drew it for a use, else for all; undefined: it stands as practice has it.
 * @param subject as `ruleSubject` names it
 */
export const drawnRule = (
  changes: readonly ThresholdChange[],
  subject: string,
  discipline: Discipline,
): Limits | undefined => {
  const of = (where: Discipline | '') =>
    changes.find(
      (change) =>
        change.kind === 'rule' && change.subject === subject && change.discipline === where,
    )?.value as Limits | undefined;
  return of(discipline) ?? of('');
};

/**
 * Limits that a lab can change: smallest noticeable differences, tolerances, classes, targets, limits of rules and of
 * wear. Each change is stored with its reason and is in force from then on.
 */
import { type Discipline, ownTolerance, type Uses } from '../catalogue/disciplines.ts';
import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { matchFeature, type ToleranceRule } from '../catalogue/match-features.ts';
import { type Catalogue, describeQuantity } from '../catalogue/quantities.ts';
import type { Limits } from '../catalogue/tolerance.ts';
import { RATED_LIFE_KM, USUAL_CHECKS, WEAR_LIMITS } from './wear-limits.ts';

/** The value of each kind of limit, in the canonical unit of its subject. */
interface LimitValues {
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
type LimitKind = keyof LimitValues;

interface Drawn {
  /** The quantity or feature; of a target the model before it. */
  subject: string;
  /** Empty: in every discipline that has none of its own. */
  discipline: Discipline | '';
  reason: string;
  at: string;
  person: string;
}

/** One change of a limit by the lab. */
export type LimitChange<K extends LimitKind = LimitKind> = {
  [Kind in K]: Drawn & { kind: Kind; value: LimitValues[Kind] };
}[K];

/** The changes of a lab, and what its limits refer to. */
export interface LabLimits {
  /** Changes of all kinds, the latest first. */
  changes: readonly LimitChange[];
  /** The uses of the lab. Default: the uses that ship with Emvex. */
  uses?: Uses | undefined;
  /** The quantities of the lab. Default: the quantities that ship with Emvex. */
  catalogue?: Catalogue | undefined;
}

/** The usual limit, and the limit of a use that has its own. */
interface Usual<Value> {
  general: Value;
  own?: Value | undefined;
}
type FindUsual<K extends LimitKind> = (
  subject: string,
  use: Discipline | '',
  lab: LabLimits,
) => Usual<LimitValues[K]>;

/** The usual limit of each kind. A target has none; those of rules and classes are with the rule and the quantity. */
const USUAL = {
  noticeable: (quantity, _use, { catalogue }) => ({
    general: { step: describeQuantity(quantity, catalogue).noticeable },
  }),
  sides: (feature, use, { uses }) => ({
    general: matchFeature(feature as MatchFeatureId).tolerance,
    own: ownTolerance(feature as MatchFeatureId, use, uses),
  }),
  'wear-checks': () => ({ general: { ...USUAL_CHECKS, at: [...USUAL_CHECKS.at] } }),
  'rated-life': () => ({ general: { ...RATED_LIFE_KM } }),
  'tread-limit': () => ({ general: { mm: WEAR_LIMITS.treadWorn.value } }),
  'life-factor': () => ({ general: { factor: 1 } }),
} satisfies { [K in LimitKind]?: FindUsual<K> };
type UsualKind = keyof typeof USUAL;

/** The latest change for exactly this use; an empty use stands for all uses. Undefined if there is none. */
const latestChange = <K extends LimitKind>(
  changes: readonly LimitChange[],
  kind: K,
  subject: string,
  use: Discipline | '',
): LimitValues[K] | undefined =>
  changes.find(
    (change) => change.kind === kind && change.subject === subject && change.discipline === use,
  )?.value as LimitValues[K] | undefined;

/**
 * The limit in force. A change of the lab for the use comes first. The own limit of the use, a change of the lab for all
 * uses, and the usual limit follow.
 *
 * @param subject the quantity or the feature
 * @param use empty: for all uses
 * @example limitInForce('noticeable', 'mass', { changes: [] }, '') // { value: { step: 15 }, changed: false }
 */
export function limitInForce<K extends UsualKind>(
  kind: K,
  subject: string,
  lab: LabLimits,
  use: Discipline | '',
): { value: LimitValues[K]; changed: boolean } {
  const findUsual = USUAL[kind] as unknown as FindUsual<K>;
  const { general, own } = findUsual(subject, use, lab);
  const forUse = use === '' ? undefined : latestChange(lab.changes, kind, subject, use);
  const value = forUse ?? (own ? undefined : latestChange(lab.changes, kind, subject, ''));
  return value ? { value, changed: true } : { value: own ?? general, changed: false };
}

/**
 * The changed limit of a rule, for the use or else for all uses. Undefined if the lab did not change it.
 * @param subject as `ruleSubject` names it
 */
export const changedRule = (
  { changes }: LabLimits,
  subject: string,
  use: Discipline,
): Limits | undefined =>
  latestChange(changes, 'rule', subject, use) ?? latestChange(changes, 'rule', subject, '');

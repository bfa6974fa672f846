/**
 * Lines that a lab may draw elsewhere than practice does: what is noticeable, how far left and right may
 * differ, where classes begin. Each change of one is kept with its reason, and stands from then on.
 */
import { type Discipline, ownTolerance, type Uses } from '../catalogue/disciplines.ts';
import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { matchFeature, type ToleranceRule } from '../catalogue/match-features.ts';
import { type Catalogue, describeQuantity } from '../catalogue/quantities.ts';
import type { Limits } from '../catalogue/tolerance.ts';
import { RATED_LIFE_KM, USUAL_CHECKS, WEAR_LIMITS } from './wear-limits.ts';

/** What a threshold of a kind is made of, in the canonical unit of its subject. */
interface DrawnValues {
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
type DrawnKind = keyof DrawnValues;

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
export type DrawnLimit<K extends DrawnKind = DrawnKind> = {
  [Kind in K]: Drawn & { kind: Kind; value: DrawnValues[Kind] };
}[K];

/** What a lab knows of its lines. */
export interface LabLimits {
  /** Of any kind, the latest first. */
  drawn: readonly DrawnLimit[];
  /** Its uses; left out: those that ship. */
  uses?: Uses | undefined;
  /** Its quantities; left out: those that ship. */
  catalogue?: Catalogue | undefined;
}

/** The line of practice, and the one that a use draws by itself. */
interface Usual<Value> {
  general: Value;
  own?: Value | undefined;
}
type FindUsual<K extends DrawnKind> = (
  subject: string,
  use: Discipline | '',
  lab: LabLimits,
) => Usual<DrawnValues[K]>;

/** Where practice draws each kind; a target, a rule and classes have their usual lines beside what they are of. */
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
} satisfies { [K in DrawnKind]?: FindUsual<K> };
type UsualKind = keyof typeof USUAL;

/** What a lab drew of a kind for one use alone, or in general; undefined: nothing. */
const drawnFor = <K extends DrawnKind>(
  drawn: readonly DrawnLimit[],
  kind: K,
  subject: string,
  use: Discipline | '',
): DrawnValues[K] | undefined =>
  drawn.find(
    (limit) => limit.kind === kind && limit.subject === subject && limit.discipline === use,
  )?.value as DrawnValues[K] | undefined;

/**
 * The line in force: the lab's for the use, else the use's own, else the lab's general one, else that of practice.
 *
 * @param subject a quantity, a feature, or what else the kind is of
 * @param use empty: in general
 * @example limitInForce('noticeable', 'mass', { drawn: [] }, '') // { value: { step: 15 }, changed: false }
 */
export function limitInForce<K extends UsualKind>(
  kind: K,
  subject: string,
  lab: LabLimits,
  use: Discipline | '',
): { value: DrawnValues[K]; changed: boolean } {
  const findUsual = USUAL[kind] as unknown as FindUsual<K>;
  const { general, own } = findUsual(subject, use, lab);
  const forUse = use === '' ? undefined : drawnFor(lab.drawn, kind, subject, use);
  const value = forUse ?? (own ? undefined : drawnFor(lab.drawn, kind, subject, ''));
  return value ? { value, changed: true } : { value: own ?? general, changed: false };
}

/**
 * The line of a rule as the lab drew it for a use, else for all; undefined: it stands as the rule has it.
 * @param subject as `ruleSubject` names it
 */
export const drawnRule = (
  { drawn }: LabLimits,
  subject: string,
  use: Discipline,
): Limits | undefined =>
  drawnFor(drawn, 'rule', subject, use) ?? drawnFor(drawn, 'rule', subject, '');

/** Carrying a figure to another size or distance worn, by a slope and with its doubt. */
import type { QuantityDefinition } from '../catalogue/quantity.ts';
import {
  type LabSlopes,
  type SlopeInUse,
  USUAL_SLOPE_DF,
  type UsualSlope,
  usualSlope,
  wearKind,
  wearReached,
} from '../catalogue/slopes.ts';
import type { StackBasis } from '../catalogue/stack-basis.ts';
import { FIGURE_LIMITS } from '../limits/figure-limits.ts';
import {
  HALF_SIZE_MM,
  isSameSize,
  lastLength,
  nameLabel,
  type SizeLabel,
} from '../sizing/size-label.ts';
import type { Kilometres } from '../sizing/units.ts';
import { isAbove } from '../statistics/at-limit.ts';
import { roundTo } from '../statistics/rounding.ts';
import { expand, type UncertaintyTerm } from '../statistics/uncertainty.ts';
import type { MassExponent } from './mass.ts';

/** Full size of last: two half sizes. */
export const FULL_SIZE_MM = 2 * HALF_SIZE_MM;
/** With no system on both labels, the tables of makers add this many full sizes of doubt. */
const TABLES_DIFFER = 0.29;

/** One step of carrying: what it changed, and how surely (standard uncertainty). */
export interface Carried {
  by: 'size' | 'wear';
  /** Full sizes, or km. */
  way: number;
  change: number;
  u: number;
  df: number;
}

export interface CarryTerms {
  label: SizeLabel;
  wornKm: Kilometres;
}

export interface CarryKnowledge {
  exponent: MassExponent;
  slopes?: LabSlopes;
}

/** A slope of which no more is known: half of its doubt is common to all, half each one's own. */
export const halvedSlope = (slope: number, u: number, df: number): SlopeInUse => ({
  slope,
  commonU: u / Math.SQRT2,
  ownU: u / Math.SQRT2,
  df,
});

const slopeInUse = ({ slope, u }: UsualSlope, value: number, leastU = 0): SlopeInUse => {
  const whole = Math.max(u, value === 0 ? u : (100 * leastU) / Math.abs(value));
  return halvedSlope(slope, whole, USUAL_SLOPE_DF);
};

/** Child and adult sizes are two scales, and nothing is carried across. */
const isChild = ({ system }: SizeLabel) => system === 'us-child' || system === 'uk-child';

/** Full sizes from one label to another, by last length. */
export const sizeWay = (from: SizeLabel, to: SizeLabel): number =>
  (lastLength(to) - lastLength(from)) / FULL_SIZE_MM;

/** Why a figure is not carried to a label, and what to measure instead; undefined where it is. */
export function sizeRefusal(from: SizeLabel, to: SizeLabel): string | undefined {
  if (isChild(from) !== isChild(to))
    return `${nameLabel(from)} and ${nameLabel(to)} are not carried across: one is a child’s`;
  const way = Math.abs(sizeWay(from, to));
  return isAbove(way, FIGURE_LIMITS.mostSizes.value)
    ? `a ${nameLabel(from)} is ${roundTo(way, 1)} sizes from a ${nameLabel(to)}, too far to carry`
    : undefined;
}

/**
 * @param followedKm the longest distance that the lab followed one pair for this quantity
 */
export function wearRefusal(from: number, to: number, followedKm = 0): string | undefined {
  const most = Math.max(FIGURE_LIMITS.mostKm.value, 3 * followedKm);
  return isAbove(Math.abs(to - from), most)
    ? `one had ${Math.round(from)} km, the other ${Math.round(to)} km of wear, too far to carry`
    : undefined;
}

interface Step {
  carried: Carried;
  terms: UncertaintyTerm[];
  /** What the value is multiplied by, for the errors that it carries already. */
  scale: number;
}

/** The common and the own part of a slope's doubt, as terms of one estimate. */
function slopeTerms(
  kind: 'grading' | 'wearing',
  quantity: string,
  owner: string,
  { commonU, ownU, df }: SlopeInUse,
  way: number,
): UncertaintyTerm[] {
  const key = `${kind}:${quantity}`;
  return [
    { key, kind, u: commonU * way, df, estimate: key },
    { key: `${key}:${owner}`, kind, u: ownU * way, df, estimate: key },
  ];
}

function carriedBy(
  by: Carried['by'],
  way: number,
  change: number,
  terms: readonly UncertaintyTerm[],
  scale = 1,
): Step {
  const u = Math.sqrt(terms.reduce((sum, term) => sum + term.u ** 2, 0));
  return {
    carried: { by, way, change, u, df: terms[0]?.df ?? Number.POSITIVE_INFINITY },
    terms: [...terms],
    scale,
  };
}

function carrySize(
  value: number,
  definition: QuantityDefinition,
  from: SizeLabel,
  to: SizeLabel,
  owner: string,
  { exponent, slopes }: CarryKnowledge,
): Step {
  const { id, grades } = definition;
  const way = sizeWay(from, to);
  if (grades.exponent) {
    const logRatio = Math.log(lastLength(to) / lastLength(from));
    const scale = Math.exp(exponent.k * logRatio);
    const known = halvedSlope(exponent.k, exponent.uK, exponent.df);
    const terms = slopeTerms('grading', id, owner, known, value * scale * logRatio);
    return carriedBy('size', way, value * (scale - 1), terms, scale);
  }
  const slope = slopes?.[id]?.size ?? slopeInUse(grades, value, grades.leastU);
  // A share is of the value: slope and doubt in % become amounts.
  const unit = grades.share ? value / 100 : 1;
  const terms = slopeTerms('grading', id, owner, slope, way * unit);
  const extra = (key: string, u: number): UncertaintyTerm => ({
    key: `${key}:${id}:${owner}`,
    kind: 'grading',
    u,
    df: USUAL_SLOPE_DF,
  });
  if (from.system !== to.system)
    terms.push(extra('tables', Math.abs(slope.slope * unit) * TABLES_DIFFER));
  if (grades.oddHalves && Math.round(2 * Math.abs(way)) % 2 === 1)
    terms.push(extra('moulds', grades.oddHalves));
  return carriedBy('size', way, slope.slope * way * unit, terms);
}

function carryWear(
  value: number,
  definition: QuantityDefinition,
  from: number,
  to: number,
  stack: StackBasis | undefined,
  owner: string,
  { slopes }: CarryKnowledge,
): Step {
  const kind = wearKind(definition, stack);
  const usual = usualSlope(definition, kind) ?? definition.wears;
  const slope = slopes?.[definition.id]?.[kind] ?? slopeInUse(usual, value);
  const unit = usual.share ? value / 100 : 1;
  const reached = wearReached(usual, to / 100) - wearReached(usual, from / 100);
  const terms = slopeTerms('wearing', definition.id, owner, slope, ((to - from) / 100) * unit);
  return carriedBy('wear', to - from, slope.slope * reached * unit, terms);
}

export interface CarriedValue {
  value: number;
  /** The doubts that carrying adds, and the factor for those that the value had. */
  terms: UncertaintyTerm[];
  scale: number;
  carried: Carried[];
}

/**
 * A value carried to another size and another distance worn: by its slopes, with their doubt. What lies
 * within a quarter size and 25 km is like, and not carried. Limits are `sizeRefusal` and `wearRefusal`; what is
 * never below nothing is carried to nothing at most, with all of the doubt.
 *
 * @param owners names of the edition and the pair, whose own part of a slope's doubt it bears
 * @example ball width 106 mm, two sizes up: 110.2, doubt of the slope 1.4
 */
export function carryValue(
  value: number,
  definition: QuantityDefinition,
  from: Partial<CarryTerms>,
  to: Partial<CarryTerms>,
  knowledge: CarryKnowledge,
  { edition, pair, stack }: { edition: string; pair: string; stack?: StackBasis | undefined },
): CarriedValue {
  const steps: Step[] = [];
  if (from.label && to.label && !isSameSize(from.label, to.label))
    steps.push(carrySize(value, definition, from.label, to.label, edition, knowledge));
  if (
    from.wornKm !== undefined &&
    to.wornKm !== undefined &&
    Math.abs(to.wornKm - from.wornKm) > FIGURE_LIMITS.sameWear.value
  )
    steps.push(carryWear(value, definition, from.wornKm, to.wornKm, stack, pair, knowledge));
  // A lug or a thickness ends at nothing: a slope that leads below it has led too far.
  const least = value >= 0 && definition.plausible[0] >= 0 ? 0 : Number.NEGATIVE_INFINITY;
  let reached = value;
  const carried = steps.map((step) => {
    const change = Math.max(step.carried.change, least - reached);
    reached += change;
    return { ...step.carried, change };
  });
  return {
    value: reached,
    terms: steps.flatMap(({ terms }) => terms),
    scale: steps.reduce((product, { scale }) => product * scale, 1),
    carried,
  };
}

/**
 * Where a carried figure was taken: `from UK 8 and UK 8.5`, `from 0 and 60 km`; empty where it was taken at
 * one place, and the way says it all.
 */
export function takenWords(takenAt: readonly CarryTerms[] = []): string {
  const labels = [...new Set(takenAt.map(({ label }) => nameLabel(label)))];
  const distances = [...new Set(takenAt.map(({ wornKm }) => Math.round(wornKm)))].sort(
    (a, b) => a - b,
  );
  return [
    labels.length > 1 ? `from pairs in ${listed(labels)}` : '',
    distances.length > 1 ? `from pairs worn ${listed(distances.map(String))} km` : '',
  ]
    .filter(Boolean)
    .join(', ');
}

const listed = (items: readonly string[]) =>
  items.length < 2 ? items.join('') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`;

/** `half a size`, `1.5 sizes`, `340 km` */
export function wayWords({ by, way }: Pick<Carried, 'by' | 'way'>): string {
  if (by === 'wear') return `${Math.round(Math.abs(way))} km`;
  const sizes = roundTo(Math.abs(way), 1);
  return sizes === 0.5 ? 'half a size' : sizes === 1 ? 'one size' : `${sizes} sizes`;
}

/**
 * @param write a change with its expanded doubt, in the unit of the reader
 * @example carriedWords([…], write) // 'carried half a size: −0.1 ± 0.4 mm'
 */
export function carriedWords(
  carried: readonly Carried[],
  write: (change: number, U: number) => string,
): string {
  const steps = carried.map(
    (step) => `${wayWords(step)}: ${write(step.change, expand(step.u, step.df))}`,
  );
  return steps.length === 0 ? '' : `carried ${steps.join('; ')}`;
}

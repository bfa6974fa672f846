/**
 * How quantities go with size and with distance worn: usual slopes, by which a figure is carried to other
 * terms with its doubt. All common practice, values from memory, with 8 degrees of freedom; a lab's own
 * take their place once they are surer.
 */

import type { QuantityKind } from '../sizing/units.ts';
import type { StackBasis } from './stack-basis.ts';

/** A slope with its standard uncertainty, per full US size (8.467 mm of last) or per 100 km. */
export interface UsualSlope {
  /** In the canonical unit of the quantity; in % of the value where `share` is set. */
  slope: number;
  u: number;
  share?: boolean;
  /** The uncertainty of a share is never less than this, canonical unit. */
  leastU?: number;
  /** Reached at 100 km and no more after; its doubt goes on. */
  first100?: boolean;
  /** An odd number of half sizes adds this once: moulds shared by two halves. */
  oddHalves?: number;
  /** Goes with last length to a power: the exponent is known apart. */
  exponent?: boolean;
}

/** How a figure is carried to another size, and to another distance. */
export interface Carrying {
  grades: UsualSlope;
  wears: UsualSlope;
  /** With the insole out, or of the midsole alone. */
  wearsBare?: UsualSlope;
}

export const USUAL_SLOPE_DF = 8;

const still = (u: number): UsualSlope => ({ slope: 0, u });
const slope = (per: number, u: number): UsualSlope => ({ slope: per, u });
const share = (per: number, u: number): UsualSlope => ({ slope: per, u, share: true });
const settles = (usual: UsualSlope): UsualSlope => ({ ...usual, first100: true });

const LAST_PER_SIZE = 8.47;

export const CARRYING = {
  insideLength: { grades: slope(LAST_PER_SIZE, 0.5), wears: still(0.3) },
  outerLength: { grades: { ...slope(LAST_PER_SIZE, 0.5), oddHalves: 1.2 }, wears: still(0.3) },
  ballWidth: { grades: slope(2.1, 0.7), wears: still(0.2) },
  ballWidthInside: { grades: slope(2.1, 0.7), wears: settles(slope(0.3, 0.4)) },
  width: { grades: slope(1.5, 0.7), wears: still(0.2) },
  widthInside: { grades: slope(1.5, 0.7), wears: settles(slope(0.3, 0.4)) },
  toeHeight: { grades: slope(0.5, 0.4), wears: settles(slope(0.2, 0.4)) },
  heelStack: {
    grades: slope(0.2, 0.3),
    wears: slope(-0.35, 0.3),
    wearsBare: slope(-0.2, 0.25),
  },
  midfootStack: {
    grades: slope(0.2, 0.3),
    wears: slope(-0.325, 0.3),
    wearsBare: slope(-0.175, 0.25),
  },
  forefootStack: {
    grades: slope(0.2, 0.3),
    wears: slope(-0.3, 0.3),
    wearsBare: slope(-0.15, 0.25),
  },
  heelMidsole: { grades: slope(0.2, 0.3), wears: slope(-0.2, 0.25) },
  midfootMidsole: { grades: slope(0.2, 0.3), wears: slope(-0.175, 0.25) },
  forefootMidsole: { grades: slope(0.2, 0.3), wears: slope(-0.15, 0.25) },
  drop: { grades: still(0.2), wears: slope(-0.05, 0.2) },
  insole: { grades: still(0.1), wears: settles(slope(-0.4, 0.3)) },
  tread: { grades: still(0.1), wears: slope(-0.25, 0.2) },
  collar: { grades: slope(1.2, 0.8), wears: still(1) },
  toeTip: { grades: slope(0.4, 0.6), wears: still(1) },
  shaft: { grades: slope(2.5, 2), wears: still(1) },
  heelHeight: { grades: still(0.5), wears: slope(-0.1, 0.2) },
  mass: { grades: { slope: 0, u: 0, exponent: true }, wears: share(-0.4, 0.5) },
  hardness: { grades: still(0.5), wears: still(2) },
  bend: { grades: share(1, 3), wears: settles(share(-6, 5)) },
  press: { grades: share(0, 3), wears: share(-3, 5) },
  otherLength: { grades: { ...share(3, 3), leastU: 0.3 }, wears: still(0.5) },
} as const satisfies Record<string, Carrying>;

/** What most quantities of a kind do; what has no size moves by its last digit at most. */
export function usualCarrying(kind: QuantityKind, decimals: number): Carrying {
  switch (kind) {
    case 'length':
      return CARRYING.otherLength;
    case 'mass':
      return CARRYING.mass;
    case 'rubber-hardness':
    case 'foam-hardness':
      return CARRYING.hardness;
    case 'angular-stiffness':
      return CARRYING.bend;
    case 'stiffness':
      return CARRYING.press;
    case 'grade':
      return { grades: still(0), wears: still(1) };
    default:
      return { grades: still(10 ** -decimals), wears: still(10 ** -decimals) };
  }
}

/** What a figure goes with: size, or wear; a stack without its insole, and a midsole, lose by a slope of their own. */
export const SLOPE_KINDS = ['size', 'wear', 'wear bare'] as const;
export type SlopeKind = (typeof SLOPE_KINDS)[number];

/** A slope as it is used: in the unit of the quantity, or in % of the value. */
export interface SlopeInUse {
  slope: number;
  /** The part of its doubt that is common to all editions, and the part that is each edition's or pair's own. */
  commonU: number;
  ownU: number;
  df: number;
}

/** Slopes that a lab found itself, by quantity. */
export type LabSlopes = Readonly<
  Record<string, { readonly [Kind in SlopeKind]?: SlopeInUse } | undefined>
>;

/** The usual slope of a kind; undefined where the quantity has none of its own. */
export const usualSlope = (
  { grades, wears, wearsBare }: Carrying,
  kind: SlopeKind,
): UsualSlope | undefined => ({ size: grades, wear: wears, 'wear bare': wearsBare })[kind];

/** The slope by which a quantity on a basis wears. */
export const wearKind = ({ wearsBare }: Carrying, stack: StackBasis | undefined): SlopeKind =>
  wearsBare && stack && (stack.insole === 'out' || stack.layers === 'midsole only')
    ? 'wear bare'
    : 'wear';

/** How far a slope has been followed by so many hundreds of km: one that is reached at 100 km stays there. */
export const wearReached = ({ first100 }: UsualSlope, hundreds: number): number =>
  first100 ? Math.min(hundreds, 1) : hundreds;

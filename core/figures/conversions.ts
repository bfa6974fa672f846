/** Conversions of a lab's own: bridges between two methods, and how a figure crosses one. */

import {
  type Catalogue,
  describeQuantity,
  partsOf,
  QUANTITIES,
  type QuantityId,
} from '../catalogue/quantities.ts';
import type { LabSlopes } from '../catalogue/slopes.ts';
import { type Basis, type BasisAnswer, compareBases, stackBasisKey } from './basis.ts';
import type { Figure } from './figure.ts';
import type { MassExponent } from './mass.ts';

/** A conversion: b = value + shift, or intercept + slope·value, with its doubt. */
export interface Conversion {
  kind: 'shift' | 'line';
  intercept: number;
  slope: number;
  /** Where the doubt of the line is least: the mean of the shoes behind it, of a. */
  centre: number;
  /** Standard uncertainty at the centre, of the slope, and of one shoe about the line. */
  centreU: number;
  slopeU: number;
  scatter: number;
  df: number;
  /** The range of the shoes behind it, of a. */
  from: number;
  to: number;
}

/**
 * A value of a carried to b, with the standard uncertainty that the conversion adds: the line's at
 * its centre, its slope's away from it, and the scatter of one shoe (JCGM 100, 5.1.2).
 *
 * @param value in the unit of the conversion
 * @returns `inRange` is false beyond the shoes behind the conversion
 * @example convertByBridge(37, shiftOf(-6.4)).value // 30.6
 */
export function convertByBridge(
  value: number,
  conversion: Conversion,
): { value: number; u: number; inRange: boolean } {
  const { intercept, slope, centre, centreU, slopeU, scatter, from, to } = conversion;
  return {
    value: intercept + slope * value,
    u: Math.hypot(centreU, slopeU * (value - centre), scatter),
    inRange: value >= from && value <= to,
  };
}

/**
 * The conversion the other way, b to a: the same line solved for a, its doubts over the slope.
 * @example reverseConversion(shiftOf(-6.4)).intercept // 6.4
 */
export function reverseConversion(conversion: Conversion): Conversion {
  const { intercept, slope, centre, centreU, slopeU, scatter, from, to } = conversion;
  const over = Math.abs(slope);
  const ends = [intercept + slope * from, intercept + slope * to].sort((x, y) => x - y);
  return {
    ...conversion,
    intercept: -intercept / slope,
    slope: 1 / slope,
    centre: intercept + slope * centre,
    centreU: centreU / over,
    slopeU: slopeU / slope ** 2,
    scatter: scatter / over,
    from: ends[0] as number,
    to: ends[1] as number,
  };
}

/** One side of a bridge: what of the basis belongs to the method. */
export type MethodTerms = Pick<Basis, 'stack' | 'setup'>;

/** A bridge that the lab kept. */
export interface KeptBridge {
  id: string;
  quantity: QuantityId;
  from: MethodTerms;
  to: MethodTerms;
  conversion: Conversion;
}

/** What a lab knows of carrying figures to another basis. */
export interface Conversions {
  exponent: MassExponent;
  /** Slopes over size and wear that the lab found itself. */
  slopes?: LabSlopes;
  bridges?: readonly KeptBridge[];
}

/** One key for what a method adds to the basis of a quantity; equal keys are one method. */
export function methodKey({ stack, setup }: MethodTerms): string {
  return [stack ? stackBasisKey(stack) : '', setup ?? ''].join('|');
}

/** Bridges both ways: each also carries a figure back. */
function bothWays(bridge: KeptBridge): KeptBridge[] {
  return [
    bridge,
    {
      ...bridge,
      from: bridge.to,
      to: bridge.from,
      conversion: reverseConversion(bridge.conversion),
    },
  ];
}

/**
 * How a figure comes to a wanted basis over a bridge, or undefined where none leads there.
 * @returns the steps: the bridge first, then what compareBases still asks for
 */
export function findBridge(
  quantity: QuantityId,
  own: Basis,
  wanted: Basis,
  { bridges = [] }: Conversions,
  catalogue: Catalogue = QUANTITIES,
): Extract<BasisAnswer, { terms: 'convertible' }> | undefined {
  const from = methodKey(own);
  // What is worked out crosses where all it is worked out from does.
  const [first, ...others] = partsOf(quantity, catalogue);
  const leads = bridges
    .flatMap(bothWays)
    .filter((bridge) => bridge.quantity === first && methodKey(bridge.from) === from);
  for (const { to } of leads) {
    const reaches = (other: QuantityId) =>
      bridges
        .flatMap(bothWays)
        .some(
          (bridge) =>
            bridge.quantity === other &&
            methodKey(bridge.from) === from &&
            methodKey(bridge.to) === methodKey(to),
        );
    if (!others.every(reaches)) continue;
    const { dependsOn } = describeQuantity(quantity, catalogue);
    const across: Basis = {
      ...own,
      ...(to.stack && dependsOn.includes('stack') ? { stack: to.stack } : {}),
      ...(to.setup && dependsOn.includes('setup') ? { setup: to.setup } : {}),
    };
    const rest = compareBases(quantity, across, wanted, catalogue);
    if (rest.terms === 'not') continue;
    return {
      terms: 'convertible',
      by: [{ kind: 'bridge', from, to: across }, ...(rest.terms === 'convertible' ? rest.by : [])],
    };
  }
  return undefined;
}

/**
 * A figure carried over the lab's own bridge: value by its line, with the doubt of the line shared
 * by all that cross it, and the scatter of one shoe about it.
 *
 * @param shoe names the shoe: its scatter about the line is its own
 */
export function convertBetween(
  figure: Figure,
  step: { from: string; to: Basis },
  { bridges = [] }: Conversions,
  shoe: string,
): Figure | undefined {
  const target = methodKey(step.to);
  const bridge = bridges
    .flatMap(bothWays)
    .find(
      (one) =>
        one.quantity === figure.quantity &&
        methodKey(one.from) === step.from &&
        methodKey(one.to) === target,
    );
  if (!bridge) return undefined;
  const { conversion } = bridge;
  const { value, inRange } = convertByBridge(figure.value, conversion);
  const { slope, centre, centreU, slopeU, scatter, df } = conversion;
  const lineU = Math.hypot(centreU, slopeU * (figure.value - centre));
  return {
    ...figure,
    value,
    basis: step.to,
    provenance: 'converted',
    terms: [
      ...figure.terms.map((term) => ({ ...term, u: slope * term.u })),
      { key: `bridge:${bridge.id}`, kind: 'bridge', u: lineU, df },
      { key: `bridged:${bridge.id}:${shoe}`, kind: 'readings', u: scatter, df },
    ],
    conversions: [...figure.conversions, 'over the lab’s own bridge between methods'],
    doubts: inRange
      ? figure.doubts
      : [...figure.doubts, { code: 'beyond-bridge', text: 'outside the shoes behind the bridge' }],
  };
}

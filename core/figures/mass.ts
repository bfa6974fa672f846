/** Carrying a mass from one label to another. */
import { group } from 'd3-array';
import { mean } from 'simple-statistics';
import { lastLength, type SizeLabel } from '../sizing/size-label.ts';

/** Exponent of mass on last length, its standard uncertainty, and the df behind it. */
export interface MassExponent {
  k: number;
  uK: number;
  df: number;
}

/** Common practice, until a lab has weighed editions in several sizes. */
export const DEFAULT_MASS_EXPONENT: MassExponent = {
  k: 1.75,
  uK: 0.3,
  df: Number.POSITIVE_INFINITY,
};

/**
 * Mass of a shoe at the reference label: m·(L_ref / L_label)^k; the doubt about k adds
 * u(k)·|ln(L_ref / L_label)| in relative terms.
 *
 * @param massG mass of one shoe in g, and u its standard uncertainty in g
 * @example massAtReference({ massG: 340.2, label: us11, reference: us9 }).massG // about 306
 */
export function massAtReference(input: {
  massG: number;
  label: SizeLabel;
  reference: SizeLabel;
  k?: number | undefined;
  uK?: number | undefined;
  u?: number | undefined;
}): { massG: number; u: number } {
  const { k = DEFAULT_MASS_EXPONENT.k, uK = DEFAULT_MASS_EXPONENT.uK, u = 0 } = input;
  const logRatio = Math.log(lastLength(input.reference) / lastLength(input.label));
  const ratio = Math.exp(k * logRatio);
  const massG = input.massG * ratio;
  return { massG, u: Math.hypot(u * ratio, massG * uK * logRatio) };
}

export interface WeighedShoe {
  edition: string;
  label: SizeLabel;
  massG: number;
}

/** Sums over shoes weighed in several sizes, of logarithms about the means of each edition. */
export interface MassSums {
  masses: number;
  editions: number;
  /** Of log last length, of its product with log mass, of log mass. */
  sxx: number;
  sxy: number;
  syy: number;
}

/**
 * The slope of log mass on log last length from its sums: k = Sxy / Sxx, residual Syy − k·Sxy.
 *
 * @returns undefined where the sums leave no degree of freedom, or no edition has two sizes
 * @example massExponent({ masses: 4, editions: 1, sxx: 0.02, sxy: 0.035, syy: 0.0613 })?.k // 1.75
 */
export function massExponent(sums: MassSums): MassExponent | undefined {
  const { masses, editions, sxx, sxy, syy } = sums;
  const df = masses - editions - 1;
  if (df < 1 || sxx < 1e-12) return undefined;
  const k = sxy / sxx;
  return { k, uK: Math.sqrt(Math.max(0, syy - k * sxy) / df / sxx), df };
}

/** The sums of one edition's weighed shoes: logarithm of the last length in mm, mass in g. */
export function massSums(shoes: readonly { logLength: number; massG: number }[]): MassSums {
  const sums = {
    masses: shoes.length,
    editions: Math.min(1, shoes.length),
    sxx: 0,
    sxy: 0,
    syy: 0,
  };
  if (shoes.length === 0) return sums;
  const x0 = mean(shoes.map(({ logLength }) => logLength));
  const y0 = mean(shoes.map(({ massG }) => Math.log(massG)));
  for (const { logLength, massG } of shoes) {
    const [x, y] = [logLength - x0, Math.log(massG) - y0];
    sums.sxx += x * x;
    sums.sxy += x * y;
    sums.syy += y * y;
  }
  return sums;
}

/** The sums of several editions. */
export function addMassSums(all: readonly MassSums[]): MassSums {
  return all.reduce((total, one) => ({
    masses: total.masses + one.masses,
    editions: total.editions + one.editions,
    sxx: total.sxx + one.sxx,
    sxy: total.sxy + one.sxy,
    syy: total.syy + one.syy,
  }));
}

/**
 * Refits k where editions were weighed in several sizes: log mass on log last length by least
 * squares, one slope, an intercept per edition.
 *
 * @returns undefined where the rows leave no degree of freedom or no edition has two sizes
 * @example one edition, 12.0 oz in men's US 11 and 10.8 oz in US 9, gives k = 1.79 (and no df)
 */
export function fitMassExponent(rows: readonly WeighedShoe[]): MassExponent | undefined {
  const editions = [...group(rows, (row) => row.edition).values()].map((shoes) =>
    massSums(shoes.map(({ label, massG }) => ({ logLength: Math.log(lastLength(label)), massG }))),
  );
  return editions.length > 0 ? massExponent(addMassSums(editions)) : undefined;
}

/** Carrying a mass from one label to another. */
import { group } from 'd3-array';
import { mean } from 'simple-statistics';
import type { Figure } from './figure.ts';
import { lastLength, nameLabel, type SizeLabel } from './size-label.ts';

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

/** A mass figure carried to another label. The doubt about k is one error, shared by all it touches. */
export function massFigureAtLabel(
  figure: Figure,
  label: SizeLabel,
  exponent: MassExponent,
): Figure {
  const logRatio = Math.log(lastLength(label) / lastLength(figure.basis.label));
  const ratio = Math.exp(exponent.k * logRatio);
  const value = figure.value * ratio;
  return {
    ...figure,
    value,
    terms: [
      ...figure.terms.map((term) => ({ ...term, u: term.u * ratio })),
      {
        key: 'size-exponent',
        kind: 'size-exponent',
        u: value * logRatio * exponent.uK,
        df: exponent.df,
      },
    ],
    basis: { ...figure.basis, label },
    provenance: 'converted',
    conversions: [
      ...figure.conversions,
      `${nameLabel(figure.basis.label)} to ${nameLabel(label)} by last length to the power ${exponent.k.toFixed(2)}`,
    ],
  };
}

export interface WeighedShoe {
  edition: string;
  label: SizeLabel;
  massG: number;
}

/**
 * Refits k where editions were weighed in several sizes: log mass on log last length by least
 * squares, one slope, an intercept per edition.
 *
 * @returns undefined where the rows leave no degree of freedom or no edition has two sizes
 * @example one edition, 12.0 oz in men's US 11 and 10.8 oz in US 9, gives k = 1.79 (and no df)
 */
export function fitMassExponent(rows: readonly WeighedShoe[]): MassExponent | undefined {
  const byEdition = group(rows, (row) => row.edition);
  const deviations: { x: number; y: number }[] = [];
  for (const shoes of byEdition.values()) {
    const points = shoes.map((row) => ({
      x: Math.log(lastLength(row.label)),
      y: Math.log(row.massG),
    }));
    const x0 = mean(points.map((point) => point.x));
    const y0 = mean(points.map((point) => point.y));
    deviations.push(...points.map(({ x, y }) => ({ x: x - x0, y: y - y0 })));
  }
  const sxx = deviations.reduce((sum, { x }) => sum + x * x, 0);
  const df = rows.length - byEdition.size - 1;
  if (df < 1 || sxx < 1e-12) return undefined;
  const k = deviations.reduce((sum, { x, y }) => sum + x * y, 0) / sxx;
  const residual = deviations.reduce((sum, { x, y }) => sum + (y - k * x) ** 2, 0);
  return { k, uK: Math.sqrt(residual / df / sxx), df };
}

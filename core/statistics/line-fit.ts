/** Ordinary least squares of a straight line. */

export interface LineFit {
  intercept: number;
  slope: number;
  /** Residual standard deviation with n − 2 degrees of freedom; 0 for two points. */
  residualSd: number;
  /** Standard uncertainty of the slope, residual SD over √Sxx. */
  slopeSd: number;
  n: number;
}

/**
 * Least squares of y on x, centred first so that large offsets cost no digits.
 * Slope Sxy/Sxx, intercept and residual SD: NIST/SEMATECH e-Handbook of Statistical Methods, least
 * squares; checked against NIST's certified Norris values. Slope in units of y per unit of x.
 *
 * @returns undefined for fewer than two points, or where x does not vary
 * @example fitLine([0, 1, 2], [1, 3, 5]) // intercept 1, slope 2, residualSd 0
 */
export function fitLine(x: ArrayLike<number>, y: ArrayLike<number>): LineFit | undefined {
  const n = Math.min(x.length, y.length);
  if (n < 2) return undefined;
  let meanX = 0;
  let meanY = 0;
  for (let i = 0; i < n; i++) {
    meanX += (x[i] as number) / n;
    meanY += (y[i] as number) / n;
  }
  let sxx = 0;
  let sxy = 0;
  for (let i = 0; i < n; i++) {
    const dx = (x[i] as number) - meanX;
    sxx += dx * dx;
    sxy += dx * ((y[i] as number) - meanY);
  }
  if (!(sxx > 0)) return undefined;
  const slope = sxy / sxx;
  const intercept = meanY - slope * meanX;
  let squares = 0;
  for (let i = 0; i < n; i++)
    squares += ((y[i] as number) - intercept - slope * (x[i] as number)) ** 2;
  const residualSd = n > 2 ? Math.sqrt(squares / (n - 2)) : 0;
  return { intercept, slope, residualSd, slopeSd: residualSd / Math.sqrt(sxx), n };
}

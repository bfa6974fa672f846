/** The distributions that are used of jstat, which ships no types. */
declare module 'jstat' {
  interface Distribution<Parameters extends number[]> {
    cdf(x: number, ...parameters: Parameters): number;
    inv(p: number, ...parameters: Parameters): number;
  }
  const jStat: {
    normal: Distribution<[mean: number, sd: number]>;
    studentt: Distribution<[df: number]>;
    noncentralt: { cdf(x: number, df: number, noncentrality: number): number };
    centralF: Distribution<[over: number, under: number]>;
    /** Regularised incomplete beta function. */
    tukey: { inv(p: number, groups: number, df: number): number };
    ibeta(x: number, a: number, b: number): number;
    chisquare: Distribution<[df: number]>;
  };
  export default jStat;
}

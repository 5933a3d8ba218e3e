declare module 'jstat' {
  const jstat: {
    readonly studentt: { inv(probability: number, degreesOfFreedom: number): number };
    readonly normal: { cdf(x: number, mean: number, sd: number): number };
    /** by rank; R's type 7 where alphap and betap are 1 */
    quantiles(values: readonly number[], shares: readonly number[], alphap: number, betap: number): number[];
  };
  export default jstat;
}

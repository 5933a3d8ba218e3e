declare module 'jstat' {
  const jstat: {
    readonly studentt: { inv(probability: number, degreesOfFreedom: number): number };
    readonly normal: { cdf(x: number, mean: number, sd: number): number };
  };
  export default jstat;
}

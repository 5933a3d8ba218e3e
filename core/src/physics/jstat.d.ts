declare module 'jstat' {
  const jstat: {
    readonly studentt: { inv(probability: number, degreesOfFreedom: number): number };
  };
  export default jstat;
}

declare module 'psychrolib' {
  const psychrolib: {
    readonly SI: number;
    SetUnitSystem(system: number): void;
    /** °C and a fraction in, °C out; throws outside its equations' range. */
    GetTDewPointFromRelHum(dryBulbC: number, relativeHumidity: number): number;
  };
  export default psychrolib;
}

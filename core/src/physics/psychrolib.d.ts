declare module 'psychrolib' {
  const psychrolib: {
    readonly SI: number;
    SetUnitSystem(system: number): void;
    /** °C in, Pa out; throws outside its equations' range. */
    GetSatVapPres(temperatureC: number): number;
    /** °C and a fraction in, °C out; throws outside its equations' range. */
    GetTDewPointFromRelHum(dryBulbC: number, relativeHumidity: number): number;
  };
  export default psychrolib;
}

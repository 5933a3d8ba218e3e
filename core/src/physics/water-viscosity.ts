/** Dynamic viscosity of water, Pa·s, 0 to 100 °C. Kestin, Sokolov & Wakeham 1978, J. Phys. Chem. Ref. Data 7 (from memory). */
export function waterViscosityPaS(temperatureC: number): number {
  const below20 = 20 - temperatureC;
  return 1.002e-3 * 10 ** ((below20 / (temperatureC + 96)) * (1.2364 - 1.37e-3 * below20 + 5.7e-6 * below20 * below20));
}

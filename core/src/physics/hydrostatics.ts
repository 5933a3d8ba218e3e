import { STANDARD_GRAVITY } from '../quantities/index.js';

/** Head of standing water at a point, m; 0 above the water. ISO 80000-4. */
export function headAt(waterLevelM: number, pointLevelM: number): number {
  return Math.max(0, waterLevelM - pointLevelM);
}

/** p = ρ g h, kPa (ISO 80000-4). */
export function pressureKPa(headM: number, densityKgM3: number): number {
  return (densityKgM3 * STANDARD_GRAVITY * headM) / 1000;
}

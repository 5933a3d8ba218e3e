import { KG_PER_LB, L_PER_US_GALLON, M2_PER_FT2, M3_PER_YD3, PA_PER_PSI, N_PER_LBF } from './constants.js';

export type UnitSystem = 'metric' | 'us';

const FL_OZ_PER_US_GALLON = 128;
const KM_PER_MILE = 1.609344;

/** How an SI quantity is shown in US customary units: shown = value × factor + offset. */
interface CustomaryUnit {
  readonly unit: string;
  readonly factor: number;
  readonly offset?: number;
}

const CUSTOMARY: Readonly<Record<string, CustomaryUnit>> = {
  m: { unit: 'ft', factor: 1 / 0.3048 },
  mm: { unit: 'in', factor: 1 / 25.4 },
  'm²': { unit: 'ft²', factor: 1 / M2_PER_FT2 },
  'm³': { unit: 'yd³', factor: 1 / M3_PER_YD3 },
  kPa: { unit: 'psi', factor: 1000 / PA_PER_PSI },
  bar: { unit: 'psi', factor: 100_000 / PA_PER_PSI },
  MPa: { unit: 'psi', factor: 1e6 / PA_PER_PSI },
  kN: { unit: 'lbf', factor: 1000 / N_PER_LBF },
  kg: { unit: 'lb', factor: 1 / KG_PER_LB },
  L: { unit: 'US gal', factor: 1 / L_PER_US_GALLON },
  mL: { unit: 'fl oz', factor: FL_OZ_PER_US_GALLON / (1000 * L_PER_US_GALLON) },
  'L/h': { unit: 'US gal/h', factor: 1 / L_PER_US_GALLON },
  'L/day': { unit: 'US gal/day', factor: 1 / L_PER_US_GALLON },
  'kg/min': { unit: 'lb/min', factor: 1 / KG_PER_LB },
  'kg/L': { unit: 'lb/US gal', factor: L_PER_US_GALLON / KG_PER_LB },
  'L/kg': { unit: 'US gal/lb', factor: KG_PER_LB / L_PER_US_GALLON },
  'kg/(m²·h)': { unit: 'lb/(ft²·h)', factor: M2_PER_FT2 / KG_PER_LB },
  'km/h': { unit: 'mph', factor: 1 / KM_PER_MILE },
  'm/s': { unit: 'mph', factor: 3.6 / KM_PER_MILE },
  'kg/m³': { unit: 'lb/yd³', factor: M3_PER_YD3 / KG_PER_LB },
  'L/m³': { unit: 'US gal/yd³', factor: M3_PER_YD3 / L_PER_US_GALLON },
  'kg/m²': { unit: 'lb/ft²', factor: M2_PER_FT2 / KG_PER_LB },
  '°C': { unit: '°F', factor: 1.8, offset: 32 },
  K: { unit: '°F', factor: 1.8 },
};

export interface ShownQuantity {
  readonly value: number;
  readonly unit: string;
}

/** Converts an SI quantity for showing; a unit without a customary counterpart stays as it is. */
export function toSystem(value: number, unit: string, system: UnitSystem): ShownQuantity {
  const customary = system === 'us' ? CUSTOMARY[unit] : undefined;
  return customary ? { value: value * customary.factor + (customary.offset ?? 0), unit: customary.unit } : { value, unit };
}

/** Inverse of `toSystem`: what was typed in `system`, in SI. */
export function fromSystem(shown: number, unit: string, system: UnitSystem): number {
  const customary = system === 'us' ? CUSTOMARY[unit] : undefined;
  return customary ? (shown - (customary.offset ?? 0)) / customary.factor : shown;
}

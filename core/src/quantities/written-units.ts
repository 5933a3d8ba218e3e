import { KG_PER_LB, L_PER_US_GALLON, M2_PER_FT2, N_PER_LBF, PA_PER_PSI, ZERO_CELSIUS_K } from './constants.js';

/** Ways in which a unit is written, in lower case without blanks, and what one of it is in the unit wanted: value × factor + offset. */
interface Written {
  readonly as: readonly string[];
  readonly factor: number;
  readonly offset?: number;
}

/** lb per 1000 ft² and day, in g/(m²·day). */
const MVER = (1000 * KG_PER_LB) / (1000 * M2_PER_FT2);

/** By the unit wanted. Factors are exact (NIST SP 811, appendix B.8). */
export const WRITTEN_UNITS: Readonly<Record<string, readonly Written[]>> = {
  m: [
    { as: ['m', 'metre', 'metres', 'meter', 'meters'], factor: 1 },
    { as: ['cm'], factor: 0.01 },
    { as: ['mm'], factor: 0.001 },
    { as: ['ft', 'foot', 'feet', "'"], factor: 0.3048 },
    { as: ['in', 'inch', 'inches', '"'], factor: 0.0254 },
  ],
  mm: [
    { as: ['mm'], factor: 1 },
    { as: ['cm'], factor: 10 },
    { as: ['m'], factor: 1000 },
    { as: ['in', 'inch', 'inches', '"'], factor: 25.4 },
    { as: ['ft', 'foot', 'feet', "'"], factor: 304.8 },
    { as: ['mil', 'mils'], factor: 0.0254 },
    { as: ['µm', 'um', 'micron', 'microns'], factor: 0.001 },
  ],
  'm²': [
    { as: ['m²', 'm2', 'sqm'], factor: 1 },
    { as: ['ft²', 'ft2', 'sf', 'sqft'], factor: M2_PER_FT2 },
  ],
  kg: [
    { as: ['kg'], factor: 1 },
    { as: ['g'], factor: 0.001 },
    { as: ['lb', 'lbs'], factor: KG_PER_LB },
  ],
  L: [
    { as: ['l', 'litre', 'litres', 'liter', 'liters'], factor: 1 },
    { as: ['ml'], factor: 0.001 },
    { as: ['gal', 'usgal', 'gallon', 'gallons'], factor: L_PER_US_GALLON },
  ],
  kPa: [
    { as: ['kpa'], factor: 1 },
    { as: ['bar'], factor: 100 },
    { as: ['psi'], factor: PA_PER_PSI / 1000 },
  ],
  '°C': [
    { as: ['°c', 'c', 'degc'], factor: 1 },
    { as: ['°f', 'f', 'degf'], factor: 1 / 1.8, offset: -32 / 1.8 },
    { as: ['k', 'kelvin'], factor: 1, offset: -ZERO_CELSIUS_K },
  ],
  // a difference of temperatures, whatever scale it was read on
  K: [
    { as: ['k', 'kelvin', '°c', 'c', 'degc'], factor: 1 },
    { as: ['°f', 'f', 'degf'], factor: 1 / 1.8 },
  ],
  '%': [{ as: ['%', '%rh', 'rh', 'percent', 'pct'], factor: 1 }],
  '% mass': [{ as: ['%mass', '%', 'mass%', 'percent', 'pct'], factor: 1 }],
  N: [
    { as: ['n', 'newton', 'newtons'], factor: 1 },
    { as: ['dan'], factor: 10 },
    { as: ['kn'], factor: 1000 },
    { as: ['lbf'], factor: N_PER_LBF },
  ],
  MPa: [
    { as: ['mpa', 'n/mm²', 'n/mm2'], factor: 1 },
    { as: ['kpa'], factor: 0.001 },
    { as: ['psi'], factor: PA_PER_PSI / 1e6 },
  ],
  'g/(m²·day)': [
    { as: ['g/(m²·day)', 'g/(m2·day)', 'g/m²/day', 'g/m2/day', 'g/m²/d', 'g/m2/d', 'g/m2d', 'g/m²d'], factor: 1 },
    { as: ['lb/1000ft²/day', 'lb/1000ft2/day', 'lb/1000ft²/24h', 'lb/1000ft2/24h', 'lb/1000sf/24h', 'lb/1000sf/day'], factor: MVER },
  ],
  digits: [{ as: ['digits', 'digit'], factor: 1 }],
  CSP: [{ as: ['csp'], factor: 1 }],
  '': [{ as: ['ph', '-'], factor: 1 }],
};

/** The first letters with which a unit of this kind may be written: what else is typed into a figure belongs to no unit of it. */
export function startsUnit(written: string, unit: string): boolean {
  const wanted = written.toLowerCase().replace(/\s+/g, '');
  return (WRITTEN_UNITS[unit] ?? []).some(({ as }) => as.some((each) => each.startsWith(wanted)));
}

/** Whether it is a unit of anything at all. */
export function isWrittenUnit(written: string): boolean {
  const wanted = written.toLowerCase().replace(/\s+/g, '');
  return Object.values(WRITTEN_UNITS).some((units) => units.some(({ as }) => as.includes(wanted)));
}

/** A value in a unit as someone wrote it, in the unit wanted; undefined where that unit does not measure such a thing. */
export function fromWritten(value: number, written: string, unit: string): number | undefined {
  const wanted = written.toLowerCase().replace(/\s+/g, '');
  const found = WRITTEN_UNITS[unit]?.find(({ as }) => as.includes(wanted));
  // twelve digits: a conversion must not turn a round figure into 0.30000000000000004
  return found && Number((value * found.factor + (found.offset ?? 0)).toPrecision(12));
}

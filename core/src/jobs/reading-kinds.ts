import type { ReadingKind } from './job.js';

export interface ReadingSpec {
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  /** taken of the room before the face, not at a point of it */ readonly ofAir?: true;
  /** only says something once slab and air stand as they will in service */ readonly conditioned?: true;
}

/** What can be read, in which unit and within which bounds. A vapour dish is entered by its weighing; the value follows from it. */
export const READING_SPECS: Readonly<Record<ReadingKind, ReadingSpec>> = {
  'in-slab-rh': { unit: '%', min: 0, max: 100, conditioned: true },
  'vapour-emission': { unit: 'g/(m²·day)', min: 0, max: 5000, conditioned: true },
  'surface-ph': { unit: '', min: 0, max: 14 },
  'surface-temperature': { unit: '°C', min: -40, max: 80 },
  'air-temperature': { unit: '°C', min: -40, max: 60, ofAir: true },
  'air-humidity': { unit: '%', min: 0, max: 100, ofAir: true },
  // scale of the instrument: compared with itself only, up and down one wall
  'moisture-meter': { unit: 'digits', min: 0, max: 200 },
  // chloride, nitrate and sulphate together, share of the mass of the sample
  salts: { unit: '% mass', min: 0, max: 20 },
  // by ion: each says something else of where the damp comes from
  chloride: { unit: '% mass', min: 0, max: 20 },
  nitrate: { unit: '% mass', min: 0, max: 20 },
  sulphate: { unit: '% mass', min: 0, max: 20 },
  strength: { unit: 'MPa', min: 0, max: 200 },
  // carbide bottle on what was chiselled out of a screed
  carbide: { unit: '% CM', min: 0, max: 20, conditioned: true },
  // hood on the surface: it finds places to test, and passes nothing
  'surface-hygrometer': { unit: '%', min: 0, max: 100 },
  profile: { unit: 'CSP', min: 1, max: 10 },
  // 1: the knife brings up powder, 0: it does not
  'knife-test': { unit: '', min: 0, max: 1 },
};

import type { BuildUp, Face, Feature, JobModel, Reading } from '../jobs';

/** A wet room of two walls and a floor, 4 × 3 m, foot at −2.5 m, ground water at −0.5 m. Ids are words: the core does not mind. */
export function sampleJob(): JobModel {
  return {
    job: { id: 'job', name: 'Test', site: 'Here', timeZone: 'Europe/Oslo', currency: 'EUR', datum: 'ground floor' },
    spaces: [{ id: 'room', name: 'Room', order: 0 }],
    waterBodies: [{ id: 'ground', name: 'Ground', kind: 'ground', densityKgM3: 1000, governingLevelId: 'high' }],
    waterLevels: [
      { id: 'high', waterBodyId: 'ground', at: '2026-01-01T00:00:00Z', levelM: -0.5, kind: 'seasonal-high' },
      { id: 'low', waterBodyId: 'ground', at: '2026-02-01T00:00:00Z', levelM: -1.5, kind: 'dip' },
    ],
    faces: [
      wall('north', 0, { kind: 'plane', xM: 0, yM: 3, zM: -2.5, headingDeg: 0, tiltDeg: 90 }, 4),
      wall('east', 1, { kind: 'plane', xM: 4, yM: 3, zM: -2.5, headingDeg: 270, tiltDeg: 90 }, 3),
      {
        ...wall('floor', 2, { kind: 'plane', xM: 0, yM: 0, zM: -2.5, headingDeg: 0, tiltDeg: 0 }, 4),
        kind: 'slab',
        outline: [
          [0, 0],
          [4, 0],
          [4, 3],
          [0, 3],
        ],
      },
    ],
    features: [],
    buildUps: [],
    readings: [],
    photos: [],
    keptProgrammes: [],
  };
}

function wall(id: string, order: number, placement: Face['placement'], lengthM: number): Face {
  return {
    id,
    spaceId: 'room',
    mark: id[0]!.toUpperCase(),
    name: id,
    kind: 'wall',
    outline: [
      [0, 0],
      [lengthM, 0],
      [lengthM, 2.5],
      [0, 2.5],
    ],
    placement,
    thicknessMm: 300,
    substrate: 'cast-concrete',
    strengthMPa: 30,
    roughnessFactor: 1.1,
    near: { kind: 'room' },
    far: { kind: 'ground', waterBodyId: 'ground' },
    order,
  };
}

export function crack(part: Partial<Feature> = {}): Feature {
  return {
    id: 'k1',
    faceId: 'north',
    mark: 'K1',
    kind: 'crack',
    path: [
      [1, 2],
      [1, 0.5],
    ],
    widthMm: 0.6,
    movement: 'static',
    wetState: 'dry',
    ...part,
  };
}

export function buildUp(faceId: string, part: Partial<BuildUp> = {}): BuildUp {
  return {
    id: `b-${faceId}`,
    faceId,
    family: 'crystalline-slurry',
    products: {
      coat: { id: 'tarnwick-veil', version: 2 },
      plug: { id: 'tarnwick-stay', version: 1 },
      mortar: { id: 'tarnwick-pack', version: 1 },
    },
    ...part,
  };
}

export function reading(part: Partial<Reading> = {}): Reading {
  return { id: 'r1', faceId: 'north', kind: 'moisture-meter', value: 40, point: [1, 0.3], at: '2026-03-01T08:00:00Z', ...part };
}

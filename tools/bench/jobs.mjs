// Jobs of a given size, the same every time: for measuring only.
import { createHash } from 'node:crypto';

/** @param {string} name */
function idOf(name) {
  const h = createHash('sha256').update(`bench ${name}`).digest('hex');
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-4${h.slice(13, 16)}-8${h.slice(17, 20)}-${h.slice(20, 32)}`;
}

/** A job file of walls side by side with short cracks all over them, and readings between. @param {number} faces @param {number} features @param {number} [readings] */
export function jobOfSize(faces, features, readings = 0) {
  const name = `${faces} faces, ${features} features`;
  const space = { id: idOf(`${name} space`), name: 'Hall', order: 0 };
  const level = { id: idOf(`${name} level`), waterBodyId: idOf(`${name} water`), at: '2026-01-01T00:00:00Z', levelM: -0.4, kind: 'dip' };
  const water = { id: level.waterBodyId, name: 'Ground water', kind: 'ground', densityKgM3: 1000, governingLevelId: level.id };
  const walls = Array.from({ length: faces }, (_, i) => ({
    id: idOf(`${name} face ${i}`),
    spaceId: space.id,
    mark: `W${i + 1}`,
    name: `Wall ${i + 1}`,
    kind: 'wall',
    outline: [
      [0, 0],
      [5, 0],
      [5, 3],
      [0, 3],
    ],
    placement: { kind: 'plane', xM: i * 5, yM: 0, zM: -3, headingDeg: 0, tiltDeg: 90 },
    thicknessMm: 300,
    substrate: 'cast-concrete',
    strengthMPa: 30,
    roughnessFactor: 1.1,
    near: { kind: 'room' },
    far: { kind: 'ground', waterBodyId: water.id },
    order: i,
  }));
  const states = ['dry', 'damp', 'weeping', 'dripping'];
  const cracks = Array.from({ length: features }, (_, i) => {
    const onWall = Math.floor(i / faces);
    const u = 0.2 + ((onWall * 0.37) % 4.4);
    const v = 0.3 + ((onWall * 0.23) % 2.2);
    return {
      id: idOf(`${name} feature ${i}`),
      faceId: walls[i % faces]?.id,
      mark: `K${i + 1}`,
      kind: 'crack',
      path: [
        [u, v],
        [u + 0.06, v + 0.15],
        [u - 0.02, v + 0.3],
        [u + 0.05, v + 0.42],
      ],
      wetState: states[i % 4],
      widthMm: 0.1 + (i % 12) / 10,
      movement: i % 9 === 0 ? 'moving' : 'static',
    };
  });
  const job = { id: idOf(name), name, site: 'bench', timeZone: 'UTC', currency: 'EUR', datum: 'bench' };
  return {
    format: 'caulkhorn-job',
    formatVersion: 1,
    job,
    spaces: [space],
    faces: walls,
    features: cracks,
    waterBodies: [water],
    waterLevels: [level],
    buildUps: [],
    readings: Array.from({ length: readings }, (_, i) => ({
      id: idOf(`${name} reading ${i}`),
      faceId: walls[i % faces]?.id,
      point: [0.1 + ((Math.floor(i / faces) * 0.29) % 4.8), 0.1 + ((i * 0.17) % 2.8)],
      kind: 'moisture-meter',
      value: (i * 7) % 100,
      at: '2026-01-02T00:00:00Z',
    })),
    planRevisions: [],
    log: [],
  };
}

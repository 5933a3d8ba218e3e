import { type Face, type FacePoint, type JobModel, type WaterBody, type WaterLevel, levelAt } from '../jobs/index.js';

/** A governing water that stands against one side of a face. Seen from the coat on the near side, water behind the wall is negative. */
export interface WaterOnFace {
  body: WaterBody;
  level: WaterLevel;
  side: 'positive' | 'negative';
}

/** The water that loads a face hardest today's choice of governing levels allows; undefined when none stands against it or no level governs. */
export function waterOn(face: Face, model: Pick<JobModel, 'waterBodies' | 'waterLevels'>): WaterOnFace | undefined {
  return watersOn(face, model).sort((a, b) => b.level.levelM - a.level.levelM)[0];
}

/** Every governing water that stands against a face: none, one, or one a side. */
export function watersOn(face: Face, model: Pick<JobModel, 'waterBodies' | 'waterLevels'>): WaterOnFace[] {
  const found: WaterOnFace[] = [];
  for (const [side, against] of [
    ['positive', face.near],
    ['negative', face.far],
  ] as const) {
    const body = model.waterBodies.find((b) => b.id === against.waterBodyId);
    const level = body && model.waterLevels.find((l) => l.id === body.governingLevelId);
    if (body && level) found.push({ body, level, side });
  }
  return found;
}

/** The point of a path where the water pushes hardest: its lowest. */
export function lowestPoint(face: Face, path: readonly FacePoint[]): { point: FacePoint; levelM: number } {
  const levels = path.map((point) => ({ point, levelM: levelAt(face, point) }));
  return levels.reduce((low, next) => (next.levelM < low.levelM ? next : low));
}

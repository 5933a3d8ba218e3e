import { type Face, type FacePoint, type JobModel, type WaterBody, type WaterLevel, levelAt } from '../jobs/index.js';

/** A governing water that stands against one side of a face. Seen from the coat on the near side, water behind the wall is negative. */
export interface WaterOnFace {
  body: WaterBody;
  level: WaterLevel;
  side: 'positive' | 'negative';
}

/** The water that loads a face hardest today's choice of governing levels allows; undefined when none stands against it or no level governs. */
export function waterOn(face: Face, model: Pick<JobModel, 'waterBodies' | 'waterLevels'>): WaterOnFace | undefined {
  const candidates: WaterOnFace[] = [];
  for (const [side, standing] of [
    ['positive', face.near],
    ['negative', face.far],
  ] as const) {
    const body = model.waterBodies.find((b) => b.id === standing.waterBodyId);
    const level = body && model.waterLevels.find((l) => l.id === body.governingLevelId);
    if (body && level) candidates.push({ body, level, side });
  }
  return candidates.sort((a, b) => b.level.levelM - a.level.levelM)[0];
}

/** The point of a path where the water pushes hardest: its lowest. */
export function lowestPoint(face: Face, path: readonly FacePoint[]): { point: FacePoint; levelM: number } {
  const levels = path.map((point) => ({ point, levelM: levelAt(face, point) }));
  return levels.reduce((low, next) => (next.levelM < low.levelM ? next : low));
}

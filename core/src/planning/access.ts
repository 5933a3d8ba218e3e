import { type Face, type FacePoint, type JobModel, type Junction, groupBy, levelAt, levelRange, outlineAreaM2 } from '../jobs/index.js';

/** Above what height something is put up to stand on. */
export const ACCESS_RULE = {
  reachM: 3,
  reason: 'From where somebody stands a hand reaches 2 m, from a hop-up that every van carries 3 m.',
  source: 'common practice, no source',
} as const;
/** Levels come from turned planes: their last digits are not meant. */
const SLACK_M = 1e-6;

/** Levels on which people stand: of each space that of its largest slab, m. */
export function floorLevels(faces: readonly Face[]): ReadonlyMap<string, number> {
  const largest = new Map<string, { levelM: number; areaM2: number }>();
  for (const face of faces) {
    if (face.kind !== 'slab') continue;
    const areaM2 = outlineAreaM2(face.outline);
    if (areaM2 > (largest.get(face.spaceId)?.areaM2 ?? 0)) largest.set(face.spaceId, { levelM: levelRange(face).topM, areaM2 });
  }
  return new Map([...largest].map(([spaceId, { levelM }]) => [spaceId, levelM]));
}

/** Whether a detail of a face, by its id, or all of it is so high that something has to be put up to reach it. */
export type IsHigh = (targetId: string | undefined) => boolean;

interface OnFace {
  features: readonly Pick<JobModel['features'][number], 'id' | 'path'>[];
  junctions: readonly Pick<Junction, 'id' | 'faceIds' | 'from' | 'to' | 'onSecond'>[];
  /** of the space; none where it has no slab */ floorM: number | undefined;
}

/** One stands at the foot of a wall and on the floor under a soffit; where there is none, nobody knows how low it is. */
export function isHighOn(face: Face, { features, junctions, floorM }: OnFace): IsHigh {
  if (face.kind === 'slab') return () => false;
  const { bottomM, topM } = levelRange(face);
  const standM = face.kind === 'soffit' ? (floorM ?? -Infinity) : bottomM;
  const isHigh = (levelM: number) => levelM - standM > ACCESS_RULE.reachM + SLACK_M;
  const isAllHigh = isHigh(topM);
  if (!isAllHigh) return () => false;
  const pathOf = new Map<string, readonly FacePoint[]>(features.map(({ id, path }) => [id, path]));
  for (const { id, faceIds, from, to, onSecond } of junctions) {
    const ends = faceIds[0] === face.id ? [from, to] : onSecond;
    if (ends) pathOf.set(id, ends);
  }
  return (targetId) => {
    const path = targetId === undefined ? undefined : pathOf.get(targetId);
    return path ? path.some((point) => isHigh(levelAt(face, point))) : true;
  };
}

/** The same for every face of a job. */
export function highIn({ faces, features }: Pick<JobModel, 'faces' | 'features'>, junctions: readonly Junction[]): (face: Face) => IsHigh {
  const floors = floorLevels(faces);
  const featuresOf = groupBy(features, ({ faceId }) => faceId);
  return (face) =>
    isHighOn(face, {
      features: featuresOf.get(face.id) ?? [],
      junctions: junctions.filter(({ faceIds }) => faceIds.includes(face.id)),
      floorM: floors.get(face.spaceId),
    });
}

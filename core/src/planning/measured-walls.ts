import { type Face, type Reading, groupBy } from '../jobs/index.js';
import type { TemperatureAt } from '../programme/index.js';
import type { SiteState } from '../site-log/index.js';

/** How warm a wall is, as last measured; on it, on another of its space, or of the site as a whole. */
export interface MeasuredWall {
  temperatureC: number;
  /** ms since 1970 */ atMs: number;
  on: 'face' | 'space' | 'site';
  /** all that was measured there, in order of time: what happened is judged by the nearest */ history: readonly TemperatureAt[];
}

interface Measured {
  faceId: string | undefined;
  temperatureC: number;
  atMs: number;
}

/**
 * Of each face its own last surface temperature, else the last of its space, else one that was noted for the whole site. A reading on a
 * face of another space says nothing of it: such a face is missing here, and whoever plans on it says that nothing was measured.
 */
export function measuredWalls(
  { faces, readings }: { faces: readonly Pick<Face, 'id' | 'spaceId'>[]; readings: readonly Reading[] },
  { measured }: Pick<SiteState, 'measured'>,
  faceOfWork: (workItemId: string) => string | undefined,
): ReadonlyMap<string, MeasuredWall> {
  const spaceOf = new Map(faces.map(({ id, spaceId }) => [id, spaceId]));
  const all: Measured[] = [
    ...measured.map(({ conditions, at, faceId, workItemId }) => ({
      faceId: faceId ?? (workItemId === undefined ? undefined : faceOfWork(workItemId)),
      temperatureC: conditions.surfaceTemperatureC,
      atMs: at,
    })),
    ...readings
      .filter(({ kind }) => kind === 'surface-temperature')
      .map(({ faceId, value, at }) => ({ faceId, temperatureC: value, atMs: Date.parse(at) })),
  ];
  all.sort((a, b) => a.atMs - b.atMs);
  const byFace = groupBy(all, ({ faceId }) => faceId ?? '');
  const bySpace = groupBy(all, ({ faceId }) => (faceId === undefined ? '' : (spaceOf.get(faceId) ?? '')));
  const site = byFace.get('');
  return new Map(
    faces.flatMap(({ id, spaceId }): [string, MeasuredWall][] => {
      const [own, ofSpace] = [byFace.get(id), bySpace.get(spaceId)];
      const [found, on] = own ? ([own, 'face'] as const) : ofSpace ? ([ofSpace, 'space'] as const) : ([site, 'site'] as const);
      const last = found?.at(-1);
      if (!found || !last) return [];
      const history = found.map(({ temperatureC, atMs }) => ({ temperatureC, atMs }));
      return [[id, { temperatureC: last.temperatureC, atMs: last.atMs, on, history }]];
    }),
  );
}

import { type Issue, issue } from '../issues.js';
import type { Face, Reading, ReadingKind } from '../jobs/index.js';
import { DAY_MS } from '../quantities/index.js';
import { testsWanted } from './slab-moisture.js';

/** A slab goes on changing: an older test is taken again before it is covered; common practice, no source. */
export const SLAB_TEST_GOOD_DAYS = 30;

/**
 * What is missing before a slab may be called dry enough to cover, whatever its readings say: tests at as many places as its area wants
 * (ASTM F2170), none older than 30 days, its pH and its profile (ASTM F710). Empty: nothing is. A missing test is "not shown yet", never
 * a passed one.
 */
export function slabNotShown(face: Face, readings: readonly Reading[], now: string): Issue[] {
  const recent = readings.filter(
    ({ faceId, at }) => faceId === face.id && Date.parse(now) - Date.parse(at) <= SLAB_TEST_GOOD_DAYS * DAY_MS,
  );
  const have = new Set(recent.filter(isMoisture).map(({ point }) => point?.join())).size;
  const want = testsWanted(face);
  const has = (kind: ReadingKind) => recent.some((reading) => reading.kind === kind);
  return [
    ...(have < want || want === 0 ? [issue('slab-tests-missing', 'readings', { have, want, days: SLAB_TEST_GOOD_DAYS })] : []),
    ...(has('surface-ph') ? [] : [issue('slab-ph-missing', 'readings', { days: SLAB_TEST_GOOD_DAYS })]),
    ...(has('profile') || face.csp !== undefined ? [] : [issue('slab-profile-missing', 'readings')]),
  ];
}

const isMoisture = ({ kind }: Reading): boolean => kind === 'in-slab-rh' || kind === 'vapour-emission';

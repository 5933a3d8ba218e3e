import { type Issue, issue } from '../issues.js';
import { type Face, type Reading, type ReadingKind, netAreaM2 } from '../jobs/index.js';
import { DAY_MS } from '../quantities/index.js';
import { testsWanted } from './slab-moisture.js';

/** A slab goes on changing: an older test is taken again before it is covered; common practice, no source. */
export const SLAB_TEST_GOOD_DAYS = 30;

/** What decides how many tests a slab wants. */
export interface SlabAsked {
  faceId: string;
  areaM2: number;
  isScreed: boolean;
  /** of humidity, by its area; 0 where that cannot be planned */ tests: number;
  /** its roughness is known from the survey */ hasProfile: boolean;
}

export const slabAsked = (face: Face): SlabAsked => ({
  ...{ faceId: face.id, areaM2: netAreaM2(face), isScreed: face.substrate === 'screed' },
  ...{ tests: testsWanted(face), hasProfile: face.csp !== undefined },
});

/**
 * What is missing before a slab may be called dry enough to cover, whatever its readings say: tests at as many places as its area wants
 * (ASTM F2170), or of a screed by the carbide bottle, none older than 30 days, taken after 48 h as in service, its pH and its profile (ASTM F710). Empty: nothing is. A missing test is "not shown yet", never
 * a passed one.
 */
export function slabNotShown(slab: SlabAsked, readings: readonly Reading[], now: string): Issue[] {
  const recent = readings.filter(
    ({ faceId, at }) => faceId === slab.faceId && Date.parse(now) - Date.parse(at) <= SLAB_TEST_GOOD_DAYS * DAY_MS,
  );
  const byCarbide = slab.isScreed && recent.some(({ kind }) => kind === 'carbide');
  const moisture = recent.filter(({ kind }) => (byCarbide ? kind === 'carbide' || MOISTURE.has(kind) : MOISTURE.has(kind)));
  const have = new Set(moisture.map(({ point }) => point?.join())).size;
  const want = byCarbide ? Math.max(LEAST_CARBIDE, Math.ceil(slab.areaM2 / M2_PER_CARBIDE)) : slab.tests;
  const raw = moisture.filter(({ conditionedH }) => conditionedH === undefined || conditionedH < CONDITIONED_H).length;
  const has = (kind: ReadingKind) => recent.some((reading) => reading.kind === kind);
  return [
    ...(have < want || want === 0 ? [issue('slab-tests-missing', 'readings', { have, want, days: SLAB_TEST_GOOD_DAYS })] : []),
    ...(raw > 0 ? [issue('slab-not-conditioned', 'readings', { n: raw, hours: CONDITIONED_H })] : []),
    ...(has('surface-ph') ? [] : [issue('slab-ph-missing', 'readings', { days: SLAB_TEST_GOOD_DAYS })]),
    ...(has('profile') || slab.hasProfile ? [] : [issue('slab-profile-missing', 'readings')]),
  ];
}

const MOISTURE: ReadonlySet<ReadingKind> = new Set(['in-slab-rh', 'vapour-emission']);
/** The slab and the air stand as in service for so long before a test (ASTM F2170 and F1869, from memory). */
const CONDITIONED_H = 48;
/** Carbide tests of a screed: one to 200 m², two at least; common practice, no source. */
const M2_PER_CARBIDE = 200;
const LEAST_CARBIDE = 2;

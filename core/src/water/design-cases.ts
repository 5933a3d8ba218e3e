import type { JobModel, LevelKind, WaterBody, WaterLevel } from '../jobs/index.js';

export type DesignCase = 'today' | 'seasonal-high' | 'flood' | 'drawn-down' | 'tank-full' | 'tank-empty';

/** Which of a water's levels stands in a case; `dry`: none of this water is there. */
type LevelRule = { take: 'latest' | 'highest' | 'lowest'; of: readonly LevelKind[] } | 'dry';

const MEASURED: readonly LevelKind[] = ['dip', 'logger', 'tide'];

/**
 * The cases a below-grade structure is looked at in; common practice, no source. A tank and the ground outside load the same
 * wall from two sides at different times, so each is also taken alone. What a case needs and nobody recorded leaves it out.
 */
export const CASE_RULES: Readonly<Record<DesignCase, Readonly<Record<WaterBody['kind'], LevelRule>>>> = {
  today: { ground: { take: 'latest', of: MEASURED }, tank: { take: 'latest', of: [...MEASURED, 'full'] } },
  'seasonal-high': { ground: { take: 'highest', of: ['seasonal-high'] }, tank: { take: 'latest', of: [...MEASURED, 'full'] } },
  flood: { ground: { take: 'highest', of: ['flood'] }, tank: { take: 'latest', of: [...MEASURED, 'full'] } },
  'drawn-down': { ground: { take: 'lowest', of: ['drawn-down'] }, tank: { take: 'latest', of: [...MEASURED, 'full'] } },
  'tank-full': { ground: 'dry', tank: { take: 'highest', of: [...MEASURED, 'full'] } },
  'tank-empty': { ground: { take: 'highest', of: [...MEASURED, 'seasonal-high', 'flood'] }, tank: 'dry' },
};

export const DESIGN_CASES = Object.keys(CASE_RULES) as readonly DesignCase[];
/** Cases that turn on a tank; without one they say nothing. */
const OF_TANKS: ReadonlySet<DesignCase> = new Set(['tank-full', 'tank-empty']);

/** Level of one water in a case: `dry`, or undefined where it was never recorded. */
export function levelInCase(body: WaterBody, levels: readonly WaterLevel[], designCase: DesignCase): WaterLevel | 'dry' | undefined {
  const rule = CASE_RULES[designCase][body.kind];
  if (rule === 'dry') return 'dry';
  const known = levels.filter((level) => level.waterBodyId === body.id && rule.of.includes(level.kind));
  if (known.length === 0) return undefined;
  const later = (a: WaterLevel, b: WaterLevel) => (Date.parse(b.at) > Date.parse(a.at) ? b : a);
  if (rule.take === 'latest') return known.reduce(later);
  return known.reduce((a, b) => ((rule.take === 'highest' ? b.levelM > a.levelM : b.levelM < a.levelM) ? b : a));
}

/** The cases for which a level of at least one of the ground waters is known, and of a tank where the case turns on it. */
export function knownCases({ waterBodies, waterLevels }: Pick<JobModel, 'waterBodies' | 'waterLevels'>): DesignCase[] {
  return DESIGN_CASES.filter((designCase) => {
    const kind = designCase === 'tank-full' ? 'tank' : 'ground';
    const hasTank = waterBodies.some((body) => body.kind === 'tank');
    if (OF_TANKS.has(designCase) && !hasTank) return false;
    return waterBodies.some((body) => body.kind === kind && typeof levelInCase(body, waterLevels, designCase) === 'object');
  });
}

/** The waters as they stand in a case, each governed by its level then; where that is not known, or dry, by none. */
export function watersInCase(
  { waterBodies, waterLevels }: Pick<JobModel, 'waterBodies' | 'waterLevels'>,
  designCase: DesignCase,
): WaterBody[] {
  return waterBodies.map(({ governingLevelId: _, ...body }) => {
    const level = levelInCase(body, waterLevels, designCase);
    return typeof level === 'object' ? { ...body, governingLevelId: level.id } : body;
  });
}

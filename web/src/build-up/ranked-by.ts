import type { RankingWeights } from '@caulkhorn/core/jobs';

/** What a ranking goes by, in the order in which people ask. */
export const RANKED_BY: readonly (keyof RankingWeights)[] = ['cost', 'days', 'risk', 'breathing'];

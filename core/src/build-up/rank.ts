import type { FamilyId, RankingWeights } from '../jobs/index.js';
import { OPEN_TO_VAPOUR_M } from './scales.js';

export type RankedBy = keyof RankingWeights;

/** What a system would cost and take on one face. */
export interface Estimate {
  family: FamilyId;
  costMinor: number;
  days: number;
  /** in which group it stands, the first group first: what a chosen school prefers, what fits, what fits if something is done */ group: number;
  /** things to do first, and weaknesses of the family itself */ risk: number;
  /** equivalent air layer of what would lie on the wall, m */ sdM: number;
}

export interface Rank {
  family: FamilyId;
  /** 0 to 1, best 1, by what counts */ scores: Record<RankedBy, number>;
  /** sum of weight times score over the sum of weights; null when nothing counts */ total: number | null;
}

/**
 * Best first. Cost and days score by how near they come to the least there is; risk by how far it stays under the greatest;
 * breathing by s_d against 0.5 m, under which a coat is called open. Groups stand apart, whatever their scores. Own judgement, no source.
 */
export function rank(estimates: readonly Estimate[], weights: RankingWeights): Rank[] {
  // what costs nothing is best, but no measure for the others
  const least = (figure: (estimate: Estimate) => number) => Math.min(...estimates.map(figure).filter((value) => value > 0));
  const [cost, days] = [least((each) => each.costMinor), least((each) => each.days)];
  const groups = new Map(estimates.map(({ family, group }) => [family, group]));
  const most = Math.max(...estimates.map((each) => each.risk));
  const sum = weights.cost + weights.days + weights.risk + weights.breathing;
  return estimates
    .map((each) => {
      const scores = {
        cost: nearTo(cost, each.costMinor),
        days: nearTo(days, each.days),
        risk: most === 0 ? 1 : 1 - each.risk / most,
        breathing: Math.min(1, OPEN_TO_VAPOUR_M / Math.max(OPEN_TO_VAPOUR_M, each.sdM)),
      };
      const weighed = (Object.keys(scores) as RankedBy[]).reduce((total, by) => total + weights[by] * scores[by], 0);
      return { family: each.family, scores, total: sum > 0 ? weighed / sum : null };
    })
    .sort((a, b) => groups.get(a.family)! - groups.get(b.family)! || (b.total ?? 0) - (a.total ?? 0));
}

const nearTo = (least: number, value: number): number => (value > 0 ? least / value : 1);

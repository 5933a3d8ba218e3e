import type { ReadingKind, Sign } from '../jobs/index.js';
import { DAMP_CAUSES, DAMP_EVIDENCE, type DampCause, type DampFacts } from './damp-evidence.js';

export interface CauseFound {
  cause: DampCause;
  /** of all that is thought of, something else included: 0 to 1 */ share: number;
  word: 'likely' | 'possible' | 'unlikely';
  /** rows of the evidence that hold and bear on it, strongest first */ evidence: { id: string; weight: number }[];
}

export interface Diagnosis {
  /** most likely first */ causes: CauseFound[];
  /** share of none of them */ somethingElse: number;
  /** what would tell the first two apart best, at most three */ settle: (ReadingKind | Sign)[];
}

/** Below it nothing is called likely, whatever the sums say. */
const LIKELY_FROM = 0.65;
const POSSIBLE_FROM = 0.15;
/** Pieces of evidence that were measured or seen, below which nothing is likely yet. */
const FEWEST_PIECES = 2;

/**
 * What a damp place may come from. The weights of the evidence that holds are added for each cause; shares follow as
 * exp(weight) over the sum, with "something else" at weight 0 beside them (a logistic choice among causes). Nothing known
 * leaves all alike; what is not known tells nothing.
 */
export function diagnose(facts: DampFacts): Diagnosis {
  const held = DAMP_EVIDENCE.filter(({ holds }) => holds(facts) === true);
  const sums = DAMP_CAUSES.map((cause) => held.reduce((sum, { weights }) => sum + (weights[cause] ?? 0), 0));
  const total = 1 + sums.reduce((sum, weight) => sum + Math.exp(weight), 0);
  const causes = DAMP_CAUSES.map((cause, i): CauseFound => {
    const share = Math.exp(sums[i]!) / total;
    const evidence = held
      .filter(({ weights }) => weights[cause] !== undefined)
      .map(({ id, weights }) => ({ id, weight: weights[cause]! }))
      .sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight));
    const pieces = evidence.filter(({ weight }) => weight > 0).length;
    return {
      cause,
      share,
      // no claim without a reading or a sign that speaks for it
      word: share >= LIKELY_FROM && pieces >= FEWEST_PIECES ? 'likely' : share >= POSSIBLE_FROM && pieces > 0 ? 'possible' : 'unlikely',
      evidence,
    };
  }).sort((a, b) => b.share - a.share);
  return { causes, somethingElse: 1 / total, settle: whatSettles(facts, causes[0]!.cause, causes[1]!.cause) };
}

/** Of what is not known yet, that which moves the first two causes apart most. */
function whatSettles(facts: DampFacts, first: DampCause, second: DampCause): (ReadingKind | Sign)[] {
  const gain = new Map<ReadingKind | Sign, number>();
  for (const { ask, holds, weights } of DAMP_EVIDENCE)
    if (ask && holds(facts) === null) gain.set(ask, (gain.get(ask) ?? 0) + Math.abs((weights[first] ?? 0) - (weights[second] ?? 0)));
  return [...gain]
    .filter(([, apart]) => apart > 0)
    .sort((a, b) => b[1] - a[1])
    .slice(0, 3)
    .map(([ask]) => ask);
}

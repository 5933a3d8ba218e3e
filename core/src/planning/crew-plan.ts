import type { Product } from '../catalogue/index.js';

export type CrewPost = 'mix' | 'carry' | 'spread' | 'roll';

export interface CrewPlan {
  posts: { post: CrewPost; people: number }[];
  /** at which the spreaders are never without */ pailsPerMin: number;
  m2PerPail: number;
}

/** Longer than this a crew of two keeps its wet edge without a plan, min; common practice, no source. */
const RAPID_MIN = 35;
/** m² a spreader covers in a minute with a notched squeegee, and how many m² the roller behind keeps up with; common practice, no source. */
const SPREADER_M2_PER_MIN = 3;
const ROLLER_M2_PER_MIN = 4;
const SPREADERS = 2;
/** min a carrier is away with a pail; common practice, no source. */
const CARRY_MIN = 1.5;

/**
 * Crew for a rapid epoxy, whose pail is poured out whole as soon as it is mixed: how many mix, carry, spread and roll, so that
 * the edge stays wet. Undefined for what lives long enough to do without.
 */
export function crewPlan({ binder, workingLifeMin, packs, coat, mix }: Product): CrewPlan | undefined {
  if (binder !== 'epoxy' || !coat || !mix || workingLifeMin === undefined || workingLifeMin > RAPID_MIN) return undefined;
  const pailKg = Math.min(...packs.map(({ size }) => size));
  const m2PerPail = pailKg / coat.kgPerM2PerCoat;
  const pailsPerMin = (SPREADERS * SPREADER_M2_PER_MIN) / m2PerPail;
  const busy = (minPerPail: number) => Math.max(1, Math.ceil(pailsPerMin * minPerPail - 1e-9));
  const rollers = Math.max(1, Math.ceil((SPREADERS * SPREADER_M2_PER_MIN) / ROLLER_M2_PER_MIN - 1e-9));
  return {
    posts: [
      { post: 'mix', people: busy(mix.mixMin + (mix.firstAloneMin ?? 0) + mix.standMin) },
      { post: 'carry', people: busy(CARRY_MIN) },
      { post: 'spread', people: SPREADERS },
      { post: 'roll', people: rollers },
    ],
    pailsPerMin,
    m2PerPail,
  };
}

import type { Face, Feature, Junction, School } from '../jobs/index.js';
import { CRACK_SCHOOLS } from './schools.js';
import { CRYSTALLINE_RULES, type RuleConditions, type TreatmentRule } from './treatment-rules.js';

const RUNS: ReadonlySet<Feature['wetState']> = new Set(['weeping', 'dripping', 'running', 'gushing']);

/** Shows active or past leakage. Damp alone is not a leak. */
export function leaks(feature: Pick<Feature, 'wetState' | 'pastLeakage'>): boolean {
  return RUNS.has(feature.wetState) || feature.pastLeakage === true;
}

/** The row that decides for a feature on its face under a crack school. */
export function ruleForFeature(feature: Feature, face: Pick<Face, 'substrate'>, crackSchool: School): TreatmentRule {
  const facts: Facts = {
    moving: feature.movement === 'moving',
    leaks: leaks(feature),
    overThreshold: (feature.widthMm ?? 0) > CRACK_SCHOOLS[crackSchool].routOverMm,
    measured: feature.widthMm !== undefined,
    pipe: feature.pipe,
    substrate: face.substrate,
  };
  return firstThatApplies(feature.kind, facts);
}

export function ruleForJunction(junction: Pick<Junction, 'kind'>): TreatmentRule {
  return firstThatApplies(junction.kind, {});
}

interface Facts {
  moving?: boolean;
  leaks?: boolean;
  overThreshold?: boolean;
  measured?: boolean;
  pipe?: string;
  substrate?: Face['substrate'];
}

function firstThatApplies(of: TreatmentRule['of'], facts: Facts): TreatmentRule {
  const rule = CRYSTALLINE_RULES.find((row) => row.of === of && applies(row.when, facts));
  if (!rule) throw new Error(`no treatment rule for ${of}`);
  return rule;
}

function applies(when: RuleConditions, facts: Facts): boolean {
  const flagHolds = (name: 'moving' | 'leaks' | 'overThreshold' | 'measured') => when[name] === undefined || when[name] === facts[name];
  return (
    flagHolds('moving') &&
    flagHolds('leaks') &&
    flagHolds('overThreshold') &&
    flagHolds('measured') &&
    (!when.pipe || when.pipe.includes(facts.pipe ?? '')) &&
    (!when.substrate || (facts.substrate !== undefined && when.substrate.includes(facts.substrate)))
  );
}

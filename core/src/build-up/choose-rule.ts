import type { Detailing } from '../catalogue/index.js';
import {
  type Face,
  type Feature,
  type FeatureKind,
  type Junction,
  type JunctionKind,
  type School,
  type Sign,
  type WetState,
  mayLeak,
  mayMove,
  plannedWetness,
} from '../jobs/index.js';
import type { DetailRule, RuleConditions } from './detail-rule.js';
import { DETAIL_RULES } from './detail-rules.js';
import { ROUT_OVER_MM } from './schools.js';

/** Rows by what they are for and how it is detailed: there are hundreds, and a job asks thousands of times. */
const ROWS = new Map<string, DetailRule[]>();
for (const rule of DETAIL_RULES)
  for (const detailing of rule.with) {
    const key = `${detailing}:${rule.of}`;
    ROWS.set(key, [...(ROWS.get(key) ?? []), rule]);
  }

/** The row that decides for a feature on its face, detailed in one way, under a crack school. */
export function ruleForFeature(
  feature: Feature,
  face: Pick<Face, 'substrate' | 'kind'>,
  detailing: Detailing,
  crackSchool: School,
): DetailRule {
  return firstThatApplies(feature.kind, detailing, {
    moving: mayMove(feature),
    leaks: mayLeak(feature),
    overThreshold: (feature.widthMm ?? 0) > ROUT_OVER_MM[crackSchool],
    widthMm: feature.widthMm,
    wet: plannedWetness(feature),
    steel: feature.signs?.some((sign) => STEEL.has(sign)) ?? false,
    pipe: feature.pipe,
    substrate: face.substrate,
    faceKind: face.kind,
  });
}

/** @param mortarCorner inner corners of the family are made of mortar */
export function ruleForJunction(junction: Pick<Junction, 'kind'>, detailing: Detailing, mortarCorner = true): DetailRule {
  return firstThatApplies(junction.kind, detailing, { mortarCorner });
}

/** Every row that a thing of this kind could get, for those who decide otherwise. */
export function rulesFor(of: FeatureKind | JunctionKind, detailing: Detailing): readonly DetailRule[] {
  return ROWS.get(`${detailing}:${of}`) ?? [];
}

export function findRule(id: string): DetailRule | undefined {
  return DETAIL_RULES.find((rule) => rule.id === id);
}

/** Signs by which reinforcement is known to be in it. */
const STEEL: ReadonlySet<Sign> = new Set(['steel-shows', 'rust-stain']);

interface Facts {
  moving?: boolean;
  leaks?: boolean;
  overThreshold?: boolean;
  widthMm?: number;
  wet?: WetState;
  pipe?: string;
  substrate?: Face['substrate'];
  faceKind?: Face['kind'];
  mortarCorner?: boolean;
  steel?: boolean;
}

function firstThatApplies(of: DetailRule['of'], detailing: Detailing, facts: Facts): DetailRule {
  const rule = rulesFor(of, detailing).find((row) => applies(row.when, facts));
  if (!rule) throw new Error(`no detail rule for ${of} in ${detailing}`);
  return rule;
}

function applies(when: RuleConditions, facts: Facts): boolean {
  if (when.moving !== undefined && when.moving !== facts.moving) return false;
  if (when.leaks !== undefined && when.leaks !== facts.leaks) return false;
  if (when.overThreshold !== undefined && when.overThreshold !== facts.overThreshold) return false;
  if (when.widthOverMm !== undefined && !((facts.widthMm ?? 0) > when.widthOverMm)) return false;
  if (when.widthFromMm !== undefined && !((facts.widthMm ?? 0) >= when.widthFromMm)) return false;
  if (when.wet && (facts.wet === undefined || !when.wet.includes(facts.wet))) return false;
  if (when.measured !== undefined && when.measured !== (facts.widthMm !== undefined)) return false;
  if (when.mortarCorner !== undefined && when.mortarCorner !== facts.mortarCorner) return false;
  if (when.steel !== undefined && when.steel !== facts.steel) return false;
  if (when.pipe && !when.pipe.includes(facts.pipe ?? '')) return false;
  if (when.substrate && (facts.substrate === undefined || !when.substrate.includes(facts.substrate))) return false;
  return !when.faceKind || (facts.faceKind !== undefined && when.faceKind.includes(facts.faceKind));
}

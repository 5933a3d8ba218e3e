import { type DetailRule, findRule, mostInjectionBar, ruleForFeature, ruleForJunction } from '../build-up/index.js';
import type { Detailing, Product } from '../catalogue/index.js';
import type { Working } from '../fields/index.js';
import { type Issue, issue } from '../issues.js';
import {
  FEATURE_SPECS,
  type Face,
  type FacePoint,
  type Feature,
  type Junction,
  type ProductRole,
  type School,
  type TreatmentOverride,
  endsOn,
  extentOf,
  mayMove,
  outlineAreaM2,
  pathLengthM,
} from '../jobs/index.js';
import { type DetailGeometry, type DetailLine, detailTakeOff } from './detail-take-off.js';
import type { SlotFill } from './slot-fill.js';

/** What one feature or junction gets. */
export interface Treatment {
  /** a feature or a junction, by id */ targetId: string;
  of: DetailRule['of'];
  /** of a junction: the two that meet */ faceIds?: Junction['faceIds'];
  /** what it is made on opens and closes */ moves: boolean;
  rule: DetailRule;
  /** when somebody decided otherwise: what the table says, and why it is not followed */ instead?: { rule: DetailRule; reason: string };
  geometry: DetailGeometry;
  lines: DetailLine[];
  slot?: Working<SlotFill>;
  /** at a packer, where something is injected */ mostBar?: number;
  head?: Working<{ headM: number; pressureKPa: number }>;
  /** what a dormant crack could heal by itself, for comparison */ selfHealing?: Working<{ widthLimitMm: number }>;
  findings: Issue[];
}

export interface Detailer {
  face: Face;
  detailing: Detailing;
  crackSchool: School;
  /** inner corners are made of mortar rather than of sealant */ mortarCorner?: boolean;
  overrides: readonly TreatmentOverride[];
  /** undefined before a build-up is chosen: rules are shown, nothing is taken off */ productFor?(role: ProductRole): Product | undefined;
}

export function treatFeature(feature: Feature, detailer: Detailer): Treatment {
  const { face, detailing, crackSchool } = detailer;
  const usual = ruleForFeature(feature, face, detailing, crackSchool);
  return treat(
    { targetId: feature.id, usual, geometry: geometryOf(feature, usual, face), path: `features.${feature.id}`, moves: mayMove(feature) },
    detailer,
  );
}

/** Where two faces meet at an angle: what lies there is as thick as a corner. */
const CORNERS: ReadonlySet<Junction['kind']> = new Set(['internal-corner', 'external-corner', 'wall-floor']);

export function treatJunction(junction: Junction, detailer: Detailer): Treatment {
  const usual = ruleForJunction(junction, detailer.detailing, detailer.mortarCorner);
  const ends = endsOn(junction, detailer.face.id);
  const geometry: DetailGeometry = {
    ...{ lengthM: junction.lengthM, areaM2: 0, wallThicknessMm: detailer.face.thicknessMm },
    isCorner: CORNERS.has(junction.kind),
    ...(ends ? { alongM: alongOf(ends, detailer.face) } : {}),
  };
  const target = { targetId: junction.id, usual, geometry, path: `faces.${detailer.face.id}`, moves: junction.kind === 'movement' };
  const treatment = treat(target, detailer);
  return { ...treatment, faceIds: junction.faceIds };
}

interface Target extends Pick<Treatment, 'targetId' | 'geometry' | 'moves'> {
  /** what the table says of it */ usual: DetailRule;
  path: string;
}

function treat({ targetId, usual, geometry, path, moves }: Target, detailer: Detailer): Treatment {
  const findings: Issue[] = [];
  const override = detailer.overrides.find((each) => each.targetId === targetId);
  const rule = override ? overriding(override, { usual, moves, path }, findings) : usual;
  if (rule.verdict === 'refuse') findings.push(issue(`refused-${rule.id}`, path));
  const treatment: Treatment = { targetId, of: usual.of, moves, rule, geometry, lines: [], findings };
  if (override && rule !== usual) treatment.instead = { rule: usual, reason: override.reason };
  const productFor = detailer.productFor ?? (() => undefined);
  const taken = detailTakeOff(rule.steps, geometry, productFor, `targets.${targetId}`);
  if (rule.steps.some((step) => step.do === 'inject')) treatment.mostBar = mostInjectionBar(detailer.face);
  treatment.lines = taken.lines;
  treatment.slot = taken.slot;
  findings.push(...taken.issues);
  if (detailer.productFor) for (const role of taken.missing) findings.push(issue('no-product-for-part', path, { role }));
  return treatment;
}

/** Left alone on purpose. */
const leave = (usual: DetailRule): DetailRule => ({ ...usual, id: 'leave', verdict: 'coat-over', steps: [], why: 'left' });

function overriding(
  { ruleId }: TreatmentOverride,
  { usual, moves, path }: Pick<Target, 'usual' | 'moves' | 'path'>,
  findings: Issue[],
): DetailRule {
  if (ruleId === 'leave') return leave(usual);
  const rule = findRule(ruleId);
  if (!rule || rule.of !== usual.of) {
    findings.push(issue('no-such-rule', path, { ruleId }));
    return usual;
  }
  if (moves && bridgesHard(rule)) {
    findings.push(issue('bridges-what-moves', path));
    return usual;
  }
  return rule;
}

/** Fills a gap with something that sets hard. */
export const bridgesHard = (rule: DetailRule): boolean =>
  rule.steps.some(
    (step) =>
      ['plug', 'pour-flush', 'patch'].includes(step.do) ||
      (step.do === 'fill' && step.role !== 'sealant') ||
      (step.do === 'inject' && step.role === 'injection-grout'),
  );

/** A pipe is chased round at a radius wider than itself by half the slot. */
function geometryOf(feature: Feature, { steps }: DetailRule, face: Face): DetailGeometry {
  const { diameterMm = 0, widthMm, depthMm, movementMm, path } = feature;
  const slot = steps.find((step) => step.do === 'open');
  const isRound = feature.kind === 'penetration' || feature.kind === 'drain';
  return {
    lengthM: isRound ? (Math.PI * (diameterMm + (slot?.do === 'open' ? slot.slot.widthMm : 0))) / 1000 : pathLengthM(path),
    areaM2: FEATURE_SPECS[feature.kind].shape === 'area' ? outlineAreaM2(path) : (Math.PI * diameterMm ** 2) / 4e6,
    widthMm,
    depthMm,
    diameterMm: feature.diameterMm,
    movementMm,
    wallThicknessMm: face.thicknessMm,
    isCorner: isRound,
    alongM: alongOf(path, face),
  };
}

function alongOf(path: readonly FacePoint[], { outline }: Face): [number, number] {
  const [{ minU, maxU }, left] = [extentOf(path), extentOf(outline).minU];
  return [minU - left, maxU - left];
}

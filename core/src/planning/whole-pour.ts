import { type Issue, issue } from '../issues.js';
import type { Pour } from '../jobs/index.js';
import type { FacePlan } from './face-plan.js';
import type { TakeOffLine } from '../materials/index.js';

/** All that is cast in one go: the faces that name the same pour, dosed from the same trucks. */
export interface WholePour {
  faceIds: string[];
  concreteM3: number;
  doseKg: number;
  /** that makes a slurry of the powder */ slurryWaterL: number;
  /** taken off each m³'s own mixing water, so that the slump stays */ holdBackLPerM3: number;
  /** one mix cannot hold two amounts of cement, two doses or two powders */ issues: Issue[];
}

interface CastFace {
  faceId: string;
  pour: Pour;
  line: TakeOffLine;
}

const samePour = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** What a pour takes over all faces that are cast in it; undefined where none of them has a dose. */
export function wholePour(name: string, plans: readonly FacePlan[]): WholePour | undefined {
  const cast = plans.flatMap(({ faceId, buildUp, lines }): CastFace[] => {
    const { pour } = buildUp ?? {};
    const line = lines.find(({ what }) => what === 'dose');
    return pour && line && samePour(pour.name, name) ? [{ faceId, pour, line }] : [];
  });
  const [first] = cast;
  if (!first) return undefined;
  const sum = (of: (each: CastFace) => number) => cast.reduce((total, each) => total + of(each), 0);
  const concreteM3 = sum(({ line }) => (line.working!.input as { concreteM3: number }).concreteM3);
  const slurryWaterL = sum(({ line }) => line.amount * (line.product.mix?.waterPerKgL ?? 0));
  const differs = (of: (each: CastFace) => unknown) => cast.some((each) => of(each) !== of(first));
  const issues = [
    differs(({ pour }) => pour.cementKgM3) && issue('pour-cement-differs', 'pour'),
    differs(({ pour }) => pour.dosePct) && issue('pour-dose-differs', 'pour'),
    differs(({ line }) => line.product.id) && issue('pour-powder-differs', 'pour'),
  ].filter((each) => each !== false);
  const doseKg = sum(({ line }) => line.amount);
  return { faceIds: cast.map(({ faceId }) => faceId), concreteM3, doseKg, slurryWaterL, holdBackLPerM3: slurryWaterL / concreteM3, issues };
}

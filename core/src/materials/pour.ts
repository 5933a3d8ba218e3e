import { FAMILIES, type Product } from '../catalogue/index.js';
import { work } from '../fields/index.js';
import { type Result, accept, issue, refuse } from '../issues.js';
import { type BuildUp, type Face, netAreaM2 } from '../jobs/index.js';
import { admixtureDose } from './admixture-dose.js';
import { DOUBLES_PER_TEN, ageRate } from '../physics/index.js';
import { ceilDecimal } from '../quantities/index.js';
import type { TakeOffLine } from './take-off-line.js';

/** m³ of concrete in a face still to be cast: as the pour says, else area times thickness. */
export function concreteM3(face: Face, { pour }: Pick<BuildUp, 'pour'>): number {
  return pour?.concreteM3 ?? netAreaM2(face) * (face.thicknessMm / 1000);
}

/** The admixture that a face's own concrete takes; refused when nothing is known of its pour. */
export function doseLine(face: Face, buildUp: BuildUp, product: Product, path: string): Result<TakeOffLine> {
  const { pour } = buildUp;
  if (!pour) return refuse(issue('no-pour', path));
  const dosed = work(admixtureDose, { concreteM3: concreteM3(face, buildUp), cementKgM3: pour.cementKgM3, dosePct: pour.dosePct }, path);
  if (!dosed.ok) return dosed;
  const working = dosed.value;
  return accept({ id: `${face.id}:dose`, what: 'dose', faceId: face.id, product, amount: working.output.doseKg, coats: 1, working });
}

export type ShakeStep = 'scatter' | 'float' | 'trowel' | 'cure';

export type PourPlan =
  | {
      kind: 'dose';
      doseKg: number;
      /** that makes a slurry of the powder */ slurryWaterL: number;
      /** taken off each m³'s own mixing water, so that the slump stays */ holdBackLPerM3: number;
      warnings: string[];
    }
  | { kind: 'shake'; bays: number; bayM2: number; kgPerBay: number; steps: { id: ShakeStep; fromH: number; toH: number }[] };

/** m² that a crew floats at one go when nobody says otherwise; common practice, no source. */
const USUAL_BAY_M2 = 20;
const LOSS = 1.05;
/** h after the pour, at 20 °C, at which a foot leaves a print of 5 mm and a shake may go on; common practice, no source. */
export const SCATTER_FROM_H = 3;
/** h from the pour at 20 °C: it carries a foot, the powder has darkened, it rings under the trowel; common practice, no source. */
const SHAKE_H: readonly [ShakeStep, number, number][] = [
  ['scatter', SCATTER_FROM_H, 5],
  ['float', 3.5, 5.5],
  ['trowel', 5, 8],
  ['cure', 8, 72],
];

/** What a pour or its bays take, and when; undefined where nothing is known of it. Hours are at `temperatureC`, doubling for 10 °C less. */
export function pourPlan(face: Face, buildUp: BuildUp, product: Product, temperatureC: number): PourPlan | undefined {
  const { pour } = buildUp;
  if (!pour) return undefined;
  if (FAMILIES[buildUp.family].placed === 'in-the-mix') {
    const m3 = concreteM3(face, buildUp);
    const dosed = admixtureDose.compute({ concreteM3: m3, cementKgM3: pour.cementKgM3, dosePct: pour.dosePct });
    if (!dosed.ok) return undefined;
    const { doseKg, warnings } = dosed.value;
    const slurryWaterL = doseKg * (product.mix?.waterPerKgL ?? 0);
    return { kind: 'dose', doseKg, slurryWaterL, holdBackLPerM3: slurryWaterL / m3, warnings };
  }
  const areaM2 = netAreaM2(face);
  const bays = Math.max(1, ceilDecimal(areaM2 / (pour.bayM2 ?? USUAL_BAY_M2)));
  const slower = 1 / ageRate(DOUBLES_PER_TEN, temperatureC, product.referenceC);
  return {
    kind: 'shake',
    bays,
    bayM2: areaM2 / bays,
    kgPerBay: (areaM2 / bays) * (product.coat?.kgPerM2PerCoat ?? 0) * LOSS,
    steps: SHAKE_H.map(([id, fromH, toH]) => ({ id, fromH: fromH * slower, toH: toH * slower })),
  };
}

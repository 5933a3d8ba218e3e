import type { Product } from '../catalogue/index.js';
import { work } from '../fields/index.js';
import { type Issue, issue } from '../issues.js';
import { type BuildUp, type Face, netAreaM2 } from '../jobs/index.js';
import { admixtureDose } from '../materials/index.js';
import type { TakeOffLine } from './face-plan.js';

/** m³ of concrete in a face still to be cast: as the pour says, else area times thickness. */
export function concreteM3(face: Face, { pour }: Pick<BuildUp, 'pour'>): number {
  return pour?.concreteM3 ?? netAreaM2(face) * (face.thicknessMm / 1000);
}

/** The admixture that a face's own concrete takes; an issue when nothing is known of its pour. */
export function doseLine(face: Face, buildUp: BuildUp, product: Product, path: string): TakeOffLine | Issue {
  const { pour } = buildUp;
  if (!pour) return issue('no-pour', path);
  const dosed = work(admixtureDose, { concreteM3: concreteM3(face, buildUp), cementKgM3: pour.cementKgM3, dosePct: pour.dosePct }, path);
  if (Array.isArray(dosed)) return dosed[0]!;
  return { id: `${face.id}:dose`, what: 'dose', faceId: face.id, product, amount: dosed.output.doseKg, coats: 1, working: dosed };
}

import { judge } from '../build-up/index.js';
import { type Product, pinProducts } from '../catalogue/index.js';
import type { BuildUp, JobModel } from '../jobs/index.js';
import type { PlanConditions } from './conditions.js';
import { faceFacts, measuredStrengths } from './face-facts.js';
import { type FacePlan, planFace } from './face-plan.js';
import type { House } from './house.js';
import type { JobPlan } from './plan-job.js';

/** A face with another coat of the same system, planned. */
export interface OtherCoat {
  coat: Product;
  buildUp: BuildUp;
  plan: FacePlan;
}

interface OtherCoatsFrom {
  model: JobModel;
  plan: JobPlan;
  house: House;
  conditions: PlanConditions;
  nowMs: number;
  /** a coat of it was begun: what lies there stays */ isBegun(faceId: string): boolean;
}

/** Until the next coat must be on it, h at its sheet's temperature. */
const windowH = ({ coat }: Product): number => coat?.recoat.maxH ?? Infinity;

/** Where nobody knows how high the water stands: by its sheet no less than the one that was chosen. */
const isRatedAsWell = ({ coat }: Product, { coat: chosen }: Product): boolean =>
  (coat?.rating?.positiveKPa ?? 0) >= (chosen?.rating?.positiveKPa ?? 0) &&
  (coat?.rating?.negativeKPa ?? 0) >= (chosen?.rating?.negativeKPa ?? 0);

/**
 * Of each face whose coats have a window that closes, the coat of the same system that leaves the longest one, where nothing stands
 * against it on that face: its sheet does not forbid it there, it holds the water as the chosen one does, and its sheet is complete.
 */
export function otherCoats({ model, plan, house, conditions, nowMs, isBegun }: OtherCoatsFrom): Map<string, OtherCoat> {
  const strengths = measuredStrengths(model.readings);
  const found = new Map<string, OtherCoat>();
  for (const own of plan.faces) {
    const { faceId, buildUp, products, layers } = own;
    const closes = layers.some(({ layer, after }) => layer === 'coat' && (after?.maxH ?? null) !== null);
    if (!buildUp || !products?.coat || !closes || isBegun(faceId)) continue;
    const face = model.faces.find(({ id }) => id === faceId)!;
    const features = model.features.filter((feature) => feature.faceId === faceId);
    const readings = model.readings.filter((reading) => reading.faceId === faceId);
    const today = { ms: nowMs, temperatureC: conditions.temperatureC };
    const facts = faceFacts({ face, plan: own, features, readings, job: model.job, today });
    const longer = house.catalogue
      .choices('coat', buildUp.family)
      .filter((coat) => windowH(coat) > windowH(products.coat!) && judge(buildUp.family, coat, facts).verdict !== 'cannot')
      .sort((a, b) => windowH(b) - windowH(a));
    const junctions = plan.junctions.filter(({ id }) => own.treatments.some(({ targetId }) => targetId === id));
    for (const coat of longer) {
      const with_ = { ...buildUp, products: pinProducts(coat, buildUp.family, house.catalogue) };
      const measuredMPa = strengths.get(faceId);
      const made = planFace({
        face,
        features,
        junctions,
        buildUp: with_,
        around: model,
        house,
        ...(measuredMPa === undefined ? {} : { measuredMPa }),
      });
      const holds = made.rating ? made.rating.output.passes : isRatedAsWell(coat, products.coat);
      if (made.products === undefined || !holds) continue;
      found.set(faceId, { coat, buildUp: with_, plan: own.stopping ? { ...made, stopping: own.stopping } : made });
      break;
    }
  }
  return found;
}

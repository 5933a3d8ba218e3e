import { SECOND_COAT_SCHOOLS, type TreatmentStep } from '../build-up/index.js';
import type { Wait } from '../programme/index.js';
import type { FacePlan } from './face-plan.js';

export type WorkStep = 'prepare' | TreatmentStep | 'coat-1' | 'coat-2';

/** One stable piece of work: a zone and a layer, or a feature or junction and a step. The id outlives every re-plan. */
export interface WorkItem {
  id: string;
  faceId: string;
  targetId?: string;
  step: WorkStep;
  durationMin: number;
  quantity: { value: number; unit: 'm²' | 'm' | 'kg' };
  waits: Wait[];
  /** wet to saturated surface-dry again just before */ rewet: boolean;
}

/** Minutes of a crew of two; common practice, no source, to be edited by who knows his crew. */
const PACE = {
  prepareMinPerM2: 4,
  coatMinPerM2: 5,
  openMinPerM: 18,
  plugMinPerM: 12,
  fillMinPerM: 14,
  filletMinPerM: 6,
  leastMin: 15,
} as const;

/** Fills and fillets must have set before slurry goes over them: 2 h at 20 °C; common practice. */
const SET_BEFORE_COAT = { minH: 2, maxH: null, referenceC: 20 } as const;
/** Zones and layers: until zones are drawn by hand, a face is one zone. */
export const zoneOf = (faceId: string): string => `${faceId}:z1`;

const minutes = (amount: number, pace: number): number => Math.max(PACE.leastMin, Math.round((amount * pace) / 5) * 5);

/** Everything to be done on a face, in order: prepare, open and fill what needs it, fillets, two coats. Nothing without a build-up. */
export function workItemsOf(plan: FacePlan): WorkItem[] {
  if (!plan.products || !plan.buildUp) return [];
  const { faceId, areaM2 } = plan;
  const zone = zoneOf(faceId);
  const items: WorkItem[] = [
    {
      id: `${zone}:prepare`,
      faceId,
      step: 'prepare',
      durationMin: minutes(areaM2, PACE.prepareMinPerM2),
      quantity: { value: areaM2, unit: 'm²' },
      waits: [],
      rewet: false,
    },
  ];
  const treated = plan.treatments.filter((t) => t.rule.verdict === 'treat');
  for (const step of ['open', 'plug', 'fill', 'fillet'] as const)
    for (const treatment of treated) {
      if (!treatment.rule.steps.includes(step)) continue;
      const lengthM = treatment.slot?.output.cutLengthM ?? (treatment.fillet ? Number(treatment.fillet.input['lengthM']) : 0);
      const pace = { open: PACE.openMinPerM, plug: PACE.plugMinPerM, fill: PACE.fillMinPerM, fillet: PACE.filletMinPerM }[step];
      items.push({
        id: `${treatment.targetId}:${step}`,
        faceId,
        targetId: treatment.targetId,
        step,
        durationMin: minutes(lengthM, pace),
        quantity: { value: lengthM, unit: 'm' },
        waits: [],
        rewet: step === 'fill' || step === 'fillet',
      });
    }
  const sets: Wait[] = items
    .filter((item) => item.step === 'fill' || item.step === 'fillet')
    .map((item) => ({ taskId: item.id, ...SET_BEFORE_COAT }));
  return [...items, ...coats(plan, zone, sets)];
}

function coats(plan: FacePlan, zone: string, sets: Wait[]): WorkItem[] {
  const { slurry } = plan.products!;
  const school = SECOND_COAT_SCHOOLS[plan.buildUp!.secondCoatSchool];
  const minH = school.opens === 'touch-dry' ? slurry.coat!.touchDryH : school.opens;
  const quantity = { value: plan.areaM2, unit: 'm²' } as const;
  const durationMin = minutes(plan.areaM2, PACE.coatMinPerM2);
  const first: WorkItem = { id: `${zone}:coat-1`, faceId: plan.faceId, step: 'coat-1', durationMin, quantity, waits: sets, rewet: true };
  const wait: Wait = { taskId: first.id, minH, maxH: school.closesH, referenceC: slurry.referenceC };
  const second: WorkItem = {
    id: `${zone}:coat-2`,
    faceId: plan.faceId,
    step: 'coat-2',
    durationMin,
    quantity,
    waits: [wait],
    rewet: school.rewetToSsd,
  };
  return slurry.coat!.coats > 1 ? [first, second] : [first];
}

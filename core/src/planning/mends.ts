import type { Product } from '../catalogue/index.js';
import type { FailureKind, Mend } from '../jobs/index.js';
import { type PlannedLayer, type TakeOffLine, isCover } from '../materials/index.js';
import type { FacePlan } from './face-plan.js';
import type { House } from './house.js';
import { PACES } from './paces.js';
import { REMEDY_STEP_OF, remedyWays } from './remedies.js';
import { type WorkItem, paceOf, roundedMin } from './work-items.js';
import type { WorkStep } from './work-steps.js';

interface Crew {
  house: House;
  people: number;
}

/** Of rapid plug for one place, kg; common practice, no source. */
const PLUG_KG = 1;

/** The same work with what was decided where tests failed: after the coats, before what covers them. */
export function withMends(items: readonly WorkItem[], plan: FacePlan, crew: Crew): WorkItem[] {
  const mends = plan.buildUp?.mends ?? [];
  if (mends.length === 0) return [...items];
  const coverAt = items.findIndex(({ targetId, step }) => targetId === undefined && isCover({ id: step as PlannedLayer['layer'] }));
  const before = coverAt < 0 ? [...items] : items.slice(0, coverAt);
  const covers = coverAt < 0 ? [] : items.slice(coverAt);
  const work = mends.reduce<WorkItem[]>(
    (all, mend, i) => [...all, ...mendWork(mend, i + 1, { plan, crew, before: [...before, ...all] })],
    [],
  );
  const last = work.at(-1);
  const [cover, ...rest] = covers;
  if (!cover || !last) return [...before, ...work, ...covers];
  const { referenceC, minH } = cover.waits[0] ?? { referenceC: 20, minH: 0 };
  return [...before, ...work, { ...cover, waits: [...cover.waits, { taskId: last.id, minH, maxH: null, referenceC }] }, ...rest];
}

interface Setting {
  plan: FacePlan;
  crew: Crew;
  /** all that is done on the face before it */ before: readonly WorkItem[];
}

function mendWork(mend: Mend, no: number, { plan, crew, before }: Setting): WorkItem[] {
  const layers = plan.layers.filter(({ embedded, layer }) => !embedded && !isCover({ id: layer }));
  const steps = stepsOf(mend.failure, plan, layers);
  const like = before.findLast(
    ({ targetId, step, mend: other }) => !other && targetId === undefined && layers.some(({ id }) => id === step),
  );
  const last = before.at(-1);
  const made: WorkItem[] = [];
  for (const step of steps) {
    const layer = layers.find(({ id }) => id === step);
    const previous = made.at(-1) ?? last;
    const isFirst = made.length === 0;
    const after = layer?.after && !isFirst && layers.some(({ id }) => id === made.at(-1)!.step) ? layer.after : undefined;
    const { room } = like ?? before.find((item) => item.room !== undefined) ?? {};
    made.push({
      id: `${plan.faceId}:mend-${mend.id}:${step}`,
      faceId: plan.faceId,
      ...(mend.targetId === undefined || layer ? {} : { targetId: mend.targetId }),
      step,
      durationMin: minutesOf(step, mend, crew),
      quantity: step === 'plug' || step === 'inject' ? { value: 1, unit: 'piece' } : { value: mend.areaM2, unit: 'm²' },
      waits: previous ? [{ taskId: previous.id, ...(after ?? { minH: 0, maxH: null, referenceC: 20 }) }] : [],
      rewet: layer?.rewet ?? false,
      mend: { id: mend.id, no },
      ...(room ? { room: layer ? room : { ...room, isDusty: step !== 'plug' && step !== 'inject' } } : {}),
    });
  }
  return made;
}

const minutesOf = (step: WorkStep, { areaM2 }: Mend, { house, people }: Crew): number => {
  const pace = paceOf(step);
  const per = PACES[pace].per === 'm²' ? areaM2 : 1;
  return roundedMin((per * (house.paces[pace] ?? PACES[pace].minutes)) / people);
};

/** What is done at a place, by what is wrong there. */
function stepsOf(failure: FailureKind, plan: FacePlan, layers: readonly PlannedLayer[]): WorkStep[] {
  const laid = layers.map(({ id }) => id as WorkStep);
  const top = laid.findLast((step) => step.startsWith('coat-')) ?? laid.at(-1);
  const coat = plan.products?.coat;
  const last = top === undefined ? [] : [top];
  const keyed: WorkStep[] = coat ? [REMEDY_STEP_OF[remedyWays(coat)[0]!]] : [];
  switch (failure) {
    case 'thin':
      return [...keyed, ...last];
    case 'pinhole':
    case 'not-repelling':
      return last;
    case 'debonded':
      return ['take-off', 'prepare', ...laid];
    case 'leak-beside':
      return plan.family?.placed === 'in-cracks' ? ['inject'] : ['plug', ...laid];
    case 'water-loss':
      return [...keyed, ...laid];
    case 'closed-surface':
      return ['prepare'];
  }
}

/** What mending takes: each layer at its own rate, and a plug for a place that leaks. */
export function mendLines(items: readonly WorkItem[], { faceId, layers, products = {} }: FacePlan): TakeOffLine[] {
  return items.flatMap(({ id, mend, step, targetId, quantity }): TakeOffLine[] => {
    if (!mend) return [];
    const line = (what: string, product: Product, amount: number): TakeOffLine => ({
      ...{ id, what, faceId, product, amount, coats: 1 },
      ...(targetId === undefined ? {} : { targetId }),
    });
    const layer = layers.find((each) => each.id === step);
    if (layer) return [line(layer.layer, layer.product, layer.perM2 * quantity.value)];
    return step === 'plug' && products.plug ? [line('plug', products.plug, PLUG_KG)] : [];
  });
}

import { SHIPPED_CATALOGUE } from '../catalogue';
import { type StockMove, foldStock } from '../materials';
import { buildUp, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, materialFor, materialHours, placingOptions, planJob, programmeJob } from './index';

const DAY = 86_400_000;
const TODAY = '2026-05-18';
const NOW = Date.parse(`${TODAY}T07:00:00Z`);
const model = { ...sampleJob(), buildUps: [buildUp('north'), buildUp('east')] };
const { workItems, faces: plans } = planJob(model, USUAL_CREW, USUAL_HOUSE);
const coats = workItems.filter(({ step }) => step.startsWith('coat-'));
const kgOf = (item: (typeof coats)[number]) => materialFor(item, plans.find(({ faceId }) => faceId === item.faceId)!.lines)!.amount;
const { product } = materialFor(coats[0]!, plans[0]!.lines)!;

/** A store that has received so many kilograms of the slurry, by the gram. */
function storeOf(kg: number, done = new Map()) {
  const packSize = 0.001;
  const delivery: StockMove = {
    ...{ id: 'lot', at: '2026-05-01T08:00:00Z', by: 'Ines', kind: 'delivery', product: { id: product.id, version: product.version } },
    ...{ batchNumber: 'B 1', madeOn: '2026-04-20', packSize, packs: Math.round(kg / packSize) },
  };
  return { stock: foldStock(kg === 0 ? [] : [delivery], SHIPPED_CATALOGUE, TODAY), jobId: model.job.id, today: TODAY, done };
}
const waiting = (store: ReturnType<typeof storeOf>) => {
  const hours = materialHours(workItems, plans, store);
  return coats.filter((item) => hours(item).length > 0).map(({ id }) => id);
};
/** stripes take of it as well */
const all = workItems.reduce((sum, item) => {
  const material = materialFor(item, plans.find(({ faceId }) => faceId === item.faceId)!.lines);
  return sum + (material?.product === product ? material.amount : 0);
}, 0);

test('what lies in the store is given out in the order of the walk; the rest waits for its delivery', () => {
  expect(waiting(storeOf(all + 1))).toEqual([]);
  expect(all).toBeGreaterThan(coats.reduce((sum, item) => sum + kgOf(item), 0));
  expect(waiting(storeOf(all - 1))).toEqual([coats.at(-1)!.id]);
  const [hours] = materialHours(workItems, plans, storeOf(1))(coats[0]!);
  expect((hours!.toMs - Date.parse(`${TODAY}T00:00:00Z`)) / DAY).toBe(product.leadTimeDays);
  expect(hours!.because).toEqual({ code: 'material', product: product.name, days: product.leadTimeDays });
});

test('what has begun has its material, whatever its place in the walk', () => {
  const begun = new Map([[coats.at(-1)!.id, { startedAt: NOW, batchNumbers: [], people: [] }]]);
  expect(waiting(storeOf(kgOf(coats.at(-1)!) + 1, begun))).toEqual(coats.slice(0, -1).map(({ id }) => id));
});

test('of a product that the book has never held nothing is known', () => expect(waiting(storeOf(0))).toEqual([]));

test('nothing is placed before its material can be there', () => {
  const from = {
    model,
    plan: { faces: plans },
    workItems,
    house: USUAL_HOUSE,
    bookings: [],
    today: '2026-05-18',
    tool: undefined,
    wallsC: new Map(),
  };
  const placed = programmeJob(workItems, { done: new Map() }, { nowMs: NOW, ...placingOptions({ ...from, store: storeOf(1) }) });
  const first = placed.tasks.find(({ id }) => id === coats[0]!.id)!;
  expect(first.startMs).toBeGreaterThanOrEqual(Date.parse(`${TODAY}T00:00:00Z`) + product.leadTimeDays * DAY);
});

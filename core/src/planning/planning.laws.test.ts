import fc from 'fast-check';
import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import { FAMILY_IDS, type Feature, type JobModel } from '../jobs';
import { HOUR_MS } from '../quantities';
import { foldLog } from '../site-log';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { Planner, USUAL_CREW, USUAL_HOUSE, type WorkItem, planDeliveries, planJob, programmeJob } from './index';

const FACE_IDS = sampleJob().faces.map(({ id }) => id);
const family = fc.constantFrom(...FAMILY_IDS);
const wet = fc.constantFrom<NonNullable<Feature['wetState']>>('dry', 'damp', 'weeping', 'running');
const widthMm = fc.double({ min: 0.05, max: 8, noNaN: true });

/** A job whose faces have any systems, with any cracks on them. */
const anyJob = fc
  .record({
    families: fc.array(fc.option(family, { nil: undefined }), { minLength: FACE_IDS.length, maxLength: FACE_IDS.length }),
    cracks: fc.array(fc.record({ at: fc.nat(FACE_IDS.length - 1), wetState: wet, widthMm, moving: fc.boolean() }), { maxLength: 6 }),
    roughnessFactor: fc.double({ min: 1, max: 2, noNaN: true }),
  })
  .map(({ families, cracks, roughnessFactor }): JobModel => {
    const job = sampleJob();
    return {
      ...job,
      faces: job.faces.map((face) => ({ ...face, roughnessFactor })),
      features: cracks.map(({ at, moving, ...part }, i) =>
        crack({ ...part, id: `k${i}`, faceId: FACE_IDS[at]!, movement: moving ? 'moving' : 'static' }),
      ),
      buildUps: families.flatMap((id, i) => {
        const coat = id && SHIPPED_CATALOGUE.choices('coat', id)[0];
        return id && coat ? [buildUp(FACE_IDS[i]!, { family: id, products: pinProducts(coat, id, SHIPPED_CATALOGUE) })] : [];
      }),
    };
  });
const plan = (model: JobModel) => planJob(model, USUAL_CREW, USUAL_HOUSE);
const RUNS = { numRuns: 60 };

test('whatever is planned: amounts are figures, none is negative, and every line belongs to something that is there', () => {
  fc.assert(
    fc.property(anyJob, (model) => {
      const things = new Set([...model.features.map(({ id }) => id), ...plan(model).junctions.map(({ id }) => id)]);
      for (const { faceId, lines } of plan(model).faces)
        for (const line of lines) {
          expect(line.amount).toBeGreaterThan(0);
          expect(Number.isFinite(line.amount)).toBe(true);
          expect(line.faceId).toBe(faceId);
          if (line.targetId !== undefined) expect(things.has(line.targetId)).toBe(true);
        }
    }),
    RUNS,
  );
});

test('what is bought covers what is taken off, in whole packs, product by product', () => {
  fc.assert(
    fc.property(anyJob, (model) => {
      const { faces, supply } = plan(model);
      for (const { product, required, purchase } of supply.orders) {
        const taken = faces.flatMap(({ lines }) => lines).filter((line) => line.product === product);
        const sum = taken.reduce((total, { amount }) => total + amount, 0);
        if (product.mix?.wholePacksOnly) {
          const kitKg = Math.min(...product.packs.map(({ size }) => size));
          expect(required).toBeGreaterThanOrEqual(sum - 1e-6);
          expect(Math.abs(required / kitKg - Math.round(required / kitKg))).toBeLessThan(1e-6);
        } else expect(required).toBeCloseTo(sum, 6);
        const bought = purchase.packs.reduce((sum, { size, count }) => sum + size * count, 0);
        expect(bought).toBeGreaterThanOrEqual(required - 1e-6);
        expect(bought).toBeCloseTo(purchase.total, 6);
      }
    }),
    RUNS,
  );
});

test('planned again after any change, it is as planned from nothing', () => {
  fc.assert(
    fc.property(anyJob, anyJob, (before, after) => {
      const planner = new Planner();
      planner.plan(before, USUAL_CREW, USUAL_HOUSE);
      expect(planner.plan(after, USUAL_CREW, USUAL_HOUSE)).toEqual(plan(after));
    }),
    { numRuns: 25 },
  );
});

test('a rougher wall takes more, and never less', () => {
  fc.assert(
    fc.property(anyJob, fc.double({ min: 1, max: 1.5, noNaN: true }), (model, factor) => {
      const rougher = { ...model, faces: model.faces.map((face) => ({ ...face, roughnessFactor: face.roughnessFactor * factor })) };
      const sums = (of: JobModel) => new Map(plan(of).supply.orders.map(({ product, required }) => [product.id, required]));
      const [smooth, rough] = [sums(model), sums(rougher)];
      for (const [id, required] of smooth) expect(rough.get(id)! + 1e-9).toBeGreaterThanOrEqual(required);
    }),
    RUNS,
  );
});

test('nothing that sets hard goes into what moves', () => {
  fc.assert(
    fc.property(anyJob, (model) => {
      const moving = new Set(model.features.filter(({ movement }) => movement === 'moving').map(({ id }) => id));
      const hard = new Set(['mortar', 'repair-mortar', 'plug', 'injection-grout', 'dry-pack']);
      for (const { treatments } of plan(model).faces)
        for (const { targetId, lines } of treatments)
          if (moving.has(targetId)) for (const { role } of lines) expect(hard.has(role)).toBe(false);
    }),
    RUNS,
  );
});

const at = { nowMs: Date.parse('2026-05-21T05:00:00Z'), timeZone: 'Europe/Oslo', temperatureC: 12 };
const SITE = foldLog([]);

test('in time: each piece once, none before now, a chain in its order, no two at once', () => {
  fc.assert(
    fc.property(anyJob, (model) => {
      const { workItems } = plan(model);
      const { tasks } = programmeJob(workItems, SITE, at);
      expect(tasks.map(({ id }) => id)).toEqual(workItems.map(({ id }) => id));
      const ends = new Map<string, number>();
      for (const { chain, startMs, endMs } of tasks) {
        expect(startMs).toBeGreaterThanOrEqual(Math.max(at.nowMs, ends.get(chain) ?? -Infinity));
        ends.set(chain, endMs);
      }
      // what dries or is kept wet goes on by itself
      const restMs = new Map(workItems.map(({ id, restH = 0 }) => [id, restH * HOUR_MS]));
      const attended = workItems.filter(({ durationMin }) => durationMin > 0).map(({ id }) => tasks.find((task) => task.id === id)!);
      const inTime = attended.sort((a, b) => a.startMs - b.startMs);
      inTime
        .slice(1)
        .forEach((task, i) => expect(task.startMs).toBeGreaterThanOrEqual(inTime[i]!.endMs - restMs.get(inTime[i]!.id)! - 1e-3));
    }),
    RUNS,
  );
});

test('week by week: all of it is delivered, once', () => {
  fc.assert(
    fc.property(anyJob, (model) => {
      const { faces, workItems, supply } = plan(model);
      const lines = faces.flatMap((face) => face.lines);
      const deliveries = planDeliveries({
        lines,
        workItems,
        programme: programmeJob(workItems, SITE, at),
        conditions: USUAL_CREW,
        sparePct: 0,
      });
      for (const { product, required } of supply.orders) {
        const split = deliveries.flatMap((each) => each.supply.orders).filter((order) => order.product === product);
        const delivered = split.reduce((sum, order) => sum + order.required, 0);
        // kits that are opened in one week are not used up in the next
        if (product.mix?.wholePacksOnly) expect(delivered).toBeGreaterThanOrEqual(required - 1e-6);
        else expect(delivered).toBeCloseTo(required, 6);
      }
      // whatever is laid is placed in time, so nothing is left without a week
      if (deliveries.length > 0) expect(deliveries.every(({ weekOf }) => weekOf !== undefined)).toBe(true);
    }),
    RUNS,
  );
});

test('more people are never slower at any piece of work', () => {
  const minutes = (items: readonly WorkItem[]) => items.map(({ durationMin }) => durationMin);
  fc.assert(
    fc.property(anyJob, fc.integer({ min: 1, max: 5 }), (model, people) => {
      const few = minutes(planJob(model, { ...USUAL_CREW, people }, USUAL_HOUSE).workItems);
      const many = minutes(planJob(model, { ...USUAL_CREW, people: people + 1 }, USUAL_HOUSE).workItems);
      many.forEach((each, i) => expect(each).toBeLessThanOrEqual(few[i]!));
    }),
    RUNS,
  );
});

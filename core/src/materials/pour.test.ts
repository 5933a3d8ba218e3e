import { SHIPPED_CATALOGUE, SHIPPED_PRODUCTS, pinProducts } from '../catalogue';
import type { FamilyId } from '../jobs';
import { buildUp, sampleJob } from '../testing/sample-job';
import { foldLog } from '../site-log';
import { USUAL_HOUSE, planJob, programmeJob } from '../planning';
import { concreteM3, doseLine, pourPlan } from './pour';

const floor = sampleJob().faces.find(({ id }) => id === 'floor')!; // 4 × 3 m, 300 mm
const madeFor = (family: FamilyId) => SHIPPED_PRODUCTS.find(({ role, families }) => role === 'coat' && families?.includes(family))!;
const admixed = madeFor('crystalline-admixture');
const shaken = madeFor('crystalline-dry-shake');
const dosed = buildUp('floor', { family: 'crystalline-admixture', pour: { name: 'Floor', cementKgM3: 350, dosePct: 1 } });
const dusted = (bayM2?: number) =>
  buildUp('floor', { family: 'crystalline-dry-shake', pour: { name: 'Floor', cementKgM3: 350, dosePct: 1, bayM2 } });

test('a face still to be cast holds its area times its thickness, unless the pour says otherwise', () => {
  expect(concreteM3(floor, dosed)).toBeCloseTo(3.6, 12);
  expect(concreteM3(floor, { pour: { ...dosed.pour!, concreteM3: 5 } })).toBe(5);
});

// common practice, no source: 3.6 m³ × 350 kg × 1 % = 12.6 kg; what makes its slurry is held back from the mixer
test('the dose goes by the cement, and its slurry water comes off the mixing water', () => {
  const product = { ...admixed, mix: { addTo: 'liquid', mixMin: 5, standMin: 0, wholePacksOnly: false, waterPerKgL: 0.8 } } as const;
  expect(pourPlan(floor, dosed, product, 20)).toEqual({
    kind: 'dose',
    doseKg: expect.closeTo(12.6, 9),
    slurryWaterL: expect.closeTo(10.08, 9),
    holdBackLPerM3: expect.closeTo(2.8, 9),
    warnings: [],
  });
  expect(doseLine(floor, dosed, product, 'here')).toMatchObject({ ok: true, value: { what: 'dose', amount: expect.closeTo(12.6, 9) } });
});

test('nothing known of the pour: no plan, and the take-off says where', () => {
  const { pour: _, ...unknown } = dosed;
  expect(pourPlan(floor, unknown, admixed, 20)).toBeUndefined();
  expect(doseLine(floor, unknown, admixed, 'here')).toEqual({ ok: false, issues: [{ code: 'no-pour', path: 'here' }] });
});

test('bays are equal and none is larger than the crew floats; the powder adds up to the floor', () => {
  for (const [bayM2, bays] of [
    [12, 1],
    [11.9, 2],
    [5, 3],
    [undefined, 1],
  ] as const) {
    const plan = pourPlan(floor, dusted(bayM2), shaken, 20);
    if (plan?.kind !== 'shake') throw new Error('not a shake');
    expect(plan.bays).toBe(bays);
    expect(plan.bays * plan.bayM2).toBeCloseTo(12, 9);
    expect(plan.bays * plan.kgPerBay).toBeCloseTo(12 * shaken.coat!.kgPerM2PerCoat * 1.05, 9);
  }
});

// common practice, no source: setting doubles its pace every 10 °C
test('ten degrees colder, twice as long', () => {
  const at = (temperatureC: number) => {
    const plan = pourPlan(floor, dusted(), shaken, temperatureC);
    if (plan?.kind !== 'shake') throw new Error('not a shake');
    return plan.steps.map(({ fromH, toH }) => [fromH, toH]);
  };
  at(shaken.referenceC - 10).forEach(([fromH, toH], step) => {
    const [from, to] = at(shaken.referenceC)[step]!;
    expect(fromH).toBeCloseTo(2 * from!, 9);
    expect(toH).toBeCloseTo(2 * to!, 9);
  });
});

test('what is done to concrete waits for it: a dose for the trucks, a shake until it carries a foot', () => {
  const pour = { name: 'Floor', cementKgM3: 350, dosePct: 1, pouredAt: '2026-06-02T10:00:00+02:00' };
  const starts = (family: FamilyId, pouredAt?: string) => {
    const coat = madeFor(family);
    const products = pinProducts(coat, family, SHIPPED_CATALOGUE);
    const model = { ...sampleJob(), buildUps: [buildUp('floor', { family, products, pour: { ...pour, pouredAt } })] };
    const { workItems } = planJob(model, { people: 2, temperatureC: 20 }, USUAL_HOUSE);
    const at = { nowMs: Date.parse('2026-05-20T05:00:00Z'), timeZone: 'Europe/Oslo', temperatureC: 20 };
    const { tasks } = programmeJob(workItems, foldLog([]), at);
    return new Date(tasks.find(({ id }) => /:(dose|coat-1)$/.test(id))!.startMs).toISOString();
  };
  expect(starts('crystalline-admixture', pour.pouredAt)).toBe('2026-06-02T08:00:00.000Z');
  expect(starts('crystalline-dry-shake', pour.pouredAt)).toBe('2026-06-02T11:00:00.000Z');
  // 07:00 of that morning
  expect(starts('crystalline-admixture')).toBe('2026-05-20T05:00:00.000Z');
});

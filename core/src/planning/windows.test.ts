import { type Product, SHIPPED_PRODUCTS, type Tool } from '../catalogue';
import { dewWorking, foldLog } from '../site-log';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import {
  USUAL_HOUSE,
  materialFor,
  mixingCard,
  outsideSheet,
  planJob,
  programmeJob,
  revisionContent,
  windowWorkings,
  zoneOf,
} from './index';

const NOW = Date.parse('2026-05-18T05:00:00Z');
const CREW = { people: 2, temperatureC: 10 };
const model = { ...sampleJob(), features: [crack({ wetState: 'weeping' })], buildUps: [buildUp('north')] };
const plan = planJob(model, CREW, USUAL_HOUSE);
const item = (step: string) => plan.workItems.find((each) => each.step === step)!;
const lines = plan.faces[0]!.lines;
const wall = (temperatureC: number) => [{ atMs: NOW, temperatureC }];

describe('workings of a window', () => {
  const site = foldLog([]);
  const programme = programmeJob(plan.workItems, site, { nowMs: NOW, timeZone: 'UTC', temperatureC: 10 });

  test('give the same times as the programme', () => {
    const workings = windowWorkings(item('coat-2'), programme, site, wall(10))!;
    const { window } = programme.tasks.find((task) => task.id === item('coat-2').id)!;
    expect((workings.opens.output as { opensAt: string }).opensAt).toBe(new Date(window!.opensMs).toISOString());
    expect((workings.closes!.output as { closesAt: string }).closesAt).toBe(new Date(window!.closesMs!).toISOString());
  });

  test('in the cold it closes at the sheet’s own hour, in the warm sooner', () => {
    const closes = (temperatureC: number) => {
      const placed = programmeJob(plan.workItems, site, { nowMs: NOW, timeZone: 'UTC', temperatureC });
      const before = placed.tasks.find(({ id }) => id === `${zoneOf('north')}:coat-1`)!;
      const closesAt = windowWorkings(item('coat-2'), placed, site, wall(temperatureC))!.closes!.output['closesAt' as never] as string;
      return (Date.parse(closesAt) - before.startMs) / 3_600_000;
    };
    expect([5, 10, 20].map(closes)).toEqual([6, 6, 6].map((h) => expect.closeTo(h, 6)));
    expect(closes(30)).toBeCloseTo(3, 6);
  });

  test('go by what was measured nearest in time: cold while it was fresh counts as cold, whatever is measured now', () => {
    const id = `${zoneOf('north')}:coat-1`;
    const laidAt = NOW - 6 * 3_600_000;
    const laid = { startedAt: laidAt, finishedAt: laidAt, firstLaidAt: laidAt, lastLaidAt: laidAt, batchNumbers: [], people: [] };
    const done = { done: new Map([[id, laid]]) };
    const history = [
      { atMs: laidAt, temperatureC: 5 },
      { atMs: NOW, temperatureC: 20 },
    ];
    const placed = programmeJob(plan.workItems, done, {
      ...{ nowMs: NOW, timeZone: 'UTC', temperatureC: 20 },
      wallsC: new Map([['north', history]]),
    });
    const { window } = placed.tasks.find((task) => task.id === item('coat-2').id)!;
    // 3 h at 20 °C: three hours at 5 °C age by a little over one, the rest at 20 °C by one an hour
    expect((window!.opensMs - laidAt) / 3_600_000).toBeCloseTo(6 - 3 * 2 ** -1.5, 6);
    const workings = windowWorkings(item('coat-2'), placed, done, history)!;
    expect((workings.opens.output as { opensAt: string }).opensAt).toBe(new Date(window!.opensMs).toISOString());
    expect(Date.parse(workings.closes!.output['closesAt' as never])).toBeCloseTo(window!.closesMs!, -1);
  });

  test('count from what was really laid', () => {
    const id = `${zoneOf('north')}:coat-1`;
    const laid = {
      startedAt: NOW,
      finishedAt: NOW + 7_200_000,
      firstLaidAt: NOW + 600_000,
      lastLaidAt: NOW + 6_600_000,
      batchNumbers: [],
      people: [],
    };
    const done = { done: new Map([[id, laid]]) };
    const real = programmeJob(plan.workItems, done, { nowMs: NOW + 8_000_000, timeZone: 'UTC', temperatureC: 10 });
    const workings = windowWorkings(item('coat-2'), real, done, wall(10))!;
    expect(workings.opens.input).toMatchObject({ startedAt: new Date(laid.lastLaidAt).toISOString() });
    expect(workings.closes!.input).toMatchObject({ startedAt: new Date(laid.firstLaidAt).toISOString(), maxH: 6 });
  });

  test('there is none for what waits for nothing', () =>
    expect(windowWorkings(item('prepare'), programme, site, wall(10))).toBeUndefined());
});

describe('what one piece of work takes', () => {
  test('a coat takes its share of the coats', () => {
    const all = lines.find((line) => line.what === 'coat')!.amount;
    expect(materialFor(item('coat-1'), lines)!.amount).toBeCloseTo(all / 2, 9);
  });

  test('plug, mortar and fillet take what their line says; preparing takes nothing', () => {
    expect(materialFor(item('plug'), lines)!.product.role).toBe('plug');
    expect(materialFor(item('fill'), lines)!.amount).toBeCloseTo(lines.find((line) => line.what === 'fill')!.amount, 9);
    expect(materialFor(item('fillet'), lines)!.product.role).toBe('mortar');
    expect(materialFor(item('prepare'), lines)).toBeUndefined();
  });

  test('its card fits the working life at the wall’s temperature', () => {
    const { product, amount: kg } = materialFor(item('coat-1'), lines)!;
    const [cold, warm] = [10, 25].map((temperatureC) => mixingCard(product, kg * 20, { people: 2, temperatureC }));
    if (!cold?.ok || !warm?.ok) throw new Error('refused');
    // the sheet says 25 min at 20 °C: cold adds nothing to it, 5 K of warmth take a third
    expect(cold.value.batch.output.lifeMin).toBeCloseTo(25, 6);
    expect(warm.value.batch.output.lifeMin).toBeCloseTo(25 / Math.SQRT2, 6);
    expect(warm.value.batch.output.batches).toBeGreaterThan(cold.value.batch.output.batches);
  });

  // common practice, no source: more than a kit in one pail heats itself; a plug is mixed by the handful by whoever pushes it in
  test('no pail holds more than one kit or bag, and no plug is mixed for two', () => {
    for (const product of SHIPPED_PRODUCTS) {
      for (const temperatureC of [2, 12, product.referenceC, 30]) {
        const card = mixingCard(product, 400, { people: 4, temperatureC });
        if (!card?.ok) continue;
        const { batchKg, batches, lifeMin } = card.value.batch.output;
        expect([product.id, batchKg <= Math.max(...product.packs.map(({ size }) => size)) + 1e-9]).toEqual([product.id, true]);
        expect(batchKg * batches).toBeGreaterThanOrEqual(400 - 1e-6);
        expect(lifeMin).toBeLessThanOrEqual(product.workingLifeMin! + 1e-9);
        if (product.role === 'plug') expect(card.value.batch.input).toMatchObject({ people: 1 });
      }
    }
  });

  test('a wall colder or warmer than the sheet goes is said', () => {
    const at = (temperatureC: number) =>
      planJob(model, { people: 2, temperatureC }, USUAL_HOUSE).supply.findings.filter(({ code }) => code === 'wall-outside-sheet');
    expect([at(2), at(35)]).toEqual([[], []]);
    expect(at(1.9)).toEqual([
      { code: 'wall-outside-sheet', path: 'products.tarnwick-veil', values: { temperatureC: 1.9, minC: 2, maxC: 35 } },
    ]);
    expect(at(36)).toHaveLength(1);
  });

  test('a sheet that goes further than the rule of ageing does is warned of at −5 and 45 °C', () => {
    const wide = { id: 'hot', limits: { surfaceMinC: -20, surfaceMaxC: 60, dewMarginC: 0 } };
    expect([-5, 20, 45].flatMap((temperatureC) => outsideSheet(wide, temperatureC))).toEqual([]);
    expect([-5.1, 45.1].map((temperatureC) => outsideSheet(wide, temperatureC)[0]!.values)).toEqual([
      { temperatureC: -5.1, minC: -5, maxC: 45 },
      { temperatureC: 45.1, minC: -5, maxC: 45 },
    ]);
  });
});

test('a dew-point working carries the margin that is asked for', () => {
  expect(dewWorking({ airTemperatureC: 20, surfaceTemperatureC: 18, relativeHumidityPct: 80 })).toMatchObject({
    calculatorId: 'dew-point',
    input: { requiredMarginC: 3 },
    output: { mayApply: false },
  });
  expect(dewWorking({ airTemperatureC: 20, surfaceTemperatureC: 18, relativeHumidityPct: 0 })).toBeUndefined();
});

test('a revision pins each product once, with what it costs', () => {
  const content = revisionContent(model, plan, CREW, USUAL_HOUSE);
  expect(content.pins.products.map((p) => `${p.id} ${p.version}`).sort()).toEqual([
    'tarnwick-pack 1',
    'tarnwick-stay 1',
    'tarnwick-veil 2',
  ]);
  for (const { costMinor, packs } of content.quantities) {
    expect(costMinor).toBeGreaterThan(0);
    expect(packs.length).toBeGreaterThan(0);
  }
});

describe('a card', () => {
  const card = (product: Product, kg: number, tool?: Tool) => {
    const mixed = mixingCard(product, kg, { people: 2, temperatureC: product.referenceC, ...(tool ? { tool } : {}) });
    if (!mixed?.ok) throw new Error(product.id);
    return mixed.value;
  };
  const wet = SHIPPED_PRODUCTS.filter(({ mix, placingKgPerMin, workingLifeMin }) => mix && placingKgPerMin && workingLifeMin !== undefined);

  test.each(wet.map((product) => [product.id, product] as const))(
    'of %s: its parts are the batch, by their shares, in the order of adding',
    (_id, product) => {
      const { batch, parts } = card(product, 60);
      const bought = parts.filter(({ name }) => name !== 'water' && name !== 'gauging').reduce((sum, { massKg }) => sum + massKg, 0);
      expect(bought).toBeCloseTo(batch.output.batchKg, 6);
      const water = parts.find(({ name }) => name === 'water');
      if (water) {
        expect(water.massKg).toBeCloseTo(batch.output.batchKg * product.mix!.waterPerKgL!, 6);
        // a litre of water weighs a kilogram
        expect(water.volumeL).toBeCloseTo(water.massKg, 9);
      }
      const shares = (product.parts ?? []).reduce((sum, { share }) => sum + share, 0);
      for (const { name, share, densityKgL } of (product.parts ?? []).length > 1 ? product.parts! : []) {
        const part = parts.find((each) => each.name === name)!;
        expect(part.massKg).toBeCloseTo((batch.output.batchKg * share) / shares, 6);
        expect(part.volumeL).toBeCloseTo(part.massKg / densityKgL, 9);
      }
      // what goes into the other stands second
      if (parts.some((each) => each.name === 'powder') && parts.length > 1)
        expect(parts[0]!.name === 'powder').toBe(product.mix!.addTo === 'powder');
    },
  );

  test('the tool asked for where the sheet names it, else the sheet’s first', () => {
    const veil = wet.find(({ id, version }) => id === 'tarnwick-veil' && version === 2)!;
    expect([card(veil, 20).tool, card(veil, 20, 'spray').tool, card(veil, 20, 'squeegee').tool]).toEqual(['brush', 'spray', 'brush']);
  });

  test('whole packs are the smallest ones, as many as one kit', () => {
    for (const product of wet.filter(({ mix }) => mix!.wholePacksOnly)) {
      const sizes = product.packs.map(({ size }) => size);
      expect(card(product, 200).batch.input).toMatchObject({ packKg: Math.min(...sizes), mostKg: Math.max(...sizes) });
    }
  });
});

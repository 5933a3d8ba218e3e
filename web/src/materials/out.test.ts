import { SHIPPED_PRODUCTS, type Product, pinProducts, SHIPPED_CATALOGUE } from '@caulkhorn/core/catalogue';
import type { JobModel } from '@caulkhorn/core/jobs';
import { USUAL_CREW, USUAL_HOUSE, mixingCard, planJob } from '@caulkhorn/core/planning';
import Papa from 'papaparse';
import { buildUp, crack, sampleJob } from '../../../core/src/testing/sample-job';
import { runCalculator } from '@caulkhorn/core/fields';
import { mix } from '@caulkhorn/core/materials';
import { t } from '../messages/t';
import { nothingElse, stepsOf } from '../words/card-text';
import { asCsv, asXlsx, orderTable, takeOffTable } from './tables-out';

const coat = SHIPPED_CATALOGUE.choices('coat', 'crystalline-slurry')[0]!;
const products = pinProducts(coat, 'crystalline-slurry', SHIPPED_CATALOGUE);
const model: JobModel = {
  ...sampleJob(),
  features: [crack({ wetState: 'weeping' })],
  buildUps: [buildUp('north', { products }), buildUp('east', { products })],
};
const plan = planJob(model, USUAL_CREW, USUAL_HOUSE);

describe('the take-off as a table', () => {
  const { fields, rows } = takeOffTable(plan, model);
  const column = (name: string) => rows.map((row) => row[fields.indexOf(name)]);

  test('has a line for every line of the plan, and its sums', () => {
    const lines = plan.faces.flatMap((face) => face.lines);
    expect(rows).toHaveLength(lines.length);
    for (const { product } of plan.supply.orders) {
      const taken = lines.filter((line) => line.product === product).reduce((sum, { amount }) => sum + amount, 0);
      const told = rows
        .filter((row) => row[fields.indexOf('product')] === product.name)
        .reduce((sum, row) => sum + Number(row[fields.indexOf('amount')]), 0);
      expect(told).toBeCloseTo(taken, 6);
    }
  });

  test('says which face, which feature and which corner', () => {
    expect(new Set(column('face'))).toEqual(new Set(['N', 'E']));
    expect(column('feature')).toEqual(
      expect.arrayContaining(
        ['', 'K1', 'wall–floor', 'internal corner'].map((each) => expect.stringMatching(new RegExp(`^${each}$`, 'i')) as string),
      ),
    );
  });
});

describe('the order as a table', () => {
  const { fields, rows } = orderTable(plan);
  const at = (name: string) => fields.indexOf(name);

  test('costs what the plan says, from who sells each size cheapest', () => {
    const cost = rows.reduce((sum, row) => sum + Number(row[at('cost')]), 0);
    expect(cost * 100).toBeCloseTo(
      plan.supply.orders.reduce((sum, { purchase }) => sum + purchase.costMinor, 0),
      6,
    );
    const mortar = rows.filter((row) => row[at('product')] === 'Tarnwick Pack mortar');
    expect(mortar.length).toBeGreaterThan(0);
    for (const row of mortar) expect(row[at('supplier')]).toBe(row[at('pack_size')] === 25 ? 'Quaydepot' : 'Millgate');
  });

  test('its packs hold what is needed and what is left over', () => {
    for (const { product, required, purchase } of plan.supply.orders) {
      const held = rows
        .filter((row) => row[at('product')] === product.name)
        .reduce((sum, row) => sum + Number(row[at('pack_size')]) * Number(row[at('packs')]), 0);
      expect(held).toBeCloseTo(required + purchase.surplus, 6);
    }
  });
});

test('CSV comes back as it went, and no cell is taken for a formula', () => {
  const table = {
    name: 'x',
    fields: ['face', 'note'],
    rows: [
      ['=1+1', 'a "b"; c\nd'],
      ['N', -3],
    ],
  };
  const csv = asCsv(table);
  expect(csv).toContain(`'=1+1`);
  const back = Papa.parse<string[]>(csv);
  expect(back.data).toEqual([
    ['face', 'note'],
    [`'=1+1`, 'a "b"; c\nd'],
    ['N', '-3'],
  ]);
});

test('XLSX is one workbook with a sheet for each table', async () => {
  const blob = await asXlsx([orderTable(plan), takeOffTable(plan, model)]);
  const bytes = Buffer.from(await blob.arrayBuffer());
  expect(bytes.subarray(0, 2).toString()).toBe('PK');
  for (const part of ['xl/workbook.xml', 'xl/worksheets/sheet1.xml', 'xl/worksheets/sheet2.xml']) expect(bytes.includes(part)).toBe(true);
  expect(bytes.includes('xl/worksheets/sheet3.xml')).toBe(false);
});

describe('a mixing card in words', () => {
  const mixed = SHIPPED_PRODUCTS.filter(({ mix, placingKgPerMin }) => mix && placingKgPerMin);
  const cardOf = (product: Product) => {
    const card = mixingCard(product, 100, { people: 2, temperatureC: product.referenceC });
    if (!card?.ok) throw new Error(product.id);
    return card.value;
  };

  test.each(mixed.map((product) => [product.id, product] as const))('%s', (_id, product) => {
    const card = cardOf(product);
    for (const step of stepsOf(card)) expect(step).not.toMatch(/[{}]|undefined|NaN/);
    const [first] = stepsOf(card).filter((step) => step.includes(' into '));
    // what goes in last is named first: "powder into the clean water"
    if (first && card.parts.length > 1 && product.mix!.addTo === 'liquid') expect(first).not.toMatch(/^(Clean water|Liquid) into/);
    expect(stepsOf(card).join(' ')).toContain(`Mix ${product.mix!.mixMin} min.`);
    expect(nothingElse(card)).toMatch(/^Nothing else in it/);
  });

  test('form, bench and card agree on what is in the pail first', () => {
    expect(t('field.addTo')).toBe('In the pail first');
    for (const addTo of ['water', 'powder'] as const) {
      const mixedOnBench = runCalculator(mix, { powderKg: 25, waterPerKgL: 0.4, addTo });
      expect(mixedOnBench.ok && mixedOnBench.value.order[0]).toBe(addTo);
    }
    for (const product of mixed) {
      const [first] = cardOf(product).parts;
      const isDry = first!.name === 'powder' || (first!.name === 'part-b' && product.mix!.addTo === 'powder');
      if (product.mix!.waterPerKgL !== undefined) expect(isDry).toBe(product.mix!.addTo === 'powder');
    }
  });

  test('what is mixed with water is never given more of it later', () => {
    const wet = mixed.find(({ mix }) => mix!.waterPerKgL !== undefined)!;
    const dry = mixed.find(({ mix }) => mix!.waterPerKgL === undefined)!;
    expect(nothingElse(cardOf(wet))).toContain('Never more water later.');
    expect(nothingElse(cardOf(dry))).not.toContain('water');
  });
});

import { SHIPPED_CATALOGUE, SHIPPED_PRODUCTS, checkProduct, pinProducts } from '../catalogue';
import type { BuildUp } from '../jobs';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, materialFor, mixingCard, planJob } from './index';

const products = pinProducts(SHIPPED_CATALOGUE.choices('coat', 'rigid-slurry')[0]!, 'rigid-slurry', SHIPPED_CATALOGUE);
const planOf = (part: Partial<BuildUp> = {}) =>
  planJob(
    {
      ...sampleJob(),
      features: [crack({ wetState: 'weeping', widthMm: 3 })],
      buildUps: [buildUp('north', { family: 'rigid-slurry', products, ...part })],
    },
    USUAL_CREW,
    USUAL_HOUSE,
  );
const mend = SHIPPED_PRODUCTS.find(({ id }) => id === 'osmere-mend')!;

describe('what is gauged with another liquid (common practice, no source: 2.5 L of water and 0.8 L of emulsion to 25 kg)', () => {
  const plan = planOf();
  const { lines } = plan.faces.find(({ faceId }) => faceId === 'north')!;

  test('has it on its card, between the water and what goes in last', () => {
    const card = mixingCard(mend, 25, { people: 1, temperatureC: 20 });
    if (!card?.ok) throw new Error('no card');
    const { parts, batch } = card.value;
    const share = batch.output.batchKg / 25;
    const of = (name: string) => parts.find((part) => part.name === name)!;
    expect(of('water').volumeL).toBeCloseTo(2.5 * share, 9);
    expect(of('gauging').volumeL).toBeCloseTo(0.8 * share, 9);
    expect(parts.map(({ name }) => name)).toEqual(['water', 'gauging', 'powder']);
  });
  test('takes as much of it as it is mixed with, and it is ordered', () => {
    const mortar = lines.filter(({ product }) => product.id === mend.id).reduce((sum, { amount }) => sum + amount, 0);
    const emulsion = lines.filter(({ product }) => product.role === 'bonding-emulsion');
    const litres = emulsion.reduce((sum, { amount, product }) => sum + amount / product.densityKgL!, 0);
    expect(mortar).toBeGreaterThan(0);
    expect(litres).toBeCloseTo((mortar * 0.8) / 25, 9);
    expect(plan.supply.orders.map(({ product }) => product.role)).toContain('bonding-emulsion');
  });
  test('a piece of work is still of its mortar', () => {
    const fillet = plan.workItems.find(({ step }) => step === 'fillet')!;
    expect(materialFor(fillet, lines)!.product.id).toBe(mend.id);
  });
  test('without a product for it that is said', () => {
    const { 'bonding-emulsion': _, ...rest } = products;
    expect(planOf({ products: rest }).findings).toContainEqual(
      expect.objectContaining({ code: 'no-product-for-part', values: { role: 'bonding-emulsion' } }),
    );
  });
  test('a sheet that gauges without saying how much water is refused', () => {
    const { waterPerKgL: _, ...mix } = mend.mix!;
    expect(checkProduct({ ...mend, mix })).toMatchObject({
      ok: false,
      issues: expect.arrayContaining([expect.objectContaining({ path: 'mix.waterPerKgL' })]),
    });
  });
});

describe('layers over a coat that somebody asks for (common practice, no source)', () => {
  const layersOf = (layer: 'render' | 'screed') =>
    planOf({ alterations: [{ do: 'add', layer, reason: 'asked' }] }).faces.find(({ faceId }) => faceId === 'north')!;
  test('a protective render is keyed into the tanking after 12 h, and has no end', () => {
    const face = layersOf('render');
    expect(face.layers.at(-1)).toMatchObject({ id: 'render', rewet: true, counts: false, after: { minH: 12, maxH: null } });
    expect(face.layers.at(-1)!.product.role).toBe('levelling-render');
  });
  test('a screed takes its liquid, 125 mL to a bag of cement', () => {
    const face = layersOf('screed');
    const line = face.lines.find(({ what }) => what === 'screed')!;
    // 65 mm of 14 bags a m³: 0.91 bags on a m²
    expect(line.amount / line.product.densityKgL! / face.areaM2).toBeCloseTo(0.91 * 0.125, 1);
    expect(face.layers.at(-1)!.after!.minH).toBe(face.products!.coat!.coat!.coverH);
  });
});

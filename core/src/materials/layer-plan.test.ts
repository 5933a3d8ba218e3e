import { FAMILIES, SHIPPED_CATALOGUE, type Product, type WaterLoad } from '../catalogue';
import type { FamilyId, LayerAlteration, ProductRole, School } from '../jobs';
import { type LayerPlan, type LayerSetting, planLayers } from './layer-plan';

const LOADS: readonly WaterLoad[] = ['aboveGround', 'damp', 'standing', 'pressing'];
const PLAIN: LayerSetting = {
  areaM2: 10,
  face: { substrate: 'cast-concrete', kind: 'wall', roughnessFactor: 1, near: { kind: 'room' } },
  load: 'pressing',
  finish: false,
  acid: false,
  school: () => 'B',
};

/** What the shop has for a part in a family. */
const shelf = (family: FamilyId) => (role: ProductRole) => SHIPPED_CATALOGUE.choices(role, family)[0];
const planned = (
  family: FamilyId,
  part: Partial<LayerSetting> = {},
  products: (role: ProductRole) => Product | undefined = shelf(family),
) => planLayers(FAMILIES[family], { ...PLAIN, ...part }, products);
const ids = (...args: Parameters<typeof planned>) => planned(...args).layers.map(({ id }) => id);
const school = (answer: School) => () => answer;

test('an admixture lies in the concrete, not on it', () => expect(ids('crystalline-admixture')).toEqual([]));

test('resin goes into what leaks, not onto the face', () => expect(ids('resin-injection')).toEqual([]));

test('a cavity gets its sheet, and on a slab one sump and one alarm, whatever the size', () => {
  expect(ids('drained-cavity')).toEqual(['cavity-sheet']);
  const { lines } = planned('drained-cavity', { face: { ...PLAIN.face, kind: 'slab' } });
  expect(lines.map(({ layer, amount }) => [layer, amount])).toEqual([
    // 10 m², 6 % overlap, 5 % lost
    ['cavity-sheet', expect.closeTo(11.13, 9)],
    ['sump', 1],
    ['alarm', 1],
  ]);
});

test('a lining in sewer gas gets its acid-proof top, one elsewhere does not', () => {
  expect(ids('sewer-lining', { acid: true })).toEqual(['coat-1', 'coat-2', 'wear']);
  expect(ids('sewer-lining')).toEqual(['coat-1', 'coat-2']);
});

const LAID = (Object.keys(FAMILIES) as FamilyId[]).filter((family) => family !== 'crystalline-admixture' && family !== 'resin-injection');

describe.each(LAID)('%s', (family) => {
  test('lines weigh what the layers weigh, with 5 % lost', () => {
    const { layers, lines } = planned(family);
    expect(lines.length).toBeGreaterThan(0);
    const onWall = layers.reduce((sum, { perM2 }) => sum + perM2, 0) * PLAIN.areaM2;
    expect(lines.reduce((sum, { amount }) => sum + amount, 0)).toBeCloseTo(onWall * 1.05, 8);
  });

  test('more water never makes it thinner, and no layer is laid thicker than its sheet allows', () => {
    const dry = LOADS.map((load) => planned(family, { load }).layers.filter(({ counts }) => counts));
    const totals = dry.map((layers) => layers.reduce((sum, { dryMm = 0, perM2 }) => sum + (dryMm || perM2), 0));
    for (let at = 1; at < totals.length; at++) expect(totals[at]!).toBeGreaterThanOrEqual(totals[at - 1]! - 1e-9);
    for (const { wetMm, product } of dry.flat())
      if (wetMm !== undefined && product.coat?.maxLayerMm !== undefined) expect(wetMm).toBeLessThanOrEqual(product.coat.maxLayerMm + 1e-9);
  });

  test('the first layer waits for nothing', () => {
    expect(planned(family).layers[0]!.after).toBeUndefined();
  });
});

// common practice, no source: polymer-modified thick films by load, as dry film
test.each(LOADS)('a thick film dries to what its sheet asks for: %s', (load) => {
  const layers = planned('thick-film', { load }).layers.filter(({ counts }) => counts);
  const byLoad = layers[0]!.product.coat!.byLoad!;
  expect(layers.reduce((sum, { dryMm }) => sum + dryMm!, 0)).toBeCloseTo(byLoad[load] ?? byLoad.damp, 9);
});

test('a rough wall is scratched first, a buried one boarded last; neither counts as film', () => {
  const face = { ...PLAIN.face, roughnessFactor: 1.3, near: { kind: 'ground', waterBodyId: 'w' } } as const;
  const { layers } = planned('thick-film', { face });
  expect([layers[0]!.layer, layers.at(-1)!.layer]).toEqual(['scratch', 'board']);
  expect([layers[0]!.counts, layers.at(-1)!.counts]).toEqual([false, false]);
  expect(layers[0]!.perM2).toBe(1.1);
  expect(layers.at(-1)!.after!.minH).toBe(layers.at(-2)!.product.coat!.coverH);
  expect(ids('thick-film')).not.toContain('scratch');
});

test('a coat over a rough wall takes as much more as the wall is rough; a board by area does not', () => {
  const rough = { face: { ...PLAIN.face, roughnessFactor: 1.1, near: { kind: 'ground', waterBodyId: 'w' } } } as const;
  const amountOf = (part: Partial<LayerSetting>, layer: string) =>
    planned('liquid-rubber', part).lines.find((line) => line.layer === layer)!.amount;
  const even = { face: { ...rough.face, roughnessFactor: 1 } };
  expect(amountOf(rough, 'coat') / amountOf(even, 'coat')).toBeCloseTo(1.1, 9);
  expect(amountOf(rough, 'board')).toBe(amountOf(even, 'board'));
});

test('schools decide the coats of a crystalline slurry, and when its second coat may go on', () => {
  expect(ids('crystalline-slurry', { load: 'damp', school: school('A') })).toEqual(['coat-1']);
  const { layers } = planned('crystalline-slurry', { load: 'pressing', school: school('A') });
  expect(layers.map(({ id }) => id)).toEqual(['coat-1', 'coat-2']);
  const byB = planned('crystalline-slurry', { load: 'damp' }).layers;
  expect(byB[1]!.after).toMatchObject({ minH: 3, maxH: 6 });
  expect([layers[1]!.rewet, byB[1]!.rewet]).toEqual([false, true]);
});

test('a part that nothing is named for is missing, and the rest is still planned', () => {
  const face = { ...PLAIN.face, near: { kind: 'ground', waterBodyId: 'w' } } as const;
  const { missing, layers } = planned('liquid-rubber', { face }, (role) => (role === 'coat' ? shelf('liquid-rubber')(role) : undefined));
  expect(missing).toEqual(['protection-board']);
  expect(layers.length).toBeGreaterThan(0);
});

describe('layers altered with a reason', () => {
  const because = { reason: 'it drinks' };
  const changed = (family: FamilyId, ...alterations: LayerAlteration[]) => planned(family, { alterations });
  const kg = (plan: LayerPlan, layer: string) => plan.lines.find((line) => line.layer === layer)!.amount;

  test('a third coat where it drinks: one more in the layers, the line and the film', () => {
    const [usual, more] = [planned('rigid-slurry'), changed('rigid-slurry', { do: 'coats', layer: 'coat', figure: 3, ...because })];
    expect(usual.layers.map(({ id }) => id)).toEqual(['coat-1', 'coat-2']);
    expect(more.layers.map(({ id }) => id)).toEqual(['coat-1', 'coat-2', 'coat-3']);
    expect(kg(more, 'coat')).toBeCloseTo((kg(usual, 'coat') * 3) / 2, 9);
  });

  test('mesh all over is bedded into the first coats, a primer lies under, a board over all', () => {
    const plan = changed(
      'rigid-slurry',
      { do: 'add', layer: 'board', ...because },
      { do: 'add', layer: 'mesh', ...because },
      { do: 'add', layer: 'silicate-primer', ...because },
    );
    expect(plan.layers.map(({ id }) => id)).toEqual(['silicate-primer', 'coat-1', 'coat-2', 'mesh', 'board']);
    expect(kg(plan, 'mesh')).toBeGreaterThan(PLAIN.areaM2);
  });

  // a render keyed in and left twelve hours, a screed of 65 mm with 14 bags a m³ and 125 mL of waterproofer a bag: common practice, no source
  test.each<[LayerAlteration['layer'], ProductRole, object]>([
    ['render', 'levelling-render', { after: expect.objectContaining({ minH: 12, maxH: null }) }],
    ['levelling', 'levelling-render', {}],
    ['screed', 'screed-waterproofer', { perM2: expect.closeTo(0.12, 9) }],
    ['board', 'protection-board', {}],
    ['drainage', 'drainage-mat', {}],
  ])('%s is added with its own product, outside what counts as film', (layer, role, part) => {
    const plan = changed('rigid-slurry', { do: 'add', layer, ...because });
    const added = plan.layers.filter((each) => each.layer === layer);
    expect(added).toMatchObject([{ counts: false, ...part }]);
    expect(added[0]!.product.role).toBe(role);
    // what levels the wall lies under the coats, all the rest over them
    const at = plan.layers.indexOf(added[0]!);
    expect(at < plan.layers.findIndex(({ id }) => id === 'coat-1')).toBe(layer === 'levelling');
  });

  test('a layer that the family has on conditions is laid once, and without them', () => {
    expect(
      changed('thick-film', { do: 'add', layer: 'silicate-primer', ...because }).layers.filter(({ layer }) => layer === 'silicate-primer'),
    ).toHaveLength(1);
  });

  test('thicker follows into mass and film; thinner than the sheet, or fewer coats, is refused and not followed', () => {
    const usual = planned('thick-film');
    const perM2 = usual.layers.find(({ layer }) => layer === 'coat')!.perM2;
    const thick = changed('thick-film', { do: 'rate', layer: 'coat', figure: perM2 * 1.5, ...because });
    expect(kg(thick, 'coat')).toBeCloseTo(kg(usual, 'coat') * 1.5, 8);
    expect(thick.layers.find(({ layer }) => layer === 'coat')!.wetMm).toBeCloseTo(
      usual.layers.find(({ layer }) => layer === 'coat')!.wetMm! * 1.5,
      9,
    );
    for (const change of [
      { do: 'rate', layer: 'coat', figure: perM2 * 0.9, ...because },
      { do: 'coats', layer: 'coat', figure: 1, ...because },
    ] as const) {
      const thin = changed('thick-film', change);
      expect(thin.refused).toEqual([change]);
      expect(thin.layers).toEqual(usual.layers);
    }
  });
});

test('who lays his second coat as soon as the first is touch-dry goes by the sheet for that hour; who waits three hours by neither less', () => {
  const second = (answer: School) => {
    const { layers } = planned('crystalline-slurry', { school: school(answer) });
    return layers.filter(({ layer }) => layer === 'coat')[1]!;
  };
  const { minH, maxH } = second('A').product.coat!.recoat;
  expect(second('A').after).toMatchObject({ minH, maxH: Math.min(6, maxH ?? Infinity) });
  expect(second('B').after!.minH).toBe(Math.max(3, minH));
});

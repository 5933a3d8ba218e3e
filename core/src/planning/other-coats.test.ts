import { Catalogue, SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import { FAMILY_IDS, type FamilyId } from '../jobs';
import { buildUp, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, otherCoats, planJob } from './index';

const NOW = Date.parse('2026-05-18T05:00:00Z');
const windowH = (coat: { coat?: { recoat: { maxH: number | null } } }) => coat.coat?.recoat.maxH ?? Infinity;
const asked = (family: FamilyId, more: { house?: typeof USUAL_HOUSE; isBegun?(faceId: string): boolean } = {}) => {
  const { house = USUAL_HOUSE, isBegun = () => false } = more;
  const shortest = [...house.catalogue.choices('coat', family)].sort((a, b) => windowH(a) - windowH(b))[0];
  if (!shortest) return undefined;
  const model = { ...sampleJob(), buildUps: [buildUp('north', { family, products: pinProducts(shortest, family, house.catalogue) })] };
  const plan = planJob(model, USUAL_CREW, house);
  return { shortest, plan, found: otherCoats({ model, plan, house, conditions: USUAL_CREW, nowMs: NOW, isBegun }) };
};

test('of every system: what is offered leaves longer, is of that system, holds the water, and is planned like any other', () => {
  let offered = 0;
  for (const family of FAMILY_IDS) {
    const { shortest, found } = asked(family) ?? {};
    for (const [faceId, { coat, buildUp: chosen, plan }] of found ?? []) {
      offered++;
      expect(faceId).toBe('north');
      expect(windowH(coat)).toBeGreaterThan(windowH(shortest!));
      expect(SHIPPED_CATALOGUE.choices('coat', family)).toContain(coat);
      expect(chosen.products.coat).toEqual({ id: coat.id, version: coat.version });
      expect(plan.rating?.output.passes ?? true).toBe(true);
      expect(plan.layers.length).toBeGreaterThan(0);
      expect(coat.coat!.rating?.negativeKPa ?? 0).toBeGreaterThanOrEqual(plan.rating ? 0 : (shortest!.coat!.rating?.negativeKPa ?? 0));
    }
  }
  expect(offered).toBeGreaterThan(0);
});

test('what was begun stays as it lies, and where nothing leaves longer nothing is offered', () => {
  for (const family of FAMILY_IDS) {
    expect(asked(family, { isBegun: () => true })?.found.size ?? 0).toBe(0);
    const coats = SHIPPED_CATALOGUE.choices('coat', family);
    const only = SHIPPED_CATALOGUE.products.filter((product) => !coats.includes(product) || product === coats[0]);
    expect(asked(family, { house: { ...USUAL_HOUSE, catalogue: new Catalogue(only) } })?.found.size ?? 0).toBe(0);
  }
});

test('where nobody knows the water, one with a lower rating is not offered, however long its window', () => {
  const family: FamilyId = 'crystalline-slurry';
  const chosen = SHIPPED_CATALOGUE.choices('coat', family)[0]!;
  const twin = (id: string, negativeKPa: number) => ({
    ...chosen,
    ...{
      id,
      version: 1,
      coat: { ...chosen.coat!, recoat: { ...chosen.coat!.recoat, maxH: 5_000 }, rating: { ...chosen.coat!.rating!, negativeKPa } },
    },
  });
  const offered = (negativeKPa: number) => {
    const house = { ...USUAL_HOUSE, catalogue: new Catalogue([...SHIPPED_CATALOGUE.products, twin('twin', negativeKPa)]) };
    const model = {
      ...sampleJob(),
      waterBodies: sampleJob().waterBodies.map(({ governingLevelId: _, ...body }) => body),
      buildUps: [buildUp('north', { family, products: pinProducts(chosen, family, house.catalogue) })],
    };
    const plan = planJob(model, USUAL_CREW, house);
    return otherCoats({ model, plan, house, conditions: USUAL_CREW, nowMs: NOW, isBegun: () => false }).get('north')?.coat.id;
  };
  const ratedKPa = chosen.coat!.rating!.negativeKPa;
  expect(offered(ratedKPa)).toBe('twin');
  expect(offered(ratedKPa - 1)).not.toBe('twin');
});

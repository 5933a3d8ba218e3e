import { SHIPPED_CATALOGUE, SHIPPED_PRODUCTS, pinProducts } from '../catalogue';
import type { FamilyId } from '../jobs';
import { buildUp, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, comesReady, planJob, readyCard, readyCards } from './index';

function cardsOf(family: FamilyId, faceId = 'north') {
  const products = pinProducts(SHIPPED_CATALOGUE.choices('coat', family)[0]!, family, SHIPPED_CATALOGUE);
  const plan = planJob({ ...sampleJob(), buildUps: [buildUp(faceId, { family, products })] }, USUAL_CREW, USUAL_HOUSE);
  const face = plan.faces.find((each) => each.faceId === faceId)!;
  return { cards: readyCards(face.lines), lines: face.lines };
}
const product = (id: string) => SHIPPED_PRODUCTS.find((each) => each.id === id)!;

test('rubber from the pail has a card a coat, of all that the coat takes', () => {
  const { cards, lines } = cardsOf('liquid-rubber');
  const coat = cards.find(({ what }) => what === 'coat')!;
  const line = lines.find(({ what, targetId }) => what === 'coat' && targetId === undefined)!;
  expect(coat.times).toBe(line.coats);
  expect(coat.kg * coat.times).toBeCloseTo(line.amount, 9);
  expect(coat.litres).toBeCloseTo(coat.kg / coat.product.densityKgL!, 9);
  expect(coat.waterL).toBeUndefined();
});

// handbook of the trade: primer 1 : 2 in water under a repellent sealer (common practice, no source)
test('the first pass of a repellent sealer is thinned, its coats are not', () => {
  const { cards } = cardsOf('pore-sealer');
  const [thinned, coat] = ['thinned', 'coat'].map((what) => cards.find((card) => card.what === what)!);
  expect(thinned!.waterL).toBeCloseTo(thinned!.litres * 2, 9);
  expect(coat!.waterL).toBeUndefined();
});

// common practice, no source: 191 to 218 °C in the material, 260 to 288 °C in the oil, warmed up two to three hours before
test('hot rubber says how its kettle is kept', () => {
  for (const each of SHIPPED_CATALOGUE.choices('coat', 'hot-rubber'))
    expect(each.handling!.kettle).toEqual({ minC: 191, maxC: 218, oilMinC: 260, oilMaxC: 288, warmUpH: 2.5, leastFilledShare: 0.75 });
});

// 120 mL to a pail of 19 L (common practice, no source), and none in the grades for walls
test('only the grade that runs level may take water, and little', () => {
  const level = product('osmere-mole');
  expect(level.coat!.selfLevelling).toBe(true);
  expect(level.handling!.waterMlPerL! * 19).toBeCloseTo(120, 0);
  expect(product('fennick-burrow').handling).toBeUndefined();
});

test('every coat of the catalogue has a card of one kind', () => {
  for (const each of SHIPPED_PRODUCTS) if (each.coat) expect(comesReady(each)).toBe(each.mix === undefined);
  expect(readyCard(product('fennick-eel'), 10, { faceId: 'a', what: 'stripe', times: 1 })).toMatchObject({ kg: 10 });
});

import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import type { FamilyId } from '../jobs';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, mixingCard, pieceCards, planJob, sumByProduct } from './index';

const on = (faceId: string, family: FamilyId) =>
  buildUp(faceId, { family, products: pinProducts(SHIPPED_CATALOGUE.choices('coat', family)[0]!, family, SHIPPED_CATALOGUE) });
const model = {
  ...sampleJob(),
  features: [crack({ wetState: 'running' }), crack({ id: 'k2', wetState: 'running' }), crack({ id: 'k3', faceId: 'floor', widthMm: 1.5 })],
  buildUps: [on('north', 'crystalline-slurry'), on('east', 'crystalline-slurry'), on('floor', 'epoxy-vapour-barrier')],
};
const lines = planJob(model, USUAL_CREW, USUAL_HOUSE).faces.flatMap((face) => face.lines);
const crew = { people: 2, temperatureC: 20 };
const { cards } = pieceCards(lines, crew, { wallsC: new Map([['north', 25]]) });
const of = (faceId: string, what: string) => cards.find((card) => card.faceId === faceId && card.what === what)!;

test('a card is for one coat of one face: two walls are two cards, each says for how many coats', () => {
  const north = lines.find(({ id }) => id === 'north:coat')!;
  expect(of('north', 'coat')).toMatchObject({ totalKg: expect.closeTo(north.amount / 2, 9), times: 2 });
  expect(of('east', 'coat').totalKg).not.toBeCloseTo(of('north', 'coat').totalKg, 3);
});

test('each goes by its own wall; one that nobody measured says so', () => {
  expect(of('north', 'coat')).toMatchObject({ temperatureC: 25, isAssumed: false });
  expect(of('east', 'coat')).toMatchObject({ temperatureC: 20, isAssumed: true });
  expect(of('north', 'coat').batch.output.lifeMin).toBeLessThan(of('east', 'coat').batch.output.lifeMin);
});

test('two cracks are plugged from one card', () => {
  const plugs = lines.filter(({ what, faceId }) => what === 'plug' && faceId === 'north');
  expect(plugs).toHaveLength(2);
  expect(cards.filter(({ what }) => what === 'plug').map(({ totalKg }) => totalKg)).toEqual([
    expect.closeTo(
      plugs.reduce((sum, { amount }) => sum + amount, 0),
      9,
    ),
  ]);
});

test('no batch is more than one bag, nor more than two thirds of the vessel', () => {
  const slurry = of('north', 'coat');
  const bagKg = Math.max(...slurry.product.packs.map(({ size }) => size));
  for (const { batch, product } of cards)
    expect(batch.output.batchKg).toBeLessThanOrEqual(Math.max(...product.packs.map(({ size }) => size)) + 1e-9);
  expect(bagKg).toBeGreaterThan(5);
  const small = mixingCard(slurry.product, 20, crew, 10)!;
  // bought powder in two thirds of 10 L, by the density of the mix and its water
  const { densityKgL, mix } = slurry.product;
  expect(small.ok && small.value.batch.output.batchKg).toBeLessThanOrEqual(((10 * 2) / 3) * (densityKgL! / (1 + mix!.waterPerKgL!)) + 1e-9);
});

test('a kit that does not go into the vessel is refused for that piece, the others stand', () => {
  const { refused, cards: rest } = pieceCards(lines, crew, { wallsC: new Map(), vesselL: 2 });
  expect(refused.some(({ faceId, issues }) => faceId === 'floor' && issues.some(({ code }) => code === 'pack-over-vessel'))).toBe(true);
  expect(rest.some(({ faceId }) => faceId === 'north')).toBe(true);
});

test('the order covers whole kits coat by coat and face by face', () => {
  const barrier = SHIPPED_CATALOGUE.choices('coat', 'epoxy-vapour-barrier')[0]!;
  const kitKg = Math.min(...barrier.packs.map(({ size }) => size));
  const kits = cards
    .filter(({ product }) => product.id === barrier.id && product.role === 'coat')
    .reduce((sum, { batch, times }) => sum + batch.output.batches * (batch.output.batchKg / kitKg) * times, 0);
  expect(sumByProduct(lines, 0).get(barrier)! / kitKg).toBeGreaterThanOrEqual(Math.round(kits) - 1);
  // by hand: two faces of a little more than one kit each are four kits, not three
  const line = { ...lines.find(({ product }) => product === barrier)!, targetId: undefined, amount: kitKg * 1.2, coats: 1 };
  const two = [
    { ...line, id: 'a', faceId: 'a' },
    { ...line, id: 'b', faceId: 'b' },
  ];
  expect(sumByProduct(two, 0).get(barrier)).toBeCloseTo(4 * kitKg, 9);
});

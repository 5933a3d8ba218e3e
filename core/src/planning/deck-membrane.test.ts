import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import { buildUp, sampleJob } from '../testing/sample-job';
import { USUAL_HOUSE, planJob } from './index';

test('a deck gets its primer, its membrane and its wear coat, by the rates of their sheets', () => {
  const coat = SHIPPED_CATALOGUE.newest('fennick-ramp')!;
  const deck = buildUp('floor', { family: 'deck-membrane', products: pinProducts(coat, 'deck-membrane', SHIPPED_CATALOGUE) });
  const { faces } = planJob({ ...sampleJob(), features: [], buildUps: [deck] }, { people: 2, temperatureC: 20 }, USUAL_HOUSE);
  const floor = faces.find(({ faceId }) => faceId === 'floor')!;
  expect(floor.layers.map(({ id }) => id)).toEqual(['epoxy-primer', 'coat-1', 'wear']);
  // 12 m², roughness 1.1, loss 5 %: by hand
  const kg = (what: string) => floor.lines.find((line) => line.what === what && line.targetId === undefined)!.amount;
  expect(kg('coat')).toBeCloseTo(12 * 1.1 * 1.05 * 2, 9);
  expect(kg('wear')).toBeCloseTo(12 * 1.1 * 1.05 * 0.9, 9);
  expect(kg('epoxy-primer')).toBeCloseTo(12 * 1.1 * 1.05 * 0.3, 9);
});

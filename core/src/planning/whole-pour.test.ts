import { FAMILIES, SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import type { BuildUp, Pour } from '../jobs';
import { buildUp, sampleJob } from '../testing/sample-job';
import { USUAL_HOUSE, planJob, wholePour } from './index';

const coat = SHIPPED_CATALOGUE.choices('coat', 'crystalline-admixture')[0]!;
const cast = (faceId: string, pour: Partial<Pour>, part: Partial<BuildUp> = {}) =>
  buildUp(faceId, {
    family: FAMILIES['crystalline-admixture'].id,
    products: pinProducts(coat, 'crystalline-admixture', SHIPPED_CATALOGUE),
    pour: { name: 'Base', cementKgM3: 350, dosePct: 0.8, ...pour },
    ...part,
  });
const plansOf = (...buildUps: BuildUp[]) => planJob({ ...sampleJob(), buildUps }, { people: 2, temperatureC: 20 }, USUAL_HOUSE).faces;

// common practice, no source: 30 m³ × 350 kg × 0.8 % = 84 kg, wherever in the pour the concrete goes
test('faces of one name are one pour, dosed by all their concrete', () => {
  const plans = plansOf(
    cast('floor', { concreteM3: 22 }),
    cast('north', { name: ' base ', concreteM3: 8 }),
    cast('east', { name: 'Wall' }),
  );
  const whole = wholePour('Base', plans)!;
  expect(whole.faceIds.sort()).toEqual(['floor', 'north']);
  expect(whole.concreteM3).toBeCloseTo(30, 12);
  expect(whole.doseKg).toBeCloseTo(84, 9);
  expect(whole.slurryWaterL).toBeCloseTo(84 * coat.mix!.waterPerKgL!, 9);
  expect(whole.holdBackLPerM3 * 30).toBeCloseTo(whole.slurryWaterL, 9);
  expect(whole.issues).toEqual([]);
});

test.each<[string, Partial<Pour>]>([
  ['pour-cement-differs', { cementKgM3: 320 }],
  ['pour-dose-differs', { dosePct: 1 }],
])('%s is said: one pour has one mix', (code, other) => {
  const whole = wholePour('Base', plansOf(cast('floor', {}), cast('north', other)))!;
  expect(whole.issues.map((found) => found.code)).toEqual([code]);
});

test('a face without figures, and a name that nobody uses, are no pour', () => {
  const plans = plansOf(cast('floor', {}, { pour: undefined }));
  expect(wholePour('Base', plans)).toBeUndefined();
  expect(wholePour('Roof', plansOf(cast('floor', {})))).toBeUndefined();
});

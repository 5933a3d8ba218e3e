import { SHIPPED_CATALOGUE, SHIPPED_PRODUCTS, type Tool, pinProducts } from '../catalogue';
import type { BuildUp, FamilyId, Feature } from '../jobs';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { type House, USUAL_HOUSE, planJob } from './index';

function minutesOf(
  step: string,
  {
    family = 'crystalline-slurry',
    tool,
    house = USUAL_HOUSE,
    features = [],
    part = {},
  }: { family?: FamilyId; tool?: Tool; house?: House; features?: Feature[]; part?: Partial<BuildUp> },
): number {
  const products = pinProducts(SHIPPED_CATALOGUE.choices('coat', family)[0]!, family, SHIPPED_CATALOGUE);
  const plan = planJob(
    { ...sampleJob(), features, buildUps: [buildUp('north', { family, products, ...part })] },
    { people: 1, temperatureC: 20, ...(tool ? { tool } : {}) },
    house,
  );
  return plan.workItems.find((item) => item.step === step)!.durationMin;
}

// common practice, no source: a sprayed coat is several times as fast as a brushed one, 10 mm of lime slower than a film
describe('a coat takes as long as its sheet, its tool and its thickness', () => {
  test('brushed, sprayed', () => {
    // 10 m² of 0.8 kg at 0.3 and 3 kg a minute; three tenths of the time is laying; never under a quarter of an hour
    expect(minutesOf('coat-1', { tool: 'brush' })).toBe(90);
    expect(minutesOf('coat-1', { tool: 'spray' })).toBe(15);
  });
  test('lime by the trowel takes longer than rubber by the roller', () =>
    expect(minutesOf('coat-1', { family: 'lime-base-coat' })).toBeGreaterThan(5 * minutesOf('coat-1', { family: 'liquid-rubber' })));
  test('laid thicker it takes longer by so much', () => {
    const part = { alterations: [{ do: 'rate', layer: 'coat', figure: 1.6, reason: 'rough' }] } as Partial<BuildUp>;
    expect(minutesOf('coat-1', { tool: 'brush', part })).toBe(180);
  });
  test('who knows his crew has the last word', () =>
    expect(minutesOf('coat-1', { tool: 'brush', house: { ...USUAL_HOUSE, paces: { coat: 3 } } })).toBe(30));
});

test('a deep cavity takes its volume, a shallow one its area', () => {
  const hollow = (depthMm: number): Feature[] => [
    crack({
      kind: 'honeycomb',
      depthMm,
      path: [
        [1, 1],
        [2, 1],
        [2, 2],
        [1, 2],
      ],
      widthMm: undefined,
      movement: undefined,
    } as Partial<Feature>),
  ];
  const mend = SHIPPED_PRODUCTS.find(({ id }) => id === 'tarnwick-pack')!;
  expect(mend.placingKgPerMin).toBeDefined();
  const [shallow, deep] = [minutesOf('patch', { features: hollow(20) }), minutesOf('patch', { features: hollow(120) })];
  expect(deep).toBeGreaterThan(3 * shallow);
});

import { SHIPPED_PRODUCTS, type Product } from '../catalogue';
import { crewPlan } from './crew-plan';

const EPOXY = SHIPPED_PRODUCTS.find(({ binder, coat, mix }) => binder === 'epoxy' && coat && mix)!;
/** 12 kg at 0.6 kg/m² is 20 m² to a pail. */
const RAPID: Product = {
  ...EPOXY,
  workingLifeMin: 20,
  packs: [{ size: 12, priceMinor: 9000 }],
  coat: { ...EPOXY.coat!, kgPerM2PerCoat: 0.6 },
  mix: { addTo: 'liquid', mixMin: 3, standMin: 0, wholePacksOnly: true },
};
const people = (product: Product) => Object.fromEntries(crewPlan(product)!.posts.map(({ post, people: count }) => [post, count]));

// common practice, no source: two spreaders cover 6 m² a minute, a pail of 20 m² lasts them 3 min 20 s
test('one mixes while a pail takes less time than it lasts, two when it takes longer', () => {
  expect(crewPlan(RAPID)).toMatchObject({ m2PerPail: 20, pailsPerMin: 0.3 });
  expect(people(RAPID)).toEqual({ mix: 1, carry: 1, spread: 2, roll: 2 });
  expect(people({ ...RAPID, mix: { ...RAPID.mix!, firstAloneMin: 1 } })['mix']).toBe(2);
});

test('the smallest pail is the one carried', () => {
  expect(crewPlan({ ...RAPID, packs: [...RAPID.packs, { size: 3, priceMinor: 2500 }] })?.m2PerPail).toBeCloseTo(5, 12);
});

test.each<[string, Partial<Product>]>([
  ['lives long enough', { workingLifeMin: 36 }],
  ['no working life known', { workingLifeMin: undefined }],
  ['no epoxy', { binder: 'cement' }],
  ['nothing to mix', { mix: undefined }],
])('no plan needed: %s', (_, part) => expect(crewPlan({ ...RAPID, ...part })).toBeUndefined());

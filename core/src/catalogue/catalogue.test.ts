import { FAMILY_IDS, PRODUCT_ROLES } from '../jobs';
import { film } from '../materials';
import { runCalculator } from '../fields';
import {
  Catalogue,
  FAMILIES,
  type Product,
  SHIPPED_CATALOGUE,
  SHIPPED_PRODUCTS,
  bestOffers,
  checkCatalogue,
  checkProduct,
  pinProducts,
  sheetDifferences,
} from './index';

const find = (id: string, version = 1): Product => SHIPPED_CATALOGUE.find({ id, version })!;
const coats = SHIPPED_PRODUCTS.filter(({ role }) => role === 'coat');

describe.each(SHIPPED_PRODUCTS.map((product) => [`${product.id} ${product.version}`, product] as const))('%s', (_id, product) => {
  test('passes the checks that any sheet must pass', () =>
    expect(checkProduct(structuredClone(product))).toEqual({ ok: true, value: product }));

  test('is found by id and version, and by no other version', () => {
    expect(SHIPPED_CATALOGUE.find(product)).toBe(product);
    expect(SHIPPED_CATALOGUE.find({ id: product.id, version: product.version + 100 })).toBeUndefined();
  });

  test('warns of what it does to people', () => {
    if (product.binder === 'cement' || product.binder === 'polymer-cement') expect(product.hazards).toContain('caustic-cement');
    if (product.binder === 'epoxy') expect(product.hazards).toContain('sensitising-epoxy');
    if (product.binder === 'polyurethane') expect(product.hazards).toContain('isocyanate');
    if (product.binder === 'lime') expect(product.hazards).toContain('lime');
    if (product.role === 'plug') expect(product.hazards).toContain('hot-plug');
  });
});

test('as a whole it holds together', () => expect(checkCatalogue(SHIPPED_PRODUCTS)).toEqual([]));

test.each(FAMILY_IDS)('%s has at least two coats to choose between, and every part of its build-up', (family) => {
  const choices = SHIPPED_CATALOGUE.choices('coat', family);
  expect(choices.length).toBeGreaterThanOrEqual(2);
  const pinned = pinProducts(choices[0]!, family, SHIPPED_CATALOGUE);
  for (const { role } of FAMILIES[family].layers) expect(pinned[role]).toBeDefined();
});

test('there is a product for every part', () => {
  const roles = new Set(SHIPPED_PRODUCTS.map(({ role }) => role));
  expect(PRODUCT_ROLES.filter((role) => !roles.has(role))).toEqual([]);
});

// common practice, no source: ranges in which such products lie
test.each<[string, string, (product: Product) => number, number, number]>([
  ['crystalline slurry, kg/m² a coat', 'crystalline-slurry', (p) => p.coat!.kgPerM2PerCoat, 0.7, 0.8],
  ['crystalline slurry, L of water a kg', 'crystalline-slurry', (p) => p.mix!.waterPerKgL!, 0.33, 0.4],
  ['dry shake, kg/m²', 'crystalline-dry-shake', (p) => p.coat!.kgPerM2PerCoat, 0.5, 0.7],
  ['tanking slurry, kg/m² a coat', 'rigid-slurry', (p) => p.coat!.kgPerM2PerCoat, 1.5, 2],
  ['flexible cement membrane, kg/m² a mm', 'flexible-cementitious', (p) => p.coat!.kgPerM2PerCoat / p.coat!.wetFilmMm!, 1.7, 1.9],
  ['liquid rubber, mm wet in all', 'liquid-rubber', (p) => p.coat!.wetFilmMm! * p.coat!.coats, 1.5, 1.5],
  [
    'liquid rubber, mm dry in all',
    'liquid-rubber',
    (p) => (p.coat!.wetFilmMm! * p.coat!.coats * p.coat!.volumeSolidsPct!) / 100,
    1.05,
    1.15,
  ],
  ['polyurethane, m²/L', 'moisture-cure-pu', (p) => 1 / p.coat!.wetFilmMm!, 0.66, 0.67],
  ['hot rubber, mm in all', 'hot-rubber', (p) => p.coat!.wetFilmMm! * p.coat!.coats, 5.4, 5.6],
  ['epoxy barrier, kg/m²', 'epoxy-vapour-barrier', (p) => p.coat!.kgPerM2PerCoat, 0.25, 0.45],
  ['epoxy barrier, m²/L', 'epoxy-vapour-barrier', (p) => 1 / p.coat!.wetFilmMm!, 2.5, 4.5],
  ['silicate, m²/L a coat', 'silicate-sealer', (p) => p.densityKgL! / p.coat!.kgPerM2PerCoat, 8, 10],
  ['pore sealer, m²/L for both coats', 'pore-sealer', (p) => p.densityKgL! / (p.coat!.kgPerM2PerCoat * 2), 3.3, 4.6],
  ['lime, mm above ground', 'lime-base-coat', (p) => p.coat!.byLoad!.aboveGround!, 10, 10],
  ['lime, mm below ground', 'lime-base-coat', (p) => p.coat!.byLoad!.damp, 20, 40],
])('%s', (_what, family, figure, least, most) => {
  for (const product of SHIPPED_CATALOGUE.choices('coat', family as (typeof FAMILY_IDS)[number])) {
    expect(figure(product)).toBeGreaterThanOrEqual(least - 0.005);
    expect(figure(product)).toBeLessThanOrEqual(most + 0.005);
  }
});

test('wet film, dry film, rate and coverage of every coat agree with each other', () => {
  for (const { coat, densityKgL, mix } of coats)
    if (coat?.wetFilmMm) {
      const out = runCalculator(film, { wetFilmMm: coat.wetFilmMm, volumeSolidsPct: coat.volumeSolidsPct ?? 100, densityKgL });
      if (!out.ok) throw new Error('refused');
      expect(out.value.kgPerM2! / (coat.kgPerM2PerCoat * (1 + (mix?.waterPerKgL ?? 0)))).toBeGreaterThan(0.9);
      expect(out.value.kgPerM2! / (coat.kgPerM2PerCoat * (1 + (mix?.waterPerKgL ?? 0)))).toBeLessThan(1.12);
    }
});

/** A sheet that may be spoilt in any way. */
type Loose = Record<string, unknown>;
interface Sheet extends Loose {
  coat: Loose & { rating: Loose };
  mix: Loose;
  limits: Loose;
  packs: { size: number }[];
}

describe('a sheet is refused', () => {
  const slurry = () => structuredClone(find('tarnwick-veil', 2)) as unknown as Sheet;
  const paths = (raw: unknown) => {
    const result = checkProduct(raw);
    return result.ok ? [] : result.issues.map(({ code, path }) => `${path}: ${code}`);
  };
  test.each<[string, (sheet: Sheet) => void, string]>([
    ['without a working life', (s) => delete s['workingLifeMin'], 'workingLifeMin: missing'],
    ['with no density', (s) => (s['densityKgL'] = 0), 'densityKgL: not-above'],
    ['when its latest time is before its earliest', (s) => (s.coat['recoat'] = { minH: 6, maxH: 2 }), 'coat.recoat.maxH: max-below-min'],
    ['with packs of nothing', (s) => (s.packs[0]!.size = 0), 'packs[0].size: not-above'],
    [
      'with one size twice from one supplier',
      (s) => (s.packs = [1, 2].map(() => ({ size: 25, priceMinor: 100, supplier: 'Millgate' }))),
      'packs[1].size: duplicate-size',
    ],
    ['with one size twice', (s) => (s.packs[1]!.size = 25), 'packs[1].size: duplicate-size'],
    ['when it is rated on no strength', (s) => delete s.coat.rating['onStrengthMPa'], 'coat.rating.onStrengthMPa: rating-without-strength'],
    ['when it takes its own place', (s) => (s['replaces'] = 'tarnwick-veil'), 'replaces: replaces-itself'],
    ['when mixing spends its life', (s) => (s.mix['standMin'] = 25), 'mix.mixMin: life-spent-mixing'],
    ['when rate and film contradict each other', (s) => (s.coat['wetFilmMm'] = 1.5), 'coat.wetFilmMm: film-and-rate-differ'],
    ['with a field that sheets do not have', (s) => (s['colour'] = 'grey'), 'colour: unknown-field'],
    ['with an id that is no id', (s) => (s['id'] = 'Veil 2'), 'id: not-in-this-form'],
    ['when it is coldest where it is hottest', (s) => (s.limits['surfaceMaxC'] = 0), 'limits.surfaceMaxC: max-below-min'],
    ['when a thing sold by the metre is a coat', (s) => (s['measure'] = 'm'), 'coat: not-sold-by-mass'],
    ['when there is nothing to mix', (s) => delete s.mix['waterPerKgL'], 'parts: nothing-to-mix'],
  ])('%s', (_why, spoil, wanted) => {
    const sheet = slurry();
    spoil(sheet);
    expect(paths(sheet)).toContain(wanted);
  });

  test('when more water asks for less', () => {
    const lime = structuredClone(find('tarnwick-old-lime'));
    lime.coat!.byLoad!.pressing = 5;
    expect(paths(lime)).toContain('coat.byLoad: thinner-under-more-water');
  });
});

describe('several sheets together are refused', () => {
  const [one, other] = [find('tarnwick-veil', 2), find('osmere-deep')];
  const codes = (products: Product[], known: Product[] = []) => checkCatalogue(products, known).map(({ code, path }) => `${path}: ${code}`);
  test('when they replace each other in a circle', () =>
    expect(
      codes([
        { ...one, replaces: other.id },
        { ...other, replaces: one.id },
      ]),
    ).toEqual(['products[0].replaces: replaces-in-a-circle', 'products[1].replaces: replaces-in-a-circle']));
  test('when prices stand in several currencies', () =>
    expect(codes([one, { ...other, currency: 'GBP' }])).toEqual(['products[1].currency: mixed-currencies']));
  test('when a version is there already', () => expect(codes([one], [one])).toEqual(['products[0].version: version-taken']));
  test('when they replace what is not there', () =>
    expect(codes([{ ...one, replaces: 'nothing' }])).toEqual(['products[0].replaces: not-found']));
});

test('a newer version says what it changes', () =>
  expect(sheetDifferences(find('tarnwick-veil', 1), find('tarnwick-veil', 2)).map(({ path }) => path)).toEqual([
    'potable',
    'packs',
    'workingLifeMin',
    'coat.kgPerM2PerCoat',
    'coat.wetFilmMm',
    'coat.rating.negativeKPa',
  ]));

test('of two offers of a size the cheaper counts, whoever makes it', () => {
  const packs = [
    { size: 25, priceMinor: 7450, supplier: 'Quaydepot' },
    { size: 8, priceMinor: 3150, supplier: 'Quaydepot' },
    { size: 25, priceMinor: 7620, supplier: 'Millgate' },
    { size: 8, priceMinor: 2890, supplier: 'Millgate' },
  ];
  expect(bestOffers(packs)).toEqual([packs[0], packs[3]]);
  expect(checkProduct({ ...find('tarnwick-veil'), packs })).toMatchObject({ ok: true });
});

test('what has been replaced is no longer offered, but still found', () => {
  const own: Product = { ...find('osmere-deep'), id: 'own-deep', replaces: 'osmere-deep' };
  const catalogue = new Catalogue([...SHIPPED_PRODUCTS, own]);
  expect(catalogue.choices('coat', 'crystalline-slurry').map(({ id }) => id)).toEqual(['tarnwick-veil', 'own-deep']);
  expect(catalogue.find({ id: 'osmere-deep', version: 1 })).toBeDefined();
});

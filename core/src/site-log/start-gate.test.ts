import { type Product, SHIPPED_PRODUCTS, freezes } from '../catalogue';
import { DEW_MARGIN_C, dewPointOf } from '../physics';
import { breachesOf } from './index';

const mild = { airTemperatureC: 15, surfaceTemperatureC: 14, relativeHumidityPct: 60 };
const codes = (product: Pick<Product, 'binder' | 'limits'> | undefined, part: object = {}) =>
  breachesOf(product, { ...mild, ...part }).map(({ code }) => code);
const film: Pick<Product, 'binder' | 'limits'> = {
  binder: 'acrylic',
  limits: { surfaceMinC: 5, surfaceMaxC: 30, airMinC: 8, airMaxC: 32, dewMarginC: 3, airRhMaxPct: 80 },
};
const slurry = { binder: 'cement', limits: { surfaceMinC: 2, surfaceMaxC: 35, dewMarginC: 0 } } as const;
const epoxy = { binder: 'epoxy', limits: { surfaceMinC: 5, surfaceMaxC: 30, dewMarginC: 3 } } as const;
const hot = { binder: 'bitumen', limits: { surfaceMinC: -5, surfaceMaxC: 50, dewMarginC: 3 } } as const;

test.each<[string, object, string[]]>([
  ['mild air', {}, []],
  ['the surface at its least', { surfaceTemperatureC: 5, airTemperatureC: 8, relativeHumidityPct: 40 }, []],
  ['the surface under it', { surfaceTemperatureC: 4.9, airTemperatureC: 8, relativeHumidityPct: 40 }, ['surface-too-cold']],
  ['the surface at its most', { surfaceTemperatureC: 30 }, []],
  ['the surface over it', { surfaceTemperatureC: 30.1 }, ['surface-too-warm']],
  ['the air under its least', { airTemperatureC: 7.9, surfaceTemperatureC: 8 }, ['air-too-cold']],
  ['the air over its most', { airTemperatureC: 32.1, surfaceTemperatureC: 29, relativeHumidityPct: 40 }, ['air-too-warm']],
  ['the air at its most humid', { relativeHumidityPct: 80, surfaceTemperatureC: 18 }, []],
  ['the air more humid', { relativeHumidityPct: 81, surfaceTemperatureC: 18 }, ['air-too-humid']],
])('%s is judged by the sheet’s own limit', (_what, part, wanted) => expect(codes(film, part)).toEqual(wanted));

const sprayed = { ...film, limits: { ...film.limits, rainFreeH: 6 }, placingKgPerMin: { spray: 2 } };
// common practice, no source: until it has set, both ways
test.each<[string, object, string[]]>([
  ['colder than its least until it has set', { coldestAheadC: 7.9 }, ['cold-ahead']],
  ['at its least', { coldestAheadC: 8 }, []],
  ['hotter than its most ahead, and warming', { warmestAheadC: 31 }, ['warm-ahead', 'warms-up']],
  ['warming by 3 K', { warmestAheadC: 17 }, []],
  ['warming by more under a film', { warmestAheadC: 17.1 }, ['warms-up']],
  ['rain sooner than its hours', { rainInH: 5.9 }, ['rain-ahead']],
  ['rain at its hours', { rainInH: 6 }, []],
  ['wind for spray', { windMS: 8.1 }, ['wind']],
  ['wind at the limit', { windMS: 8 }, []],
])('%s', (_what, part, wanted) => expect(codes(sprayed, part)).toEqual(wanted));

test('what is ahead asks nothing of what does not mind it', () => {
  expect(codes(slurry, { warmestAheadC: 30, rainInH: 0, windMS: 20 })).toEqual([]);
  expect(breachesOf(sprayed, { ...mild, coldestAheadC: 4 }).every(({ isFinal }) => !isFinal)).toBe(true);
});

test('each breach names what was measured and what the sheet asks', () => {
  expect(breachesOf(film, { ...mild, surfaceTemperatureC: 4, airTemperatureC: 9, relativeHumidityPct: 40 })).toEqual([
    { code: 'surface-too-cold', figure: 4, limit: 5, unit: '°C', isFinal: false },
  ]);
});

// ISO 8502-4: 3 K over the dew point, for films that must not have it; damp-tolerant cement goods and lime have no such limit
test('dew is asked of films by their own margin, and not of cement goods on a damp wall', () => {
  const sweating = { airTemperatureC: 20, surfaceTemperatureC: 16.9, relativeHumidityPct: 80 };
  const marginC = 16.9 - dewPointOf(20, 80)!;
  expect(marginC).toBeLessThan(DEW_MARGIN_C);
  expect(breachesOf(epoxy, sweating)).toEqual([
    { code: 'dew-margin-too-small', figure: expect.closeTo(marginC, 9), limit: 3, unit: 'K', isFinal: false },
  ]);
  expect(codes(slurry, sweating)).toEqual([]);
  expect(codes({ ...epoxy, limits: { ...epoxy.limits, dewMarginC: 0.4 } }, sweating)).toEqual([]);
  // bone-dry air has no dew point, and none is made up
  expect(codes(epoxy, { relativeHumidityPct: 0 })).toEqual([]);
});

// common practice, no source: water in a fresh coat turns to ice; resin and what is laid hot or by solvent does not mind
test('frost on the wall, in the air or ahead shuts the gate for what water carries, and for nothing else', () => {
  for (const part of [{ surfaceTemperatureC: 0 }, { airTemperatureC: -1 }, { coldestAheadC: 0 }, { coldestAheadC: -4 }]) {
    const found = breachesOf(slurry, { ...mild, ...part });
    expect(found[0]).toMatchObject({ isFinal: true, limit: 0 });
    expect(breachesOf(epoxy, { ...mild, ...part }).some(({ isFinal }) => isFinal)).toBe(false);
    expect(breachesOf(hot, { ...mild, ...part }).some(({ isFinal }) => isFinal)).toBe(false);
  }
  expect(codes(slurry, { coldestAheadC: 0.5, surfaceTemperatureC: 2 })).toEqual(['cold-ahead']);
  expect(codes(slurry, { surfaceTemperatureC: 0.5 })).toEqual(['surface-too-cold']);
  // the one that nobody may pass stands first
  expect(codes(slurry, { surfaceTemperatureC: -2 })).toEqual(['frost', 'surface-too-cold']);
});

test('where nobody knows with what it is done the strictest usual rule counts', () => {
  expect(codes(undefined)).toEqual([]);
  expect(codes(undefined, { airTemperatureC: 20, surfaceTemperatureC: 17, relativeHumidityPct: 80 })).toEqual(['dew-margin-too-small']);
  expect(codes(undefined, { surfaceTemperatureC: -1, relativeHumidityPct: 10 })).toEqual(['frost', 'surface-too-cold']);
});

describe('sheets that ship', () => {
  const coats = SHIPPED_PRODUCTS.filter(({ coat }) => coat);

  test.each(coats.map((product) => [product.id, product] as const))(
    '%s may be laid on a mild day, and says so of frost',
    (_id, product) => {
      expect(codes(product, { airTemperatureC: 18, surfaceTemperatureC: 17, relativeHumidityPct: 50 })).toEqual([]);
      const frost = breachesOf(product, { airTemperatureC: -2, surfaceTemperatureC: -2, relativeHumidityPct: 60 });
      expect(frost.some(({ isFinal }) => isFinal)).toBe(freezes(product));
    },
  );

  test('what is bound with cement or lime is damp-tolerant; epoxy, polyurethane and hot bitumen are not', () => {
    for (const { id, binder, limits } of coats) {
      if (['cement', 'lime'].includes(binder)) expect([id, limits.dewMarginC]).toEqual([id, 0]);
      if (['epoxy', 'polyurethane'].includes(binder) || limits.surfaceMinC < 0) expect([id, limits.dewMarginC]).toEqual([id, 3]);
    }
  });
});

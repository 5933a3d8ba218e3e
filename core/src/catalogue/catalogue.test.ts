import { SHIPPED_PRODUCTS, findProduct, type Product } from './index';

describe.each(SHIPPED_PRODUCTS.map((product) => [`${product.id} ${product.version}`, product] as const))('%s', (_id, product: Product) => {
  test('is found by id and version, and by no other version', () => {
    expect(findProduct(product)).toBe(product);
    expect(findProduct({ id: product.id, version: product.version + 100 })).toBeUndefined();
  });

  // common practice, no source: ranges in which such products lie
  test('lies where products of its kind lie', () => {
    expect(product.mix.waterPerKgL).toBeGreaterThan(0.1);
    expect(product.mix.waterPerKgL).toBeLessThanOrEqual(0.4);
    expect(product.mix.mixMin + product.mix.standMin).toBeLessThan(product.workingLifeMin);
    expect(product.kgPerLitreFilled).toBeGreaterThan(1.2);
    for (const pack of product.packs) expect(Math.min(pack.sizeKg, pack.priceMinor)).toBeGreaterThan(0);
    expect(product.hazards).toContain('caustic-cement');
  });

  test('a slurry says how it coats, a plug that it is hot and quick', () => {
    if (product.role === 'slurry') {
      expect(product.coat!.kgPerM2PerCoat).toBeGreaterThanOrEqual(0.7);
      expect(product.coat!.kgPerM2PerCoat).toBeLessThanOrEqual(0.8);
      expect(product.coat!.rating.onStrengthMPa).toBeGreaterThan(0);
      expect(product.coat!.cure.mistsPerDay).toBeGreaterThanOrEqual(3);
    } else expect(product.coat).toBeUndefined();
    if (product.role === 'plug') {
      expect(product.hazards).toContain('hot-plug');
      expect(product.workingLifeMin).toBeLessThanOrEqual(3);
    }
  });
});

test('each maker has slurry, plug and mortar', () => {
  const makers = [...new Set(SHIPPED_PRODUCTS.map((product) => product.maker))];
  expect(makers.length).toBeGreaterThanOrEqual(2);
  for (const maker of makers)
    expect(
      SHIPPED_PRODUCTS.filter((p) => p.maker === maker)
        .map((p) => p.role)
        .sort(),
    ).toEqual(['mortar', 'plug', 'slurry']);
});

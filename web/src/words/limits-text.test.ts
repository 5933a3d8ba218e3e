import { SHIPPED_PRODUCTS } from '@caulkhorn/core/catalogue';
import '../messages/later';
import { limitsOfSheet } from './limits-text';

test.each(SHIPPED_PRODUCTS.filter(({ coat }) => coat).map((product) => [`${product.id} ${product.version}`, product] as const))(
  '%s says every limit of its sheet, in both systems',
  (_id, product) => {
    for (const units of ['metric', 'us'] as const) {
      const said = limitsOfSheet(product, units);
      expect(said.join(' ')).not.toMatch(/[{}]|undefined|NaN|layer-view/);
      expect(said[0]).toMatch(units === 'us' ? /°F/ : /°C/);
    }
    const all = limitsOfSheet(product, 'metric').join(' ');
    expect(all.includes('dew point')).toBe(product.limits.dewMarginC > 0);
    expect(all.includes('No rain')).toBe(product.limits.rainFreeH !== undefined && product.limits.rainFreeH > 0);
    expect(all.includes('Air ')).toBe(product.limits.airMinC !== undefined || product.limits.airMaxC !== undefined);
  },
);

test('what water carries says how long it wants no frost; resin says nothing of it', () => {
  const of = (id: string) =>
    limitsOfSheet(
      SHIPPED_PRODUCTS.find((product) => product.id === id)!,
      'metric',
    ).join(' ');
  expect(of('tarnwick-veil')).toContain('No frost for 48 h after.');
  expect(of('osmere-rampart')).toContain('No frost for 24 h after.');
  expect(of('osmere-vapourstop')).not.toContain('frost');
});

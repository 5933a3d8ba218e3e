import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { CALCULATORS } from '../calculators';
import { PUBLISHED } from '.';

/** Units by how a field's name ends: a name that says millimetres holds millimetres. */
const UNITS: readonly [RegExp, string][] = [
  [/KgM3$/, 'kg/m³'],
  [/KPa$/, 'kPa'],
  [/MPa$/, 'MPa'],
  [/Mm$/, 'mm'],
  [/(?<!Per)M2$/, 'm²'],
  [/(?<!Per)M3$/, 'm³'],
  [/(?<![A-Z])Kg$/, 'kg'],
  [/Pct$/, '%'],
];

test.each(Object.entries(PUBLISHED))(
  '%s says what the core is: npm run schema writes it anew, and a change of it is a decision',
  (file, publish) => {
    const published = readFileSync(resolve(__dirname, '../../../docs/formats', file), 'utf8');
    expect(JSON.parse(JSON.stringify(publish()))).toEqual(JSON.parse(published));
  },
);

test('a field’s unit is the one that its name carries', () => {
  let seen = 0;
  for (const { id, fields, outputs } of CALCULATORS.values()) {
    const units = [
      ...Object.entries(fields).flatMap(([name, { spec }]) => (spec.type === 'number' ? [[name, spec.unit] as const] : [])),
      ...Object.entries(outputs),
    ];
    for (const [name, unit] of units) {
      const wanted = UNITS.find(([ending]) => ending.test(name))?.[1];
      if (wanted === undefined) continue;
      seen++;
      expect([id, name, unit]).toEqual([id, name, wanted]);
    }
  }
  expect(seen).toBeGreaterThan(60);
});

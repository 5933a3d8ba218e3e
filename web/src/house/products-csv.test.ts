import { SHIPPED_PRODUCTS } from '@caulkhorn/core/catalogue';
import { productsCsv, readProductsCsv } from './products-csv';

test('what goes out as a table comes in the same', () =>
  expect(readProductsCsv(productsCsv(SHIPPED_PRODUCTS))).toEqual({ ok: true, value: SHIPPED_PRODUCTS }));

const table = (change: (line: string[]) => void): string => {
  const lines = productsCsv(SHIPPED_PRODUCTS.slice(0, 3)).split('\r\n');
  change(lines);
  return lines.join('\r\n');
};
const faults = (text: string) => {
  const read = readProductsCsv(text);
  return read.ok ? [] : read.issues.map(({ code, path }) => `${path}: ${code}`);
};

test('one bad line refuses the whole table and is named', () => {
  expect(faults(table((lines) => (lines[2] = lines[2]!.replace('25:11850', '0:11850'))))).toEqual(['line 3, packs[0].size: not-above']);
  expect(faults(table((lines) => (lines[2] = lines[2]!.replace('25:11850', '25:11850:Millgate:5'))))).toEqual([
    'line 3, packs[0].part 4: unknown-field',
  ]);
  expect(faults(table((lines) => (lines[0] = lines[0]!.replace('workingLifeMin', 'life'))))).toContain('line 1, life: unknown-field');
  expect(faults(table((lines) => (lines[3] = lines[3]!.replace('1.9', 'heavy'))))).toContain('line 4, densityKgL: not-a-number');
});

test('a decimal comma is read, a formula in a name does no harm', () => {
  const csv = productsCsv([{ ...SHIPPED_PRODUCTS[0]!, name: '=1+1' }]);
  expect(csv).toContain(`'=1+1`);
  const read = readProductsCsv(csv.replace(',1.85,', ',"1,85",'));
  expect(read).toMatchObject({ ok: true, value: [{ name: '=1+1', densityKgL: 1.85 }] });
});

test('an empty table and one cut off within quotes are refused', () => {
  expect(faults('id,version\r\n')).toEqual(['line 2: csv-empty']);
  expect(faults('id,name\r\nx,"Half a na')).toEqual(['line 2: csv-cut-off']);
});

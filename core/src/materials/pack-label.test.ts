import { labelText, readLabel } from './index';

const read = (text: string, year = 2026) => {
  const label = readLabel(text, year);
  return label.ok ? label.value : label.issues[0]!.code;
};

test('our own label comes back as it was written, whatever signs its number has', () => {
  for (const label of [{ batchNumber: 'TV-1184', productId: 'tidewall', expiresOn: '2027-03-01' }, { batchNumber: 'Ø 7/2 & 50 %=?' }])
    expect(read(labelText(label))).toEqual(label);
});

test('a maker’s label by its application identifiers', () => {
  // GS1's sample number, with its check digit 2 (from memory)
  expect(read('(01)09506000134352(17)270331(10)AB-123')).toEqual({
    ...{ gtin: '09506000134352', batchNumber: 'AB-123', expiresOn: '2027-03-31' },
  });
  expect(read('(01)09506000134353(10)AB-123')).toBe('wrong-check-digit');
  expect(read('(01)09506000134352(17)270331')).toBe('no-batch-on-it');
});

test('a day 00 is the last of its month, two digits are the nearest year, and no day is made up', () => {
  const until = (text: string, year: number) => {
    const label = readLabel(`(10)A(17)${text}`, year);
    return label.ok ? label.value.expiresOn : label;
  };
  expect(until('280200', 2026)).toBe('2028-02-29');
  // General Specifications, determination of the century: 51 to 99 more is the century before, 50 to 99 less the one after
  expect(until('770101', 2026)).toBe('1977-01-01');
  expect(until('760101', 2026)).toBe('2076-01-01');
  expect(until('010101', 2060)).toBe('2101-01-01');
  expect(until('270231', 2026)).toBeUndefined();
  expect(until('271301', 2026)).toBeUndefined();
});

test('the code of something else is none of a pack', () => {
  for (const text of ['https://harbour-wifi.example/login', '', '4006381333931', 'caulkhorn:pack?batch=%', 'WIFI:S:pit;T:WPA;P:(10)1;;'])
    expect(read(text)).toMatch(/not-a-pack/);
  expect(read('caulkhorn:pack?product=tidewall')).toBe('no-batch-on-it');
});

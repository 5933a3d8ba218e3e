import { pluralOf, readersLocale } from './locale';
import { pseudo } from './pseudo';

test.each([
  ['en-US', 'en-US'],
  ['de-AT', 'en-AT'],
  ['pl', 'en-PL'],
  ['en', 'en-US'],
  ['zh-Hant', 'en-TW'],
  ['no such thing', 'en-GB'],
])('a reader of %s is spoken to in %s', (readers, tag) => expect(readersLocale(readers)).toEqual({ tag, isPseudo: false }));

test('a number asks for the form that its language has for it', () => {
  const forms = (tag: string, numbers: number[]) => numbers.map((n) => pluralOf(n, { tag, isPseudo: false }));
  expect(forms('en-GB', [0, 1, 1.5, 2])).toEqual(['other', 'one', 'other', 'other']);
  // common practice, no source: 1 warstwa, 2 warstwy, 5 warstw
  expect(forms('pl-PL', [1, 2, 5, 22])).toEqual(['one', 'few', 'many', 'few']);
});

test('the made-up language keeps what is filled in, and is longer', () => {
  expect(pseudo('{n} coats of Grey')).toBe('⟦{n} çóáţš óƒ Ĝŕéý~~~~~⟧');
  expect(readersLocale('en-GB', 'pseudo').isPseudo).toBe(true);
});

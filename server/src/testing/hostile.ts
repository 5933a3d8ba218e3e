import fc from 'fast-check';

/** What no honest sender sends: wrong types, names of the language, halves of letters, numbers at the edge, lists for things. */
const ODD_VALUES: readonly unknown[] = [
  null,
  true,
  '',
  ' ',
  0,
  -0,
  -1,
  1.5,
  1e308,
  -1e308,
  5e-324,
  2 ** 53,
  2 ** 31,
  '1,250',
  'NaN',
  'Infinity',
  '\u0000',
  'a\u0000b',
  '\ud800',
  'x\udfff',
  '\u202e\u0007',
  'toString',
  '__proto__',
  "'; drop table job; --",
  '<script>1</script>',
  '../../etc/passwd',
  'x'.repeat(5000),
  '0000-00-00T00:00:00Z',
  '9999-12-31T23:59:59+14:00',
  '0001-01-01T00:00:00Z',
  '2026-02-30T10:00:00Z',
  '2026-05-20T24:00:00Z',
  '00000000-0000-0000-0000-000000000000',
  'ffffffff-ffff-ffff-ffff-ffffffffffff',
  [],
  [[]],
  [null],
  [[], []],
  {},
  { length: 3 },
  { toString: 1 },
  { kind: 'toString' },
  Array.from({ length: 300 }, () => 0),
];

const ODD_NAMES = [
  'toString',
  'constructor',
  'hasOwnProperty',
  'length',
  '__proto__',
  '',
  ' ',
  '\u0000',
  '\ud800',
  'x'.repeat(500),
  'id',
  'kind',
];

/** stands for so many lists in each other, which only text can hold without harm to whoever made it */
const deep = (levels: number) => `@deep ${levels}@`;
const deepened = (text: string) =>
  text.replace(/"@deep (\d+)@"/g, (_, levels: string) => '['.repeat(Number(levels)) + ']'.repeat(Number(levels)));

const oddValue: fc.Arbitrary<unknown> = fc.oneof(
  { weight: 8, arbitrary: fc.constantFrom(...ODD_VALUES) },
  { weight: 2, arbitrary: fc.double() },
  { weight: 2, arbitrary: fc.string({ unit: 'binary' }) },
  { weight: 1, arbitrary: fc.jsonValue({ maxDepth: 4 }) },
  { weight: 1, arbitrary: fc.constantFrom(20, 40, 3000).map(deep) },
);

type Tree = Record<string, unknown> | unknown[];
const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null;

/** Every place in a value at which something stands, as the names that lead there. */
function placesIn(value: unknown, at: readonly string[] = []): (readonly string[])[] {
  if (!isTree(value)) return [at];
  return [at, ...Object.entries(value).flatMap(([name, each]) => placesIn(each, [...at, name]))];
}

type Harm = { place: number; how: 'replace' | 'drop' | 'add' | 'wrap' | 'twice'; value: unknown; name: string };

const harm: fc.Arbitrary<Harm> = fc.record({
  place: fc.nat(10_000),
  how: fc.constantFrom('replace', 'replace', 'replace', 'drop', 'add', 'wrap', 'twice'),
  value: oddValue,
  name: fc.constantFrom(...ODD_NAMES),
});

function harmed(seed: unknown, { place, how, value, name }: Harm): unknown {
  const copy = structuredClone(seed);
  const places = placesIn(copy);
  const path = places[place % places.length]!;
  if (path.length === 0) return how === 'replace' ? value : how === 'wrap' ? [copy] : copy;
  const parent = path.slice(0, -1).reduce<Tree>((tree, key) => (tree as Record<string, Tree>)[key]!, copy as Tree) as Record<
    string,
    unknown
  >;
  const last = path.at(-1)!;
  if (how === 'replace') parent[last] = value;
  else if (how === 'drop') delete parent[last];
  else if (how === 'wrap') parent[last] = [parent[last]];
  else if (how === 'twice') parent[last] = [parent[last], parent[last]];
  else if (!Array.isArray(parent)) Object.defineProperty(parent, name, { value, enumerable: true, configurable: true, writable: true });
  return copy;
}

/** A sound value with up to three things in it made odd. */
export const harmedCopyOf = (seeds: readonly unknown[]): fc.Arbitrary<unknown> =>
  fc.tuple(fc.constantFrom(...seeds), fc.array(harm, { maxLength: 3 })).map(([seed, harms]) => harms.reduce(harmed, seed));

/** JSON text of it, at times cut short or spoilt. */
export const asText = (value: fc.Arbitrary<unknown>): fc.Arbitrary<string> => {
  const rarely = <T>(arbitrary: fc.Arbitrary<T>) =>
    fc.oneof({ weight: 24, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary: arbitrary as fc.Arbitrary<T | undefined> });
  return fc
    .tuple(value, rarely(fc.nat(400)), rarely(fc.constantFrom('\u0000', '\\ud800', '{"__proto__":1}', '}', '\ufeff')))
    .map(([each, cut, extra]) => deepened(JSON.stringify(each) ?? '').slice(0, cut) + (extra ?? ''));
};

/** The same with another id each time, so that a sound one is not taken for one that was sent before. */
export const withFreshId = (value: fc.Arbitrary<unknown>): fc.Arbitrary<unknown> =>
  fc
    .tuple(value, fc.uuid())
    .map(([each, id]) =>
      typeof each === 'object' && each !== null && typeof (each as { id?: unknown }).id === 'string' ? { ...each, id } : each,
    );

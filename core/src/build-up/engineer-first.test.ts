import { crack } from '../testing/sample-job';
import { ENGINEER_FIRST, engineerFirst } from './index';

// common practice, no source: from 0.3 mm a crack may be the structure's; EN 1504-9 (from memory) wants rusting steel assessed first
test.each([
  ['a hairline', { widthMm: 0.2 }, []],
  ['a crack just under the bound', { widthMm: 0.29 }, []],
  ['a crack at the bound', { widthMm: 0.3 }, ['wide-crack']],
  ['one that nobody measured', { widthMm: undefined }, ['crack-not-measured']],
  ['a fine one that moves', { widthMm: 0.2, movement: 'moving' as const }, ['moving-crack']],
  ['a fine one with rust', { widthMm: 0.2, signs: ['rust-stain' as const] }, ['steel-rusts']],
  [
    'a wide one that moves and rusts',
    { widthMm: 1, movement: 'moving' as const, signs: ['rust-stain' as const] },
    ['wide-crack', 'moving-crack', 'steel-rusts'],
  ],
  ['a leak', { kind: 'leak' as const, widthMm: undefined, movement: undefined, path: [[1, 1]] as [number, number][] }, []],
  [
    'a leak with rust',
    { kind: 'leak' as const, widthMm: undefined, path: [[1, 1]] as [number, number][], signs: ['rust-stain' as const] },
    ['steel-rusts'],
  ],
  ['a fine one that steps', { widthMm: 0.1, signs: ['stepped' as const] }, ['structural-pattern']],
  ['a fine one whose sides are offset', { widthMm: 0.1, signs: ['offset' as const] }, ['structural-pattern']],
  ['a fine one of many', { widthMm: 0.1, signs: ['patterned' as const] }, ['structural-pattern']],
  ['a fine one that grows', { widthMm: 0.1, signs: ['growing' as const] }, ['structural-pattern']],
  ['honeycomb with steel in it', { kind: 'honeycomb' as const, widthMm: undefined, signs: ['steel-shows' as const] }, ['steel-rusts']],
  ['a spall', { kind: 'spall' as const, widthMm: undefined }, ['spall']],
])('%s', (_what, part, wanted) => expect(engineerFirst(crack(part))).toEqual(wanted));

test('each reason has a name of its own and a source', () => {
  expect(new Set(ENGINEER_FIRST.map(({ id }) => id)).size).toBe(ENGINEER_FIRST.length);
  for (const { source } of ENGINEER_FIRST) expect(source.title).not.toBe('');
});

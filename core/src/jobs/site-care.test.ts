import { sampleJob } from '../testing/sample-job';
import { CARE_IDS, SITE_CARE, type CareId, type Demands, type Face, careOf } from './index';

const wall = sampleJob().faces[0]!;
const CONFINED: readonly CareId[] = ['confined-space', 'gas-test', 'watcher'];

test.each<[string, Partial<Face>, Demands, readonly CareId[]]>([
  ['a room with a door', {}, {}, []],
  ['inside a tank', { near: { kind: 'tank' } }, {}, [...CONFINED, 'isolation', 'electricity']],
  ['behind a tank', { far: { kind: 'tank' } }, {}, ['isolation', 'electricity']],
  ['a shaft or a tunnel', { kind: 'lining' }, {}, [...CONFINED, 'electricity']],
  ['a tunnel one walks through', { kind: 'lining' }, { confined: false }, []],
  ['a sewer', { kind: 'lining' }, { sewerGas: true }, [...CONFINED, 'isolation', 'sewage', 'electricity']],
  ['a lift pit, as somebody said', {}, { confined: true }, [...CONFINED, 'electricity']],
  ['a wall dug free from outside', { near: { kind: 'ground' } }, {}, ['trench']],
])('%s', (_says, change, demands, wanted) => {
  expect(careOf({ ...wall, ...change, demands }, {})).toEqual(wanted);
  // asked of the whole job it counts as well
  expect(careOf({ ...wall, ...change }, { demands })).toEqual(wanted);
});

test('every check is asked for by one row, with its source', () => {
  expect(SITE_CARE.map(({ id }) => id)).toEqual(CARE_IDS);
  for (const { source } of SITE_CARE) expect(source.title).not.toBe('');
});

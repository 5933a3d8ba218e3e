import { type Permit, permitsFor, permitsLapsed } from './index';

const at = (hour: number) => `2026-05-18T${String(hour).padStart(2, '0')}:00:00Z`;
const permit = (part: Partial<Permit> = {}): Permit => ({
  id: 'p',
  kind: 'confined-space',
  number: 'CS 14',
  from: at(7),
  until: at(15),
  ...part,
});
const lapsed = (permits: Permit[], hour: number, spaceId = 'tank') =>
  permitsLapsed(permits, ['confined-space'], { spaceId, atMs: Date.parse(at(hour)) });

test('a confined place and a dug one want one, and so does a kettle', () => {
  expect(permitsFor(['confined-space', 'gas-test'], [])).toEqual(['confined-space']);
  expect(permitsFor(['trench'], ['kettle', 'jet'])).toEqual(['hot-work', 'excavation']);
  expect(permitsFor(['electricity'], ['blaster'])).toEqual([]);
});

test('it holds from its hour until its hour, in its room', () => {
  expect([6, 7, 14, 15].map((hour) => lapsed([permit()], hour))).toEqual([['confined-space'], [], [], ['confined-space']]);
  expect(lapsed([permit({ spaceId: 'tank' })], 8)).toEqual([]);
  expect(lapsed([permit({ spaceId: 'pit' })], 8)).toEqual(['confined-space']);
  expect(lapsed([permit(), permit({ from: at(15), until: at(20) })], 16)).toEqual([]);
});

test('a job that keeps none of a kind is told elsewhere; one of another kind is none', () => {
  expect(lapsed([], 8)).toEqual([]);
  expect(lapsed([permit({ kind: 'hot-work' })], 8)).toEqual([]);
});

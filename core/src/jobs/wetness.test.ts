import { leaks, mayLeak, plannedWetness, runs, wettest } from './index';

test('what nobody has looked at was seen to do nothing, and is planned as if it let water in', () => {
  expect([runs({}), leaks({})]).toEqual([false, false]);
  expect([mayLeak({}), plannedWetness({})]).toEqual([true, 'weeping']);
  expect(wettest([{ wetState: 'damp' }, {}])).toBe('weeping');
  expect(wettest([{ wetState: 'dripping' }, {}])).toBe('dripping');
  expect(wettest([])).toBe('dry');
});

test('dry and damp are seen not to leak, unless water is known to have come', () => {
  for (const wetState of ['dry', 'damp'] as const) {
    expect([mayLeak({ wetState }), leaks({ wetState })]).toEqual([false, false]);
    expect([mayLeak({ wetState, pastLeakage: true }), leaks({ wetState, pastLeakage: true })]).toEqual([true, true]);
  }
});

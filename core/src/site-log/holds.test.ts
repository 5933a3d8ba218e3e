import { checkEntry, isHiddenSeen } from './index';

test('what will be hidden counts as seen only by a photo of just that, taken once it was finished', () => {
  expect(isHiddenSeen(undefined)).toBe(false);
  expect(isHiddenSeen([{ of: 'after', at: 10 }], 5)).toBe(false);
  expect(isHiddenSeen([{ of: 'hidden', at: 4 }], 5)).toBe(false);
  expect(isHiddenSeen([{ of: 'hidden', at: 5 }], 5)).toBe(true);
  const say = (verdict: 'released' | 'refused') =>
    checkEntry({ kind: 'hold', workItemId: 'a', planRevisionId: 'r', verdict, reason: 'thin' }, '2026-05-18T07:00:00Z', { isUnseen: true });
  expect(say('released').map(({ code }) => code)).toEqual(['hidden-not-photographed']);
  // refused it may be without
  expect(say('refused')).toEqual([]);
});

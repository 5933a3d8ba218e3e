import { stepOfCode } from './second-factor';

/** RFC 6238, appendix B: the ASCII secret 12345678901234567890 in base32; codes are the last six of the eight digits given there. */
const SECRET = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ';

test.each([
  [59, '287082'],
  [1_111_111_109, '081804'],
  [1_234_567_890, '005924'],
  [2_000_000_000, '279037'],
])('at %i s the code is %s (RFC 6238), one step early or late too, and no more', (seconds, code) => {
  const step = Math.floor(seconds / 30);
  for (const shift of [-30, 0, 30]) expect(stepOfCode(SECRET, code, (seconds + shift) * 1000, null)).toBe(step);
  for (const shift of [-60, 60]) expect(stepOfCode(SECRET, code, (seconds + shift) * 1000, null)).toBeNull();
  // a step that was used opens nothing again
  expect(stepOfCode(SECRET, code, seconds * 1000, step)).toBeNull();
  expect(stepOfCode(SECRET, code, seconds * 1000, step - 1)).toBe(step);
});

test.each(['', '28708', '2870820', 'abcdef', ' 287082'])('%p is no code', (text) =>
  expect(stepOfCode(SECRET, text, 59_000, null)).toBeNull(),
);

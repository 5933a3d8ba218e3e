import { StartTimes } from './start-times';

/** Nothing starts from 3 to 6. */
const times = new StartTimes(30, 20, (startMin) => (startMin < 180 || startMin >= 360 ? startMin + 45 : null));

test('the end before a rest is the last that the starts before it have', () => {
  expect(times.endBeforeRest(360)).toBe(150 + 45);
  expect(times.endBeforeRest(570)).toBe(150 + 45);
  expect(times.endBeforeRest(150)).toBeNull();
  expect(times.endBeforeRest(0)).toBeNull();
});

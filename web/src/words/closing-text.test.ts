import { closingText } from './closing-text';

test('who works fewer hours than the crew: on which days, and from when to when', () =>
  expect(
    closingText({ because: { code: 'person-hours', person: 'Bo Falk', week: { days: [1, 3], fromHour: 9.5, hours: 4 } } }, 'metric'),
  ).toBe('Bo Falk works Mon, Wed, 09:30 to 13:30'));

test('a machine is at other jobs, a person at one', () => {
  expect(closingText({ because: { code: 'machine', machine: 'spray-pump', jobs: ['Kelp House', 'Quay'] } }, 'metric')).toBe(
    'spray pump at Kelp House, Quay',
  );
  expect(closingText({ because: { code: 'person-away', person: 'Bo Falk', jobs: ['Quay'] } }, 'metric')).toBe('Bo Falk is at Quay');
});

import { faultText } from './fault-text';
import { usePreferences } from './preferences';

afterEach(() => usePreferences.setState({ units: 'metric' }));

test('a limit carries its unit, in the units of the reader', () => {
  expect(faultText({ code: 'above-max', values: { max: 100, unit: 'm' } })).toBe('At most 100\u202fm.');
  expect(faultText({ code: 'below-min', values: { min: 5, unit: '°C' } })).toBe('At least 5\u202f°C.');
  usePreferences.setState({ units: 'us' });
  expect(faultText({ code: 'below-min', values: { min: 5, unit: '°C' } })).toBe('At least 41\u202f°F.');
  expect(faultText({ code: 'above-max', values: { max: 6, unit: '' } })).toBe('At most 6.');
});

test('a text that is missing is needed; one that is too short says how long', () => {
  expect(faultText({ code: 'too-short', values: { min: 1 } })).toBe('This is needed.');
  expect(faultText({ code: 'too-short', values: { min: 12 } })).toBe('At least 12 characters.');
});

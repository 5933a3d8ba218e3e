import { isMissingPart } from './missing-part';

test('a part that did not come is known by what browsers say of it, and nothing else is', () => {
  // as each browser's own source has it (from memory)
  for (const said of [
    'Failed to fetch dynamically imported module: http://localhost/assets/bench-1.js',
    'error loading dynamically imported module: http://localhost/assets/bench-1.js',
    'Importing a module script failed.',
    'Unable to preload CSS for /assets/bench-1.css',
  ])
    expect(isMissingPart(new TypeError(said))).toBe(true);
  expect(isMissingPart(new TypeError("Cannot read properties of undefined (reading 'id')"))).toBe(false);
  expect(isMissingPart('Failed to fetch dynamically imported module')).toBe(false);
});

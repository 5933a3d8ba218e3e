import { placeInWords } from './field-words';

test.each([
  ['[2].rhPct', 'Row 3 Humidity'],
  ['tasks[0]', 'Tasks Row 1'],
  ['tasks', 'Tasks'],
  ['tasks[1].uses.pump', 'Tasks Row 2 uses pump'],
])('%s is said as %s', (place, words) => expect(placeInWords(place)).toBe(words));

import type { Face } from '../jobs';
import { mostInjectionBar } from './index';

// injection practice, from memory: strength in MPa × 10 / 3; masonry gently (common practice, no source)
test.each<[Face['substrate'], number, number]>([
  ['cast-concrete', 30, 100],
  ['cast-concrete', 12, 40],
  ['precast', 70, 200],
  ['brick', 30, 10],
  ['rubble', 0, 10],
  ['cast-concrete', 0, 10],
])('%s of %d MPa: at most %d bar', (substrate, strengthMPa, bar) => expect(mostInjectionBar({ substrate, strengthMPa })).toBe(bar));

import { FAMILIES } from '../catalogue';
import { FAMILY_IDS } from '../jobs';
import { accepted } from '../testing/results';
import { checkFaceFilm } from './index';

const passes = (id: (typeof FAMILY_IDS)[number], thinnest: number) =>
  accepted(checkFaceFilm(FAMILIES[id], { readingsMm: [...Array.from({ length: 19 }, () => 4.2), thinnest], specifiedMm: 4, areaM2: 50 }))
    .passes;

// DIN 18533-3 and ISO 19840, both from memory
test('of a thick film no reading may be under the least thickness, of a paint one may be thinner by a fifth', () => {
  expect([passes('thick-film', 4), passes('thick-film', 3.9)]).toEqual([true, false]);
  expect([passes('above-grade-elastomeric', 3.2), passes('above-grade-elastomeric', 3.1)]).toEqual([true, false]);
  const strict = FAMILY_IDS.filter((id) => !passes(id, 3.9));
  expect(strict).toEqual(['flexible-cementitious', 'thick-film', 'liquid-rubber', 'moisture-cure-pu', 'hot-rubber']);
});

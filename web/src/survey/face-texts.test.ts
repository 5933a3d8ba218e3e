import type { Face } from '@caulkhorn/core/jobs';
import { sampleJob } from '../../../core/src/testing/sample-job';
import { faceFrom, faceTexts } from './face-texts';

const wall: Face = {
  ...sampleJob().faces[0]!,
  outline: [
    [0, 0],
    [4.12345, 0],
    [4.12345, 2.71828],
    [0, 2.71828],
  ],
  openings: [
    [
      [1, 0.33333],
      [1.9, 0.33333],
      [1.9, 1.2],
    ],
    [
      [3, 0],
      [3.5, 0],
      [3.5, 2.1],
    ],
  ],
  thicknessMm: 253.7123,
  strengthMPa: 27.123456,
  castOn: '2026-02-01',
  csp: 3,
  salts: 'slight',
  coatings: 'old bitumen',
  reach: 'near',
  deadLoadKPa: 12.3456,
  edgeIds: [0, 1, 2, 7],
  junctionEdits: [{ junctionId: 'x', lengthM: 1.5 }],
  demands: { potable: true },
  oldLayers: ['bitumen'],
  clearAt: '2026-05-01T08:00:00Z',
};
const shaft: Face = {
  ...wall,
  placement: { kind: 'cylinder', axis: 'vertical', xM: 1.23456, yM: 2, zM: -3.14159, headingDeg: 12.3456, radiusM: 0.6, startAngleDeg: 0 },
};
const typed = (face: Face, part: Partial<ReturnType<typeof faceTexts>>, units: 'metric' | 'us' = 'metric') =>
  faceFrom(face, { ...faceTexts(face, units), ...part }, units);

test.each([
  ['a wall', wall],
  ['a shaft', shaft],
  ['a face of which little is known', sampleJob().faces[1]!],
])('%s that nobody touched comes back as it was, in either system of units', (_what, face) => {
  for (const units of ['metric', 'us'] as const) expect(typed(face, {}, units)).toEqual(face);
});

test('one edit changes that field alone', () => {
  const { thicknessMm: _, ...others } = typed(wall, { thicknessMm: '300' });
  expect(others).toEqual((({ thicknessMm: _was, ...rest }) => rest)(wall));
  expect(typed(wall, { thicknessMm: '12' }, 'us').thicknessMm).toBeCloseTo(12 * 25.4, 9);
  expect(typed(wall, { zM: '−2,5' }).placement).toEqual({ ...wall.placement, zM: -2.5 });
  expect(typed(wall, { far: 'ground w9' })).toEqual({ ...wall, far: { kind: 'ground', waterBodyId: 'w9' } });
});

test('what is emptied goes where it may be missing, and is asked for where it may not', () => {
  const emptied = typed(wall, { castOn: '', csp: ' ', salts: '', coatings: '', reach: '', deadLoadKPa: '' });
  for (const name of ['castOn', 'csp', 'salts', 'coatings', 'reach', 'deadLoadKPa']) expect(emptied).not.toHaveProperty(name);
  expect(typed(wall, { thicknessMm: '' }).thicknessMm).toBeNaN();
  expect(typed(wall, { mark: '  ' }).mark).toBe('');
});

test('what cannot be read is left for the check to refuse', () => {
  expect(typed(wall, { strengthMPa: 'strong' }).strengthMPa).toBeNaN();
  expect(typed(wall, { strengthMPa: '1,250' }).strengthMPa).toBeNaN();
  expect(typed(wall, { headingDeg: 'north' }).placement.headingDeg).toBeNaN();
  expect(typed(wall, { outline: '0 0, 4' }).outline[1]).toEqual([4, NaN]);
});

test('an opening taken out leaves the others exact; an emptied one goes; the last leaves none', () => {
  const [first, second] = faceTexts(wall, 'metric').openings;
  expect(typed(wall, { openings: [second!] }).openings).toEqual([wall.openings![1]]);
  expect(typed(wall, { openings: [first!, { text: ' ' }, second!] }).openings).toEqual(wall.openings);
  expect(typed(wall, { openings: [] })).not.toHaveProperty('openings');
});

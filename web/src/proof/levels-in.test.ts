import { levelsIn } from './levels-in';

const UTC = { clock: 'utc', timeZone: 'UTC' } as const;
const codes = (text: string, at: Parameters<typeof levelsIn>[1] = UTC) => {
  const read = levelsIn(text, at);
  return read.ok ? [] : read.issues.map(({ code }) => code);
};

test('hours or times, in the unit that each head names', () => {
  const read = levelsIn('hours;level (mm);pan (mm);rain (mm)\n0;1200.4;0;0\n24;1196.1;2.5;0.4\n', UTC);
  expect(read).toEqual({
    ok: true,
    value: [
      { h: 0, levelMm: 1200.4, evaporationMm: 0, rainMm: 0 },
      { h: 24, levelMm: 1196.1, evaporationMm: 2.5, rainMm: 0.4 },
    ],
  });
  expect(levelsIn('time,level (mm)\n2026-09-01 08:00,10\n2026-09-01 09:30,9.8\n', UTC)).toMatchObject({ value: [{ h: 0 }, { h: 1.5 }] });
});

test('a logger in feet is read in feet: 1 ft is 304.8 mm', () => {
  const read = levelsIn('hours,level (ft)\n0,3.937\n24,3.927\n', UTC);
  expect(read.ok && read.value.map(({ levelMm }) => Math.round(levelMm * 10) / 10)).toEqual([1200, 1196.9]);
});

test('a level whose unit nobody says is refused: in feet it would hide a leak', () => {
  expect(codes('hours,level\n0,3.937\n24,3.927\n')).toEqual(['head-without-unit']);
  expect(codes('hours,level (kg)\n0,1\n1,1\n')).not.toEqual([]);
});

test('what is missing or no figure is told by its line', () => {
  expect(codes('level (mm)\n1\n2\n')).toEqual(['no-hours-column']);
  expect(codes('hours,rain (mm)\n0,1\n')).toEqual(['no-level-column']);
  expect(codes('hours,level (mm)\n0,wet\nlater,2\n')).toEqual(['csv-not-a-number', 'csv-not-a-number']);
  expect(codes('time,level (mm)\n2026-09-01 08:00,10\n', { clock: undefined, timeZone: 'Europe/Berlin' })).toEqual(['zone-not-said']);
});

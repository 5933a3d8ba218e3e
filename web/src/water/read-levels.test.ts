import { readLevels } from './read-levels';

const read = (text: string) => readLevels(text, 'body', { kind: 'datum' });
const issues = (text: string) => {
  const result = read(text);
  return result.ok ? [] : result.issues.map((found) => `${found.path}: ${found.code}`);
};

test('a logger’s file, with a byte order mark, blank lines and Windows line ends', () => {
  const result = read('\uFEFFtime,level_m\r\n2026-03-01T06:00:00+01:00,-1.42\r\n\r\n2026-03-01 07:00+01:00,-1.38\r\n');
  expect(result.ok && result.value.map(({ at, levelM, kind, waterBodyId }) => ({ at, levelM, kind, waterBodyId }))).toEqual([
    { at: '2026-03-01T05:00:00.000Z', levelM: -1.42, kind: 'logger', waterBodyId: 'body' },
    { at: '2026-03-01T06:00:00.000Z', levelM: -1.38, kind: 'logger', waterBodyId: 'body' },
  ]);
});

test('a decimal comma, where semicolons part the columns', () => {
  const result = read('time;level_m\n2026-03-01T06:00:00Z;-1,42\n2026-03-01T07:00:00Z;-1,4\n');
  expect(result.ok && result.value.map((level) => level.levelM)).toEqual([-1.42, -1.4]);
});

test('every faulty line is named, and nothing is taken', () => {
  expect(
    issues(
      [
        'time,level_m',
        '2026-03-01T06:00:00,-1.42',
        '2026-03-01T06:00:00Z,deep',
        'yesterday,-1',
        '2026-03-01T06:00:00Z,-1.2',
        '2026-03-01T08:00:00Z,-1,2',
        '2026-13-45T08:00:00Z,-1',
        '2026-03-01T09:00:00Z,99999',
      ].join('\n'),
    ),
  ).toEqual([
    'line 2: not-a-time-with-offset',
    'line 3: not-a-number',
    'line 4: not-a-time-with-offset',
    'line 5: csv-duplicate-time',
    'line 6: csv-columns',
    'line 7: not-a-time-with-offset',
    'line 8: level-out-of-range',
  ]);
});

test('no heading, another heading, no rows, too many rows', () => {
  expect(issues('2026-03-01T06:00:00Z,-1')).toEqual(['line 1: csv-header']);
  expect(issues('level_m,time\n1,2')).toEqual(['line 1: csv-header']);
  expect(issues('')).toEqual(['line 1: csv-header']);
  expect(issues('time,level_m\n')).toEqual(['line 2: csv-empty']);
  expect(issues(`time,level_m\n${'2026-03-01T06:00:00Z,1\n'.repeat(5001)}`)).toEqual(['line 5002: too-many']);
});

test('depths under the top of a standpipe become levels on the datum', () => {
  const result = readLevels('time,level_m\n2026-03-01T06:00:00Z,1.42\n2026-03-01T07:00:00Z,0.9\n', 'body', { kind: 'below', levelM: 0.35 });
  expect(result.ok && result.value.map(({ levelM }) => levelM)).toEqual([-1.07, -0.55]);
});

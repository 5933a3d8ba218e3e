import { calculate } from '../calculators';
import { accepted } from '../testing/results';
import type { ProgrammeAnswer } from './programme';

const plan = (input: object) => accepted(calculate('programme', input, () => false)) as ProgrammeAnswer;
const clashes = (input: object) => plan(input).conflicts.map(({ code, path }) => `${code} at ${path}`);

/** Two walls, each two coats of 60 min by one pump; the second follows the first within so many minutes. A third wall is in nobody's way. */
const walls = (maxMin: number, pumps = 1) => ({
  horizonMin: 270,
  stepMin: 30,
  resources: [
    { id: 'pump', capacity: pumps, available: [{ fromMin: 0, toMin: 270 }] },
    { id: 'crew', capacity: 9 },
  ],
  tasks: ['a1', 'a2', 'b1', 'b2', 'c1', 'c2'].map((id) => ({ id, durationMin: 60, uses: { [id[0] === 'c' ? 'crew' : 'pump']: 1 } })),
  lags: ['a', 'b', 'c'].map((wall) => ({ from: `${wall}1`, to: `${wall}2`, kind: 'finish-start', minMin: 30, maxMin })),
});

test('two windows and one pump clash: they are named, and what has nothing to do with it is not', () => {
  expect(plan(walls(90)).feasible).toBe(true);
  expect(clashes(walls(30))).toEqual([
    'proven-impossible at tasks',
    'clashes-latest at lags[0]',
    'clashes-latest at lags[1]',
    'clashes-capacity at resources[0]',
  ]);
});

test('each of them is needed: without any one there is a programme', () => {
  const input = walls(30);
  const [first, second, third] = input.lags;
  expect(plan({ ...input, lags: [{ ...first, maxMin: 300 }, second, third] }).feasible).toBe(true);
  expect(plan({ ...input, lags: [first, { ...second, maxMin: 300 }, third] }).feasible).toBe(true);
  expect(plan(walls(30, 2)).feasible).toBe(true);
});

test('hours that pause clash with a window over the pause', () => {
  const available = [
    { fromMin: 0, toMin: 90 },
    { fromMin: 300, toMin: 600 },
  ];
  const tasks = ['a', 'b', 'c'].map((id) => ({ id, durationMin: id === 'c' ? 120 : 60, uses: { crew: 1 } }));
  const lags = [{ from: 'a', to: 'b', kind: 'finish-start', minMin: 0, maxMin: 60 }];
  const input = { horizonMin: 480, stepMin: 30, resources: [{ id: 'crew', capacity: 1, available }], tasks, lags };
  expect(clashes(input)).toEqual([
    'proven-impossible at tasks',
    'clashes-latest at lags[0]',
    'clashes-capacity at resources[0]',
    'clashes-hours at resources[0]',
  ]);
});

test('allowed times clash with what they leave no room beside', () => {
  const tasks = ['a', 'b'].map((id) => ({ id, durationMin: 60, uses: { crew: 1 }, allowed: [{ fromMin: 0, toMin: 90 }] }));
  expect(clashes({ horizonMin: 600, stepMin: 30, resources: [{ id: 'crew', capacity: 1 }], tasks })).toEqual([
    'proven-impossible at tasks',
    'clashes-capacity at resources[0]',
    'clashes-allowed at tasks[0]',
    'clashes-allowed at tasks[1]',
  ]);
});

import { reading, sampleJob } from '../../../core/src/testing/sample-job';
import { liveValues } from './live';

const job = sampleJob();
const [wall, , slab] = job.faces;
const at = (part: object = {}) => ({ nowMs: Date.UTC(2026, 4, 20, 12), sinceMs: Date.UTC(2026, 4, 20, 11, 59), jitter: 0, ...part });

test('a probe nears what was last read in this slab, and says while it does', () => {
  const readings = [reading({ faceId: 'floor', kind: 'in-slab-rh', value: 84 }), reading({ kind: 'in-slab-rh', value: 99 })];
  const on = { face: slab!, readings };
  const [steady] = liveValues(['in-slab-rh'], on, at());
  expect(steady).toEqual({ kind: 'in-slab-rh', value: 84, isRising: false });
  const [early] = liveValues(['in-slab-rh'], on, at({ sinceMs: Date.UTC(2026, 4, 20, 12) - 5000 }));
  expect(early!.isRising).toBe(true);
  expect(early!.value).toBeLessThan(84);
});

test('a meter in the air shows nothing, at the foot of a wall more than at its head', () => {
  const digits = (point?: [number, number]) => liveValues(['moisture-meter'], { face: wall!, point, readings: [] }, at())[0]!.value;
  expect(digits()).toBe(0);
  expect(digits([1, 0.1])).toBeGreaterThan(digits([1, 2]));
});

test('the station gives air and wall together; what an instrument does not read it does not show', () => {
  const kinds = liveValues(['air-temperature', 'air-humidity', 'surface-temperature'], { face: wall!, readings: [] }, at());
  expect(kinds.map(({ kind }) => kind)).toEqual(['air-temperature', 'air-humidity', 'surface-temperature']);
  expect(liveValues(['salts'], { face: wall!, readings: [] }, at())).toEqual([]);
});

import { calculate } from '../calculators';
import { accepted } from '../testing/results';
import { crack, sampleJob } from '../testing/sample-job';
import { checkCrackFlow } from './index';

const face = sampleJob().faces[0]!;
const at = '2026-03-01T08:00:00Z';
/** 1 m upright, from 1 to 2 m over the foot at −2.5 m: under water to 1.5 m above its middle */
const upright = (part = {}) =>
  crack({
    widthMm: 0.2,
    path: [
      [1, 1],
      [1, 2],
    ],
    ...part,
  });

test('a crack could pass what the cubic law gives at its mean head (Witherspoon et al. 1980: 4.3 m³ a day at 0.2 mm, 1 m, 300 mm, 3 m, 10 °C)', () => {
  expect(checkCrackFlow(upright(), face, 2)!.could.output.flowLPerDay).toBeCloseTo(4321, -1);
  // half the head, half the flow
  expect(checkCrackFlow(upright(), face, 0.5)!.could.output.flowLPerDay).toBeCloseTo(4321 / 2, -1);
});

test('what is caught is told apart from it when ten times less or more', () => {
  const says = (flow: object) => checkCrackFlow(upright({ flow: { at, ...flow } }), face, 2)!.says;
  expect(says({ dripsPerMin: 30 })).toBe('far-less');
  expect(says({ volumeMl: 3000, seconds: 60 })).toBe('alike');
  expect(says({ volumeMl: 31_000, seconds: 60 })).toBe('far-more');
  expect(checkCrackFlow(upright(), face, 2)!.says).toBeUndefined();
});

test('half out of the water only the wet half is pressed; out of it, of unknown width, or no crack: nothing to say', () => {
  // water at the middle of the crack: mean head 0.25 · 0.5 m
  expect(checkCrackFlow(upright(), face, -1)!.could.input).toMatchObject({ headM: expect.closeTo(0.125, 9) });
  expect(checkCrackFlow(upright(), face, -1.6)).toBeUndefined();
  expect(checkCrackFlow(upright({ widthMm: undefined }), face, 2)).toBeUndefined();
  expect(checkCrackFlow(upright({ kind: 'leak' }), face, 2)).toBeUndefined();
});

test('ten times apart is far apart, a little under is not', () => {
  const could = checkCrackFlow(upright(), face, 2)!.could.output.flowLPerDay;
  const caught = (lPerDay: number) => checkCrackFlow(upright({ flow: { at, volumeMl: lPerDay * 1000, seconds: 86_400 } }), face, 2)!;
  expect([caught(could * 10.001), caught(could * 9.99), caught(could / 9.99), caught(could / 10.001)].map(({ says }) => says)).toEqual([
    'far-more',
    'alike',
    'alike',
    'far-less',
  ]);
  expect(caught(could).caught!.output.lPerDay).toBeCloseTo(could, 6);
});

// Torricelli: water leaves no faster than it falls from its head; 5 mm wide and 10 mm deep the cubic law alone would give far more
test('no crack passes more than a free jet of its width and length', () => {
  const slot = { widthMm: 5, lengthM: 1, wallThicknessMm: 10, headM: 3, temperatureC: 10 };
  const flow = (part: object) => accepted(calculate('crack-flow', { ...slot, ...part })) as { flowLPerH: number; laminar: boolean };
  const jetLPerH = 0.005 * 1 * Math.sqrt(2 * 9.80665 * 3) * 3.6e6;
  expect(flow({}).flowLPerH).toBeCloseTo(jetLPerH, 6);
  expect(flow({}).laminar).toBe(false);
  expect(flow({ headM: 12 }).flowLPerH).toBeCloseTo(2 * jetLPerH, 6);
  // where it is fine the law holds as before
  expect(flow({ widthMm: 0.2, wallThicknessMm: 300 }).flowLPerH * 24).toBeCloseTo(4321, -1);
});

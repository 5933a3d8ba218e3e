import fc from 'fast-check';
import { calculate } from '../calculators';
import type { Face } from '../jobs';
import { accepted } from '../testing/results';
import { sampleJob } from '../testing/sample-job';
import { lowestPoint, waterOn } from './index';

const run = (id: string, input: object) => accepted(calculate(id, input)) as Record<string, number>;
const level = fc.double({ min: -50, max: 50, noNaN: true });
const rise = fc.double({ min: 0, max: 20, noNaN: true });

describe('laws of standing water', () => {
  test('a higher level never presses less', () => {
    fc.assert(
      fc.property(level, level, rise, (water, point, by) => {
        expect(run('hydrostatic-head', { waterLevelM: water + by, pointLevelM: point })['pressureKPa']).toBeGreaterThanOrEqual(
          run('hydrostatic-head', { waterLevelM: water, pointLevelM: point })['pressureKPa']!,
        );
      }),
    );
  });

  test('moving the datum changes nothing', () => {
    fc.assert(
      fc.property(level, level, level, (water, point, datum) => {
        const here = run('hydrostatic-head', { waterLevelM: water, pointLevelM: point })['pressureKPa']!;
        expect(run('hydrostatic-head', { waterLevelM: water + datum, pointLevelM: point + datum })['pressureKPa']).toBeCloseTo(here, 6);
      }),
    );
  });

  const wall = fc.record({
    bottomLevelM: level,
    height: fc.double({ min: 0.1, max: 20, noNaN: true }),
    waterLevelM: level,
    widthM: fc.double({ min: 0.1, max: 100, noNaN: true }),
  });
  const load = ({
    bottomLevelM,
    height,
    waterLevelM,
    widthM,
  }: {
    bottomLevelM: number;
    height: number;
    waterLevelM: number;
    widthM: number;
  }) => run('face-load', { bottomLevelM, topLevelM: bottomLevelM + height, waterLevelM, widthM });

  test('a wall cut in two carries what the whole did, about the same line', () => {
    fc.assert(
      fc.property(wall, fc.double({ min: 0.1, max: 0.9, noNaN: true }), (w, share) => {
        const lower = load({ ...w, height: w.height * share });
        const upper = load({ ...w, bottomLevelM: w.bottomLevelM + w.height * share, height: w.height * (1 - share) });
        const all = load(w);
        expect(lower['forceKN']! + upper['forceKN']!).toBeCloseTo(all['forceKN']!, 5);
        const moment = (part: Record<string, number>) => part['forceKN']! * ((part['resultantLevelM'] ?? w.bottomLevelM) - w.bottomLevelM);
        expect(moment(lower) + moment(upper)).toBeCloseTo(moment(all), 4);
      }),
    );
  });

  test('force grows with width in proportion, and its line lies in the lower half of the wetted height', () => {
    fc.assert(
      fc.property(wall, (w) => {
        const [one, two] = [load(w), load({ ...w, widthM: 2 * w.widthM })];
        expect(two['forceKN']).toBeCloseTo(2 * one['forceKN']!, 6);
        if (one['resultantLevelM'] === null) return;
        expect(one['resultantLevelM']).toBeGreaterThanOrEqual(w.bottomLevelM);
        expect(one['resultantLevelM']! - w.bottomLevelM).toBeLessThanOrEqual(one['wettedHeightM']! / 2 + 1e-9);
      }),
    );
  });

  test('more head never lets a wider crack heal', () => {
    fc.assert(
      fc.property(rise, rise, (head, more) => {
        const limit = (headM: number) => run('self-healing-limit', { headM, wallThicknessMm: 300 })['widthLimitMm']!;
        expect(limit(head + more)).toBeLessThanOrEqual(limit(head) + 1e-12);
      }),
    );
  });
});

describe('which water loads a face', () => {
  const job = sampleJob();
  const [north] = job.faces as [Face];

  test('ground behind a wall is on its negative side', () =>
    expect(waterOn(north, job)).toMatchObject({ side: 'negative', level: { id: 'high' } }));

  test('a tank in front of it, filled higher, is what counts: on the coat', () => {
    const tank = {
      ...job,
      waterBodies: [...job.waterBodies, { id: 'tank', name: 'Tank', kind: 'tank' as const, densityKgM3: 1000, governingLevelId: 'full' }],
      waterLevels: [
        ...job.waterLevels,
        { id: 'full', waterBodyId: 'tank', at: '2026-01-01T00:00:00Z', levelM: -0.1, kind: 'dip' as const },
      ],
    };
    expect(waterOn({ ...north, near: { kind: 'tank', waterBodyId: 'tank' } }, tank)).toMatchObject({
      side: 'positive',
      level: { id: 'full' },
    });
    expect(
      waterOn(
        { ...north, near: { kind: 'tank', waterBodyId: 'tank' } },
        { ...tank, waterLevels: tank.waterLevels.map((l) => (l.id === 'full' ? { ...l, levelM: -2 } : l)) },
      ),
    ).toMatchObject({ side: 'negative' });
  });

  test('air holds no water', () => expect(waterOn({ ...north, far: { kind: 'open-air' } }, job)).toBeUndefined());

  test('the lowest point of a path is where it presses hardest', () =>
    expect(
      lowestPoint(north, [
        [1, 2],
        [2, 0.5],
        [3, 1],
      ]),
    ).toMatchObject({ point: [2, 0.5], levelM: expect.closeTo(-2, 9) }));
});

import fc from 'fast-check';
import { type Face, type Feature, type JobModel, type Reading, checkItem, lookupIn, netAreaM2 } from '../jobs';
import { crack, reading, sampleJob } from '../testing/sample-job';
import { DAMP_CAUSES, DAMP_EVIDENCE, type DampFacts, dampFacts, diagnose, surveyGaps } from './index';

const NOW = '2026-03-02T08:00:00Z';
const NOTHING: DampFacts = { isSlab: false, nearLeak: false, nearPipe: false, coated: false, signs: new Set() };
const box = (u: number, v: number, wide: number, high: number): [number, number][] => [
  [u, v],
  [u + wide, v],
  [u + wide, v + high],
  [u, v + high],
];
const damp = (part: Partial<Feature> = {}): Feature => ({
  id: 'a1',
  faceId: 'north',
  mark: 'A1',
  kind: 'damp-area',
  path: box(0.5, 0, 2, 0.8),
  wetState: 'damp',
  ...part,
});
const pipe = (id: string, u: number): Feature => ({
  id,
  faceId: 'north',
  mark: id,
  kind: 'penetration',
  path: [[u, 1]],
  wetState: 'dry',
  diameterMm: 100,
  pipe: 'rigid',
});
const context = { now: NOW, coated: false };
const first = (facts: DampFacts) => diagnose(facts).causes[0]!;

describe('diagnosis of damp (common practice, no source: what each cause looks like)', () => {
  test('wettest at the foot with a tide mark and salts is likely to rise', () => {
    const found = first({ ...NOTHING, meterFallUpward: 0.6, salts: 'strong', signs: new Set(['tide-mark']) });
    expect([found.cause, found.word]).toEqual(['rising', 'likely']);
    expect(found.evidence.map(({ id }) => id)).toEqual(expect.arrayContaining(['fades-upward', 'tide-mark', 'strong-salts']));
  });

  test('a surface under the dew point in winter, free of salt, is likely to be condensation', () => {
    const found = first({ ...NOTHING, surfaceOverDewK: -0.5, salts: 'none', signs: new Set(['worse-in-winter', 'hard-to-touch']) });
    expect([found.cause, found.word]).toEqual(['condensation', 'likely']);
  });

  test('beside a leaking crack under the water level it is likely to come through', () => {
    const found = first({ ...NOTHING, nearLeak: true, belowWater: true, signs: new Set(['worse-after-rain']) });
    expect([found.cause, found.word]).toEqual(['penetrating', 'likely']);
  });

  test('dark spots on a dry coat mean it is too thin there; a slab humid inside gives off vapour', () => {
    expect(first({ ...NOTHING, coated: true, signs: new Set(['spots-on-coat']) }).cause).toBe('thin-coat');
    expect(first({ ...NOTHING, isSlab: true, inSlabRhPct: 92, vapourGM2Day: 30 })).toMatchObject({ cause: 'slab-vapour', word: 'likely' });
  });

  test('likely from 0.65 with two pieces, possible from 0.15; the evidence stands strongest first', () => {
    const found = diagnose({ ...NOTHING, meterFallUpward: 0.6, salts: 'strong', surfaceOverDewK: 1, signs: new Set(['mould']) });
    for (const { share, word, evidence } of found.causes) {
      const pieces = evidence.filter(({ weight }) => weight > 0).length;
      expect(word).toBe(share >= 0.65 && pieces >= 2 ? 'likely' : share >= 0.15 ? 'possible' : 'unlikely');
      const strengths = evidence.map(({ weight }) => Math.abs(weight));
      expect(strengths).toEqual([...strengths].sort((a, b) => b - a));
      expect(evidence.every(({ weight }) => weight !== 0)).toBe(true);
    }
    expect(found.settle.length).toBeLessThanOrEqual(3);
    // a logistic choice: rising has 2 + 1 − nothing, and nobody else's weights
    const rising = found.causes.find(({ cause }) => cause === 'rising')!;
    const sum = (cause: string) => found.causes.find((each) => each.cause === cause)!.evidence.reduce((all, { weight }) => all + weight, 0);
    const total = 1 + DAMP_CAUSES.reduce((all, cause) => all + Math.exp(sum(cause)), 0);
    expect(rising.share).toBeCloseTo(Math.exp(sum('rising')) / total, 12);
    expect(found.somethingElse).toBeCloseTo(1 / total, 12);
  });

  test('nothing known: nothing is likely, and something else stays possible', () => {
    const { causes, somethingElse } = diagnose({ ...NOTHING, coated: true });
    expect(causes.every(({ word }) => word !== 'likely')).toBe(true);
    expect(somethingElse).toBeGreaterThan(0.1);
  });

  test('one piece of evidence, however strong, makes nothing likely', () => {
    expect(first({ ...NOTHING, surfaceOverDewK: -2 })).toMatchObject({ cause: 'condensation', word: 'possible' });
  });

  test('what would settle rising against condensation is what moves them apart, and is not known yet', () => {
    const { causes, settle } = diagnose({ ...NOTHING, signs: new Set(['always-the-same', 'mould']) });
    expect(
      causes
        .slice(0, 2)
        .map(({ cause }) => cause)
        .sort(),
    ).toEqual(['condensation', 'plumbing']);
    expect(settle).toContain('surface-temperature');
    expect(diagnose({ ...NOTHING, meterFallUpward: 0.6, surfaceOverDewK: 4 }).settle).not.toContain('moisture-meter');
  });

  test('shares and something else make one, whatever is known', () => {
    const facts = fc.record({
      isSlab: fc.boolean(),
      nearLeak: fc.boolean(),
      nearPipe: fc.boolean(),
      coated: fc.boolean(),
      meterFallUpward: fc.option(fc.double({ min: -1, max: 1, noNaN: true }), { nil: undefined }),
      surfaceOverDewK: fc.option(fc.double({ min: -10, max: 20, noNaN: true }), { nil: undefined }),
      salts: fc.constantFrom('none' as const, 'slight' as const, 'strong' as const, undefined),
      belowWater: fc.constantFrom(true, false, undefined),
      inSlabRhPct: fc.option(fc.double({ min: 0, max: 100, noNaN: true }), { nil: undefined }),
      signs: fc.constant(new Set<never>()),
    });
    fc.assert(
      fc.property(facts, (known) => {
        const { causes, somethingElse } = diagnose(known);
        expect(causes.reduce((sum, { share }) => sum + share, somethingElse)).toBeCloseTo(1, 12);
        expect(causes.map(({ cause }) => cause).sort()).toEqual([...DAMP_CAUSES].sort());
      }),
    );
  });

  test('each row speaks for or against some cause, and no two rows share a name', () => {
    expect(new Set(DAMP_EVIDENCE.map(({ id }) => id)).size).toBe(DAMP_EVIDENCE.length);
    for (const { weights } of DAMP_EVIDENCE) expect(Object.values(weights).some((weight) => weight !== 0)).toBe(true);
  });
});

describe('facts about a damp place', () => {
  const factsOf = (readings: Reading[], features: Feature[] = [], waterLevelM?: number) => {
    const model: JobModel = { ...sampleJob(), readings, features: [damp(), ...features] };
    return dampFacts(model.faces[0]!, damp(), model, { ...context, waterLevelM });
  };
  const meter = (v: number, value: number) => reading({ id: `m${v}`, point: [1, v], value });

  test('the fall of the meter is taken by level, low half against high half', () => {
    expect(factsOf([meter(0.2, 80), meter(0.6, 60), meter(1.2, 20), meter(2, 20)]).meterFallUpward).toBeCloseTo((70 - 20) / 70, 12);
    expect(factsOf([meter(0.2, 80)]).meterFallUpward).toBeUndefined();
    expect(factsOf([meter(0.2, 80), meter(0.3, 20)]).meterFallUpward).toBeUndefined();
  });

  test('the coldest surface of the last day against the dew point of the air then: 20 °C and 60 % give 12.0 °C (ASHRAE, from memory)', () => {
    const rows = [
      reading({ id: 's1', kind: 'surface-temperature', value: 14 }),
      reading({ id: 's2', kind: 'surface-temperature', value: 10 }),
      reading({ id: 't', kind: 'air-temperature', value: 20, point: undefined }),
      reading({ id: 'h', kind: 'air-humidity', value: 60, point: undefined }),
    ];
    expect(factsOf(rows).surfaceOverDewK).toBeCloseTo(10 - 12, 1);
    expect(factsOf(rows.map((each) => ({ ...each, at: '2026-02-25T08:00:00Z' }))).surfaceOverDewK).toBeUndefined();
  });

  test('without a surface, an air or a humidity above nothing there is no margin to the dew point', () => {
    const rows = (['surface-temperature', 'air-temperature', 'air-humidity'] as const).map((kind, i) =>
      reading({ id: kind, kind, value: [12, 20, 60][i]!, point: undefined }),
    );
    expect(factsOf(rows).surfaceOverDewK).toBeCloseTo(0, 1);
    for (const left of rows) expect(factsOf(rows.filter((each) => each !== left)).surfaceOverDewK).toBeUndefined();
    expect(factsOf(rows.map((each) => (each.kind === 'air-humidity' ? { ...each, value: 0 } : each))).surfaceOverDewK).toBeUndefined();
    // of two readings of the air the one nearer in time counts, whichever was entered first
    const older = reading({ id: 'old', kind: 'air-humidity', value: 90, point: undefined, at: '2026-03-01T07:00:00Z' });
    expect(factsOf([...rows, older]).surfaceOverDewK).toBeCloseTo(0, 1);
    expect(factsOf([older, ...rows]).surfaceOverDewK).toBeCloseTo(0, 1);
  });

  test('air and wall are paired by the hour: what was not read together gives no margin', () => {
    const row = (kind: Reading['kind'], value: number, at: string) => reading({ id: `${kind} ${at}`, kind, value, at, point: undefined });
    const morning = [row('air-temperature', 20, '2026-03-01T08:00:00Z'), row('air-humidity', 60, '2026-03-01T08:20:00Z')];
    // 20 °C and 60 %: dew point 12.0 °C (ASHRAE, from memory)
    expect(factsOf([...morning, row('surface-temperature', 14, '2026-03-01T09:00:00Z')]).surfaceOverDewK).toBeCloseTo(2, 1);
    expect(factsOf([...morning, row('surface-temperature', 14, '2026-03-01T09:30:00Z')]).surfaceOverDewK).toBeUndefined();
    // each surface with its own air; the least of their margins stands
    const noon = [
      row('air-temperature', 10, '2026-03-01T13:00:00Z'),
      row('air-humidity', 50, '2026-03-01T13:00:00Z'),
      row('surface-temperature', 9, '2026-03-01T13:10:00Z'),
    ];
    expect(factsOf([...morning, row('surface-temperature', 14, '2026-03-01T08:10:00Z'), ...noon]).surfaceOverDewK).toBeCloseTo(2, 1);
  });

  test('salts by their share: half a per cent is strong, a tenth slight; unmeasured goes by what was seen', () => {
    const salts = (value: number) => factsOf([reading({ kind: 'salts', value })]).salts;
    expect([0.5, 0.49, 0.1, 0.09].map(salts)).toEqual(['strong', 'slight', 'slight', 'none']);
    expect(factsOf([]).salts).toBeUndefined();
    expect(factsOf([], [damp({ id: 'b', kind: 'salt-bloom', path: box(1, 0.2, 0.5, 0.5) })]).salts).toBe('slight');
    expect(factsOf([], [damp({ id: 'b', kind: 'mould', path: box(1, 0.2, 0.5, 0.5) })]).salts).toBeUndefined();
    const older = reading({ id: 'o', kind: 'salts', value: 0.9, at: '2025-12-01T08:00:00Z' });
    expect(factsOf([older]).salts).toBeUndefined();
  });

  test('only a pipe is a pipe, and mould beside it is a sign; both only when near', () => {
    expect(factsOf([], [crack()]).nearPipe).toBe(false);
    expect(factsOf([], [pipe('N1', 1), crack({ id: 'k9', path: [[3.9, 2]] })]).nearPipe).toBe(true);
    expect(factsOf([], [pipe('N1', 3.9)]).nearPipe).toBe(false);
    const mould = (u: number) => factsOf([], [damp({ id: 'm', kind: 'mould', path: box(u, 0.2, 0.2, 0.2) })]).signs;
    expect([[...mould(1)], [...mould(3.7)]]).toEqual([['mould'], []]);
    expect(factsOf([], [pipe('N1', 1)]).signs.size).toBe(0);
  });

  test('the meter is asked of places at different heights, and shares go by the wetter half', () => {
    expect(factsOf([meter(0.2, 20), meter(1.2, 80)]).meterFallUpward).toBeCloseTo(-0.75, 12);
    expect(factsOf([meter(0.2, 0), meter(1.2, 0)]).meterFallUpward).toBe(0);
    // the middle one of three belongs to neither half
    expect(factsOf([meter(0.2, 80), meter(0.7, 5), meter(1.2, 40)]).meterFallUpward).toBeCloseTo(0.5, 12);
    expect(factsOf([meter(0.2, 80), meter(0.41, 40)]).meterFallUpward).toBeCloseTo(0.5, 12);
    expect(factsOf([reading({ id: 'loose', point: undefined, value: 80 }), meter(1.2, 20)]).meterFallUpward).toBeUndefined();
  });

  test('neighbours within a metre count, farther ones do not', () => {
    expect(
      factsOf(
        [],
        [
          crack({
            path: [
              [2.8, 0.2],
              [2.8, 1],
            ],
            wetState: 'weeping',
          }),
        ],
      ).nearLeak,
    ).toBe(true);
    expect(
      factsOf(
        [],
        [
          crack({
            path: [
              [3.8, 0.2],
              [3.8, 1],
            ],
            wetState: 'weeping',
          }),
        ],
      ).nearLeak,
    ).toBe(false);
    expect(
      factsOf(
        [],
        [
          crack({
            path: [
              [2.8, 0.2],
              [2.8, 1],
            ],
          }),
        ],
      ).nearLeak,
    ).toBe(false);
    expect(factsOf([], [pipe('N1', 1)]).nearPipe).toBe(true);
  });

  test('below water when any of it is', () => {
    expect(factsOf([], [], -2).belowWater).toBe(true);
    expect(factsOf([], [], -2.6).belowWater).toBe(false);
    expect(factsOf([]).belowWater).toBeUndefined();
  });
});

describe('what has not been looked at', () => {
  const gaps = (part: Partial<JobModel>) => surveyGaps({ ...sampleJob(), ...part }, NOW);
  const codes = (part: Partial<JobModel>) => gaps(part).map(({ code, path }) => `${code} ${path}`);

  test('faces without a feature, until someone says they are clear', () => {
    expect(codes({})).toEqual(
      expect.arrayContaining(['not-looked-over faces.north', 'not-looked-over faces.east', 'not-looked-over faces.floor']),
    );
    const faces = sampleJob().faces.map((face): Face => ({ ...face, clearAt: NOW }));
    expect(codes({ faces }).filter((code) => code.startsWith('not-looked-over'))).toEqual([]);
  });

  test('cracks without width, leaks without flow', () => {
    const features = [
      crack({ id: 'k1', widthMm: undefined }),
      crack({ id: 'k2' }),
      crack({ id: 'k3', wetState: undefined }),
      { ...damp({ id: 'l1', kind: 'leak', path: [[1, 1]] }), wetState: 'dripping' as const },
      { ...damp({ id: 'l2', kind: 'leak', path: [[1, 1]] }), wetState: 'dripping' as const, flow: { at: NOW, dripsPerMin: 30 } },
    ];
    expect(codes({ features }).filter((code) => code.includes('features'))).toEqual([
      'crack-without-width features.k1',
      'wetness-not-looked-at features.k3',
      'leak-without-flow features.l1',
    ]);
  });

  test('pipes less than 50 mm clear of each other (common practice, no source)', () => {
    expect(
      gaps({ features: [pipe('N1', 1), pipe('N2', 1.149), pipe('N3', 1.3)] }).filter(({ code }) => code === 'pipes-too-close'),
    ).toEqual([{ code: 'pipes-too-close', path: 'features.N2', values: { other: 'N1', clearMm: 49, wantedMm: 50 } }]);
  });

  test('a slab of 12 m² wants three tests (ASTM F2170, from memory), each at a place of its own and not old', () => {
    const test = (id: string, point: [number, number], at = '2026-02-20T08:00:00Z') =>
      reading({ id, faceId: 'floor', kind: 'in-slab-rh', value: 80, point, at });
    const few = (readings: Reading[]) => gaps({ readings }).find(({ code }) => code === 'too-few-moisture-tests')?.values;
    expect(few([])).toEqual({ have: 0, want: 3 });
    expect(few([test('a', [1, 1]), test('b', [1, 1]), test('c', [2, 1], '2025-11-01T08:00:00Z')])).toEqual({ have: 1, want: 3 });
    expect(few([test('a', [1, 1]), test('b', [2, 1]), test('c', [3, 1])])).toBeUndefined();
    // sixty days are not too old, and a dish of vapour counts beside the probes
    const dish = reading({ id: 'd', faceId: 'floor', kind: 'vapour-emission', value: 10, point: [3, 2], at: '2026-01-01T08:00:00Z' });
    expect(few([test('a', [1, 1]), test('b', [2, 1]), dish])).toBeUndefined();
    expect(few([test('a', [1, 1]), test('b', [2, 1]), { ...dish, kind: 'surface-ph' }])).toEqual({ have: 2, want: 3 });
    expect(
      gaps({ readings: [] })
        .filter(({ code }) => code === 'too-few-moisture-tests')
        .map(({ path }) => path),
    ).toEqual(['faces.floor']);
  });

  test('moisture read too long ago is named by its latest reading', () => {
    const old = (id: string, at: string) => reading({ id, at });
    expect(codes({ readings: [old('r1', '2025-10-01T08:00:00Z'), old('r2', '2025-12-01T08:00:00Z')] })).toContain(
      'reading-too-old readings.r2',
    );
    expect(
      codes({ readings: [old('r1', '2025-10-01T08:00:00Z'), old('r2', NOW)] }).some((code) => code.startsWith('reading-too-old')),
    ).toBe(false);
  });

  test('a face in the ground without a level that governs', () => {
    const { governingLevelId: _, ...body } = sampleJob().waterBodies[0]!;
    expect(codes({ waterBodies: [body] })).toContain('no-water-level faces.north');
    expect(codes({})).not.toContain('no-water-level faces.north');
    // between a room and the air nothing presses, and no level is asked for
    const inner = sampleJob().faces.map((face): Face => ({ ...face, far: { kind: 'open-air' } }));
    expect(codes({ faces: inner, waterBodies: [body] }).filter((code) => code.startsWith('no-water-level'))).toEqual([]);
    // one water with its level is enough; ground of which nothing is known is not
    const tank: Face['near'] = { kind: 'tank', waterBodyId: 'ground' };
    const known = sampleJob().faces.map((face): Face => ({ ...face, near: tank, far: { kind: 'ground' } }));
    expect(codes({ faces: known }).filter((code) => code.startsWith('no-water-level'))).toEqual([]);
    const unknown = sampleJob().faces.map((face): Face => ({ ...face, far: { kind: 'ground' } }));
    expect(codes({ faces: unknown })).toContain('no-water-level faces.north');
  });
});

describe('faces with openings', () => {
  const [north] = sampleJob().faces as [Face];
  const withDoor: Face = { ...north, openings: [box(1, 0, 0.9, 2)] };
  const issues = (face: Face) => checkItem('face', face, lookupIn(sampleJob())).map(({ code }) => code);

  test('what is cut out is not treated, and nothing can be placed in it but on its edge', () => {
    expect(netAreaM2(withDoor)).toBeCloseTo(4 * 2.5 - 0.9 * 2, 12);
    const model = { ...sampleJob(), faces: [withDoor] };
    const at = (path: [number, number][]) => checkItem('feature', crack({ path }), lookupIn(model)).map(({ code }) => code);
    expect(
      at([
        [1.4, 1],
        [1.6, 1.2],
      ]),
    ).toEqual(['off-its-face', 'off-its-face']);
    expect(
      at([
        [1.9, 1],
        [2.4, 1],
      ]),
    ).toEqual([]);
  });

  test('outside the face, crossing it, crossing itself, over another: each refused', () => {
    expect(issues(withDoor)).toEqual([]);
    expect(issues({ ...north, openings: [box(3.5, 0.5, 1, 1)] })).toEqual(['opening-outside-its-face']);
    expect(issues({ ...north, openings: [box(1, 0.5, 1, 1), box(1.5, 1, 1, 0.5)] })).toEqual(['openings-overlap']);
    expect(issues({ ...north, openings: [box(1, 0.5, 2, 1), box(1.5, 0.8, 0.5, 0.5)] })).toEqual(['openings-overlap']);
    expect(
      issues({
        ...north,
        openings: [
          [
            [1, 1],
            [2, 2],
            [2, 1],
            [1, 2],
          ],
        ],
      }),
    ).toEqual(['outline-crosses-itself']);
  });
});

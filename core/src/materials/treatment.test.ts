import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import type { Junction } from '../jobs';
import { crack, sampleJob } from '../testing/sample-job';
import { type Detailer, treatFeature, treatJunction } from './treatment';

const [north] = sampleJob().faces;
const coat = SHIPPED_CATALOGUE.choices('coat', 'crystalline-slurry')[0]!;
const pinned = pinProducts(coat, 'crystalline-slurry', SHIPPED_CATALOGUE);
const detailer = (part: Partial<Detailer> = {}): Detailer => ({
  face: north!,
  detailing: 'rigid',
  crackSchool: 'A',
  overrides: [],
  productFor: (role) => (pinned[role] ? SHIPPED_CATALOGUE.find(pinned[role]) : undefined),
  ...part,
});
const wide = crack({ widthMm: 2, movement: 'static' });
const codes = (treatment: { findings: { code: string }[] }) => treatment.findings.map(({ code }) => code);

test('somebody’s decision about another crack changes nothing here; about this one it does, and says what the table had', () => {
  const usual = treatFeature(wide, detailer());
  const elsewhere = treatFeature(wide, detailer({ overrides: [{ targetId: 'other', ruleId: 'leave', reason: 'x' }] }));
  expect(elsewhere.rule).toBe(usual.rule);
  expect(elsewhere.instead).toBeUndefined();
  const left = treatFeature(wide, detailer({ overrides: [{ targetId: 'k1', ruleId: 'leave', reason: 'old repair' }] }));
  expect(left).toMatchObject({
    rule: { id: 'leave', verdict: 'coat-over', steps: [] },
    instead: { rule: usual.rule, reason: 'old repair' },
  });
  expect(left.lines).toEqual([]);
});

test('a rule that is none, or of something else, is refused and the table followed', () => {
  const usual = treatFeature(wide, detailer());
  for (const ruleId of ['no-such-rule', 'wall-floor']) {
    const treated = treatFeature(wide, detailer({ overrides: [{ targetId: 'k1', ruleId, reason: 'x' }] }));
    expect([treated.rule, codes(treated), treated.instead]).toEqual([usual.rule, ['no-such-rule'], undefined]);
  }
});

test('nothing hard lies across what moves, whoever decides it', () => {
  const moving = crack({ widthMm: 2, movement: 'moving' });
  const hard = treatFeature(wide, detailer()).rule.id;
  const treated = treatFeature(moving, detailer({ overrides: [{ targetId: 'k1', ruleId: hard, reason: 'as always' }] }));
  expect(treated.moves).toBe(true);
  expect(codes(treated)).toContain('bridges-what-moves');
  expect(treated.rule.id).not.toBe(hard);
  const junction: Junction = { id: 'j', kind: 'movement', faceIds: ['north', 'east'], lengthM: 2, angleDeg: 90, from: [0, 0], to: [0, 2] };
  expect(treatJunction(junction, detailer())).toMatchObject({ moves: true, faceIds: ['north', 'east'], geometry: { lengthM: 2 } });
  expect(treatJunction({ ...junction, kind: 'internal-corner' }, detailer()).moves).toBe(false);
});

test('before a build-up is chosen rules are shown and nothing is taken off, or missed', () => {
  const shown = treatFeature(wide, detailer({ productFor: undefined }));
  expect([shown.rule.verdict, shown.lines, codes(shown)]).toEqual(['treat', [], []]);
  const bare = treatFeature(wide, detailer({ productFor: () => undefined }));
  expect(codes(bare)).toContain('no-product-for-part');
});

// the chase is cut half its width outside the pipe: its middle line is π (d + w) long
test('a pipe is chased round outside itself, a crack along its path; what a hole covers is its circle', () => {
  const pipe = crack({
    id: 'p',
    kind: 'penetration',
    path: [[1, 1]],
    diameterMm: 100,
    pipe: 'rigid',
    widthMm: undefined,
    movement: undefined,
  });
  const { geometry, rule } = treatFeature(pipe, detailer());
  const slot = rule.steps.find((step) => step.do === 'open');
  const slotMm = slot?.do === 'open' ? slot.slot.widthMm : 0;
  expect(slotMm).toBeGreaterThan(0);
  expect(geometry.lengthM).toBeCloseTo((Math.PI * (100 + slotMm)) / 1000, 9);
  expect(geometry.areaM2).toBeCloseTo(Math.PI * 0.05 ** 2, 9);
  expect(treatFeature(wide, detailer()).geometry).toMatchObject({ lengthM: 1.5, widthMm: 2, wallThicknessMm: 300 });
  const area = crack({
    id: 'a',
    kind: 'honeycomb',
    path: [
      [0, 0],
      [2, 0],
      [2, 1],
      [0, 1],
    ],
    depthMm: 30,
    widthMm: undefined,
    movement: undefined,
  });
  expect(treatFeature(area, detailer()).geometry.areaM2).toBeCloseTo(2, 9);
});

import { type Objection, DETAIL_RULES, FIT_CRITERIA, SHEET_CRITERIA, findRule } from '@caulkhorn/core/build-up';
import { FAMILIES, SHIPPED_CATALOGUE, pinProducts } from '@caulkhorn/core/catalogue';
import { FAMILY_IDS, type FamilyId, type JobModel } from '@caulkhorn/core/jobs';
import { type Treatment } from '@caulkhorn/core/materials';
import { type FacePlan, USUAL_CREW, USUAL_HOUSE, planJob } from '@caulkhorn/core/planning';
import { buildUp, crack, sampleJob } from '../../../core/src/testing/sample-job';
import { aboutFlow, formatFilm } from '../shared/numbers';
import { howText } from './how-text';
import { layerText, rateText, waitText } from './layer-text';
import { firstText, objectionText } from './objection-text';
import { differenceLines } from './sheet-field';

function planned(family: FamilyId, change: Partial<JobModel> = {}): FacePlan {
  const coat = SHIPPED_CATALOGUE.choices('coat', family)[0]!;
  const pinned = buildUp('north', { family, products: pinProducts(coat, family, SHIPPED_CATALOGUE) });
  return planJob({ ...sampleJob(), features: [crack({ wetState: 'weeping' })], buildUps: [pinned], ...change }, USUAL_CREW, USUAL_HOUSE)
    .faces[0]!;
}

/** A placeholder left open, a figure that is none, a unit without its figure. */
const UNFINISHED = /[{}]|undefined|NaN|null|Infinity/;

const SLURRY = planned('crystalline-slurry');
const treatment = SLURRY.treatments[0]!;
const told = (ruleId: string, units: 'metric' | 'us' = 'metric') => {
  const rule = findRule(ruleId)!;
  return rule.steps.map((step) => howText(step, { ...treatment, rule }, SLURRY, units));
};

describe('what the crew is told', () => {
  test.each(DETAIL_RULES.filter(({ steps }) => steps.length > 0).map((rule) => [rule.id, rule] as const))('%s', (_id, rule) => {
    for (const detailing of rule.with) {
      const family = FAMILY_IDS.find((id) => FAMILIES[id].detailing === detailing)!;
      const plan = planned(family);
      const texts = rule.steps.map((step) => howText(step, { ...treatment, rule }, plan, 'us'));
      for (const text of texts) {
        expect(text).not.toMatch(UNFINISHED);
        expect(text).toMatch(/^[\p{Lu}\d].*\.$/u);
        expect(text).not.toMatch(/\d\s*(mm|m)\b/);
      }
    }
  });

  test('a leak: how far it is cut, what goes in below and above', () => {
    expect(told('crack-leaking')).toEqual([
      'Cut 25\u202fmm wide and 25\u202fmm deep, 300\u202fmm past both ends, 2.10\u202fm in all; no feather edges. Make ready again what was cut: brush, flush, wet.',
      'Press Tarnwick Stay plug into the lower half of the depth; hold until it warms and sets; trim at once.',
      'Wet, no water standing; brush Tarnwick Veil slurry over bottom and sides.',
      'Tarnwick Pack mortar rammed in flush with the face, in one layer.',
    ]);
    expect(told('crack-leaking', 'us')[0]).toContain('Cut 0.984\u202fin wide and 0.984\u202fin deep, 11.811\u202fin past both ends');
  });

  test('a bond coat says where it goes, and whether it cures first', () => {
    const bond = (ruleId: string) => told(ruleId).find((text) => /brush/i.test(text));
    expect(bond('wall-floor')).toContain('onto both legs');
    expect(bond('crack-wide-slab')).toContain('the pour follows at once');
    expect(bond('crack-moving-slab')).toContain('let it cure');
    expect(bond('honeycomb')).toContain('over bottom and sides');
  });

  test('a sheet that moves has slack for all of the movement, clamped or bedded', () => {
    const moving: Treatment = { ...treatment, geometry: { ...treatment.geometry, movementMm: 12 } };
    const text = (ruleId: string) =>
      findRule(ruleId)!
        .steps.filter((step) => step.do === 'sheet')
        .map((step) => howText(step, moving, SLURRY, 'metric'))[0];
    expect(text('joint-moving')).toBe(
      'Sheet 150\u202fmm onto each side with slack for 12\u202fmm, edges clamped by a bar fixed every 200\u202fmm.',
    );
    expect(text('joint-moving-hot')).toBe('Sheet 150\u202fmm onto each side with slack for 12\u202fmm.');
  });
});

describe('why a system does not fit', () => {
  const known: Objection['values'] = { known: 20, limit: 35 };
  test.each([
    ...FIT_CRITERIA.map(({ id, then }): [string, Objection] => [id, { criterionId: id, then, source: FIT_CRITERIA[0]!.source }]),
    ...SHEET_CRITERIA.map(({ id, then, unit, source }): [string, Objection] => [
      id,
      { criterionId: id, then, source, values: { ...known, unit } },
    ]),
  ])('%s', (_id, objection) => {
    for (const units of ['metric', 'us'] as const) {
      expect(objectionText(objection, units)).not.toMatch(UNFINISHED);
      if (objection.then !== 'wait-days' || objection.values) expect(firstText(objection, units)).not.toMatch(UNFINISHED);
    }
  });

  const source = SHEET_CRITERIA[0]!.source;
  test.each<[string, Objection, string, string]>([
    [
      'strength',
      { criterionId: 'too-weak', then: 'cannot', source, values: { known: 20, limit: 30, unit: 'MPa' } },
      'The concrete has 20\u202fMPa; the sheet wants 30\u202fMPa.',
      'The concrete has 2\u202f901\u202fpsi; the sheet wants 4\u202f351\u202fpsi.',
    ],
    [
      'cold',
      { criterionId: 'too-cold', then: 'warm-it', source, values: { known: 2, limit: 5, unit: '°C' } },
      '2.0\u202f°C are expected; the sheet wants at least 5.0\u202f°C.',
      '35.6\u202f°F are expected; the sheet wants at least 41.0\u202f°F.',
    ],
    [
      'age',
      { criterionId: 'too-young', then: 'wait-days', source, values: { known: 2, limit: 28 } },
      'It is 2 days old; the sheet wants 28.',
      'It is 2 days old; the sheet wants 28.',
    ],
  ])('%s in both systems of units', (_what, objection, metric, us) => {
    expect(objectionText(objection, 'metric')).toBe(metric);
    expect(objectionText(objection, 'us')).toBe(us);
  });

  test('what to do first says for how long, and up to what', () => {
    const first = (then: Objection['then'], values: Objection['values']) =>
      firstText({ criterionId: 'too-young', then, source, values }, 'metric');
    expect(first('wait-days', { known: 16.2, limit: 28 })).toBe('wait 12 days');
    expect(first('warm-it', { known: 2, limit: 5, unit: '°C' })).toContain('5.0\u202f°C');
    expect(first('cover-later', { known: 10, limit: 24 })).toContain('24 h');
  });
});

test.each(FAMILY_IDS)('%s: each layer in one line, with its wait, in both systems of units', (family) => {
  for (const layer of planned(family).layers)
    for (const units of ['metric', 'us'] as const) {
      expect(layerText(layer, units)).not.toMatch(UNFINISHED);
      expect(waitText(layer, units)).not.toMatch(UNFINISHED);
      if (units === 'us') expect(layerText(layer, units)).not.toMatch(/kg|\bmm\b/);
    }
});

// 1 lb/ft² is 4.882428 kg/m² (NIST SP 811, appendix B.8)
test('a rate by area in either system', () => {
  expect(rateText(0.8, 'metric')).toBe('0.80\u202fkg/m²');
  expect(rateText(4.882428, 'us')).toBe('1.000\u202flb/ft²');
});

const sheet = (id: string, version = 1) => SHIPPED_CATALOGUE.find({ id, version })!;

test('a newer sheet is told by what changed, in the reader’s units', () => {
  const lines = (units: 'metric' | 'us') =>
    differenceLines(sheet('tarnwick-veil', 1), sheet('tarnwick-veil', 2), units).map(
      ({ label, before, after }) => `${label}: ${before} → ${after}`,
    );
  expect(lines('metric')).toEqual([
    'Approved for drinking water: no → yes',
    'Packs: 25 (112.00) → 25 (118.50), 10 (54.00)',
    'Working life on the sheet: 20\u202fmin → 25\u202fmin',
    'Rate per coat: 0.75\u202fkg/m² → 0.8\u202fkg/m²',
    'Wet film: 0.57\u202fmm → 0.6\u202fmm',
    'Water from behind: 600.0\u202fkPa → 700.0\u202fkPa',
  ]);
  expect(lines('us')).toContain('Rate per coat: 0.15\u202flb/ft² → 0.16\u202flb/ft²');
});

test('a group that only one of two sheets has is told figure by figure', () => {
  const { coat, ...rest } = sheet('tarnwick-veil', 2);
  const { cure: _, ...uncured } = coat!;
  const lines = differenceLines({ ...rest, coat: uncured }, { ...rest, coat: coat! }, 'metric');
  expect(lines).toEqual([
    { label: 'Mists a day', before: '—', after: '4' },
    { label: 'Days', before: '—', after: expect.stringMatching(/^2/) as string },
  ]);
});

test('whatever two sheets of the catalogue differ in has a name and a value', () => {
  const [first, ...others] = SHIPPED_CATALOGUE.products;
  for (const other of others)
    for (const { label, before, after } of differenceLines(first!, other, 'us')) {
      expect(label).not.toMatch(/^field\./);
      expect(`${before} ${after}`).not.toMatch(/\[object|undefined|NaN/);
    }
});

// by conversion: 1 mm is 39.37 mils; 1 kg/L at 1 kg/m² is 1 L/m², and a gallon of it covers 3.785 m² or 40.7 ft²
test('films are told in mils and coverage in square feet a gallon where people measure so', () => {
  expect(formatFilm(1.016, 'us')).toBe('40\u202fmil');
  expect(formatFilm(1.016, 'metric')).toBe('1.02\u202fmm');
  expect(rateText(1, 'us', 1)).toBe('0.205\u202flb/ft² (41\u202fft²/gal)');
  expect(rateText(0.75, 'us', 1.02)).toContain('(55\u202fft²/gal)');
});

test('a flow is told to the two figures that it deserves', () => {
  expect(aboutFlow(112_595, 'metric')).toBe('110\u202fm³/day');
  expect(aboutFlow(43.26, 'metric')).toBe('43\u202fL/day');
  expect(aboutFlow(1234, 'metric')).toBe('1.2\u202fm³/day');
  expect(aboutFlow(112_595, 'us')).toBe('30\u202f000\u202fUS gal/day');
});

test('what moves and was not measured is told without a figure', () => {
  const moving = { criterionId: 'bridges-too-little', then: 'seal-moving', source: { kind: 'practice', title: '' } } as const;
  expect(objectionText({ ...moving, values: { known: Infinity, limit: 0.5, unit: 'mm' } }, 'metric')).toContain(
    'nobody has measured how far',
  );
  expect(objectionText({ ...moving, values: { known: 8, limit: 0.5, unit: 'mm' } }, 'metric')).toContain('opens 8');
});

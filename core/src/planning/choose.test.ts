import { Catalogue, SHIPPED_CATALOGUE, SHIPPED_PRODUCTS } from '../catalogue';
import { FAMILY_IDS, type Face, type JobModel, type RankingWeights } from '../jobs';
import { water } from '../testing/facts';
import { crack, reading, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, USUAL_WEIGHTS, faceFacts, judgeFace, nearestOf, planJob, rankOptions, tryOn, type Site } from './index';

const TODAY = { ms: Date.parse('2026-06-01T00:00:00Z'), temperatureC: 15 };

function siteOf(change: Partial<Face> = {}, rest: Partial<JobModel> = {}) {
  const job = sampleJob();
  const model: JobModel = { ...job, faces: job.faces.map((face) => (face.id === 'north' ? { ...face, ...change } : face)), ...rest };
  const plan = planJob(model, USUAL_CREW, USUAL_HOUSE).faces.find(({ faceId }) => faceId === 'north')!;
  const face = model.faces.find(({ id }) => id === 'north')!;
  const features = model.features.filter(({ faceId }) => faceId === 'north');
  const facts = faceFacts({
    ...{ face, plan, features, job: model.job, today: TODAY },
    readings: model.readings.filter(({ faceId }) => faceId === 'north'),
  });
  const site: Site = { face, features, junctions: [], around: model, house: USUAL_HOUSE, conditions: USUAL_CREW };
  return { facts, site };
}

describe('what is known of a face', () => {
  test('comes from its water, its features, its readings and what is asked of it', () => {
    const { facts } = siteOf(
      { castOn: '2026-05-20', reach: 'both', salts: 'strong', demands: { potable: true } },
      {
        features: [crack({ wetState: 'dripping' }), crack({ id: 'k2', movement: 'moving', wetState: 'damp' })],
        readings: [reading({ kind: 'strength', value: 41 }), reading({ id: 'r2', kind: 'profile', value: 3, at: '2026-03-02T08:00:00Z' })],
      },
    );
    expect(facts).toMatchObject({
      loads: [{ side: 'negative', headM: 2, densityKgM3: 1000 }],
      near: 'room',
      wet: 'dripping',
      leaks: 1,
      moving: 1,
      salts: 'strong',
      ageDays: 12,
      strengthMPa: 41,
      csp: 3,
      potable: true,
      isBelowGrade: true,
    });
  });

  test('the school of breathing makes old masonry ask for it', () => {
    const rubble = { substrate: 'rubble' } as const;
    const job = { ...sampleJob().job, schools: { 'old-masonry': { school: 'B' as const } } };
    expect(siteOf(rubble).facts.mustBreathe).toBe(false);
    expect(siteOf(rubble, { job }).facts.mustBreathe).toBe(true);
    expect(siteOf({}, { job }).facts.mustBreathe).toBe(false);
  });
});

describe('choosing', () => {
  test('every family has a verdict, and each that is not plain says why', () => {
    const { facts } = siteOf();
    const candidates = judgeFace(facts, USUAL_HOUSE);
    expect(candidates.map(({ family }) => family)).toEqual(FAMILY_IDS);
    for (const { verdict, objections } of candidates) expect(objections.length > 0).toBe(verdict !== 'fits');
    expect(nearestOf(candidates)).toBeUndefined();
  });

  test('of two products the one that holds is taken, though it costs more', () => {
    // 5.5 m behind it: 81 kPa with safety. Flexwall holds 150 from behind, on 25 MPa; Supple 1000, but on 35 only
    const deep = { ...siteOf().facts, loads: water('negative', 5.5), strengthMPa: 30 };
    const flexible = judgeFace(deep, USUAL_HOUSE).find(({ family }) => family === 'flexible-cementitious')!;
    expect(flexible).toMatchObject({ verdict: 'fits', coat: { id: 'osmere-flexwall' } });
    const deeper = judgeFace({ ...deep, loads: water('negative', 30), strengthMPa: 38 }, USUAL_HOUSE).find(
      ({ family }) => family === 'flexible-cementitious',
    )!;
    expect(deeper).toMatchObject({ verdict: 'fits', coat: { id: 'fennick-supple' } });
  });

  test('where nothing fits, the nearest is named with what stands against it', () => {
    // a weak rubble wall under 40 m of water from behind, that must breathe and touches drinking water
    const { facts } = siteOf({ substrate: 'rubble', strengthMPa: 2 });
    const candidates = judgeFace(
      { ...facts, loads: water('negative', 40), mustBreathe: true, potable: true, undoable: true, sewerGas: true },
      USUAL_HOUSE,
    );
    expect(candidates.every(({ verdict }) => verdict === 'cannot')).toBe(true);
    const nearest = nearestOf(candidates)!;
    const hard = (family: string) =>
      candidates.find((each) => each.family === family)!.objections.filter(({ then }) => then === 'cannot').length;
    expect(nearest.limits.length).toBe(Math.min(...FAMILY_IDS.map(hard).filter((n) => n > 0)));
    expect(nearest.limits.every(({ then }) => then === 'cannot')).toBe(true);
  });

  test('a family without a product in the catalogue cannot be chosen', () => {
    const house = {
      ...USUAL_HOUSE,
      catalogue: new Catalogue(SHIPPED_PRODUCTS.filter(({ role }) => !['coat', 'injection-resin', 'cavity-sheet'].includes(role))),
    };
    expect(judgeFace(siteOf().facts, house).every(({ verdict, coat }) => verdict === 'cannot' && !coat)).toBe(true);
  });

  test('the order follows what counts', () => {
    const { facts, site } = siteOf({}, { features: [crack({ wetState: 'damp' })] });
    const candidates = judgeFace(facts, USUAL_HOUSE);
    const by = (part: Partial<RankingWeights>) =>
      rankOptions(candidates, site, { cost: 0, days: 0, risk: 0, breathing: 0, ...part }).map(({ option }) => option);
    const cheapest = by({ cost: 1 });
    // what plainly fits first, each group by what counts
    expect(cheapest.map(({ group }) => group)).toEqual([...cheapest.map(({ group }) => group)].sort());
    for (const group of [1, 2]) {
      const costs = cheapest.filter((option) => option.group === group).map(({ costMinor }) => costMinor);
      expect(costs).toEqual([...costs].sort((a, b) => a - b));
    }
    const quickest = by({ days: 1 });
    expect(quickest[0]!.days).toBe(Math.min(...quickest.filter(({ group }) => group === 1).map(({ days }) => days)));
    expect(by({ breathing: 1 })[0]!.sdM).toBeLessThanOrEqual(0.5);
    for (const { verdict } of rankOptions(candidates, site, USUAL_WEIGHTS).map(({ option }) => option)) expect(verdict).not.toBe('cannot');
  });

  // by hand, 10 m² at roughness 1.1 and 5 % loss: 0.8 · 2 · 11.55 = 18.48 kg at 118.50 € for 25 kg
  test('a trial costs what choosing it would', () => {
    const { site } = siteOf();
    const option = tryOn(
      { family: 'crystalline-slurry', coat: SHIPPED_CATALOGUE.newest('tarnwick-veil')!, verdict: 'fits', objections: [] },
      site,
    );
    expect(option.materialMinor).toBeCloseTo((18.48 * 11_850) / 25, 6);
    expect(option.thicknessMm).toBeCloseTo(1.2, 9);
    // prepare 80 min and two coats of 90 min (0.8 kg/m² by brush at 0.3 kg/min, three tenths of the time laying), one person; eight rounds of mist over 10 m² at 0.3 min
    expect(option.workH).toBeCloseTo((80 + 90 + 90 + 24) / 60, 9);
    expect(option.labourMinor).toBeCloseTo(option.workH * 4500, 6);
  });
});

test('days are shifts of eight hours of the crew and the waits round the clock; more people shorten only the work', () => {
  const { site } = siteOf();
  const coat = SHIPPED_CATALOGUE.choices('coat', 'crystalline-slurry')[0]!;
  const tried = (people: number) =>
    tryOn({ family: 'crystalline-slurry', coat, verdict: 'fits', objections: [] } as never, {
      ...site,
      conditions: { ...USUAL_CREW, people },
    });
  for (const people of [1, 2, 4]) {
    const { days, workH, waitH } = tried(people);
    expect(waitH).toBeGreaterThan(0);
    expect(days).toBeCloseTo(workH / 8 / people + waitH / 24, 9);
  }
});

import { FIRST_ACTIONS, FIRST_BUILDS, FIRST_WORK, type Objection, PREPARE_IDS, buildFirst } from '../build-up';
import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import { ALTERABLE_LAYERS, type BuildUp, type Face, type FamilyId, READY_STEPS } from '../jobs';
import { buildUp, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, planJob, revisionContent, tryOn, type Site } from './index';

const SOURCE = { kind: 'practice', title: '' } as const;
const held = (then: Objection['then'], criterionId: string = then): Objection => ({ criterionId, then, source: SOURCE });
const coatOf = (family: FamilyId) => SHIPPED_CATALOGUE.choices('coat', family)[0]!;

function tried(family: FamilyId, objections: Objection[], change: Partial<Face> = {}) {
  const job = sampleJob();
  const face = { ...job.faces[0]!, ...change };
  const site: Site = { face, features: [], junctions: [], around: job, house: USUAL_HOUSE, conditions: USUAL_CREW };
  return tryOn({ family, coat: coatOf(family), verdict: objections.length > 0 ? 'fits-if' : 'fits', objections }, site);
}

describe('what a system fits after is carried out when it is chosen', () => {
  // common practice, no source
  test.each<[Objection['then'], FamilyId, string]>([
    ['prime-it', 'thick-film', 'silicate-primer'],
    ['level-first', 'crystalline-slurry', 'levelling'],
    ['protect-first', 'crystalline-slurry', 'board'],
  ])('%s under %s is a layer: material, hours and cost', (then, family, layer) => {
    const [plain, made] = [tried(family, []), tried(family, [held(then)])];
    expect(plain.layers.map((each) => each.layer)).not.toContain(layer);
    expect(made.layers.map((each) => each.layer)).toContain(layer);
    expect(made.plan.lines.some(({ what, amount }) => what === layer && amount > 0)).toBe(true);
    expect(made.materialMinor).toBeGreaterThan(plain.materialMinor);
    expect(made.workH).toBeGreaterThan(plain.workH);
  });
  test('a coat more is a coat more', () => {
    const coats = (objections: Objection[]) => tried('lime-base-coat', objections).layers.filter(({ layer }) => layer === 'coat').length;
    expect(coats([held('extra-coat')])).toBe(coats([]) + 1);
  });
  test.each<[Objection['then'], FamilyId, string]>([
    ['strip-it', 'rigid-slurry', 'strip'],
    ['wash-salts', 'liquid-rubber', 'salts'],
    ['grind-it', 'flexible-cementitious', 'grind'],
    ['blast-it', 'lime-base-coat', 'blast'],
    ['dry-it', 'silicate-sealer', 'dry'],
  ])('%s before %s is a step of making ready, with its hours', (then, family, step) => {
    const [plain, made] = [tried(family, []), tried(family, [held(then)])];
    expect(made.plan.prepare.map(({ id }) => id)).toContain(step);
    expect(made.workH).toBeGreaterThanOrEqual(plain.workH);
    expect(made.costMinor).toBeGreaterThanOrEqual(plain.costMinor);
  });
  test('what somebody has to find out or wait for still counts as such', () => {
    const [plain, asked] = [tried('rigid-slurry', []), tried('rigid-slurry', [held('find-level')])];
    expect(asked.waitH - plain.waitH).toBe(FIRST_WORK['find-level'].waitH);
    expect(asked.layers).toEqual(plain.layers);
  });
});

describe('the build-up that is chosen', () => {
  const made = buildFirst(
    [held('prime-it', 'matt-damp-or-primed'), held('strip-it', 'old-gypsum'), held('strip-it', 'old-bitumen')],
    () => 2,
    ({ criterionId }) => criterionId,
  );
  test('says why each layer is there, and each step once', () =>
    expect(made).toEqual({ alterations: [{ do: 'add', layer: 'silicate-primer', reason: 'matt-damp-or-primed' }], readies: ['strip'] }));
  test('nothing is added where nothing is held against it, nor for a hard limit', () => {
    expect(
      buildFirst(
        [],
        () => 2,
        () => '',
      ),
    ).toEqual({});
    expect(
      buildFirst(
        [held('cannot')],
        () => 2,
        () => '',
      ),
    ).toEqual({});
  });
  test('its steps are planned, and stand in what is released', () => {
    const products = pinProducts(coatOf('rigid-slurry'), 'rigid-slurry', SHIPPED_CATALOGUE);
    const built: BuildUp = buildUp('north', { family: 'rigid-slurry', products, readies: ['strip', 'salts'] });
    const model = { ...sampleJob(), buildUps: [built] };
    const plan = planJob(model, USUAL_CREW, USUAL_HOUSE);
    const content = revisionContent(model, plan, USUAL_CREW, USUAL_HOUSE);
    expect(content.decided!.faces.find(({ faceId }) => faceId === 'north')!.prepare).toEqual([
      'sound',
      'salts',
      'strip',
      'jet',
      'fill',
      'soak',
    ]);
    const without = planJob({ ...model, buildUps: [{ ...built, readies: undefined } as unknown as BuildUp] }, USUAL_CREW, USUAL_HOUSE);
    const minutes = ({ workItems }: typeof plan) => workItems.find(({ step }) => step === 'prepare')!.durationMin;
    expect(minutes(plan)).toBeGreaterThan(minutes(without));
  });
});

test('every row builds something that there is', () => {
  for (const [action, build] of Object.entries(FIRST_BUILDS)) {
    expect(FIRST_ACTIONS).toContain(action);
    if ('adds' in build) expect(ALTERABLE_LAYERS).toContain(build.adds);
    if ('readies' in build) expect(READY_STEPS).toContain(build.readies);
  }
  for (const step of READY_STEPS) expect(PREPARE_IDS).toContain(step);
});

import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import type { FamilyId } from '../jobs';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, hazardsOf, planJob } from './index';

function hazards(family: FamilyId, faceId: string, step: string, targetId?: string) {
  const coat = SHIPPED_CATALOGUE.choices('coat', family)[0]!;
  const products = pinProducts(coat, family, SHIPPED_CATALOGUE);
  const model = {
    ...sampleJob(),
    features: [crack({ faceId, wetState: 'running', widthMm: 1 })],
    buildUps: [buildUp(faceId, { family, products })],
  };
  const { faces, workItems } = planJob(model, USUAL_CREW, USUAL_HOUSE);
  const item = workItems.find((each) => each.step === step && each.targetId === targetId)!;
  return hazardsOf(item, faces.find((face) => face.faceId === faceId)!.lines);
}

test.each<[string, FamilyId, string, string, string | undefined, readonly string[]]>([
  ['preparing: dust, jet and old coats', 'crystalline-slurry', 'north', 'prepare', undefined, ['silica-dust', 'jet', 'strip']],
  ['cutting open: dust', 'crystalline-slurry', 'north', 'open', 'k1', ['silica-dust']],
  ['the plug is hot', 'crystalline-slurry', 'north', 'plug', 'k1', ['hot-plug']],
  ['mortar with its bond coat', 'crystalline-slurry', 'north', 'fill', 'k1', ['caustic-cement']],
  ['foam and resin under pressure', 'crystalline-slurry', 'floor', 'inject', 'k1', ['pressure', 'isocyanate']],
  ['epoxy sensitises', 'epoxy-vapour-barrier', 'floor', 'coat-1', undefined, ['sensitising-epoxy']],
  ['the kettle', 'hot-rubber', 'floor', 'coat-1', undefined, ['hot-kettle']],
  ['what primes before it has its own', 'deck-membrane', 'floor', 'epoxy-primer', undefined, ['sensitising-epoxy']],
])('%s', (_says, family, faceId, step, targetId, wanted) => {
  expect(hazards(family, faceId, step, targetId)).toEqual(expect.arrayContaining([...wanted]));
});

// whatever goes into it: cutting, grinding and blasting make dust of stone (silica; common practice, no source)
test.each([
  ['prepare', ['silica-dust', 'jet', 'strip']],
  ['open', ['silica-dust']],
  ['chamfer', ['silica-dust']],
  ['clean', ['silica-dust']],
  ['inject', ['pressure']],
  ['damp-course', ['silica-dust']],
  ['slurry-in', ['silica-dust']],
  ['abrade', ['silica-dust']],
  ['take-off', ['silica-dust']],
  ['screed', ['caustic-cement']],
] as const)('the work itself: %s', (step, wanted) => {
  expect(hazardsOf({ faceId: 'f', step }, [])).toEqual(wanted);
});

test.each([
  ['holes drilled for a damp course', 'damp-course', 'silica-dust'],
  ['a screed: cement beside its liquid', 'screed', 'caustic-cement'],
] as const)('%s', (_says, layer, hazard) => {
  const products = pinProducts(SHIPPED_CATALOGUE.choices('coat', 'rigid-slurry')[0]!, 'rigid-slurry', SHIPPED_CATALOGUE);
  const alterations = [{ do: 'add', layer, reason: 'asked' } as const];
  const model = { ...sampleJob(), buildUps: [buildUp('north', { family: 'rigid-slurry', products, alterations })] };
  const { faces, workItems } = planJob(model, USUAL_CREW, USUAL_HOUSE);
  const item = workItems.find((each) => each.step === layer)!;
  expect(hazardsOf(item, faces[0]!.lines)).toContain(hazard);
});

import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import { type BuildUp, type Face, type FamilyId, type Feature, type JobHead, findJunctions } from '../jobs';
import { crack, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, planJob, trapsOf } from './index';

function traps(
  family: FamilyId | undefined,
  {
    face = {},
    features = [],
    demands,
    overrides,
    isRising = false,
  }: {
    face?: Partial<Face>;
    features?: Feature[];
    demands?: JobHead['demands'];
    overrides?: BuildUp['overrides'];
    isRising?: boolean;
  } = {},
): string[] {
  const sample = sampleJob();
  const faces = sample.faces.map((each) => (each.id === 'north' ? { ...each, ...face } : each));
  const products = family && pinProducts(SHIPPED_CATALOGUE.choices('coat', family)[0]!, family, SHIPPED_CATALOGUE);
  const buildUps: BuildUp[] = family
    ? [{ id: 'b', faceId: 'north', family, products: products!, ...(overrides ? { overrides } : {}) }]
    : [];
  const job = { ...sample.job, ...(demands ? { demands } : {}) };
  const plan = planJob({ ...sample, job, faces, features, buildUps }, USUAL_CREW, USUAL_HOUSE).faces.find(
    ({ faceId }) => faceId === 'north',
  )!;
  return trapsOf(
    plan,
    faces.find(({ id }) => id === 'north')!,
    { features, job, isRising },
  ).map(({ id }) => id);
}

// common practice, no source: what must not lie on what
test('a sound wall springs none; where nothing is chosen there is nothing to spring', () => {
  expect(traps('crystalline-slurry')).toEqual([]);
  expect(traps(undefined, { face: { oldLayers: ['sealer'] } })).toEqual([]);
});

test.each<[string, FamilyId, Parameters<typeof traps>[1], string]>([
  ['old bitumen under cement', 'rigid-slurry', { face: { oldLayers: ['bitumen'] } }, 'bitumen-under-cement'],
  ['gypsum under cement', 'rigid-slurry', { face: { oldLayers: ['gypsum'] } }, 'gypsum-under-cement'],
  ['a sealer before what works in the pores', 'crystalline-slurry', { face: { oldLayers: ['sealer'] } }, 'closed-pores'],
  ['lime over what is closed', 'lime-base-coat', { face: { substrate: 'brick', oldLayers: ['paint'] } }, 'lime-over-closed'],
  [
    'epoxy on running water',
    'epoxy-vapour-barrier',
    { face: { kind: 'slab' }, features: [crack({ wetState: 'running' })] },
    'epoxy-on-free-water',
  ],
  ['wheels on a coat for feet', 'crystalline-slurry', { demands: { traffic: 'vehicles' } }, 'traffic-on-coat'],
])('%s', (_what, family, of, trap) => expect(traps(family, of)).toContain(trap));

test('what stands in pools is free water too', () => {
  const pool: Feature = {
    id: 'p',
    faceId: 'north',
    mark: 'P1',
    kind: 'ponding',
    path: [
      [0, 0],
      [1, 0],
      [1, 1],
    ],
    wetState: 'damp',
  };
  expect(traps('epoxy-vapour-barrier', { face: { kind: 'slab' }, features: [pool] })).toContain('epoxy-on-free-water');
  expect(traps('epoxy-vapour-barrier', { face: { kind: 'slab' } })).not.toContain('epoxy-on-free-water');
});

test('a film that lets no vapour out, on a brick wall that damp rises in; not where it does not rise, nor on concrete', () => {
  const brick = { face: { substrate: 'brick' as const } };
  expect(traps('thick-film', { ...brick, isRising: true })).toContain('trapped-damp');
  expect(traps('thick-film', brick)).not.toContain('trapped-damp');
  expect(traps('thick-film', { isRising: true })).not.toContain('trapped-damp');
});

test('what is buried wants something over it', () => {
  const buried = { face: { near: { kind: 'ground' as const }, far: { kind: 'room' as const } } };
  expect(traps('liquid-rubber', buried).includes('no-protection')).toBe(
    !planLayers('liquid-rubber', buried.face).some((layer) => ['board', 'wear', 'drainage'].includes(layer)),
  );
  expect(traps('crystalline-slurry', buried)).toContain('no-protection');
  expect(traps('rigid-slurry', buried)).not.toContain('no-protection');
  expect(traps('crystalline-slurry')).not.toContain('no-protection');
});

function planLayers(family: FamilyId, face: Partial<Face>): string[] {
  const sample = sampleJob();
  const faces = sample.faces.map((each) => (each.id === 'north' ? { ...each, ...face } : each));
  const products = pinProducts(SHIPPED_CATALOGUE.choices('coat', family)[0]!, family, SHIPPED_CATALOGUE);
  const plan = planJob({ ...sample, faces, buildUps: [{ id: 'b', faceId: 'north', family, products }] }, USUAL_CREW, USUAL_HOUSE);
  return plan.faces.find(({ faceId }) => faceId === 'north')!.layers.map(({ layer }) => layer);
}

test('the foot of the wall left alone is a trap; left elsewhere it is none', () => {
  const junctions = findJunctions(sampleJob().faces);
  const foot = junctions.find(({ kind, faceIds }) => kind === 'wall-floor' && faceIds.includes('north'))!;
  const corner = junctions.find(({ kind, faceIds }) => kind !== 'wall-floor' && faceIds.includes('north'))!;
  const left = (targetId: string) => traps('crystalline-slurry', { overrides: [{ targetId, ruleId: 'leave', reason: 'kept' }] });
  expect(left(foot.id)).toContain('no-floor-lap');
  expect(left(corner.id)).not.toContain('no-floor-lap');
});

import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import type { FamilyId } from '../jobs';
import { buildUp, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, expectedBreaches, planJob } from './index';

const on = (faceId: string, family: FamilyId) =>
  buildUp(faceId, { family, products: pinProducts(SHIPPED_CATALOGUE.choices('coat', family)[0]!, family, SHIPPED_CATALOGUE) });
const model = {
  ...sampleJob(),
  buildUps: [on('north', 'crystalline-slurry'), on('east', 'crystalline-slurry'), on('floor', 'epoxy-vapour-barrier')],
};
const plan = planJob(model, USUAL_CREW, USUAL_HOUSE);
const measured = (temperatureC: number, ...faceIds: string[]) =>
  new Map(faceIds.map((faceId) => [faceId, { temperatureC, on: 'face' as const, history: [], atMs: 0 }]));
const told = (ahead: { minC: number; maxC: number } | undefined, walls = measured(15), done: readonly string[] = []) =>
  expectedBreaches(plan, model.faces, { ahead, walls, isDone: (id) => done.includes(id) }).map(({ product, breach, faceIds }) => [
    product.role,
    breach.code,
    faceIds,
  ]);

test('nothing known, nothing said', () => expect(told(undefined)).toEqual([]));

test('frost ahead shuts out what water carries, once for all its faces, and stands first', () => {
  const all = told({ minC: -2, maxC: 8 });
  // mortar and coat freeze, on the walls; resin does not
  const finals = all.filter(([, code]) => String(code).startsWith('frost'));
  expect(finals).toEqual(all.slice(0, finals.length));
  expect(all.find(([role, code]) => role === 'coat' && code === 'frost-ahead')).toEqual(['coat', 'frost-ahead', ['north', 'east']]);
});

test('of walls that nobody measured only what is ahead is told', () => {
  expect([...new Set(told({ minC: -2, maxC: 8 }).map(([, code]) => code))].sort()).toEqual(['cold-ahead', 'frost-ahead']);
});

test('each wall is judged as it was measured, not by another', () => {
  expect(told(undefined, measured(1, 'east')).map(([, code, faceIds]) => [code, faceIds])).toEqual([
    ['surface-too-cold', ['east']],
    ['surface-too-cold', ['east']],
  ]);
});

test('what is done is not asked any more', () => {
  const coats = plan.workItems.filter(({ faceId }) => faceId === 'east').map(({ id }) => id);
  expect(told(undefined, measured(1, 'east'), coats)).toEqual([]);
});

test('the sun is asked of faces outdoors only', () => {
  const outside = {
    ...model,
    faces: model.faces.map((face) => (face.id === 'floor' ? { ...face, near: { kind: 'open-air' as const } } : face)),
  };
  const sunny = (faces: typeof model.faces) =>
    expectedBreaches(plan, faces, { ahead: { minC: 12, maxC: 29 }, walls: measured(12, 'floor'), isDone: () => false }).map(
      ({ breach }) => breach.code,
    );
  expect(sunny(model.faces)).toEqual([]);
  expect(sunny(outside.faces)).toContain('warms-up');
});

import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import type { Face, JobModel } from '../jobs';
import { buildUp, sampleJob } from '../testing/sample-job';
import { facesProof } from './proof-facts';
import { USUAL_HOUSE, planJob } from './index';

const FAMILY = 'crystalline-slurry';
const products = pinProducts(SHIPPED_CATALOGUE.choices('coat', FAMILY)[0]!, FAMILY, SHIPPED_CATALOGUE);

/** Two walls and the floor of a tank, of which these are coated: the faces that answer for its filling. */
function answering(
  coated: readonly string[],
  near: (face: Face) => Face['near'] = () => ({ kind: 'tank', waterBodyId: 'tank' }),
): string[] {
  const sample = sampleJob();
  const model: JobModel = {
    ...sample,
    waterBodies: [...sample.waterBodies, { id: 'tank', name: 'Tank', kind: 'tank', densityKgM3: 1000 }],
    // the floor lies in a sump, deeper than the feet of the walls
    faces: sample.faces.map((face) => ({
      ...face,
      near: near(face),
      placement: face.kind === 'slab' ? { ...face.placement, zM: face.placement.zM - 1 } : face.placement,
    })),
    buildUps: coated.map((faceId) => buildUp(faceId, { id: `of ${faceId}`, family: FAMILY, products })),
  };
  const { faces } = planJob(model, { people: 2, temperatureC: 20 }, USUAL_HOUSE);
  return model.faces
    .filter((face) =>
      facesProof(
        face,
        faces.find(({ faceId }) => faceId === face.id)!,
        model,
      ).some(({ id }) => id === 'tank'),
    )
    .map(({ id }) => id);
}

test('one filling proves a tank: of the faces coated against its water the lowest answers for it', () => {
  const lowest = sampleJob().faces.find(({ kind }) => kind === 'slab')!.id;
  expect(answering(['north', 'east', lowest])).toEqual([lowest]);
  // the floor left bare: one of the two walls, and only one
  expect(answering(['north', 'east'])).toHaveLength(1);
  expect(answering(['east'])).toEqual(['east']);
});

test('faces of a room prove nothing by filling; each tank has its own', () => {
  expect(answering(['north', 'east'], () => ({ kind: 'room' }))).toEqual([]);
  expect(answering(['north', 'east'], ({ id }) => (id === 'north' ? { kind: 'tank', waterBodyId: 'tank' } : { kind: 'room' }))).toEqual([
    'north',
  ]);
});

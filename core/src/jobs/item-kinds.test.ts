import { readFields } from '../fields';
import type { Issue } from '../issues';
import { crack, sampleJob } from '../testing/sample-job';
import { ITEM_KINDS, ITEM_LISTS, ITEM_SPECS, type ItemKind } from './index';

const job = { ...sampleJob(), features: [crack()] };

test('what is referred to is written before what refers to it; only a water names a level of its own', () => {
  const late = ITEM_KINDS.flatMap((kind, i) =>
    Object.entries(ITEM_SPECS[kind].refers).flatMap(([path, to]) => (ITEM_KINDS.indexOf(to as ItemKind) < i ? [] : [`${kind}.${path}`])),
  );
  expect(late).toEqual(['water-body.governingLevelId']);
});

test('every reference is a field that holds an id', () => {
  for (const kind of ITEM_KINDS)
    for (const path of Object.keys(ITEM_SPECS[kind].refers)) {
      const [name, inner] = path.split('.');
      const spec = ITEM_SPECS[kind].fields[name!]!.spec;
      const of = inner && spec.type === 'record' ? spec.fields[inner] : spec;
      expect([kind, path, of?.type === 'text' && of.form]).toEqual([kind, path, 'id']);
    }
});

const read = (kind: ItemKind, raw: unknown): string[] => {
  const issues: Issue[] = [];
  readFields(ITEM_SPECS[kind].fields, raw, '', issues);
  return issues.map(({ code, path }) => `${code} at ${path}`);
};
const withIds = (item: object): Record<string, unknown> => {
  const uuid = '3f0a1c2e-0000-4000-8000-000000000000';
  const given = JSON.parse(JSON.stringify(item)) as Record<string, unknown>;
  for (const name of Object.keys(given)) if (/^id$|Id$/.test(name)) given[name] = uuid;
  for (const side of ['near', 'far']) {
    const at = given[side] as { waterBodyId?: string } | undefined;
    if (at?.waterBodyId) at.waterBodyId = uuid;
  }
  return given;
};

test('the sample job is as its fields have it, and nothing else passes', () => {
  for (const kind of ['space', 'face', 'feature', 'water-body', 'water-level'] as const) {
    const [item] = job[ITEM_LISTS[kind]];
    expect([kind, read(kind, withIds(item!))]).toEqual([kind, []]);
    expect(read(kind, { ...withIds(item!), odd: 1 })).toEqual(['unknown-field at odd']);
    for (const odd of [null, [], 'x', 1]) expect(read(kind, odd)).toEqual(['not-a-record at ']);
  }
});

test('points, unions, named maps and ids say what is wrong, and where', () => {
  const face = withIds(job.faces[0]!);
  expect(read('face', { ...face, outline: [[0, 0], [1]] })).toEqual(['not-points at outline']);
  expect(read('face', { ...face, outline: [[0, 0], [1, 0], [NaN, 1]] })).toEqual(['not-points at outline']); // prettier-ignore
  expect(read('face', { ...face, placement: { kind: 'sphere' } })).toEqual(['not-one-of at placement.kind']);
  expect(read('face', { ...face, placement: { kind: 'plane', xM: 1 } })).toContain('missing at placement.yM');
  expect(read('face', { ...face, spaceId: 'space' })).toEqual(['not-an-id at spaceId']);
  expect(read('face', { ...face, oldLayers: ['paint', 'paint'] })).toEqual(['listed-twice at oldLayers[1]']);
  expect(read('face', { ...face, oldLayers: [], coatings: '' })).toEqual([]);
  expect(read('face', { ...face, castOn: '2026-02-30' })).toEqual(['not-a-date at castOn']);
  const buildUp = { id: face['id'], faceId: face['id'], family: 'rigid-slurry', products: {} };
  expect(read('build-up', buildUp)).toEqual([]);
  expect(read('build-up', { ...buildUp, products: { hat: { id: 'x', version: 1 } } })).toEqual(['not-one-of at products.hat']);
  expect(read('build-up', { ...buildUp, products: { coat: { id: 'X y', version: 1 } } })).toEqual(['not-in-this-form at products.coat.id']);
  expect(read('build-up', { ...buildUp, schools: { wetting: { school: 'C' } } })).toEqual(['not-one-of at schools.wetting.school']);
});

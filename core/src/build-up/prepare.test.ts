import { FAMILIES } from '../catalogue';
import { FAMILY_IDS, type Face, type FamilyId, type School } from '../jobs';
import { sampleJob } from '../testing/sample-job';
import { PREPARATION, PREPARE_IDS, PREPARE_STEPS, planPrepare } from './index';

const wall = sampleJob().faces[0]!;
const floor = sampleJob().faces.find(({ kind }) => kind === 'slab')!;
const steps = (family: FamilyId, change: Partial<Face> = {}, school: School = 'A', face = wall) =>
  planPrepare({ ...face, ...change }, family, { areaM2: 10, school: () => school }).map(({ id }) => id);

// common practice, no source: what a foreman does to a face before a coat
test.each<[string, FamilyId, Partial<Face>, readonly string[]]>([
  ['slurry on old concrete: sounded, jetted, soaked', 'rigid-slurry', {}, ['sound', 'jet', 'fill', 'soak']],
  ['a film is never soaked, it is dried and vacuumed', 'thick-film', {}, ['sound', 'jet', 'fill', 'dry', 'vac']],
  ['a repellent sealer is wetted once and left to dry for an hour', 'pore-sealer', { substrate: 'brick' }, ['rake', 'brush', 'prewet']],
  ['a silicate sealer goes onto what is dry and barely damp', 'silicate-sealer', {}, ['degrease', 'brush', 'dry', 'dampen']],
  ['lime on rubble: raked out, salts off, soaked', 'lime-base-coat', { substrate: 'rubble' }, ['salts', 'rake', 'soak']],
  ['lime on concrete: keyed', 'lime-base-coat', {}, ['scabble', 'spatter', 'soak']],
  ['paint comes off under slurry', 'rigid-slurry', { oldLayers: ['paint'] }, ['sound', 'strip', 'jet', 'fill', 'soak']],
  ['a sound cement coat stays under slurry', 'rigid-slurry', { oldLayers: ['cement-slurry'] }, ['sound', 'jet', 'fill', 'soak']],
  [
    'crystals want it off: it shuts the pores',
    'crystalline-slurry',
    { oldLayers: ['cement-slurry'] },
    ['sound', 'strip', 'jet', 'fill', 'soak'],
  ],
  ['old bitumen stays under what bonds to it', 'thick-film', { oldLayers: ['bitumen'] }, ['sound', 'jet', 'fill', 'dry', 'vac']],
  ['salts in the wall are nothing to a crack that is injected', 'resin-injection', { salts: 'strong' }, ['crack-out']],
  ['nor is there a face to take them off where the mix is made tight', 'crystalline-admixture', { salts: 'strong' }, []],
  ['slight salts are brushed with the rest', 'rigid-slurry', { salts: 'slight' }, ['sound', 'jet', 'fill', 'soak']],
  ['strong salts come off first', 'rigid-slurry', { salts: 'strong' }, ['sound', 'salts', 'jet', 'fill', 'soak']],
  ['injection: the crack is blown out, the face left', 'resin-injection', {}, ['crack-out']],
  ['a cavity: loose off, biology killed', 'drained-cavity', {}, ['brush', 'biocide']],
  ['green concrete is not prepared', 'crystalline-dry-shake', {}, []],
  ['resin on brick is not built', 'epoxy-vapour-barrier', { substrate: 'brick' }, []],
])('%s', (_says, family, change, wanted) => expect(steps(family, change)).toEqual(wanted));

test('the school of blasting blasts a slab, the school of the knife does not', () => {
  expect(steps('epoxy-vapour-barrier', {}, 'A', floor)).toContain('blast');
  expect(steps('epoxy-vapour-barrier', {}, 'B', floor)).not.toContain('blast');
});

test('the school of wetting changes what is done, and for how long', () => {
  expect(steps('rigid-slurry', {}, 'B')).toEqual(['sound', 'jet', 'fill', 'dampen']);
  expect(steps('rigid-slurry', {}, 'B', floor)).toContain('soak');
  // lime is soaked hard by every school
  expect(steps('lime-base-coat', {}, 'B')).toContain('soak');
  expect(steps('silicate-sealer', {}, 'B')).toEqual(['degrease', 'brush', 'soak']);
});

test('hours follow the area and the way it looks: a floor is ground and blasted faster than a wall', () => {
  const minutes = (face: Face) =>
    planPrepare(face, 'hot-rubber', { areaM2: 10, school: () => 'A' }).find(({ id }) => id === 'blast')!.personMin;
  expect([minutes(wall), minutes(floor)]).toEqual([100, 60]);
  expect(planPrepare(wall, 'rigid-slurry', { areaM2: 40, school: () => 'A' }).find(({ id }) => id === 'fill')).toEqual({
    id: 'fill',
    areaM2: 4,
    personMin: 30,
  });
});

test('every family is prepared for as one of the kinds, and every step is used somewhere', () => {
  const used = new Set(Object.values(PREPARATION).flatMap((cells) => Object.values(cells).flat()));
  for (const id of FAMILY_IDS) expect(PREPARATION).toHaveProperty(FAMILIES[id].preparedFor);
  // what lies on it brings stripping, a school brings dampening
  expect(PREPARE_IDS.filter((id) => !used.has(id) && id !== 'strip' && id !== 'dampen')).toEqual([]);
  expect(Object.keys(PREPARE_STEPS).sort()).toEqual([...PREPARE_IDS].sort());
});

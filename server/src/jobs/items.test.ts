import { randomUUID } from 'node:crypto';
import { type AnyItem, ITEM_KINDS, ITEM_LISTS, type ItemKind, type JobModel } from '@caulkhorn/core/jobs';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

/** Every kind of item through its whole life: made, changed, taken away, brought back; and what a wrong one is told. */
const JOB = randomUUID();
const PATH = `${ORGANISATION}/jobs/${JOB}`;
const IDS = Object.fromEntries(ITEM_KINDS.map((kind) => [kind, randomUUID()])) as Record<ItemKind, string>;

const SOUND: Record<ItemKind, Record<string, unknown>> = {
  space: { id: IDS.space, name: 'Cellar', order: 0 },
  'water-body': { id: IDS['water-body'], name: 'Ground', kind: 'ground', densityKgM3: 1000 },
  'water-level': {
    id: IDS['water-level'],
    waterBodyId: IDS['water-body'],
    at: '2026-05-20T10:00:00+02:00',
    levelM: -0.5,
    kind: 'dip',
    typed: { levelM: { text: '-0,5', unit: 'm' } },
  },
  face: {
    id: IDS.face,
    spaceId: IDS.space,
    mark: 'A',
    name: 'Wall',
    kind: 'wall',
    outline: [
      [0, 0],
      [4, 0],
      [4, 2],
      [0, 2],
    ],
    placement: { kind: 'plane', xM: 0, yM: 0, zM: -2, headingDeg: 0, tiltDeg: 90 },
    thicknessMm: 300,
    substrate: 'block',
    strengthMPa: 20,
    roughnessFactor: 1.2,
    near: { kind: 'room' },
    far: { kind: 'ground', waterBodyId: IDS['water-body'] },
    order: 0,
  },
  feature: {
    id: IDS.feature,
    faceId: IDS.face,
    mark: 'N1',
    kind: 'penetration',
    path: [[1, 1]],
    wetState: 'damp',
    diameterMm: 75,
    pipe: 'rigid',
    pastLeakage: true,
  },
  'build-up': {
    id: IDS['build-up'],
    faceId: IDS.face,
    family: 'crystalline-slurry',
    products: {
      coat: { id: 'osmere-deep', version: 1 },
      plug: { id: 'osmere-halt', version: 1 },
      mortar: { id: 'osmere-fill', version: 3 },
    },
    schools: { 'crack-width': { school: 'A' }, 'second-coat': { school: 'B' } },
    reason: 'block drinks',
  },
  reading: {
    id: IDS.reading,
    faceId: IDS.face,
    point: [1, 0.4],
    kind: 'moisture-meter',
    value: 61,
    at: '2026-05-20T10:00:00+02:00',
    instrument: 'pin meter',
    typed: { value: { text: '61', unit: 'digits' } },
  },
  photo: {
    id: IDS.photo,
    faceId: IDS.face,
    featureId: IDS.feature,
    at: '2026-05-20T10:00:00+02:00',
    originalSha256: '0'.repeat(64),
    caption: 'pipe sleeve, wet below',
  },
  'kept-programme': {
    id: IDS['kept-programme'],
    keptAt: '2026-05-20T10:00:00+02:00',
    keptBy: 'Ines Roth',
    starts: [{ workItemId: 'a:z1:coat-1', startsAt: '2026-05-21T05:00:00Z', isPinned: true, person: 'Pauli' }],
  },
};
const ORDER: readonly ItemKind[] = [
  'space',
  'water-body',
  'water-level',
  'face',
  'feature',
  'build-up',
  'reading',
  'photo',
  'kept-programme',
];
const CHANGED: Record<ItemKind, object> = {
  space: { name: 'Vault' },
  'water-body': { governingLevelId: IDS['water-level'] },
  'water-level': { levelM: -0.45 },
  face: { placement: { kind: 'cylinder', axis: 'vertical', xM: 0, yM: 0, zM: -2, headingDeg: 0, radiusM: 1.5, startAngleDeg: 0 } },
  feature: { diameterMm: 110 },
  'build-up': { schools: { 'crack-width': { school: 'B', reason: 'usual here' } } },
  reading: { value: 58 },
  photo: { caption: 'dried since' },
  'kept-programme': { starts: [], earlier: [{ keptAt: '2026-05-20T10:00:00+02:00', starts: [] }] },
};

const RECTANGLE = (u: number, v: number, wide: number, high: number) => [
  [u, v],
  [u + wide, v],
  [u + wide, v + high],
  [u, v + high],
];

/** One fault of each kind, and the field that is told. */
const WRONG: readonly [ItemKind, object, string][] = [
  ['kept-programme', { starts: [{ workItemId: 'a' }] }, 'payload.starts[0].startsAt'],
  [
    'kept-programme',
    {
      starts: [
        { workItemId: 'a', startsAt: '2026-05-21T05:00:00Z' },
        { workItemId: 'a', startsAt: '2026-05-21T06:00:00Z' },
      ],
    },
    'payload.starts[1].workItemId',
  ],
  ['photo', { originalSha256: 'X' }, 'payload.originalSha256'],
  ['photo', { caption: 'x'.repeat(301) }, 'payload.caption'],
  ['space', { name: '' }, 'payload.name'],
  ['space', { order: 1.5 }, 'payload.order'],
  ['space', { name: 'x'.repeat(121) }, 'payload.name'],
  ['water-body', { kind: 'tank' }, 'payload.kind'],
  ['water-body', { kind: 'sea' }, 'payload.kind'],
  ['water-body', { densityKgM3: 13_000 }, 'payload.densityKgM3'],
  ['water-body', { governingLevelId: randomUUID() }, 'payload.governingLevelId'],
  ['water-level', { levelM: null }, 'payload.levelM'],
  ['water-level', { at: '2026-05-20' }, 'payload.at'],
  ['water-level', { waterBodyId: randomUUID() }, 'payload.waterBodyId'],
  ['water-level', { typed: { levelM: 'x' } }, 'payload.typed.levelM'],
  [
    'face',
    {
      outline: [
        [0, 0],
        [4, 2],
        [4, 0],
        [0, 2],
      ],
    },
    'payload.outline',
  ],
  [
    'face',
    {
      outline: [
        [0, 0],
        [1, 0],
      ],
    },
    'payload.outline',
  ],
  ['face', { placement: { kind: 'plane', xM: 0, yM: 0, zM: 0, headingDeg: 0, tiltDeg: 0 } }, 'payload.placement'],
  ['face', { placement: { kind: 'sphere' } }, 'payload.placement.kind'],
  ['face', { strengthMPa: -1 }, 'payload.strengthMPa'],
  ['face', { roughnessFactor: 0.5 }, 'payload.roughnessFactor'],
  ['face', { near: { kind: 'room', waterBodyId: IDS['water-body'] } }, 'payload.near.waterBodyId'],
  ['face', { far: { kind: 'tank', waterBodyId: IDS['water-body'] } }, 'payload.far.waterBodyId'],
  ['face', { spaceId: 'cellar' }, 'payload.spaceId'],
  ['feature', { pipe: 'wooden' }, 'payload.pipe'],
  ['feature', { diameterMm: 0 }, 'payload.diameterMm'],
  [
    'feature',
    {
      path: [
        [1, 1],
        [2, 1],
      ],
    },
    'payload.path',
  ],
  ['feature', { widthMm: 1 }, 'payload.widthMm'],
  ['feature', { pastLeakage: 'yes' }, 'payload.pastLeakage'],
  ['build-up', { family: 'tar' }, 'payload.family'],
  ['build-up', { products: { coat: { id: 'osmere-deep' } } }, 'payload.products.coat.version'],
  ['build-up', { products: { paint: { id: 'osmere-deep', version: 1 } } }, 'payload.products.paint'],
  ['build-up', { schools: { 'crack-width': { school: 'C' } } }, 'payload.schools.crack-width.school'],
  ['build-up', { schools: { taste: { school: 'A' } } }, 'payload.schools.taste'],
  ['build-up', { family: 'wallpaper' }, 'payload.family'],
  ['build-up', { overrides: [{ targetId: 'k1', ruleId: 'leave', reason: '' }] }, 'payload.overrides[0].reason'],
  ['build-up', { pour: { name: 'base', cementKgM3: 350, dosePct: 40 } }, 'payload.pour.dosePct'],
  ['build-up', { faceId: randomUUID() }, 'payload.faceId'],
  ['face', { openings: [RECTANGLE(3.5, 0.5, 1, 1)] }, 'payload.openings[0]'],
  ['face', { openings: [RECTANGLE(1, 0.5, 1, 1), RECTANGLE(1.5, 1, 1, 0.5)] }, 'payload.openings[1]'],
  ['face', { openings: [[[0, 0]]] }, 'payload.openings[0]'],
  ['face', { castOn: '2026-02-30' }, 'payload.castOn'],
  ['face', { csp: 11 }, 'payload.csp'],
  ['feature', { flow: { at: '2026-05-20T10:00:00Z' } }, 'payload.flow.dripsPerMin'],
  ['feature', { flow: { at: '2026-05-20T10:00:00Z', volumeMl: 100 } }, 'payload.flow.seconds'],
  ['feature', { flow: { at: '2026-05-20T10:00:00Z', volumeMl: 100, seconds: 60, dripsPerMin: 4 } }, 'payload.flow.dripsPerMin'],
  ['feature', { signs: ['tide-mark', 'tide-mark'] }, 'payload.signs[1]'],
  ['feature', { kind: 'damp-area', diameterMm: undefined, pipe: undefined }, 'payload.path'],
  ['reading', { value: 201 }, 'payload.value'],
  ['reading', { value: null }, 'payload.value'],
  ['reading', { kind: 'mood' }, 'payload.kind'],
  ['reading', { kind: 'knife-test', value: 0.5 }, 'payload.value'],
  ['reading', { point: [1, 5] }, 'payload.point'],
  ['reading', { point: [1, 1, 1] }, 'payload.point'],
  ['reading', { at: '2026-05-20T10:00' }, 'payload.at'],
  ['reading', { depthMm: 40 }, 'payload.depthMm'],
  ['reading', { kind: 'in-slab-rh', depthMm: 400 }, 'payload.depthMm'],
  ['reading', { faceId: randomUUID() }, 'payload.faceId'],
];

describe('items', () => {
  let server: TestServer;
  let planner: Agent;
  const versions = {} as Record<ItemKind, number>;
  const send = (kind: string, payload: object, baseVersion: number) =>
    planner
      .post(`${PATH}/commands`)
      .send({ id: randomUUID(), deviceId: IDS.space, jobId: JOB, kind, baseVersion, payload, occurredAt: '2026-05-20T10:00:00Z' });
  const listOf = async (kind: ItemKind) =>
    ((await planner.get(PATH).expect(200)).body as { model: JobModel }).model[ITEM_LISTS[kind]] as AnyItem[];

  beforeAll(async () => {
    server = await TestServer.start();
    planner = await server.as('planner');
    await planner
      .post(`${ORGANISATION}/jobs`)
      .send({ id: JOB, name: 'Items', site: 'here', timeZone: 'UTC', currency: 'EUR', datum: 'floor' })
      .expect(201);
  });
  afterAll(() => server.stop());

  test.each(ORDER)('%s is made, and comes back as it was sent', async (kind) => {
    versions[kind] = ((await send(`${kind}.put`, SOUND[kind], 0).expect(200)).body as { version: number }).version;
    expect(await listOf(kind)).toEqual([SOUND[kind]]);
  });

  test.each(WRONG)('a wrong %s is told so: %o at %s', async (kind, part, field) => {
    const { body } = await send(`${kind}.put`, { ...SOUND[kind], ...part }, versions[kind]).expect(400);
    expect(Object.keys((body as { fields: object }).fields)).toContain(field);
    expect(await listOf(kind)).toEqual([SOUND[kind]]);
  });

  test.each(ORDER)('%s is not made under an id that something else has, nor under the job’s', async (kind) => {
    const taken = kind === 'space' ? IDS.face : IDS.space;
    for (const id of [taken, JOB]) {
      const { body } = await send(`${kind}.put`, { ...SOUND[kind], id }, 0).expect(400);
      expect(body).toMatchObject({ fields: { 'payload.id': [{ code: 'id-used-before' }] } });
    }
    for (const list of kind === 'reading' ? (['readings'] as const) : kind === 'water-level' ? (['levels'] as const) : []) {
      const { body } = await send(`${kind}s.add`, { [list]: [{ ...SOUND[kind], id: IDS.space }] }, 0).expect(400);
      expect(body).toMatchObject({ fields: { [`payload.${list}[0].id`]: [{ code: 'id-used-before' }] } });
    }
  });

  test.each(ORDER)('%s with a field that no one knows is refused', async (kind) => {
    const { body } = await send(`${kind}.put`, { ...SOUND[kind], admin: true }, versions[kind]).expect(400);
    expect(body).toMatchObject({ error: 'invalid', fields: { 'payload.admin': [{ code: 'unknown-field' }] } });
  });

  test.each(ORDER)('%s is changed on its version, and on no other', async (kind) => {
    await send(`${kind}.put`, { ...SOUND[kind], ...CHANGED[kind] }, versions[kind] + 5).expect(409);
    await send(`${kind}.put`, SOUND[kind], 0).expect(409);
    versions[kind] = (
      (await send(`${kind}.put`, { ...SOUND[kind], ...CHANGED[kind] }, versions[kind]).expect(200)).body as { version: number }
    ).version;
    expect(await listOf(kind)).toEqual([{ ...SOUND[kind], ...CHANGED[kind] }]);
  });

  test('a face does not shrink from under what was found on it', async () => {
    const { outline, ...rest } = { ...SOUND.face, ...CHANGED.face };
    const shrunk = { ...rest, outline: RECTANGLE(0, 0, 0.5, 2) };
    const { body } = await send('face.put', shrunk, versions.face).expect(400);
    expect(body).toMatchObject({
      fields: { 'payload.outline': [{ code: 'features-left-off', values: { marks: 'N1' } }, { code: 'readings-left-off' }] },
    });
    expect(await listOf('face')).toEqual([{ ...rest, outline }]);
  });

  test('what others stand on stays: space, waters and face', async () => {
    for (const kind of ['space', 'water-body', 'water-level', 'face'] as const)
      expect((await send(`${kind}.remove`, { id: IDS[kind] }, versions[kind]).expect(400)).body).toMatchObject({
        fields: { 'payload.id': [{ code: 'still-in-use' }] },
      });
  });

  test('taken away from the top, each is gone; a second time it is told that it is', async () => {
    await send('water-body.put', SOUND['water-body'], versions['water-body']).expect(200);
    versions['water-body']++;
    for (const kind of [...ORDER].reverse()) {
      await send(`${kind}.remove`, { id: IDS[kind] }, versions[kind]).expect(200);
      expect(await listOf(kind)).toEqual([]);
      const { body } = await send(`${kind}.remove`, { id: IDS[kind] }, versions[kind]).expect(409);
      expect(body).toEqual({ error: 'stale-version', current: { version: versions[kind] + 1, item: null } });
    }
  });

  test('brought back on the version of the tombstone', async () => {
    for (const kind of ORDER) await send(`${kind}.put`, SOUND[kind], versions[kind] + 1).expect(200);
    for (const kind of ORDER) expect(await listOf(kind)).toEqual([SOUND[kind]]);
  });

  test('things keep the order in which they were added, whichever is changed', async () => {
    const spaces = ['a', 'b', 'c'].map((name, i) => ({ id: randomUUID(), name, order: i + 1 }));
    for (const space of spaces) await send('space.put', space, 0).expect(200);
    await send('space.put', { ...spaces[0]!, name: 'again' }, 1).expect(200);
    const ids = (await listOf('space')).map(({ id }) => id);
    expect(ids).toEqual([IDS.space, ...spaces.map(({ id }) => id)]);
    for (const [i, { id }] of spaces.entries()) await send('space.remove', { id }, i === 0 ? 2 : 1).expect(200);
  });

  test('readings come in whole lists or not at all', async () => {
    const rows = [1, 2, 3].map((value) => ({ ...SOUND.reading, id: randomUUID(), value }));
    const { body } = await send(
      'readings.add',
      { readings: [rows[0], { ...rows[1], point: [9, 9] }, { ...rows[2], value: 999 }] },
      0,
    ).expect(400);
    expect(Object.keys((body as { fields: object }).fields)).toEqual(['payload.readings[1].point', 'payload.readings[2].value']);
    await send('readings.add', { readings: [rows[0], rows[0]] }, 0).expect(400);
    await send('readings.add', { readings: [rows[0], SOUND.reading] }, 0).expect(400);
    await send('readings.add', { readings: [] }, 0).expect(400);
    expect(await listOf('reading')).toEqual([SOUND.reading]);
    await send('readings.add', { readings: rows }, 0).expect(200);
    expect((await listOf('reading')).length).toBe(4);
  });

  test('the job’s own head is changed on its version', async () => {
    const head = { id: JOB, name: 'Renamed', site: 'here', timeZone: 'Europe/Oslo', currency: 'EUR', datum: 'floor' };
    await send('job.put', { ...head, id: randomUUID() }, 1).expect(400);
    await send('job.put', head, 7).expect(409);
    await send('job.put', head, 1).expect(200);
    expect(((await planner.get(PATH)).body as { model: JobModel }).model.job).toEqual(head);
  });

  test('a command of no kind, without payload, or on a job of its own fancy is refused', async () => {
    await send('feature.burn', {}, 0).expect(400);
    for (const payload of [null, 'x', [], 3]) await send('space.put', payload as never, 0).expect(400);
    const { body } = await planner.post(`${PATH}/commands`).send({}).expect(400);
    expect(Object.keys((body as { fields: object }).fields).sort()).toEqual([
      'baseVersion',
      'deviceId',
      'id',
      'jobId',
      'kind',
      'occurredAt',
      'payload',
    ]);
  });

  test('many at once are all taken, one after the other', async () => {
    const spaces = Array.from({ length: 12 }, (_, i) => ({ id: randomUUID(), name: `Room ${i}`, order: i + 1 }));
    const answers = await Promise.all(spaces.map((space) => send('space.put', space, 0)));
    expect(answers.map((answer) => answer.status)).toEqual(spaces.map(() => 200));
    expect(await listOf('space')).toHaveLength(13);
  });
});

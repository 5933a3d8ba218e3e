import { createPublicKey, randomUUID, verify } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { JobFileDto, checkShape, upgradeJobFile } from '@caulkhorn/contract';
import { LIMITS } from '@caulkhorn/core/jobs';
import { type BundleSeal, sealHash } from '@caulkhorn/core/proof';
import { FIRST_LINK, sealEntry } from '@caulkhorn/core/site-log';
import addFormats from 'ajv-formats';
import Ajv2020 from 'ajv/dist/2020';
import { demoJobs } from '../demo/demo-jobs';
import { DEMO_PEOPLE } from '../demo/demo-people';
import { demoId } from '../demo/survey';
import { jobFileSchema } from '../platform/contract-schemas';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const published = JSON.parse(readFileSync(resolve(__dirname, '../../../docs/formats/caulkhorn-job-3.schema.json'), 'utf8')) as object;
type Json = Record<string, never>;
const files = (): Json[] => JSON.parse(JSON.stringify(demoJobs(new Date('2026-05-20T10:00:00Z')))) as Json[];
const harmed = (harm: (file: never) => void): Json => {
  const [file] = files();
  harm(file as never);
  return file!;
};

/** Files that are wrong in one place each. */
const WRONG: readonly [string, Json, string][] = [
  ['another format', harmed((f: { format: string }) => (f.format = 'something-else')), 'format'],
  ['a version to come', harmed((f: { formatVersion: number }) => (f.formatVersion = 4)), 'formatVersion'],
  ['an unknown field', harmed((f: { extra: string }) => (f.extra = 'x')), 'extra'],
  ['a missing list', harmed((f: { faces?: object }) => delete f.faces), 'faces'],
  ['a negative width', harmed((f: { features: { widthMm: number }[] }) => (f.features[0]!.widthMm = -1)), 'features[0].widthMm'],
  ['text for a level', harmed((f: { waterLevels: { levelM: unknown }[] }) => (f.waterLevels[0]!.levelM = 'deep')), 'waterLevels[0].levelM'],
  [
    'a placement of no kind',
    harmed((f: { faces: { placement: { kind: string } }[] }) => (f.faces[0]!.placement.kind = 'cone')),
    'faces[0].placement.kind',
  ],
  [
    'a plane without tilt',
    harmed((f: { faces: { placement: { tiltDeg?: number } }[] }) => delete f.faces[0]!.placement.tiltDeg),
    'faces[0].placement.tiltDeg',
  ],
  [
    'a time without offset',
    harmed((f: { waterLevels: { at: string }[] }) => (f.waterLevels[0]!.at = '2026-05-20T10:00:00')),
    'waterLevels[0].at',
  ],
  [
    'humidity of 130 %',
    harmed(
      (f: { log: { entry: { body: { conditions?: { relativeHumidityPct: number } } } }[] }) =>
        (f.log.find((l) => l.entry.body.conditions)!.entry.body.conditions!.relativeHumidityPct = 130),
    ),
    '',
  ],
];

describe('job file', () => {
  const ajv = addFormats(new Ajv2020({ allErrors: true, strict: false }));
  const validate = ajv.compile(published);

  test('the published schema is the one that the classes give (npm run schema writes it)', () => {
    expect(published).toEqual(JSON.parse(JSON.stringify(jobFileSchema())));
  });

  test('the demo’s files satisfy schema and classes', () => {
    for (const file of files()) {
      expect(validate(file) || validate.errors).toBe(true);
      expect(checkShape(JobFileDto, file).ok).toBe(true);
    }
  });

  test.each(WRONG)('%s: refused by schema and classes alike', (_name, file) => {
    expect(validate(file)).toBe(false);
    expect(checkShape(JobFileDto, file).ok).toBe(false);
  });
});

/** A file as the first format had it: three products and two schools a face, everything in kg. */
function firstFormat(): Json {
  interface Ref {
    products: Record<string, object>;
    schools: Record<string, { school: string }>;
  }
  const file = files()[0] as unknown as {
    buildUps: Ref[];
    planRevisions: { fingerprint: string; decided: object; quantities: Record<string, never>[] }[];
  };
  return {
    ...file,
    formatVersion: 1,
    buildUps: file.buildUps.map(({ products, schools, ...rest }) => ({
      ...rest,
      slurry: products['coat'],
      plug: products['plug'],
      mortar: products['mortar'],
      crackSchool: schools['crack-width']!.school,
      secondCoatSchool: schools['second-coat']!.school,
    })),
    planRevisions: file.planRevisions.map(({ fingerprint, decided: _decided, ...revision }) => ({
      ...revision,
      modelHash: fingerprint,
      quantities: revision.quantities.map(({ required, measure: _m, currency: _c, packs, ...rest }) => ({
        ...rest,
        requiredKg: required,
        packs: (packs as unknown as { size: number; count: number }[]).map(({ size, count }) => ({ sizeKg: size, count })),
      })),
    })),
  } as unknown as Json;
}

test('a file of the first format is read as the present one has it', () => {
  const upgraded = upgradeJobFile(firstFormat());
  expect(checkShape(JobFileDto, upgraded)).toMatchObject({ ok: true });
  expect(checkShape(JobFileDto, firstFormat()).ok).toBe(false);
  const { buildUps, planRevisions } = upgraded as { buildUps: object[]; planRevisions: { quantities: object[] }[] };
  expect(buildUps[0]).toMatchObject({
    products: { coat: { id: 'tarnwick-veil', version: 2 } },
    schools: { 'crack-width': { school: 'A' } },
  });
  expect(planRevisions[0]!.quantities[0]).toMatchObject({ measure: 'kg', currency: 'EUR' });
  // what was decided was not kept then, and is not made up now
  expect(planRevisions[0]).toMatchObject({ decided: null, fingerprint: expect.stringMatching(/^[0-9a-f]{64}$/) as string });
});

test('what is no job file is left as it is, for the checks to name', () => {
  for (const raw of [
    null,
    'text',
    [],
    { formatVersion: 2 },
    { formatVersion: 2, planRevisions: [null, 3] },
    { formatVersion: 1, buildUps: 'none' },
  ])
    expect(() => upgradeJobFile(raw)).not.toThrow();
  expect(upgradeJobFile({ formatVersion: 3, x: 1 })).toEqual({ formatVersion: 3, x: 1 });
});

describe('import and export', () => {
  let server: TestServer;
  let planner: Agent;
  const JOB = demoId('ropewalk');
  const jobs = async () => ((await planner.get(`${ORGANISATION}/jobs`)).body as { id: string }[]).map((job) => job.id);

  beforeAll(async () => {
    server = await TestServer.start();
    planner = await server.as('planner');
  });
  afterAll(() => server.stop());

  test('what comes out is what went in', async () => {
    const { body } = await planner.get(`${ORGANISATION}/jobs/${JOB}/export`).expect(200);
    const [file] = files() as unknown as [Record<string, { id: string }[]>];
    const sorted = { ...file };
    for (const list of ['spaces', 'faces', 'features', 'waterBodies', 'waterLevels', 'buildUps', 'readings'])
      sorted[list] = [...file[list]!].sort((a, b) => (a.id < b.id ? -1 : 1));
    // a log that came with a file says so, and the file names the key of the server that it comes from
    const { log, keys, ...rest } = body as { log: { importedAt?: string }[]; keys: { servers: { id: string }[] } };
    const { log: written, ...others } = sorted;
    expect(rest).toEqual(others);
    expect(log.map(({ importedAt, ...line }) => (expect(importedAt).toBeDefined(), line))).toEqual(written);
    expect(keys.servers).toHaveLength(1);
  });

  test('import(export(job)) is the same job under an id of its own', async () => {
    const first = (await planner.get(`${ORGANISATION}/jobs/${JOB}/export`).expect(200)).body as { job: object };
    const { jobId } = (await planner.post(`${ORGANISATION}/import`).send(first).expect(201)).body as { jobId: string };
    expect(jobId).not.toBe(JOB);
    const second = (await planner.get(`${ORGANISATION}/jobs/${jobId}/export`).expect(200)).body as { job: object };
    const bare = ({ log, ...file }: { log?: { importedAt?: string }[] }) => ({
      ...file,
      log: log!.map(({ importedAt: _at, ...line }) => line),
    });
    expect(bare(second as never)).toEqual(bare({ ...first, job: { ...first.job, id: jobId } } as never));
    const log = (await planner.get(`${ORGANISATION}/jobs/${jobId}/log`).expect(200)).body as { importedAt?: string }[];
    expect(log.every((line) => line.importedAt !== undefined)).toBe(true);
  });

  test.each(WRONG)('%s: listed with its place, nothing saved', async (_name, file, field) => {
    const before = await jobs();
    const { body } = await planner.post(`${ORGANISATION}/import`).send(file).expect(400);
    const fields = Object.keys((body as { fields: object }).fields);
    expect(fields.length).toBeGreaterThan(0);
    if (field) expect(fields).toContain(field);
    expect(await jobs()).toEqual(before);
  });

  test.each<[string, (file: never) => void, string]>([
    ['a crack off its face', (f: { features: { path: number[][] }[] }) => (f.features[0]!.path[0] = [99, 1]), 'features[0].path[0]'],
    ['a face in no space', (f: { spaces: object[] }) => f.spaces.pop(), 'faces[13].spaceId'],
    ['an altered log entry', (f: { log: { entry: { personName: string } }[] }) => (f.log[4]!.entry.personName = 'Someone else'), 'log[4]'],
    [
      'a released decision that was altered',
      (f: { planRevisions: { decided: { faces: { family: string }[] } }[] }) =>
        (f.planRevisions[0]!.decided.faces.find(({ family }) => family)!.family = 'thick-film'),
      'planRevisions[0].fingerprint',
    ],
    [
      'a released decision of no known shape',
      (f: { planRevisions: { decided: { faces: object[] } }[] }) => (f.planRevisions[0]!.decided.faces[0] = { mark: 'A' }),
      'planRevisions[0].decided.faces[0].faceId',
    ],
    [
      'a signature without its key',
      (f: { log: { entry: { signature: string } }[] }) => (f.log[2]!.entry.signature = 'A'.repeat(86)),
      'log[2]',
    ],
    ['a number given twice', (f: { planRevisions: object[] }) => f.planRevisions.push(f.planRevisions[0]!), 'planRevisions[1].number'],
  ])('%s: understood as a file, refused as a job', async (_name, harm, field) => {
    const before = await jobs();
    const { body } = await planner.post(`${ORGANISATION}/import`).send(harmed(harm)).expect(400);
    expect(Object.keys((body as { fields: object }).fields)).toContain(field);
    expect(await jobs()).toEqual(before);
  });

  test('a bundle’s list is sealed with the key that signs receipts, under the name of who showed it', async () => {
    const manifestSha256 = 'c'.repeat(64);
    const id = JOB;
    const sealed = (await planner.post(`${ORGANISATION}/jobs/${id}/bundle-seals`).send({ manifestSha256 }).expect(201)).body as BundleSeal;
    const exported = (await planner.get(`${ORGANISATION}/jobs/${id}/export`).expect(200)).body as JobFileDto;
    expect(exported.keys!.servers).toContainEqual({ id: sealed.keyId, publicKey: sealed.publicKey });
    expect(sealed).toMatchObject({ jobId: id, manifestSha256, by: DEMO_PEOPLE[0]!.name });
    const key = createPublicKey({ key: Buffer.from(sealed.publicKey, 'base64'), format: 'der', type: 'spki' });
    const signed = (list: BundleSeal) => verify(null, Buffer.from(sealHash(list)), key, Buffer.from(sealed.signature, 'base64url'));
    expect([signed(sealed), signed({ ...sealed, by: 'Somebody else' })]).toEqual([true, false]);
    for (const wrong of [{}, { manifestSha256: 'short' }, { manifestSha256, at: '2020-01-01T00:00:00Z' }])
      await planner.post(`${ORGANISATION}/jobs/${id}/bundle-seals`).send(wrong).expect(400);
  });

  test('ten thousand features are too many', async () => {
    const file = harmed((f: { features: object[] }) => (f.features = Array.from({ length: 10_000 }, () => f.features[0]!)));
    const { body } = await planner.post(`${ORGANISATION}/import`).send(file).expect(400);
    expect(body).toMatchObject({ fields: { features: [{ code: 'too-many', values: { max: 5000 } }] } });
  });

  test('what is sent twice is imported once; another file under the same name is refused', async () => {
    const [file] = files();
    const importId = randomUUID();
    const send = (each: object) => planner.post(`${ORGANISATION}/import?importId=${importId}`).send(each);
    const [one, two] = await Promise.all([send(file!), send(file!)]);
    expect([one.status, two.status]).toEqual([201, 201]);
    expect(two.body).toEqual(one.body);
    await send({ ...file, spaces: [] }).expect(400);
    await send({ ...file, job: { ...(file!['job'] as unknown as object), name: 'Other' } }).expect(409);
    await planner.post(`${ORGANISATION}/import?importId=1`).send(file).expect(404);
  });

  test('while a large file is read the server goes on answering', async () => {
    const [file] = files() as unknown as [{ readings: { id: string }[] }];
    const readings = Array.from({ length: 40_000 }, (_, i) => ({ ...file.readings[i % file.readings.length]!, id: randomUUID() }));
    const state = { isDone: false };
    const sent = planner
      .post(`${ORGANISATION}/import`)
      .send({ ...file, readings })
      .then(({ status }) => {
        state.isDone = true;
        return status;
      });
    let longestMs = 0;
    let answers = 0;
    await new Promise((resolve) => setTimeout(resolve, 200));
    while (!state.isDone) {
      const began = performance.now();
      await server.http.get('/api/health').expect(200);
      longestMs = Math.max(longestMs, performance.now() - began);
      answers++;
    }
    expect(await sent).toBe(201);
    expect(answers).toBeGreaterThan(5);
    // reading takes seconds; on the thread that answers nothing would be answered for as long
    expect(longestMs).toBeLessThan(2000);
  });

  test('a job grows to what its own file can carry, and no further', async () => {
    const [file] = files() as unknown as [{ job: object; spaces: { id: string; name: string; order: number }[] }];
    const id = randomUUID();
    const spaces = [
      ...file.spaces,
      ...Array.from({ length: LIMITS.spaces - file.spaces.length - 1 }, () => ({ id: randomUUID(), name: 's', order: 1 })),
    ];
    const { jobId } = (
      await planner
        .post(`${ORGANISATION}/import`)
        .send({ ...file, job: { ...file.job, id }, spaces })
        .expect(201)
    ).body as { jobId: string };
    const put = (space: { id: string }, baseVersion = 0) =>
      planner.post(`${ORGANISATION}/jobs/${jobId}/commands`).send({
        id: randomUUID(),
        deviceId: randomUUID(),
        jobId,
        kind: 'space.put',
        baseVersion,
        payload: { name: 'one more', order: 9, ...space },
        occurredAt: '2026-05-20T10:00:00Z',
      });
    const last = { id: randomUUID() };
    await put(last).expect(200);
    const { body } = await put({ id: randomUUID() }).expect(400);
    expect(body).toMatchObject({ fields: { payload: [{ code: 'too-many', values: { max: LIMITS.spaces } }] } });
    await put(last, 1).expect(200);
    const out = (await planner.get(`${ORGANISATION}/jobs/${jobId}/export`).expect(200)).body as object;
    await planner.post(`${ORGANISATION}/import`).send(out).expect(201);
  });

  test('a log says by whom it was received, through export, import and export again; an invented one is received by nobody', async () => {
    const foreman = await server.as('foreman');
    const { id: personId, name: personName } = DEMO_PEOPLE[1]!;
    const entry = sealEntry({
      id: randomUUID(),
      jobId: JOB,
      deviceId: randomUUID(),
      deviceSeq: 1,
      prevHash: FIRST_LINK,
      personId,
      personName,
      occurredAt: '2026-05-20T10:00:00Z',
      writtenAt: '2026-05-20T10:00:00Z',
      body: { kind: 'note', note: 'seen' },
    });
    await foreman
      .post(`${ORGANISATION}/jobs/${JOB}/commands`)
      .send({
        id: randomUUID(),
        deviceId: entry.deviceId,
        jobId: JOB,
        kind: 'log.append',
        baseVersion: 0,
        payload: entry,
        occurredAt: entry.occurredAt,
      })
      .expect(200);
    interface Out {
      job: object;
      log: { receipt: { keyId?: string; signature?: string }; importedAt?: string }[];
      keys: { servers: { id: string }[]; devices: { id: string }[] };
    }
    const first = (await planner.get(`${ORGANISATION}/jobs/${JOB}/export`).expect(200)).body as Out;
    const line = first.log.at(-1)!;
    expect(line.importedAt).toBeUndefined();
    expect(first.keys.servers.map(({ id }) => id)).toEqual([line.receipt.keyId]);
    expect(first.keys.devices.map(({ id }) => id)).toEqual([entry.deviceId]);
    // the demo's own log came with a file and bears no server's signature
    expect(first.log.slice(0, -1).every(({ receipt, importedAt }) => receipt.signature === undefined && importedAt !== undefined)).toBe(
      true,
    );
    const { jobId } = (await planner.post(`${ORGANISATION}/import`).send(first).expect(201)).body as { jobId: string };
    const second = (await planner.get(`${ORGANISATION}/jobs/${jobId}/export`).expect(200)).body as Out;
    expect(second.log.at(-1)).toMatchObject({ receipt: line.receipt, importedAt: expect.any(String) as string });
    expect(second.keys).toEqual(first.keys);
    const forged = structuredClone(first);
    forged.log.at(-1)!.receipt.signature = 'A'.repeat(86);
    expect(
      Object.keys(((await planner.post(`${ORGANISATION}/import`).send(forged).expect(400)).body as { fields: object }).fields),
    ).toEqual([`log[${forged.log.length - 1}]`]);
  });
});

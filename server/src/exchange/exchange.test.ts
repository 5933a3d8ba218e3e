import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { JobFileDto, checkShape, upgradeJobFile } from '@caulkhorn/contract';
import addFormats from 'ajv-formats';
import Ajv2020 from 'ajv/dist/2020';
import { demoJobs } from '../demo/demo-jobs';
import { demoId } from '../demo/survey';
import { jobFileSchema } from '../platform/contract-schemas';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const published = JSON.parse(readFileSync(resolve(__dirname, '../../../docs/formats/caulkhorn-job-2.schema.json'), 'utf8')) as object;
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
  ['a version to come', harmed((f: { formatVersion: number }) => (f.formatVersion = 3)), 'formatVersion'],
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
  const file = files()[0] as unknown as { buildUps: Ref[]; planRevisions: { quantities: Record<string, never>[] }[] };
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
    planRevisions: file.planRevisions.map((revision) => ({
      ...revision,
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
});

test('what is no job file is left as it is, for the checks to name', () => {
  for (const raw of [null, 'text', [], { formatVersion: 2 }, { formatVersion: 1, buildUps: 'none' }])
    expect(() => upgradeJobFile(raw)).not.toThrow();
  expect(upgradeJobFile({ formatVersion: 2, x: 1 })).toEqual({ formatVersion: 2, x: 1 });
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
    expect(body).toEqual(sorted);
  });

  test('import(export(job)) is the same job under an id of its own', async () => {
    const first = (await planner.get(`${ORGANISATION}/jobs/${JOB}/export`).expect(200)).body as { job: object };
    const { jobId } = (await planner.post(`${ORGANISATION}/import`).send(first).expect(201)).body as { jobId: string };
    expect(jobId).not.toBe(JOB);
    const second = (await planner.get(`${ORGANISATION}/jobs/${jobId}/export`).expect(200)).body as { job: object };
    expect(second).toEqual({ ...first, job: { ...first.job, id: jobId } });
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
    ['a number given twice', (f: { planRevisions: object[] }) => f.planRevisions.push(f.planRevisions[0]!), 'planRevisions[1].number'],
  ])('%s: understood as a file, refused as a job', async (_name, harm, field) => {
    const before = await jobs();
    const { body } = await planner.post(`${ORGANISATION}/import`).send(harmed(harm)).expect(400);
    expect(Object.keys((body as { fields: object }).fields)).toContain(field);
    expect(await jobs()).toEqual(before);
  });

  test('ten thousand features are too many', async () => {
    const file = harmed((f: { features: object[] }) => (f.features = Array.from({ length: 10_000 }, () => f.features[0]!)));
    const { body } = await planner.post(`${ORGANISATION}/import`).send(file).expect(400);
    expect(body).toMatchObject({ fields: { features: [{ code: 'too-many', values: { max: 5000 } }] } });
  });
});

import { randomUUID } from 'node:crypto';
import type { JobModel, Mend, TestResult } from '@caulkhorn/core/jobs';
import type { PlanRevision } from '@caulkhorn/core/planning';
import type { EntryBody } from '@caulkhorn/core/site-log';
import { DEMO_PEOPLE } from '../demo/demo-people';
import { demoId } from '../demo/survey';
import { LogDevice } from '../testing/log-device';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const JOB = demoId('net-loft');
const PATH = `${ORGANISATION}/jobs/${JOB}`;
const WALL = demoId('net-loft face A');
type Person = (typeof DEMO_PEOPLE)[number];
const [, FOREMAN] = DEMO_PEOPLE as [Person, Person];

describe('a test of the finished work', () => {
  let server: TestServer;
  let planner: Agent;
  let phone: LogDevice;
  let revision: PlanRevision;
  const at = '2026-05-21T09:00:00Z';
  const write = (body: object) => phone.send(phone.entry(body as EntryBody, at));
  const dry: TestResult = { kind: 'leak-look', waterUp: true, looks: [{ targetId: demoId('net-loft feature K1'), saw: 'dry' }] };
  const look = (part: object = {}) => ({
    ...{ kind: 'test', faceId: WALL, planRevisionId: revision.id, testId: 'leak-look-7', result: dry },
    ...{ witness: 'The client', weather: 'rain' },
    ...part,
  });

  beforeAll(async () => {
    server = await TestServer.start();
    planner = await server.as('planner');
    phone = new LogDevice(JOB, FOREMAN, await server.as('foreman'));
    revision = ((await planner.get(`${PATH}/plan`).expect(200)).body as { latest: PlanRevision }).latest;
  });
  afterAll(() => server.stop());

  test('is taken as it was read, by who works there, and stands in the log', async () => {
    expect(await write(look())).toEqual({});
    const { body: lines } = await planner.get(`${PATH}/log`).expect(200);
    expect((lines as { entry: { body: object } }[]).at(-1)!.entry.body).toMatchObject({ testId: 'leak-look-7', result: dry });
  });

  test('is one of those that were released for the face, and of its kind', async () => {
    expect(await write(look({ testId: 'spark' }))).toEqual({ 'payload.body.testId': ['not-found'] });
    expect(await write(look({ testId: 'hammer' }))).toEqual({ 'payload.body.result.kind': ['not-one-of'] });
    expect(await write(look({ faceId: demoId('net-loft face G') }))).toEqual({ 'payload.body.testId': ['not-found'] });
    expect(await write(look({ planRevisionId: randomUUID() }))).toEqual({ 'payload.body.planRevisionId': ['not-found'] });
  });

  test.each([
    [{ result: { ...dry, waterUp: 'yes' } }, 'payload.body.result.waterUp', 'not-true-or-false'],
    [{ result: { ...dry, looks: [{ saw: 'lovely' }] } }, 'payload.body.result.looks[0].saw', 'not-one-of'],
    [{ result: { ...dry, looks: [] } }, 'payload.body.result.looks', 'empty-list'],
    [{ result: { ...dry, passes: true } }, 'payload.body.result.passes', 'unknown-field'],
    [{ result: { kind: 'prayer' } }, 'payload.body.result.kind', 'not-one-of'],
    [{ calibratedOn: '2026-02-30' }, 'payload.body.calibratedOn', 'not-a-date'],
    [{ passes: true }, 'payload.body.passes', 'unknown-field'],
  ])('what was not read so is refused by its field: %j', async (part, path, code) => {
    expect((await write(look(part)))[path]).toEqual([code]);
  });

  test('an end before its start is refused', async () => {
    const levels = [
      { h: 0, levelMm: 50 },
      { h: 24, levelMm: 49.5 },
      { h: 12, levelMm: 49.7 },
    ];
    const pond = { kind: 'ponding', depthMm: 50, outletsShut: true, dripBelow: false, levels };
    const of = { faceId: demoId('net-loft face D'), testId: 'ponding', calibratedOn: '2026-05-20' };
    expect(await write(look({ ...of, result: pond }))).toEqual({ 'payload.body.result.levels[2].h': ['not-in-order'] });
    expect(await write(look({ ...of, result: { ...pond, levels: levels.slice(0, 2) } }))).toEqual({});
  });

  test('after mending it names what was decided and released', async () => {
    expect(await write(look({ mendId: randomUUID() }))).toEqual({ 'payload.body.mendId': ['not-found'] });
    const job = (await planner.get(PATH).expect(200)).body as { model: JobModel; versions: Record<string, number> };
    const buildUp = job.model.buildUps.find(({ faceId }) => faceId === WALL)!;
    const mend: Mend = {
      ...{ id: randomUUID(), entryId: randomUUID(), testId: 'leak-look-7', failure: 'leak-beside', areaM2: 0.5 },
      ...{ reason: 'a metre along', decidedAt: at },
    };
    const send = (kind: string, payload: object, baseVersion: number) =>
      planner
        .post(`${PATH}/commands`)
        .send({ id: randomUUID(), deviceId: randomUUID(), jobId: JOB, kind, baseVersion, payload, occurredAt: at });
    await send('build-up.put', { ...buildUp, mends: [mend] }, job.versions[buildUp.id]!).expect(200);
    await send('plan.release', { revisionId: randomUUID(), people: 2, temperatureC: 12 }, 0).expect(200);
    const { latest } = (await planner.get(`${PATH}/plan`).expect(200)).body as { latest: PlanRevision };
    expect(latest.workItems.filter((item) => item.mend?.id === mend.id).length).toBeGreaterThan(1);
    expect(await write(look({ planRevisionId: latest.id, mendId: mend.id }))).toEqual({});
    // another job takes the survey along, and not what was mended here
    const copy = { id: randomUUID(), name: 'Net loft, next season', withSurvey: true };
    await planner.post(`${PATH}/copies`).send(copy).expect(201);
    const { body } = await planner.get(`${ORGANISATION}/jobs/${copy.id}`).expect(200);
    expect((body as { model: JobModel }).model.buildUps.every(({ mends }) => mends === undefined)).toBe(true);
  });
});

import { randomUUID } from 'node:crypto';
import type { Face, JobModel } from '@caulkhorn/core/jobs';
import type { PlanRevision } from '@caulkhorn/core/planning';
import { type EntryBody, FIRST_LINK, type LogEntry, sealEntry } from '@caulkhorn/core/site-log';
import { DEMO_PEOPLE } from '../demo/demo-people';
import { demoId } from '../demo/survey';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const JOB = demoId('gatehouse');
const PATH = `${ORGANISATION}/jobs/${JOB}`;
const FOREMAN = DEMO_PEOPLE[1]!;

describe('before the first start of a day in a confined space', () => {
  let server: TestServer;
  let planner: Agent;
  let foreman: Agent;
  let revision: PlanRevision;
  let face: Face;
  const deviceId = randomUUID();
  let last: Pick<LogEntry, 'hash' | 'deviceSeq'> = { hash: FIRST_LINK, deviceSeq: 0 };

  const command = (agent: Agent, kind: string, payload: object, occurredAt = '2026-05-20T05:00:00Z') =>
    agent.post(`${PATH}/commands`).send({ id: randomUUID(), deviceId, jobId: JOB, kind, baseVersion: 0, payload, occurredAt });
  const entry = (body: EntryBody, occurredAt: string, part: Partial<LogEntry> = {}): LogEntry =>
    sealEntry({
      ...{ id: randomUUID(), jobId: JOB, deviceId, deviceSeq: last.deviceSeq + 1, prevHash: last.hash },
      ...{ personId: FOREMAN.id, personName: FOREMAN.name, occurredAt, writtenAt: occurredAt, ...part },
      body,
    });
  const keep = async (written: LogEntry) => {
    await command(foreman, 'log.append', written, written.occurredAt).expect(200);
    last = written;
    return written;
  };
  const start = () => ({
    kind: 'start' as const,
    workItemId: revision.workItems.find(({ step }) => step === 'prepare')!.id,
    planRevisionId: revision.id,
  });
  const refused = async (at: string) => (await command(foreman, 'log.append', entry(start(), at), at).expect(400)).body.fields as object;
  const CARE_FIRST = { 'payload.body': [expect.objectContaining({ code: 'care-first' })] };

  beforeAll(async () => {
    server = await TestServer.start();
    [planner, foreman] = [await server.as('planner'), await server.as('foreman')];
    const model = (await planner.get(PATH).expect(200)).body as { model?: JobModel } & JobModel;
    face = (model.model ?? model).faces.find(({ mark }) => mark === 'A')!;
    const { version: _, ...known } = face as Face & { version?: number };
    face = { ...known, demands: { confined: true } };
    const stored = (await planner.get(PATH).expect(200)).body as { versions?: Record<string, number> };
    await planner
      .post(`${PATH}/commands`)
      .send({
        ...{ id: randomUUID(), deviceId, jobId: JOB, kind: 'face.put', payload: face, occurredAt: '2026-05-20T05:00:00Z' },
        baseVersion: stored.versions?.[face.id] ?? 1,
      })
      .expect(200);
    const products = {
      coat: { id: 'osmere-deep', version: 1 },
      plug: { id: 'osmere-halt', version: 1 },
      mortar: { id: 'osmere-fill', version: 3 },
    };
    await command(planner, 'build-up.put', { id: randomUUID(), faceId: face.id, family: 'crystalline-slurry', products }).expect(200);
    await command(planner, 'plan.release', { revisionId: randomUUID(), people: 2, temperatureC: 12 }).expect(200);
    revision = ((await planner.get(`${PATH}/plan`).expect(200)).body as { latest: PlanRevision }).latest;
  });
  afterAll(() => server.stop());

  test('the released plan says what is to be ticked, and in which room the work is', () => {
    const released = revision.decided!.faces.find(({ faceId }) => faceId === face.id)!;
    expect(released.care).toEqual(['confined-space', 'gas-test', 'watcher', 'electricity']);
    expect(revision.workItems.find(({ step }) => step === 'prepare')!.room).toMatchObject({ spaceId: face.spaceId, phase: 'clear' });
  });

  test('a start is refused until every check is ticked that day; the next day it is asked again', async () => {
    expect(await refused('2026-05-20T06:00:00Z')).toEqual(CARE_FIRST);
    await keep(entry({ kind: 'care', spaceId: face.spaceId, checks: ['confined-space', 'gas-test'] }, '2026-05-20T06:05:00Z'));
    expect(await refused('2026-05-20T06:10:00Z')).toEqual(CARE_FIRST);
    const rest = await keep(entry({ kind: 'care', spaceId: face.spaceId, checks: ['watcher', 'electricity'] }, '2026-05-20T06:15:00Z'));
    await keep(entry(start(), '2026-05-20T06:20:00Z'));
    expect(await refused('2026-05-21T06:20:00Z')).toEqual(CARE_FIRST);
    // a tick that was taken back no longer counts
    await keep(entry({ kind: 'note', note: 'The watcher had left.' }, '2026-05-20T06:30:00Z', { supersedes: rest.id }));
    expect(await refused('2026-05-20T06:40:00Z')).toEqual(CARE_FIRST);
  });

  test('where the job keeps a permit, nobody starts outside its hours, ticked or not', async () => {
    const all = ['confined-space', 'gas-test', 'watcher', 'electricity'] as const;
    await keep(entry({ kind: 'care', spaceId: face.spaceId, checks: [...all] }, '2026-05-23T05:00:00Z'));
    const { versions, model } = (await planner.get(PATH).expect(200)).body as { versions: Record<string, number>; model: JobModel };
    const permit = {
      id: randomUUID(),
      kind: 'confined-space',
      number: 'CS 14',
      from: '2026-05-23T06:00:00Z',
      until: '2026-05-23T14:00:00Z',
    };
    await planner
      .post(`${PATH}/commands`)
      .send({
        ...{ id: randomUUID(), deviceId, jobId: JOB, kind: 'job.put', occurredAt: '2026-05-23T05:00:00Z' },
        ...{ payload: { ...model.job, permits: [permit] }, baseVersion: versions[JOB] },
      })
      .expect(200);
    const LAPSED = { 'payload.body': [expect.objectContaining({ code: 'permit-lapsed' })] };
    expect(await refused('2026-05-23T05:30:00Z')).toEqual(LAPSED);
    expect(await refused('2026-05-23T14:00:00Z')).toEqual(LAPSED);
    await keep(entry(start(), '2026-05-23T06:30:00Z'));
  });

  test('a check that nobody knows, or the same one twice, is refused', async () => {
    for (const checks of [['luck'], ['watcher', 'watcher'], []]) {
      const written = entry({ kind: 'care', spaceId: face.spaceId, checks }, '2026-05-22T06:00:00Z');
      const { body } = await command(foreman, 'log.append', written).expect(400);
      expect(Object.keys(body.fields as object).some((path) => path.startsWith('payload.body.checks'))).toBe(true);
    }
  });
});

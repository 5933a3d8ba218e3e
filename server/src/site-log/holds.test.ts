import { randomUUID } from 'node:crypto';
import type { JobModel } from '@caulkhorn/core/jobs';
import { type PlanRevision, workItemsBefore } from '@caulkhorn/core/planning';
import type { EntryBody } from '@caulkhorn/core/site-log';
import { DEMO_PEOPLE } from '../demo/demo-people';
import { demoId } from '../demo/survey';
import { LogDevice } from '../testing/log-device';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const JOB = demoId('ropewalk');
const PATH = `${ORGANISATION}/jobs/${JOB}`;
type Person = (typeof DEMO_PEOPLE)[number];
const [, FOREMAN, INSPECTOR, APPRENTICE] = DEMO_PEOPLE as [Person, Person, Person, Person];
const AIR = { airTemperatureC: 18, surfaceTemperatureC: 17, relativeHumidityPct: 60 };

describe('a hold point before the first coat', () => {
  let server: TestServer;
  let planner: Agent;
  let phones: Record<'foreman' | 'inspector' | 'apprentice', LogDevice>;
  let held: PlanRevision['workItems'][number];
  let revision: PlanRevision;
  let job: { model: JobModel; versions: Record<string, number> };
  let minute = 0;
  const now = () => new Date(Date.parse('2026-05-21T09:00:00Z') + ++minute * 60_000).toISOString();
  const send = (kind: string, payload: object, baseVersion: number) =>
    planner
      .post(`${PATH}/commands`)
      .send({ id: randomUUID(), deviceId: randomUUID(), jobId: JOB, kind, baseVersion, payload, occurredAt: now() });
  const write = (who: keyof typeof phones, body: EntryBody) => phones[who].send(phones[who].entry(body, now()));
  const about = () => ({ workItemId: held.id, planRevisionId: revision.id });
  const start = (): EntryBody => ({ kind: 'start', ...about(), conditions: AIR });

  beforeAll(async () => {
    server = await TestServer.start();
    planner = await server.as('planner');
    phones = {
      foreman: new LogDevice(JOB, FOREMAN, await server.as('foreman')),
      inspector: new LogDevice(JOB, INSPECTOR, await server.as('inspector')),
      apprentice: new LogDevice(JOB, APPRENTICE, await server.as('apprentice')),
    };
    job = (await planner.get(PATH).expect(200)).body as typeof job;
    await send('job.put', { ...job.model.job, holds: ['ready'] }, job.versions[JOB]!).expect(200);
    await send('plan.release', { revisionId: randomUUID(), people: 2, temperatureC: 12 }, 0).expect(200);
    revision = ((await planner.get(`${PATH}/plan`).expect(200)).body as { latest: PlanRevision }).latest;
    const done = new Set(['A', 'B', 'C'].map((mark) => demoId(`ropewalk face ${mark}`)));
    held = revision.workItems.find(({ hold, faceId }) => hold === 'ready' && !done.has(faceId))!;
  });
  afterAll(() => server.stop());

  test('the coat does not start before somebody has let it go', async () => {
    // nor is it let go before there is anything to look at, by whomever
    const early: EntryBody = { kind: 'hold', ...about(), verdict: 'released' };
    for (const who of ['inspector', 'foreman'] as const) expect(await write(who, early)).toEqual({ 'payload.body': ['not-done-yet'] });
    const before = workItemsBefore(revision.workItems, held);
    for (const id of before) {
      const started: EntryBody = { kind: 'start', workItemId: id, planRevisionId: revision.id, conditions: AIR };
      expect(await write('foreman', started)).toEqual({});
      expect(await write('foreman', { kind: 'finish', workItemId: id, planRevisionId: revision.id })).toEqual({});
    }
    expect(await write('foreman', start())).toEqual({ 'payload.body': ['hold-not-released'] });
  });

  test('nor by whom the finish names as at work beside; corrected, he is free to look', async () => {
    const last = workItemsBefore(revision.workItems, held).at(-1)!;
    const finish: EntryBody = { kind: 'finish', workItemId: last, planRevisionId: revision.id };
    const letGo: EntryBody = { kind: 'hold', ...about(), verdict: 'refused', reason: 'dust' };
    const named = phones.foreman.entry({ ...finish, hands: [INSPECTOR.name.toUpperCase()] }, now());
    expect(await phones.foreman.send(named)).toEqual({});
    expect(await write('inspector', letGo)).toEqual({ 'payload.body': ['own-work'] });
    expect(await phones.foreman.send(phones.foreman.entry(finish, now(), { supersedes: named.id }))).toEqual({});
    expect(await write('foreman', { ...finish, hands: ['x', 'x'] })).toEqual({ 'payload.body.hands': ['listed-twice'] });
    expect(await write('foreman', { ...finish, hands: [] })).toEqual({ 'payload.body.hands': ['empty-list'] });
  });

  test('not who did the work before it, and nobody who may not; not without a reason against it, nor where there is none', async () => {
    const letGo: EntryBody = { kind: 'hold', ...about(), verdict: 'released' };
    expect(await write('foreman', letGo)).toEqual({ 'payload.body': ['own-work'] });
    const apprentice = await server.as('apprentice');
    const refused = await apprentice.post(`${PATH}/commands`).send({
      ...{ id: randomUUID(), deviceId: phones.apprentice.deviceId, jobId: JOB, kind: 'log.append', baseVersion: 0, occurredAt: now() },
      payload: phones.apprentice.entry(letGo, now()),
    });
    expect(refused.status).toBe(403);
    expect(await write('inspector', { ...letGo, verdict: 'refused' })).toEqual({ 'payload.body.reason': ['missing'] });
    const free = revision.workItems.find(({ hold, faceId }) => hold === undefined && faceId === held.faceId)!;
    expect(await write('inspector', { ...letGo, workItemId: free.id })).toEqual({ 'payload.body': ['no-hold-point'] });
    // an inspector looks, and does no work
    const inspector = await server.as('inspector');
    const starts = await inspector.post(`${PATH}/commands`).send({
      ...{ id: randomUUID(), deviceId: phones.inspector.deviceId, jobId: JOB, kind: 'log.append', baseVersion: 0, occurredAt: now() },
      payload: phones.inspector.entry(start(), now()),
    });
    expect(starts.status).toBe(403);
  });

  test('refused it stays shut, with the reason; let go it starts', async () => {
    expect(await write('inspector', { kind: 'hold', ...about(), verdict: 'refused', reason: 'dust in the corner' })).toEqual({});
    expect(await write('foreman', start())).toEqual({ 'payload.body': ['hold-not-released'] });
    // it goes back as work; whoever puts it right did work there, and does not look at it
    const redone: EntryBody = { kind: 'redone', ...about(), note: 'vacuumed' };
    expect(await write('apprentice', redone)).toEqual({});
    expect(await write('apprentice', redone)).toEqual({ 'payload.body': ['nothing-refused'] });
    expect(await write('foreman', start())).toEqual({ 'payload.body': ['hold-not-released'] });
    const { name } = APPRENTICE;
    const guest = { name, drawn: 'M10 10L20 20L30 10L40 20L50 10L60 20L70 10L80 20L90 10' };
    expect(await write('foreman', { kind: 'hold', ...about(), verdict: 'released', glass: guest })).toEqual({
      'payload.body': ['own-work'],
    });
    const drawn = 'M1 1L2 2';
    expect(await write('foreman', { kind: 'hold', ...about(), verdict: 'released', glass: { name: 'Ada Lund', drawn } })).toEqual({
      'payload.body.glass.drawn': ['glass-empty'],
    });
    expect(await write('inspector', { kind: 'hold', ...about(), verdict: 'released' })).toEqual({});
    // what is done to the face after that is looked at again
    const [again] = workItemsBefore(revision.workItems, held);
    expect(await write('foreman', { kind: 'finish', workItemId: again!, planRevisionId: revision.id })).toEqual({});
    expect(await write('foreman', start())).toEqual({ 'payload.body': ['hold-not-released'] });
    // the phone of who did the work, and a guest who signs on it
    expect(await write('foreman', { kind: 'hold', ...about(), verdict: 'released', glass: { ...guest, name: 'Ada Lund' } })).toEqual({});
    expect(await write('foreman', start())).toEqual({});
    const lines = (await planner.get(`${PATH}/log`).expect(200)).text;
    expect(lines).toContain('Ada Lund');
  });

  test('whoever names an older plan without the hold point does not get past it, once the newer one stands', async () => {
    await send('job.put', { ...job.model.job, holds: [] }, job.versions[JOB]! + 1).expect(200);
    await send('plan.release', { revisionId: randomUUID(), people: 2, temperatureC: 12 }, 0).expect(200);
    const open = ((await planner.get(`${PATH}/plan`).expect(200)).body as { latest: PlanRevision }).latest;
    await send('job.put', { ...job.model.job, holds: ['ready'] }, job.versions[JOB]! + 2).expect(200);
    await send('plan.release', { revisionId: randomUUID(), people: 2, temperatureC: 12 }, 0).expect(200);
    const other = open.workItems.find(({ step, faceId }) => step === 'coat-1' && faceId !== held.faceId)!;
    const started: EntryBody = { kind: 'start', workItemId: other.id, planRevisionId: open.id, conditions: AIR };
    const later = new Date(Date.now() + 60_000).toISOString();
    expect(await phones.foreman.send(phones.foreman.entry(started, later))).toEqual({ 'payload.body': ['hold-not-released'] });
    // before the newer one was made it stood by the older
    expect(await phones.foreman.send(phones.foreman.entry(started, now()))).toEqual({});
  });
});

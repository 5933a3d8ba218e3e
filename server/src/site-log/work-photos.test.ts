import { randomUUID } from 'node:crypto';
import type { JobModel } from '@caulkhorn/core/jobs';
import { type PlanRevision, workItemsBefore } from '@caulkhorn/core/planning';
import type { EntryBody } from '@caulkhorn/core/site-log';
import { DEMO_PEOPLE } from '../demo/demo-people';
import { demoId } from '../demo/survey';
import { LogDevice } from '../testing/log-device';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const JOB = demoId('harbour-works');
const PATH = `${ORGANISATION}/jobs/${JOB}`;
type Person = (typeof DEMO_PEOPLE)[number];
const [, FOREMAN, INSPECTOR, APPRENTICE] = DEMO_PEOPLE as [Person, Person, Person, Person];
const HASH = 'a'.repeat(64);

describe('photos of the work', () => {
  let server: TestServer;
  let agents: Record<'planner' | 'foreman' | 'apprentice', Agent>;
  let phones: Record<'foreman' | 'inspector' | 'apprentice', LogDevice>;
  let revision: PlanRevision;
  let held: PlanRevision['workItems'][number];
  let minute = 0;
  const now = () => new Date(Date.parse('2026-05-21T09:00:00Z') + ++minute * 60_000).toISOString();
  const send = (who: keyof typeof agents, kind: string, payload: object, baseVersion = 0) =>
    agents[who]
      .post(`${PATH}/commands`)
      .send({ id: randomUUID(), deviceId: randomUUID(), jobId: JOB, kind, baseVersion, payload, occurredAt: now() });
  const write = (who: keyof typeof phones, body: EntryBody) => phones[who].send(phones[who].entry(body, now()));
  const picture = (part: object = {}) => ({ id: randomUUID(), faceId: held.faceId, at: now(), originalSha256: HASH, ...part });
  const about = (photoId: string): EntryBody => ({
    ...{ kind: 'photo', workItemId: held.id, planRevisionId: revision.id, photoId, originalSha256: HASH, of: 'hidden' },
  });

  beforeAll(async () => {
    server = await TestServer.start();
    agents = { planner: await server.as('planner'), foreman: await server.as('foreman'), apprentice: await server.as('apprentice') };
    phones = {
      foreman: new LogDevice(JOB, FOREMAN, agents.foreman),
      inspector: new LogDevice(JOB, INSPECTOR, await server.as('inspector')),
      apprentice: new LogDevice(JOB, APPRENTICE, agents.apprentice),
    };
    const job = (await agents.planner.get(PATH).expect(200)).body as { model: JobModel; versions: Record<string, number> };
    await send('planner', 'job.put', { ...job.model.job, holds: ['cover'] }, job.versions[JOB]!).expect(200);
    await send('planner', 'plan.release', { revisionId: randomUUID(), people: 2, temperatureC: 12 }).expect(200);
    revision = ((await agents.planner.get(`${PATH}/plan`).expect(200)).body as { latest: PlanRevision }).latest;
    held = revision.workItems.find(({ hold }) => hold === 'cover')!;
  });
  afterAll(() => server.stop());

  test('whoever does the work takes one; it is of this job, the same picture, and stays', async () => {
    expect(await write('apprentice', about(randomUUID()))).toEqual({ 'payload.body.photoId': ['another-picture'] });
    const photo = picture({ workItemId: held.id });
    await send('apprentice', 'photo.put', photo).expect(200);
    expect(await write('apprentice', { ...about(photo.id), originalSha256: 'b'.repeat(64) } as EntryBody)).toEqual({
      'payload.body.photoId': ['another-picture'],
    });
    expect(await write('apprentice', about(photo.id))).toEqual({});
    const refused = await send('foreman', 'photo.remove', { id: photo.id }, 1).expect(400);
    expect(JSON.stringify(refused.body)).toContain('photo-in-log');
    // an arrow is drawn beside it; the picture stays the one that it was
    const arrow = { ...photo, marks: [{ x: 0.1, y: 0.1, toX: 0.5, toY: 0.5, word: 'pinhole' }] };
    await send('foreman', 'photo.put', arrow, 1).expect(200);
    await send('foreman', 'photo.put', { ...arrow, originalSha256: 'c'.repeat(64) }, 2).expect(400);
    await send('foreman', 'photo.put', { ...arrow, marks: [{ x: 1.1, y: 0, toX: 0, toY: 0 }] }, 2).expect(400);
  });

  test('an apprentice takes none that is not of the work, and changes none', async () => {
    await send('apprentice', 'photo.put', picture()).expect(403);
    const photo = picture({ workItemId: held.id });
    await send('apprentice', 'photo.put', photo).expect(200);
    await send('apprentice', 'photo.put', { ...photo, caption: 'other' }, 1).expect(403);
  });

  test('what is covered for good was photographed once it was finished: else nobody lets it go', async () => {
    for (const id of workItemsBefore(revision.workItems, held)) {
      expect(await write('foreman', { kind: 'finish', workItemId: id, planRevisionId: revision.id })).toEqual({});
    }
    const letGo: EntryBody = { kind: 'hold', workItemId: held.id, planRevisionId: revision.id, verdict: 'released' };
    // the one from before shows a coat that was not there yet
    expect(await write('inspector', letGo)).toEqual({ 'payload.body': ['hidden-not-photographed'] });
    const photo = picture({ workItemId: held.id });
    await send('foreman', 'photo.put', photo).expect(200);
    expect(await write('foreman', about(photo.id))).toEqual({});
    expect(await write('inspector', letGo)).toEqual({});
  });
});

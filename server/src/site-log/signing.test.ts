import { randomUUID } from 'node:crypto';
import type { JobModel } from '@caulkhorn/core/jobs';
import type { PlanRevision } from '@caulkhorn/core/planning';
import { type Covered, coveredBy, dossierFingerprint, signaturesOn } from '@caulkhorn/core/proof';
import type { EntryBody, LogLine } from '@caulkhorn/core/site-log';
import { DEMO_PEOPLE } from '../demo/demo-people';
import { demoId } from '../demo/survey';
import { LogDevice } from '../testing/log-device';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const JOB = demoId('net-loft');
const PATH = `${ORGANISATION}/jobs/${JOB}`;
const WHO = ['planner', 'foreman', 'inspector', 'apprentice'] as const;
type Who = (typeof WHO)[number];

describe('signing the dossier', () => {
  let server: TestServer;
  let planner: Agent;
  let phones: Record<Who, LogDevice>;
  let minute = 0;
  const now = () => new Date(Date.parse('2026-05-21T09:00:00Z') + ++minute * 60_000).toISOString();
  const write = (who: Who, body: EntryBody) => phones[who].send(phones[who].entry(body, now()));
  const lines = async () => (await planner.get(`${PATH}/log`).expect(200)).body as LogLine[];

  const record = async () => {
    const { model } = (await planner.get(PATH).expect(200)).body as { model: JobModel };
    const { latest } = (await planner.get(`${PATH}/plan`).expect(200)).body as { latest: PlanRevision };
    const log = await lines();
    return { revisionFingerprint: latest.fingerprint, log, readings: model.readings, photos: model.photos };
  };
  const signing = async (role: 'planner' | 'foreman' | 'inspector', change: Partial<Covered> = {}): Promise<EntryBody> => {
    const of = await record();
    const covers = { ...coveredBy({ ...of, last: of.log.at(-1)!.receipt }), ...change };
    return { kind: 'sign', role, covers, fingerprint: dossierFingerprint(covers) };
  };

  beforeAll(async () => {
    server = await TestServer.start();
    planner = await server.as('planner');
    // one after the other: a machine that stands still for a while sends away who waits at the door
    const devices: (readonly [(typeof WHO)[number], LogDevice])[] = [];
    for (const [i, who] of WHO.entries()) devices.push([who, new LogDevice(JOB, DEMO_PEOPLE[i]!, await server.as(who))]);
    phones = Object.fromEntries(devices) as typeof phones;
  });
  afterAll(() => server.stop());

  test('each signs as he stands in the house, one over the other, and the record is as it was signed', async () => {
    expect(await write('foreman', await signing('inspector'))).toEqual({ 'payload.body.role': ['not-your-role'] });
    expect(await write('foreman', await signing('foreman'))).toEqual({});
    expect(await write('inspector', await signing('inspector'))).toEqual({});
    expect(signaturesOn(await record()).map(({ entry, changes }) => [entry.body.role, changes])).toEqual([
      ['foreman', []],
      ['inspector', []],
    ]);
  });

  test('an apprentice does not sign; who only looks writes tests and signatures, and no work', async () => {
    const body = await signing('planner');
    const entry = phones.apprentice.entry(body, now());
    const command = {
      id: randomUUID(),
      deviceId: entry.deviceId,
      jobId: JOB,
      kind: 'log.append',
      baseVersion: 0,
      payload: entry,
      occurredAt: now(),
    };
    await (await server.as('apprentice')).post(`${PATH}/commands`).send(command).expect(403);
    const note = phones.inspector.entry({ kind: 'note', note: 'x' }, now());
    await (
      await server.as('inspector')
    )
      .post(`${PATH}/commands`)
      .send({ ...command, id: randomUUID(), deviceId: note.deviceId, payload: note })
      .expect(403);
  });

  test('a fingerprint of another record is refused: whoever signs has read what stands', async () => {
    const stale = await signing('planner');
    expect(await write('foreman', { kind: 'note', note: 'one more thing' })).toEqual({});
    expect(await write('planner', stale)).toEqual({ 'payload.body.fingerprint': ['record-has-moved-on'] });
    for (const change of [{ revisionFingerprint: 'f'.repeat(64) }, { readingsSha256: 'f'.repeat(64) }, { receiptSeq: 1 }])
      expect(await write('planner', await signing('planner', change))).toEqual({ 'payload.body.fingerprint': ['record-has-moved-on'] });
    const right = (await signing('planner')) as Extract<EntryBody, { kind: 'sign' }>;
    expect(await write('planner', { ...right, fingerprint: 'f'.repeat(64) })).toEqual({
      'payload.body.fingerprint': ['record-has-moved-on'],
    });
    // what was written since is an addendum to those who signed before
    expect(signaturesOn(await record())[0]).toMatchObject({ changes: ['written-since'], added: 1 });
  });

  test('a signature is never corrected away, not even at once', async () => {
    const { id } = signaturesOn(await record())[0]!.entry;
    for (const body of [{ kind: 'note', note: 'x' }, { kind: 'withdrawn' }] as EntryBody[])
      expect(await phones.foreman.send(phones.foreman.entry(body, now(), { supersedes: id, supersedesReason: 'slip' }))).toEqual({
        'payload.supersedes': ['signature-stands'],
      });
  });

  test('a signature is taken back by who gave it or who plans, with a reason, and stays in the record', async () => {
    const [foremans, inspectors] = signaturesOn(await record()).map(({ entry }) => entry.id);
    const back = (signId: string, reason = 'film map of another wall'): EntryBody => ({ kind: 'unsign', signId, reason });
    expect(await write('inspector', back(foremans!))).toEqual({ 'payload.body.signId': ['not-yours-to-correct'] });
    expect(await write('foreman', back(randomUUID()))).toEqual({ 'payload.body.signId': ['not-found'] });
    expect(await write('foreman', back((await lines())[0]!.entry.id))).toEqual({ 'payload.body.signId': ['not-found'] });
    expect(await write('foreman', back(foremans!))).toEqual({});
    expect(await write('planner', back(inspectors!, 'the inspector asked for it'))).toEqual({});
    expect(signaturesOn(await record()).map(({ withdrawn }) => withdrawn?.reason)).toEqual([
      'film map of another wall',
      'the inspector asked for it',
    ]);
  });
});

import { randomUUID } from 'node:crypto';
import type { MadeSigningLink, SigningLink } from '@caulkhorn/contract';
import type { JobModel } from '@caulkhorn/core/jobs';
import type { PlanRevision } from '@caulkhorn/core/planning';
import { coveredBy, dossierFingerprint, signaturesOn } from '@caulkhorn/core/proof';
import type { EntryBody, LogLine } from '@caulkhorn/core/site-log';
import { Client } from 'pg';
import supertest from 'supertest';
import { DEMO_ORGANISATION, DEMO_PEOPLE } from '../demo/demo-people';
import { demoId } from '../demo/survey';
import { LogDevice } from '../testing/log-device';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const JOB = demoId('net-loft');
const OTHER_JOB = demoId('gatehouse');
const PATH = `${ORGANISATION}/jobs/${JOB}`;
const LINKS = `${PATH}/signing-links`;
const DRAWN = 'M10 200L60 180L110 210L160 150L210 230L260 140L310 220L360 160L410 210';

describe('a client signs by a link and a code', () => {
  let server: TestServer;
  let foreman: Agent;
  let minute = 0;
  const now = () => new Date(Date.parse('2026-05-21T09:00:00Z') + ++minute * 60_000).toISOString();
  const ask = async (name = 'Nora Quill', firm: string | undefined = 'Quill Moorings') =>
    (
      await foreman
        .post(LINKS)
        .send({ name, ...(firm ? { firm } : {}) })
        .expect(201)
    ).body as MadeSigningLink;
  const stateOf = async (id: string) =>
    ((await foreman.get(LINKS).expect(200)).body as SigningLink[]).find((each) => each.id === id)?.state;
  const anyone = () => supertest.agent(server.app.getHttpServer());
  const opened = async ({ token, code }: MadeSigningLink) => {
    const client = anyone();
    await client.post('/api/signing/open').send({ token, code }).expect(200, { organisationId: DEMO_ORGANISATION.id, jobId: JOB });
    const { personId, name } = (await client.get('/api/session').expect(200)).body as { personId: string; name: string };
    return { client, phone: new LogDevice(JOB, { id: personId, name }, client) };
  };
  const record = async () => {
    const { model } = (await foreman.get(PATH).expect(200)).body as { model: JobModel };
    const { latest } = (await foreman.get(`${PATH}/plan`).expect(200)).body as { latest: PlanRevision };
    const log = (await foreman.get(`${PATH}/log`).expect(200)).body as LogLine[];
    return { revisionFingerprint: latest.fingerprint, log, readings: model.readings, photos: model.photos };
  };
  const signing = async (part: object = {}): Promise<EntryBody> => {
    const of = await record();
    const covers = coveredBy({ ...of, last: of.log.at(-1)!.receipt });
    return { kind: 'sign', role: 'client', covers, fingerprint: dossierFingerprint(covers), ...part };
  };
  const sql = async (text: string, values: unknown[]) => {
    const db = new Client(server.databaseUrl);
    await db.connect();
    await db.query(text, values).finally(() => db.end());
  };

  beforeAll(async () => {
    server = await TestServer.start();
    foreman = await server.as('foreman');
  });
  afterAll(() => server.stop());

  test('the link says who asks whom, and nothing of the job before its code', async () => {
    const { token } = await ask();
    await anyone()
      .post('/api/signing/look')
      .send({ token })
      .expect(200, { organisation: DEMO_ORGANISATION.name, name: 'Nora Quill, Quill Moorings' });
    await anyone().post('/api/signing/look').send({ token: 'no such' }).expect(400, { error: 'link-spent' });
    await anyone().get(PATH).expect(401);
  });

  test('who has link and code sees that one job, as a guest does, and has no account', async () => {
    const { client } = await opened(await ask());
    await client.get(PATH).expect(200);
    await client.get(`${ORGANISATION}/jobs/${OTHER_JOB}`).expect(404);
    expect(((await client.get(`${ORGANISATION}/jobs`).expect(200)).body as { id: string }[]).map(({ id }) => id)).toEqual([JOB]);
    // who works there is the house's own
    expect((await client.get(`${ORGANISATION}/house`).expect(200)).body).not.toHaveProperty('people');
    const session = (await client.get('/api/session').expect(200)).body as { email: unknown; organisations: { standing: string }[] };
    expect(session).toMatchObject({ name: 'Nora Quill, Quill Moorings', email: null, organisations: [{ standing: 'client' }] });
    // nobody's password opens an account that has none
    const change = { current: 'nobody has this password', next: 'a long enough password' };
    expect((await client.put('/api/account/password').send(change).expect(400)).body).toMatchObject({
      fields: { current: [{ code: 'wrong-password' }] },
    });
    // nor is one made for him
    const planner = await server.as('planner');
    const { personId } = (await client.get('/api/session').expect(200)).body as { personId: string };
    await planner.post(`${ORGANISATION}/people/${personId}/reset-link`).send({}).expect(404);
    // and he is nobody's colleague
    const { people } = (await planner.get(`${ORGANISATION}/people`).expect(200)).body as { people: { name: string }[] };
    expect(people.map(({ name }) => name)).not.toContain('Nora Quill, Quill Moorings');
  });

  test('signed once, by whoever was asked and for whom: then the link opens nothing', async () => {
    const link = await ask();
    const { client, phone } = await opened(link);
    const note = phone.entry({ kind: 'note', note: 'x' }, now());
    const append = { id: randomUUID(), deviceId: note.deviceId, jobId: JOB, kind: 'log.append', baseVersion: 0, payload: note };
    await client
      .post(`${PATH}/commands`)
      .send({ ...append, occurredAt: now() })
      .expect(403);
    const write = async (body: EntryBody) => phone.send(phone.entry(body, now()));
    expect(await write(await signing({ role: 'planner' }))).toMatchObject({ 'payload.body.role': ['not-your-role'] });
    const stale = await signing();
    await sendNote();
    expect(await write(stale)).toEqual({ 'payload.body.fingerprint': ['record-has-moved-on'] });
    expect(await stateOf(link.id)).toBe('open');
    expect(await write(await signing())).toEqual({});
    expect(await stateOf(link.id)).toBe('signed');
    expect(signaturesOn(await record()).at(-1)).toMatchObject({
      changes: [],
      entry: { personName: 'Nora Quill, Quill Moorings', body: { role: 'client' } },
    });
    expect(await write(await signing())).toEqual({ 'payload.body.role': ['link-spent'] });
    await anyone().post('/api/signing/open').send({ token: link.token, code: link.code }).expect(400, { error: 'link-spent' });
    // what he signed stays before him for an hour
    await client.get(PATH).expect(200);
    await sql(`update guest_grant set until = now() - interval '1 second' where standing = 'client'`, []);
    await client.get(PATH).expect(404);
    expect(((await client.get('/api/session').expect(200)).body as { organisations: unknown[] }).organisations).toEqual([]);
  });

  test('five wrong codes lock it, the right one afterwards too', async () => {
    const { id, token, code } = await ask();
    const wrong = code === '000000' ? '000001' : '000000';
    for (let i = 0; i < 5; i++)
      expect((await anyone().post('/api/signing/open').send({ token, code: wrong }).expect(400)).body).toMatchObject({
        fields: { code: [{ code: 'wrong-link-code' }] },
      });
    await anyone().post('/api/signing/open').send({ token, code }).expect(400, { error: 'link-spent' });
    expect(await stateOf(id)).toBe('locked');
  });

  test('an old link and a withdrawn one open nothing; whoever was in is out', async () => {
    const old = await ask();
    await sql(`update signing_link set expires_at = now() - interval '1 second' where id = $1`, [old.id]);
    await anyone().post('/api/signing/open').send({ token: old.token, code: old.code }).expect(400, { error: 'link-spent' });
    expect(await stateOf(old.id)).toBe('expired');
    const taken = await ask();
    const { client } = await opened(taken);
    await foreman.delete(`${LINKS}/${taken.id}`).expect(204);
    await foreman.delete(`${LINKS}/${taken.id}`).expect(404);
    await client.get(PATH).expect(404);
    expect(await stateOf(taken.id)).toBe('withdrawn');
    await client.post(`${PATH}/commands`).send({}).expect(404);
  });

  test('whoever asked and has left the house since: his link is still there to be withdrawn', async () => {
    const planner = await server.as('planner');
    const { id } = (await planner.post(LINKS).send({ name: 'Nora Quill' }).expect(201)).body as MadeSigningLink;
    await sql(`delete from membership where person_id = $1`, [DEMO_PEOPLE.find(({ role }) => role === 'planner')!.id]);
    expect(await stateOf(id)).toBe('open');
    await foreman.delete(`${LINKS}/${id}`).expect(204);
  });

  test('on the glass: in front of whoever signs for the house, with more than a tap', async () => {
    const phone = new LogDevice(
      JOB,
      DEMO_PEOPLE.find(({ role }) => role === 'foreman')!,
      foreman,
    );
    const write = async (part: object) => phone.send(phone.entry(await signing(part), now()));
    expect(await write({})).toEqual({ 'payload.body.glass': ['glass-wanted'] });
    expect(await write({ glass: { name: 'Nora Quill', drawn: 'M10 10L20 20' } })).toEqual({ 'payload.body.glass.drawn': ['glass-empty'] });
    expect(await write({ glass: { name: 'Nora Quill', drawn: '<svg onload=x>' } })).not.toEqual({});
    expect(await write({ role: 'foreman', glass: { name: 'Nora Quill', drawn: DRAWN } })).toEqual({
      'payload.body.glass': ['not-wanted'],
    });
    expect(await write({ glass: { name: 'Nora Quill', firm: 'Quill Moorings', drawn: DRAWN } })).toEqual({});
    expect(signaturesOn(await record()).at(-1)!.entry.body).toMatchObject({ glass: { name: 'Nora Quill', drawn: DRAWN } });
  });

  test('bad input', async () => {
    await foreman.post(LINKS).send({ name: '' }).expect(400);
    await foreman.post(LINKS).send({ name: 'x', more: 1 }).expect(400);
    await foreman.post(`${ORGANISATION}/jobs/${randomUUID()}/signing-links`).send({ name: 'x' }).expect(404);
    await anyone().post('/api/signing/open').send({ token: 'x', code: '12345' }).expect(400);
    await foreman.delete(`${LINKS}/not-an-id`).expect(404);
  });

  async function sendNote(): Promise<void> {
    const phone = new LogDevice(
      JOB,
      DEMO_PEOPLE.find(({ role }) => role === 'foreman')!,
      foreman,
    );
    expect(await phone.send(phone.entry({ kind: 'note', note: 'one more thing' }, now()))).toEqual({});
  }
});

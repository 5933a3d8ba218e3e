import { randomUUID } from 'node:crypto';
import { type EnrolmentCode, type NewDrawer, type PeopleAnswer, type SecurityEventAnswer, isEasyPin } from '@caulkhorn/contract';
import { Secret, TOTP } from 'otpauth';
import { Client } from 'pg';
import supertest from 'supertest';
import { DEMO_PASSWORD, DEMO_PEOPLE } from '../demo/demo-people';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

let server: TestServer;
beforeEach(async () => {
  server = await TestServer.start();
});
afterEach(() => server.stop());

const PIN = '4821';
const made = async (who: Agent, pin = PIN): Promise<NewDrawer> =>
  (await who.post('/api/account/drawers').send({ pin }).expect(201)).body as NewDrawer;
const open = (drawer: NewDrawer, pin = PIN) => server.http.post('/api/session/drawer').send({ ...drawer, pin });
const eventsOf = async (who: Agent) =>
  ((await who.get('/api/account/events').expect(200)).body as SecurityEventAnswer[]).map(({ kind }) => kind);

test('one tablet, two people: each opens it by a PIN as themselves, and the session of the one before is over', async () => {
  const [foreman, apprentice] = [await made(await server.as('foreman')), await made(await server.as('apprentice'), '730519')];
  const tablet = supertest.agent(server.app.getHttpServer());
  await tablet
    .post('/api/session/drawer')
    .send({ ...foreman, pin: PIN })
    .expect(200);
  expect((await tablet.get('/api/session')).body).toMatchObject({ name: DEMO_PEOPLE[1]!.name });
  const { body } = await tablet
    .post('/api/session/drawer')
    .send({ ...apprentice, pin: '730519' })
    .expect(200);
  expect(body).toMatchObject({ name: DEMO_PEOPLE[3]!.name });
  expect((await tablet.get('/api/session')).body).toMatchObject({ name: DEMO_PEOPLE[3]!.name });
});

test('a PIN is guessed five times at most, also all at once; after that even the right one opens nothing, and its owner reads why', async () => {
  const foreman = await server.as('foreman');
  const drawer = await made(foreman);
  const left: unknown[] = [];
  for (const pin of ['0001', '0002', '0003']) left.push((await open(drawer, pin).expect(401)).body);
  expect(left).toEqual([1, 2, 3].map(() => ({ error: 'wrong-pin' })));
  // the right one gives all five back
  await open(drawer).expect(200);
  const guesses = await Promise.all(Array.from({ length: 12 }, (_, i) => open(drawer, `90${10 + i}`)));
  const codes = guesses.map(({ body }) => (body as { error: string }).error);
  expect(codes.filter((code) => code === 'wrong-pin')).toHaveLength(4);
  expect(codes.filter((code) => code === 'drawer-shut').length).toBe(8);
  expect((await open(drawer).expect(401)).body).toEqual({ error: 'drawer-shut' });
  expect(await eventsOf(foreman)).toEqual(expect.arrayContaining(['drawer-made', 'drawer-opened', 'wrong-pin', 'drawer-shut']));
});

test('without what lies in the browser the PIN opens nothing, and no try is lost by it', async () => {
  const drawer = await made(await server.as('foreman'));
  for (let i = 0; i < 8; i++) await open({ ...drawer, token: `stolen ${i}` }).expect(401);
  await open({ ...drawer, drawerId: randomUUID() }).expect(401);
  await open(drawer).expect(200);
});

test('the database holds neither the token nor the PIN', async () => {
  const drawer = await made(await server.as('foreman'));
  const owner = new Client({ connectionString: server.databaseUrl });
  await owner.connect();
  const { rows } = await owner.query<object>('select * from drawer');
  await owner.end();
  expect(JSON.stringify(rows)).not.toContain(drawer.token);
  expect(JSON.stringify(rows)).toMatch(/\$argon2/);
});

test('a drawer is shut by its owner alone, and all of them by a new password, by ending other sessions, and by a lost device', async () => {
  const [foreman, apprentice] = [await server.as('foreman'), await server.as('apprentice')];
  const first = await made(foreman);
  await apprentice.delete(`/api/account/drawers/${first.drawerId}`).expect(204);
  await open(first).expect(200);
  await foreman.delete(`/api/account/drawers/${first.drawerId}`).expect(204);
  await open(first).expect(401);

  const second = await made(foreman);
  await foreman.put('/api/account/password').send({ current: DEMO_PASSWORD, next: 'a longer password' }).expect(204);
  await open(second).expect(401);

  const third = await made(foreman);
  await foreman.post('/api/account/sessions/end-others').send({}).expect(200);
  await open(third).expect(401);

  const fourth = await made(foreman);
  const deviceId = randomUUID();
  await foreman.put(`${ORGANISATION}/devices/${deviceId}`).send({}).expect(200);
  await (await server.as('planner')).post(`${ORGANISATION}/devices/${deviceId}/revocation`).send({}).expect(200);
  await open(fourth).expect(401);
});

test('a code from the desk makes a device somebody’s once, typed in any case and with a dash', async () => {
  const planner = await server.as('planner');
  const { people } = (await planner.get(`${ORGANISATION}/people`).expect(200)).body as PeopleAnswer;
  const apprentice = people.find(({ name }) => name === DEMO_PEOPLE[3]!.name)!;
  const { code } = (await planner.post(`${ORGANISATION}/people/${apprentice.id}/enrolment`).send({}).expect(201)).body as EnrolmentCode;
  expect(code).toMatch(/^[0-9A-HJKMNP-TV-Z]{10}$/);
  const typed = `${code.slice(0, 5)}-${code.slice(5)}`.toLowerCase();
  await server.http.post('/api/session/enrolment').send({ code: typed, pin: '1234' }).expect(400);
  const enrolled = (await server.http.post('/api/session/enrolment').send({ code: typed, pin: PIN }).expect(200)).body as NewDrawer & {
    session: { name: string };
  };
  expect(enrolled.session.name).toBe(apprentice.name);
  await open({ drawerId: enrolled.drawerId, token: enrolled.token }).expect(200);
  expect((await server.http.post('/api/session/enrolment').send({ code: typed, pin: PIN }).expect(401)).body).toEqual({
    error: 'code-spent',
  });
});

test('for who has a second factor a planner makes no code: it would be a way in without it', async () => {
  const [planner, apprentice] = [await server.as('planner'), await server.as('apprentice')];
  const { people } = (await planner.get(`${ORGANISATION}/people`).expect(200)).body as PeopleAnswer;
  const { id } = people.find(({ name }) => name === DEMO_PEOPLE[3]!.name)!;
  const { secret } = (await apprentice.post('/api/account/second-factor').send({ password: DEMO_PASSWORD }).expect(200)).body as {
    secret: string;
  };
  const code = new TOTP({ secret: Secret.fromBase32(secret) }).generate();
  await apprentice.put('/api/account/second-factor').send({ code }).expect(204);
  expect((await planner.post(`${ORGANISATION}/people/${id}/enrolment`).send({}).expect(409)).body).toEqual({ error: 'has-second-factor' });
  await apprentice.post('/api/account/enrolment').send({}).expect(201);
});

test('a later code makes an earlier one worth nothing, and none is good after a quarter of an hour', async () => {
  const foreman = await server.as('foreman');
  const code = async () => ((await foreman.post('/api/account/enrolment').send({}).expect(201)).body as EnrolmentCode).code;
  const enrol = (by: string) => server.http.post('/api/session/enrolment').send({ code: by, pin: PIN });
  const [first, second] = [await code(), await code()];
  await enrol(first).expect(401);
  const owner = new Client({ connectionString: server.databaseUrl });
  await owner.connect();
  await owner.query(`update enrolment set expires_at = now() - interval '1 second'`);
  await owner.end();
  await enrol(second).expect(401);
});

test('who is no planner makes no code for others; a PIN of letters, three or nine digits, or that everybody tries is refused', async () => {
  const foreman = await server.as('foreman');
  await foreman.post(`${ORGANISATION}/people/${randomUUID()}/enrolment`).send({}).expect(403);
  for (const pin of ['abcd', '123', '482193754', '0000', '4321', '23456', '', 4821, null])
    await foreman.post('/api/account/drawers').send({ pin }).expect(400);
  expect(['1111', '1234', '9876', '8642', '1212'].map(isEasyPin)).toEqual([true, true, true, false, false]);
});

import { randomUUID } from 'node:crypto';
import { Secret, TOTP } from 'otpauth';
import { Client } from 'pg';
import { DEMO_GUEST, DEMO_ORGANISATION, DEMO_PASSWORD, DEMO_PEOPLE } from '../demo/demo-people';
import { ORGANISATION, TestServer } from '../testing/test-server';
import { Accounts } from './accounts';

const PLANNER = DEMO_PEOPLE[0]!;
const FOREMAN = DEMO_PEOPLE[1]!;
const signIn = (email: string, password: string, code?: string) => ({ email, password, ...(code ? { code } : {}) });

describe('accounts', () => {
  let server: TestServer;
  let owner: Client;
  beforeEach(async () => {
    server = await TestServer.start();
    owner = new Client({ connectionString: server.databaseUrl });
    await owner.connect();
  });
  afterEach(async () => {
    await owner.end();
    await server.stop();
  });

  test('a changed password ends the other sessions, and the old one opens nothing', async () => {
    const [here, elsewhere] = [await server.as('foreman'), await server.as('foreman')];
    await here.put('/api/account/password').send({ current: 'not this', next: 'a longer password' }).expect(400);
    await here.put('/api/account/password').send({ current: DEMO_PASSWORD, next: 'short' }).expect(400);
    await here.put('/api/account/password').send({ current: DEMO_PASSWORD, next: 'a longer password' }).expect(204);
    await here.get('/api/session').expect(200);
    await elsewhere.get('/api/session').expect(401);
    await server.http.post('/api/session').send(signIn(FOREMAN.email, DEMO_PASSWORD)).expect(401);
    await server.http.post('/api/session').send(signIn(FOREMAN.email, 'a longer password')).expect(200);
  });

  test('other sessions can be ended alone', async () => {
    const [here, elsewhere] = [await server.as('foreman'), await server.as('foreman')];
    expect((await here.post('/api/account/sessions/end-others').send({}).expect(200)).body).toEqual({ ended: 1 });
    await elsewhere.get('/api/session').expect(401);
    await here.get('/api/session').expect(200);
  });

  test('a session ends for good a week after signing in, however much it is used', async () => {
    const agent = await server.as('foreman');
    await owner.query(
      `update session set sess = jsonb_set(sess::jsonb, '{since}', to_jsonb((extract(epoch from now()) * 1000 - 604700000)::bigint))::json`,
    );
    await agent.get('/api/session').expect(200);
    await owner.query(
      `update session set sess = jsonb_set(sess::jsonb, '{since}', to_jsonb((extract(epoch from now()) * 1000 - 604801000)::bigint))::json`,
    );
    await agent.get('/api/session').expect(401);
  });

  test('one account is held after ten failures, from whatever address they come; its owner is let in later, others at once', async () => {
    for (let i = 0; i < 10; i++)
      await server.http
        .post('/api/session')
        .send(signIn(FOREMAN.email.toUpperCase(), `guess ${i}`))
        .expect(401);
    await server.http.post('/api/session').send(signIn(FOREMAN.email, DEMO_PASSWORD)).expect(429);
    await server.http.post('/api/session').send(signIn(PLANNER.email, DEMO_PASSWORD)).expect(200);
    await owner.query(`update security_event set at = at - interval '16 minutes'`);
    await server.http.post('/api/session').send(signIn(FOREMAN.email, DEMO_PASSWORD)).expect(200);
  });

  test('a link from the planner sets a password once, and ends every session', async () => {
    const planner = await server.as('planner');
    const old = await server.as('foreman');
    const { token } = (await planner.post(`${ORGANISATION}/people/${FOREMAN.id}/reset-link`).send({}).expect(200)).body as {
      token: string;
    };
    await server.http
      .post('/api/account/reset')
      .send({ token: `${token}x`, password: 'something quite new' })
      .expect(400);
    await server.http.post('/api/account/reset').send({ token, password: 'something quite new' }).expect(204);
    await server.http.post('/api/account/reset').send({ token, password: 'and again something' }).expect(400);
    await old.get('/api/session').expect(401);
    await server.http.post('/api/session').send(signIn(FOREMAN.email, 'something quite new')).expect(200);
    const { rows } = await owner.query<{ n: string }>(`select count(*) as n from password_reset where token_sha256 = $1`, [token]);
    expect(rows[0]!.n).toBe('0');
  });

  test('a link grows old after a day; the one printed on the machine works as well', async () => {
    const token = (await Accounts.using(server.databaseUrl, (accounts) => accounts.makeReset(FOREMAN.email)))!;
    expect(await Accounts.using(server.databaseUrl, (accounts) => accounts.makeReset('nobody@nowhere.example'))).toBeNull();
    await owner.query(`update password_reset set expires_at = now() - interval '1 second'`);
    await server.http.post('/api/account/reset').send({ token, password: 'something quite new' }).expect(400);
    await owner.query(`update password_reset set expires_at = now() + interval '1 hour'`);
    await server.http.post('/api/account/reset').send({ token, password: 'something quite new' }).expect(204);
  });

  test('a planner cannot let anyone in who also belongs to another house, or to none of theirs', async () => {
    const planner = await server.as('planner');
    const stranger = await Accounts.using(server.databaseUrl, async (accounts) => {
      const other = await accounts.addOrganisation('Second firm');
      await accounts.addMembership(other, DEMO_GUEST.id, 'planner');
      const id = await accounts.addPerson({ email: 'x@second.example', name: 'X', password: 'a long enough one' });
      await accounts.addMembership(other, id, 'planner');
      return id;
    });
    await planner.post(`${ORGANISATION}/people/${stranger}/reset-link`).send({}).expect(404);
    expect((await planner.post(`${ORGANISATION}/people/${DEMO_GUEST.id}/reset-link`).send({}).expect(409)).body).toEqual({
      error: 'belongs-elsewhere',
    });
  });

  test('a second factor is asked for once it is on; a code opens one door once', async () => {
    const planner = await server.as('planner');
    await planner.post('/api/account/second-factor').send({ password: 'not this' }).expect(400);
    const { secret } = (await planner.post('/api/account/second-factor').send({ password: DEMO_PASSWORD }).expect(200)).body as {
      secret: string;
    };
    const totp = new TOTP({ secret: Secret.fromBase32(secret) });
    const codeAt = (shiftS: number) => totp.generate({ timestamp: Date.now() + shiftS * 1000 });
    await server.http.post('/api/session').send(signIn(PLANNER.email, DEMO_PASSWORD)).expect(200);
    await planner.put('/api/account/second-factor').send({ code: '000000' }).expect(400);
    await planner
      .put('/api/account/second-factor')
      .send({ code: codeAt(-30) })
      .expect(204);
    expect((await server.http.post('/api/session').send(signIn(PLANNER.email, DEMO_PASSWORD)).expect(401)).body).toEqual({
      error: 'code-wanted',
    });
    const code = codeAt(0);
    await server.http
      .post('/api/session')
      .send(signIn(PLANNER.email, DEMO_PASSWORD, code))
      .expect(200);
    await server.http
      .post('/api/session')
      .send(signIn(PLANNER.email, DEMO_PASSWORD, code))
      .expect(401);
    await server.http
      .post('/api/session')
      .send(signIn(PLANNER.email, 'wrong password', codeAt(30)))
      .expect(401);
    await planner.delete('/api/account/second-factor').send({ password: DEMO_PASSWORD }).expect(204);
    await server.http.post('/api/session').send(signIn(PLANNER.email, DEMO_PASSWORD)).expect(200);
  });

  test('what happened to an account can be read by its owner, and only added to', async () => {
    const agent = await server.as('inspector');
    await server.http.post('/api/session').send(signIn(DEMO_PEOPLE[2]!.email, 'guess')).expect(401);
    const events = (await agent.get('/api/account/events').expect(200)).body as { kind: string }[];
    expect(events.map(({ kind }) => kind)).toEqual(['sign-in-failed', 'signed-in']);
    await owner.query(`set role caulkhorn_gate`);
    await expect(owner.query(`delete from security_event`)).rejects.toThrow(/permission denied/);
    await expect(owner.query(`update security_event set kind = 'x'`)).rejects.toThrow(/permission denied/);
  });

  test('the roles see what they are for: accounts and jobs are fenced from each other, and people from other houses', async () => {
    await owner.query(`set role caulkhorn_gate`);
    for (const table of ['job', 'face', 'log_entry', 'photo_file', 'stock_move', 'house'])
      await expect(owner.query(`select 1 from ${table}`)).rejects.toThrow(/permission denied/);
    await owner.query(`set role caulkhorn_app`);
    for (const sql of [
      'select password_hash from person',
      'select totp_secret from person',
      'select 1 from session',
      'select 1 from server_key',
      'select 1 from security_event',
    ])
      await expect(owner.query(sql)).rejects.toThrow(/permission denied/);
    expect((await owner.query(`select id from person`)).rowCount).toBe(0);
    await owner.query(`select set_config('app.organisation_id', $1, false)`, [DEMO_ORGANISATION.id]);
    expect((await owner.query(`select id from person`)).rowCount).toBe(DEMO_PEOPLE.length + 1);
    await owner.query(`select set_config('app.organisation_id', $1, false)`, [randomUUID()]);
    expect((await owner.query(`select id from person`)).rowCount).toBe(0);
  });
});

import { Client } from 'pg';
import { DEMO_PASSWORD } from '../demo/demo-people';
import { ORGANISATION, TestServer } from '../testing/test-server';

const SIGN_IN = { email: 'planner@hollin.example', password: DEMO_PASSWORD };

describe('sign-in', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await TestServer.start({ signInsPerMinute: 8 });
  });
  afterAll(() => server.stop());

  test('the cookie is HttpOnly and stays on this site', async () => {
    const response = await server.http.post('/api/session').send(SIGN_IN).expect(200);
    const [cookie] = response.get('Set-Cookie') as string[];
    expect(cookie).toMatch(/^caulkhorn=[^;]+; Path=\/; Expires=[^;]+; HttpOnly; SameSite=Lax$/);
    expect(JSON.stringify(response.body)).not.toContain('argon2');
  });

  test('wrong password and unknown address answer alike', async () => {
    const wrong = await server.http
      .post('/api/session')
      .send({ ...SIGN_IN, password: 'nope' })
      .expect(401);
    const unknown = await server.http
      .post('/api/session')
      .send({ ...SIGN_IN, email: 'ghost@hollin.example' })
      .expect(401);
    expect(wrong.body).toEqual({ error: 'wrong-sign-in' });
    expect(unknown.body).toEqual(wrong.body);
  });

  test('fields at fault are named, unknown ones refused', async () => {
    const response = await server.http.post('/api/session').send({ email: 'x', password: '', admin: true }).expect(400);
    expect(Object.keys(response.body.fields as object).sort()).toEqual(['admin', 'email', 'password']);
  });

  test('a page of another origin cannot act, our own can', async () => {
    await server.http.post('/api/session').set('Origin', 'https://elsewhere.example').send(SIGN_IN).expect(403);
    await server.http.post('/api/session').set('Sec-Fetch-Site', 'cross-site').send(SIGN_IN).expect(403);
    await server.http.delete('/api/session').set('Host', 'here.example').set('Origin', 'http://here.example').expect(204);
  });

  test('a session ends with signing out', async () => {
    const agent = await server.signIn(SIGN_IN.email, SIGN_IN.password);
    await agent.get('/api/session').expect(200);
    await agent.delete('/api/session').expect(204);
    await agent.get('/api/session').expect(401);
  });

  test('the end of a used session is put off, but not by a write at every request', async () => {
    const owner = new Client({ connectionString: server.databaseUrl });
    await owner.connect();
    const ends = async () =>
      (await owner.query<{ ends: string[] }>(`select array_agg(expire::text order by sid) as ends from session`)).rows[0]!.ends;
    await owner.query('delete from session');
    const agent = await server.signIn(SIGN_IN.email, SIGN_IN.password);
    await agent.get('/api/session').expect(200);
    const first = await ends();
    await agent.get('/api/session').expect(200);
    expect(await ends()).toEqual(first);
    await owner.query(
      `update session set expire = now() + interval '5 minutes', sess = jsonb_set(sess::jsonb, '{renewed}', to_jsonb((sess->>'renewed')::bigint - 600000))::json`,
    );
    await agent.get('/api/session').expect(200);
    const { rows } = await owner.query<{ hours: number }>(`select extract(epoch from expire - now())::float / 3600 as hours from session`);
    expect(rows[0]!.hours).toBeCloseTo(12, 1);
    await owner.query(`update session set expire = now() - interval '1 second'`);
    await agent.get('/api/session').expect(401);
    await owner.end();
  });

  test('trying passwords is slowed down', async () => {
    const tries = [];
    for (let i = 0; i < 10; i++) tries.push((await server.http.post('/api/session').send({ ...SIGN_IN, password: `guess ${i}` })).status);
    expect(tries.at(-1)).toBe(429);
    await server.http.get(`${ORGANISATION}/jobs`).expect(401);
  });
});

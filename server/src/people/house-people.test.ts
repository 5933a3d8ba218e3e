import { Client } from 'pg';
import { DEMO_GUEST, DEMO_ORGANISATION, DEMO_PASSWORD, DEMO_PEOPLE } from '../demo/demo-people';
import { demoId } from '../demo/survey';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const [PLANNER, FOREMAN] = DEMO_PEOPLE as unknown as [{ id: string; email: string }, { id: string; email: string }];
const PEOPLE = `${ORGANISATION}/people`;
const JOB = demoId('ropewalk');
const OTHER_JOB = demoId('gatehouse');
const NEW = { email: 'ada@hollin.example', name: 'Ada Quill', standing: 'foreman' };
const PASSWORD = 'a password of her own';

describe('people of a house', () => {
  let server: TestServer;
  let planner: Agent;
  beforeEach(async () => {
    server = await TestServer.start();
    planner = await server.as('planner');
  });
  afterEach(() => server.stop());

  const invite = async (invited: object) =>
    ((await planner.post(`${PEOPLE}/invitations`).send(invited).expect(201)).body as { token: string }).token;
  const inHouse = async () =>
    (await planner.get(PEOPLE).expect(200)).body as {
      people: { id: string; email: string; standing: string; jobIds: string[] }[];
      invitations: { id: string; email: string }[];
    };
  const accept = (token: string, password: string, more: object = {}) =>
    server.http.post('/api/invitations/accept').send({ token, name: 'Ada Quill', password, ...more });

  test('who is invited makes an account by the link, once, and has the role', async () => {
    const token = await invite(NEW);
    expect((await server.http.post('/api/invitations/look').send({ token }).expect(200)).body).toEqual({
      organisation: DEMO_ORGANISATION.name,
      email: NEW.email,
      name: NEW.name,
      standing: 'foreman',
      hasAccount: false,
    });
    const short = await accept(token, 'short').expect(400);
    expect(short.body).toMatchObject({ fields: { password: [{ code: 'too-short' }] } });
    await accept(token, PASSWORD).expect(204);
    expect((await accept(token, PASSWORD)).body).toEqual({ error: 'link-spent' });
    const session = await server.http.post('/api/session').send({ email: NEW.email, password: PASSWORD }).expect(200);
    expect(session.body).toMatchObject({ name: 'Ada Quill', organisations: [{ id: DEMO_ORGANISATION.id, standing: 'foreman' }] });
    expect((await inHouse()).invitations).toEqual([]);
  });

  test('of two who open the same link at once, one joins', async () => {
    const token = await invite(NEW);
    const answers = await Promise.all([accept(token, PASSWORD), accept(token, `${PASSWORD} too`)]);
    expect(answers.map(({ status }) => status).sort()).toEqual([204, 400]);
  });

  test('an address with an account joins by its password alone', async () => {
    const token = await invite({ ...NEW, email: DEMO_GUEST.email.toUpperCase(), standing: 'inspector' });
    expect((await server.http.post('/api/invitations/look').send({ token })).body).toMatchObject({ hasAccount: true });
    await accept(token, 'a guess at the password').expect(401);
    await accept(token, DEMO_PASSWORD).expect(204);
    const guest = (await inHouse()).people.find(({ email }) => email === DEMO_GUEST.email);
    expect(guest).toMatchObject({ standing: 'inspector', jobIds: [JOB] });
    // nobody's name or password was changed by it
    expect(
      (await server.http.post('/api/session').send({ email: DEMO_GUEST.email, password: DEMO_PASSWORD }).expect(200)).body,
    ).toMatchObject({
      name: DEMO_GUEST.name,
    });
  });

  test('a guest sees the jobs he was asked to, until he is taken off them', async () => {
    await accept(await invite({ ...NEW, standing: 'guest', jobId: OTHER_JOB }), PASSWORD).expect(204);
    const guest = await server.signIn(NEW.email, PASSWORD);
    await guest.get(`${ORGANISATION}/jobs/${OTHER_JOB}`).expect(200);
    await guest.get(`${ORGANISATION}/jobs/${JOB}`).expect(404);
    const { id } = (await inHouse()).people.find(({ email }) => email === NEW.email)!;
    await planner.delete(`${PEOPLE}/${id}/jobs/${OTHER_JOB}`).expect(204);
    await guest.get(`${ORGANISATION}/jobs/${OTHER_JOB}`).expect(404);
    await planner.delete(`${PEOPLE}/${id}/jobs/${OTHER_JOB}`).expect(404);
  });

  test('what does not fit together is refused', async () => {
    const post = (invited: object) => planner.post(`${PEOPLE}/invitations`).send(invited);
    await post({ ...NEW, standing: 'guest' }).expect(400);
    await post({ ...NEW, jobId: JOB }).expect(400);
    await post({ ...NEW, standing: 'guest', jobId: PLANNER.id }).expect(404);
    await post({ ...NEW, standing: 'owner' }).expect(400);
    await post({ ...NEW, email: 'nowhere' }).expect(400);
    expect((await post({ ...NEW, email: FOREMAN.email }).expect(409)).body).toEqual({ error: 'already-belongs' });
    expect((await post({ ...NEW, email: DEMO_GUEST.email, standing: 'guest', jobId: JOB }).expect(409)).body).toEqual({
      error: 'already-belongs',
    });
  });

  test('an invitation that was withdrawn, or is a week old, opens nothing', async () => {
    const withdrawn = await invite(NEW);
    const [open] = (await inHouse()).invitations;
    await planner.delete(`${PEOPLE}/invitations/${open!.id}`).expect(204);
    await planner.delete(`${PEOPLE}/invitations/${open!.id}`).expect(404);
    expect((await accept(withdrawn, PASSWORD).expect(400)).body).toEqual({ error: 'link-spent' });
    const old = await invite(NEW);
    const owner = new Client({ connectionString: server.databaseUrl });
    await owner.connect();
    await owner.query(`update invitation set expires_at = now() - interval '1 minute'`);
    await owner.end();
    expect((await accept(old, PASSWORD).expect(400)).body).toEqual({ error: 'link-spent' });
    expect((await inHouse()).invitations).toEqual([]);
  });

  test('a changed role counts at once; who is taken off is out at once, and what he wrote stays', async () => {
    const foreman = await server.as('foreman');
    await foreman.get(`${ORGANISATION}/stores`).expect(200);
    await planner.put(`${PEOPLE}/${FOREMAN.id}/role`).send({ role: 'inspector' }).expect(204);
    await foreman.get(`${ORGANISATION}/stores`).expect(403);
    const log = (await planner.get(`${ORGANISATION}/jobs/${JOB}/log`).expect(200)).body as unknown;
    await planner.delete(`${PEOPLE}/${FOREMAN.id}`).expect(204);
    await foreman.get(`${ORGANISATION}/jobs/${JOB}`).expect(404);
    expect((await foreman.get('/api/session').expect(200)).body).toMatchObject({ organisations: [] });
    expect((await planner.get(`${ORGANISATION}/jobs/${JOB}/log`).expect(200)).body).toEqual(log);
    expect(JSON.stringify(log)).toContain(FOREMAN.id);
  });

  test('a house keeps one planner, also when two take each other off at once', async () => {
    expect((await planner.delete(`${PEOPLE}/${PLANNER.id}`).expect(409)).body).toEqual({ error: 'last-planner' });
    await planner.put(`${PEOPLE}/${PLANNER.id}/role`).send({ role: 'foreman' }).expect(409);
    await planner.put(`${PEOPLE}/${FOREMAN.id}/role`).send({ role: 'planner' }).expect(204);
    const other = await server.as('foreman');
    const answers = await Promise.all([planner.delete(`${PEOPLE}/${FOREMAN.id}`), other.delete(`${PEOPLE}/${PLANNER.id}`)]);
    expect(answers.map(({ status }) => status).filter((status) => status === 204)).toHaveLength(1);
  });

  test('the database itself lets nobody write a membership of another house', async () => {
    const app = new Client({ connectionString: server.databaseUrl });
    await app.connect();
    await app.query(`insert into organisation (id, name) values ('00000000-0000-4000-8000-00000000aaaa', 'Another house')`);
    await app.query(
      `insert into membership (organisation_id, person_id, role) values ('00000000-0000-4000-8000-00000000aaaa', $1, 'apprentice')`,
      [FOREMAN.id],
    );
    await app.query(`set role caulkhorn_app`);
    await app.query(`select set_config('app.person_id', $1, false), set_config('app.organisation_id', $2, false)`, [
      FOREMAN.id,
      DEMO_ORGANISATION.id,
    ]);
    const change = await app.query(`update membership set role = 'planner' where organisation_id = '00000000-0000-4000-8000-00000000aaaa'`);
    expect(change.rowCount).toBe(0);
    const off = await app.query(`delete from membership where organisation_id = '00000000-0000-4000-8000-00000000aaaa'`);
    expect(off.rowCount).toBe(0);
    await app.end();
  });
});

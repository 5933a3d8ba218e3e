import { randomUUID } from 'node:crypto';
import { demoId } from '../demo/survey';
import { DEMO_ORGANISATION } from '../demo/demo-people';
import { ORGANISATION, TestServer } from '../testing/test-server';
import { Accounts } from './accounts';

describe('accounts', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await TestServer.start();
  });
  afterAll(() => server.stop());
  const accounts = <T>(action: (a: Accounts) => Promise<T>) => Accounts.using(server.databaseUrl, action);

  test('a person added may sign in, in capitals too, and belongs where they were put', async () => {
    await accounts(async (a) => {
      const organisationId = await a.addOrganisation('Second firm');
      await a.addMembership(
        organisationId,
        await a.addPerson({ email: 'ola@second.example', name: 'Ola Second', password: 'a long enough one' }),
        'foreman',
      );
    });
    const agent = await server.signIn('OLA@second.example', 'a long enough one');
    const { body } = await agent.get('/api/session');
    expect(body).toMatchObject({ name: 'Ola Second', organisations: [{ name: 'Second firm', standing: 'foreman' }] });
    await agent.get(`${ORGANISATION}/jobs`).expect(404);
  });

  test('adding the same address again finds the person and leaves the password', async () => {
    const [first, second] = await accounts(async (a) => [
      await a.addPerson({ email: 'twice@second.example', name: 'Twice', password: 'the first password' }),
      await a.addPerson({ email: 'Twice@second.example', name: 'Twice', password: 'the second password' }),
    ]);
    expect(second).toBe(first);
    await server.signIn('twice@second.example', 'the first password');
    await server.http.post('/api/session').send({ email: 'twice@second.example', password: 'the second password' }).expect(401);
  });

  test('a role changes with the next membership; a guest sees one job', async () => {
    const id = await accounts((a) => a.addPerson({ email: 'moves@second.example', name: 'Moves', password: 'a long enough one' }));
    await accounts((a) => a.addGuest(DEMO_ORGANISATION.id, demoId('gatehouse'), id));
    const guest = await server.signIn('moves@second.example', 'a long enough one');
    await guest.get(`${ORGANISATION}/jobs/${demoId('gatehouse')}`).expect(200);
    await guest.get(`${ORGANISATION}/jobs/${demoId('ropewalk')}`).expect(404);
    for (const role of ['apprentice', 'planner'] as const) await accounts((a) => a.addMembership(DEMO_ORGANISATION.id, id, role));
    await guest.get(`${ORGANISATION}/jobs/${demoId('ropewalk')}`).expect(200);
    await guest
      .post(`${ORGANISATION}/jobs`)
      .send({ id: randomUUID(), name: 'n', site: 's', timeZone: 'UTC', currency: 'EUR', datum: 'd' })
      .expect(201);
  });

  test('a job sent twice is one job; another under its id is refused', async () => {
    const planner = await server.as('planner');
    const head = { id: randomUUID(), name: 'Once', site: 's', timeZone: 'UTC', currency: 'EUR', datum: 'd' };
    await planner.post(`${ORGANISATION}/jobs`).send(head).expect(201);
    await planner.post(`${ORGANISATION}/jobs`).send(head).expect(201);
    await planner
      .post(`${ORGANISATION}/jobs`)
      .send({ ...head, name: 'Other' })
      .expect(409);
    const { body } = await planner.get(`${ORGANISATION}/jobs`);
    expect((body as { name: string }[]).filter((job) => job.name === 'Once')).toHaveLength(1);
  });

  test('organisations are found by their name', async () => {
    expect(await accounts((a) => a.findOrganisation(DEMO_ORGANISATION.name))).toBe(DEMO_ORGANISATION.id);
    expect(await accounts((a) => a.findOrganisation('Nobody Ltd'))).toBeNull();
    expect(await accounts((a) => a.isEmpty())).toBe(false);
  });
});

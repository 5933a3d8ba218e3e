import { randomUUID } from 'node:crypto';
import { Client } from 'pg';
import { createApp } from '../create-app';
import { TenantDatabase, connect, migrate } from './database';
import { DEMO_ORGANISATION } from '../demo/demo-people';
import { demoId } from '../demo/survey';
import { type Agent, ORGANISATION, TestServer, loginUrl } from '../testing/test-server';

const JOB = demoId('gatehouse');
const SETTINGS = { sessionSecret: 'only for tests, thirty-two characters', logLevel: 'silent' };

describe('the server’s login', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await TestServer.start();
  });
  afterAll(() => server.stop());

  test('owns nothing and cannot become the owner', async () => {
    const client = new Client({ connectionString: loginUrl(server.databaseUrl) });
    await client.connect();
    try {
      const owner = new URL(server.databaseUrl).username;
      await expect(client.query(`set role ${owner}`)).rejects.toThrow(/permission denied/);
      // it inherits nothing either: before it steps into a role it sees nothing
      for (const sql of ['select 1 from job', 'select 1 from person', 'drop table job', 'create table public.x (a integer)'])
        await expect(client.query(sql)).rejects.toThrow(/permission denied|must be owner/);
    } finally {
      await client.end();
    }
  });

  test('gets the password that stands in its address, also where it was there before with another', async () => {
    const url = new URL(loginUrl(server.databaseUrl));
    [url.username, url.password] = [`login_${process.pid}`, 'first one'];
    await migrate(server.databaseUrl, url.href);
    url.password = 'second one';
    await migrate(server.databaseUrl, url.href);
    const client = new Client({ connectionString: url.href });
    await client.connect();
    await client.end();
    await server.asOwner((owner) => owner.query(`drop role ${url.username}`));
  });

  test('a server refuses to run as the owner, in one line', async () => {
    const refused = await createApp({ ...SETTINGS, databaseUrl: server.databaseUrl }).catch((fault: Error) => fault.message);
    expect(refused).toMatch(/^DATABASE_URL signs in as the owner .*npm run migrate.*\.$/);
  });

  test('on half a restored database, or one in which a table is missing, it says so in one line', async () => {
    const start = () => createApp({ ...SETTINGS, databaseUrl: loginUrl(server.databaseUrl) }).catch((fault: Error) => fault.message);
    await server.asOwner((client) => client.query(`create table restore_running ()`));
    expect(await start()).toBe('The database was restored only in part. Run "npm run restore" again, to its end.');
    await server.asOwner((client) => client.query(`drop table restore_running; alter table photo_file rename to photo_file_gone`));
    expect(await start()).toMatch(/^In the database these tables are missing: photo_file\. /);
    await server.asOwner((client) => client.query(`alter table photo_file_gone rename to photo_file`));
  });
});

test('a server that ends leaves no connection behind', async () => {
  const server = await TestServer.start();
  const open = async () => {
    const { rows } = await server.asOwner((owner) =>
      owner.query<{ pid: number }>(`select pid from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()`),
    );
    return rows.length;
  };
  expect(await open()).toBeGreaterThan(0);
  const again = await createApp({ ...SETTINGS, databaseUrl: loginUrl(server.databaseUrl) });
  await Promise.all([server.stopServing(), again.close()]);
  // a connection that was told to go is gone a moment later
  for (let tries = 0; tries < 50 && (await open()) > 0; tries++) await new Promise((done) => setTimeout(done, 100));
  expect(await open()).toBe(0);
  await server.forget();
});

describe('a database that goes away in the middle of a transaction', () => {
  let server: TestServer;
  let agent: Agent;
  beforeAll(async () => {
    server = await TestServer.start();
    agent = await server.as('foreman');
  });
  afterAll(() => server.stop());

  test('is answered with 503, or the work is done: never a fault, nothing doubled', async () => {
    const { body } = await agent.get(`${ORGANISATION}/jobs/${JOB}`).expect(200);
    const face = (body as { model: { faces: { id: string }[] } }).model.faces[0]!.id;
    const readings = Array.from({ length: 80 }, () => ({
      id: randomUUID(),
      faceId: face,
      point: [0.5, 0.5],
      kind: 'surface-temperature',
      value: 9,
      at: '2026-05-20T10:00:00Z',
    }));
    const send = (reading: { id: string }) =>
      agent.post(`${ORGANISATION}/jobs/${JOB}/commands`).send({
        id: reading.id,
        deviceId: face,
        jobId: JOB,
        kind: 'reading.put',
        baseVersion: 0,
        payload: reading,
        occurredAt: '2026-05-20T10:00:00Z',
      });
    let isOver = false;
    const killing = server.asOwner(async (client) => {
      while (!isOver) {
        await client.query(
          `select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid() and random() < 0.5`,
        );
        await new Promise((resolve) => setTimeout(resolve, 4));
      }
    });
    const statuses = new Map<number, number>();
    const sending = readings.map(async (reading) => {
      const { status } = await send(reading);
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
    });
    await Promise.all(sending);
    isOver = true;
    await killing;
    expect([...statuses.keys()].filter((status) => status !== 200 && status !== 503)).toEqual([]);
    expect(statuses.get(503)).toBeGreaterThan(0);
    // what was answered 503 may be sent again, whether it had been done or not
    for (const reading of readings) expect((await send(reading)).status).toBe(200);
    const after = (await agent.get(`${ORGANISATION}/jobs/${JOB}`).expect(200)).body as { model: { readings: { id: string }[] } };
    const ids = after.model.readings.map(({ id }) => id).filter((id) => readings.some((reading) => reading.id === id));
    expect(ids.sort()).toEqual(readings.map(({ id }) => id).sort());
  });
});

test('every list has its index: plans at the size of a large house', async () => {
  const server = await TestServer.start();
  try {
    await server.asOwner(async (client) => {
      const { rows } = await client.query<{ id: string }>(`select id from organisation`);
      const organisation = rows[0]!.id;
      const person = (await client.query<{ id: string }>(`select id from person limit 1`)).rows[0]!.id;
      await client.query(
        `insert into job (organisation_id, id, body) select $1, gen_random_uuid(), '{"name":"n","site":"s"}' from generate_series(1, 1000)`,
        [organisation],
      );
      await client.query(
        `insert into stock_move (organisation_id, id, person_id, body)
         select $1, gen_random_uuid(), $2, jsonb_build_object('kind', 'temperature', 'temperatureC', 9) from generate_series(1, 100000)`,
        [organisation, person],
      );
      await client.query('analyze');
      const planOf = async (sql: string, values: unknown[]) =>
        (await client.query<{ 'QUERY PLAN': string }>(`explain ${sql}`, values)).rows.map((row) => row['QUERY PLAN']).join('\n');
      const job = (await client.query<{ id: string }>(`select id from job limit 1`)).rows[0]!.id;
      const asked: [string, string, unknown[]][] = [
        ['the list of jobs', `select id from job where organisation_id = $1 order by updated_at desc limit 50`, [organisation]],
        [
          'faces of a job',
          `select count(*) from face where organisation_id = $1 and job_id = $2 and deleted_at is null`,
          [organisation, job],
        ],
        [
          'entries of a job',
          `select entry from log_entry where organisation_id = $1 and job_id = $2 order by receipt_seq`,
          [organisation, job],
        ],
        ['moves after one', `select body from stock_move where organisation_id = $1 and added > $2 order by added`, [organisation, 99_990]],
        ['one move', `select 1 from stock_move where organisation_id = $1 and id = $2`, [organisation, job]],
        [
          'failures of an account',
          `select count(*) from security_event where lower(email) = lower($1) and kind = 'sign-in-failed' and at > now()`,
          ['a@b'],
        ],
        ['sessions of a person', `delete from session where sess->>'personId' = $1`, [person]],
        ['guest grants of a person', `select 1 from guest_grant where organisation_id = $1 and person_id = $2`, [organisation, person]],
      ];
      await client.query(`set enable_seqscan = off`);
      for (const [what, sql, values] of asked) expect(`${what}: ${await planOf(sql, values)}`).not.toMatch(/Seq Scan/);
      await client.query(`set enable_seqscan = on`);
      // at this size the planner takes the index by itself
      expect(await planOf(asked[3]![1], asked[3]![2])).toMatch(/Index Scan using stock_move_added/);
    });
  } finally {
    await server.stop();
  }
});

const ONE = { name: 'one_job', sql: 'select id from job where id = $1' };

describe('one question in one message', () => {
  let server: TestServer;
  let database: TenantDatabase;
  beforeAll(async () => {
    server = await TestServer.start();
    database = new TenantDatabase(await connect(loginUrl(server.databaseUrl)));
  });
  afterAll(async () => {
    await database.onApplicationShutdown();
    await server.stop();
  });
  const names = (organisationId: string | undefined) => database.ask<{ id: string }>(organisationId ? { organisationId } : {}, ONE, [JOB]);

  test('sees only the rows of whom it is asked for, and leaves nothing behind for the next on its connection', async () => {
    expect(await names(DEMO_ORGANISATION.id)).toEqual([{ id: JOB }]);
    expect(await names(randomUUID())).toEqual([]);
    // twice as many as there are connections: every one of them has been somebody's
    for (const seen of await Promise.all(
      Array.from({ length: 24 }, (_, i) => names(i % 2 ? DEMO_ORGANISATION.id : undefined).then((rows) => [i % 2, rows.length])),
    ))
      expect(seen[1]).toBe(seen[0]);
    expect(await database.query(`select current_setting('app.organisation_id', true) as scope`, [])).toEqual([{ scope: '' }]);
  });

  test('a value is a value, whatever stands in it', async () => {
    const spiteful = `${JOB}'; drop table job; --`;
    await expect(database.ask({ organisationId: DEMO_ORGANISATION.id }, ONE, [spiteful])).rejects.toThrow(/invalid input syntax/);
    expect(await names(DEMO_ORGANISATION.id)).toEqual([{ id: JOB }]);
  });
});

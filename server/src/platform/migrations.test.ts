import { randomUUID } from 'node:crypto';
import { Client } from 'pg';
import { DataSource } from 'typeorm';
import { migrate } from './database';
import { Foundation1764000000001 } from './migrations/0001-foundation';
import { Readings1764000000002 } from './migrations/0002-readings';
import { Photos1764000000003 } from './migrations/0003-photos';
import { Order1764000000004 } from './migrations/0004-order';

const adminUrl = process.env['TEST_DATABASE_URL']!;
const database = `test_migrations_${process.pid}`;
const url = (() => {
  const target = new URL(adminUrl);
  target.pathname = `/${database}`;
  return target.href;
})();

async function as<T>(connection: string, action: (client: Client) => Promise<T>): Promise<T> {
  const client = new Client({ connectionString: connection });
  await client.connect();
  try {
    return await action(client);
  } finally {
    await client.end();
  }
}

beforeAll(() => as(adminUrl, (client) => client.query(`create database ${database}`)));
afterAll(() => as(adminUrl, (client) => client.query(`drop database ${database} with (force)`)));

test('build-ups and plans from before there were families are read as the present ones', async () => {
  const before = new DataSource({
    type: 'postgres',
    url,
    migrations: [Foundation1764000000001, Readings1764000000002, Photos1764000000003, Order1764000000004],
    migrationsTransactionMode: 'all',
  });
  await before.initialize();
  await before.runMigrations();
  await before.destroy();
  const [organisation, job, space, face, buildUp, revision] = Array.from({ length: 6 }, () => randomUUID());
  const old = {
    id: buildUp,
    faceId: face,
    family: 'crystalline-slurry',
    slurry: { id: 'tarnwick-veil', version: 2 },
    plug: { id: 'tarnwick-stay', version: 1 },
    mortar: { id: 'tarnwick-pack', version: 1 },
    crackSchool: 'A',
    secondCoatSchool: 'B',
    reason: 'old brick',
  };
  const quantities = [{ productId: 'tarnwick-veil', requiredKg: 74, packs: [{ sizeKg: 25, count: 3 }], costMinor: 35_550 }];
  await as(url, async (client) => {
    await client.query(`insert into organisation (id, name) values ($1, 'Firm')`, [organisation]);
    await client.query(`insert into job (organisation_id, id, body) values ($1, $2, '{}')`, [organisation, job]);
    const put = (table: string, id: string, body: object) =>
      client.query(`insert into ${table} (organisation_id, job_id, id, version, body) values ($1, $2, $3, 1, $4)`, [
        organisation,
        job,
        id,
        body,
      ]);
    await put('space', space!, {});
    await put('face', face!, { spaceId: space });
    await put('build_up', buildUp!, old);
    await client.query(`insert into plan_revision (organisation_id, job_id, number, id, body) values ($1, $2, 1, $3, $4)`, [
      organisation,
      job,
      revision,
      { number: 1, quantities },
    ]);
  });

  await migrate(url);
  await as(url, async (client) => {
    const built = await client.query<{ body: object }>(`select body from build_up`);
    expect(built.rows[0]!.body).toEqual({
      id: buildUp,
      faceId: face,
      family: 'crystalline-slurry',
      products: { coat: old.slurry, plug: old.plug, mortar: old.mortar },
      schools: { 'crack-width': { school: 'A' }, 'second-coat': { school: 'B' } },
      reason: 'old brick',
    });
    const planned = await client.query<{ body: object }>(`select body from plan_revision`);
    expect(planned.rows[0]!.body).toEqual({
      number: 1,
      quantities: [
        { productId: 'tarnwick-veil', required: 74, measure: 'kg', currency: 'EUR', packs: [{ size: 25, count: 3 }], costMinor: 35_550 },
      ],
    });
  });
  // a second start finds nothing to do
  await migrate(url);
});

import type { OnApplicationShutdown } from '@nestjs/common';
import { Client, type Pool, type PoolClient, escapeLiteral } from 'pg';
import { DataSource, type EntityManager } from 'typeorm';
import type { PostgresDriver } from 'typeorm/driver/postgres/PostgresDriver.js';
import { Foundation1764000000001 } from './migrations/0001-foundation.js';
import { Readings1764000000002 } from './migrations/0002-readings.js';
import { Photos1764000000003 } from './migrations/0003-photos.js';
import { Order1764000000004 } from './migrations/0004-order.js';
import { Systems1764000000005 } from './migrations/0005-systems.js';
import { ConfigError } from './config.js';
import { APP_ROLE, GATE_ROLE, appConnection, outliveCutConnections } from './connections.js';
import { prepareQueue } from './job-queue.js';
import { Stores1764000000006 } from './migrations/0006-stores.js';
import { Standing1764000000008 } from './migrations/0008-standing.js';
import { JobStates1764000000009 } from './migrations/0009-job-states.js';
import { Invitations1764000000010 } from './migrations/0010-invitations.js';
import { KeptProgramme1764000000011 } from './migrations/0011-kept-programme.js';
import { ProgrammeSearch1764000000012 } from './migrations/0012-programme-search.js';
import { DossierPrint1764000000013 } from './migrations/0013-dossier-print.js';
import { BroughtPhotos1764000000015 } from './migrations/0015-brought-photos.js';
import { Incident1764000000017 } from './migrations/0017-incident.js';
import { Drawer1764000000018 } from './migrations/0018-drawer.js';
import { PrintedPhotos1764000000019 } from './migrations/0019-printed-photos.js';
import { WallPlate1764000000016 } from './migrations/0016-wall-plate.js';
import { SigningLink1764000000014 } from './migrations/0014-signing-link.js';
import { Trust1764000000007 } from './migrations/0007-trust.js';

const MIGRATIONS = [
  Foundation1764000000001,
  Readings1764000000002,
  Photos1764000000003,
  Order1764000000004,
  Systems1764000000005,
  Stores1764000000006,
  Trust1764000000007,
  Standing1764000000008,
  JobStates1764000000009,
  Invitations1764000000010,
  KeptProgramme1764000000011,
  ProgrammeSearch1764000000012,
  DossierPrint1764000000013,
  SigningLink1764000000014,
  BroughtPhotos1764000000015,
  WallPlate1764000000016,
  Incident1764000000017,
  Drawer1764000000018,
  PrintedPhotos1764000000019,
];

/**
 * Brings the database up to date as its owner, then lets go of the connection. With the server's own address it also makes the
 * login that stands in it: one that owns nothing and can become no owner.
 */
export async function migrate(ownerUrl: string, serverUrl?: string): Promise<void> {
  const owner = new DataSource({ type: 'postgres', url: ownerUrl, migrations: MIGRATIONS, migrationsTransactionMode: 'all' });
  await owner.initialize();
  try {
    await owner.runMigrations();
    await prepareQueue(ownerUrl, APP_ROLE);
    if (serverUrl) await makeLogin(owner, serverUrl);
  } finally {
    await owner.destroy();
  }
}

async function makeLogin(owner: DataSource, serverUrl: string): Promise<void> {
  const { username, password } = new URL(serverUrl);
  const [found] = await owner.query<{ is_owner: boolean }[]>(`select rolname = current_user as is_owner from pg_roles where rolname = $1`, [
    username,
  ]);
  if (found?.is_owner) throw new ConfigError(OWN_LOGIN);
  const [quoted] = await owner.query<{ name: string; secret: string }[]>(`select quote_ident($1) as name, quote_literal($2) as secret`, [
    username,
    decodeURIComponent(password),
  ]);
  const { name, secret } = quoted!;
  // another start may be making the same one
  await owner.query(`do $$ begin create role ${name} login noinherit nosuperuser nocreatedb nocreaterole password ${secret};
    exception when duplicate_object or unique_violation then null; end $$`);
  await owner.query(`grant ${APP_ROLE}, ${GATE_ROLE} to ${name}`);
  // one that was there before may have had another password: the one that stands in the address holds
  if (!(await letsIn(serverUrl))) await owner.query(`alter role ${name} password ${secret}`);
}

async function letsIn(url: string): Promise<boolean> {
  const client = new Client({ connectionString: url });
  try {
    await client.connect();
    await client.end();
    return true;
  } catch (fault) {
    if ((fault as { code?: string }).code === '28P01') return false;
    throw fault;
  }
}

const OWN_LOGIN =
  'DATABASE_URL signs in as the owner of the database, or as one that can become it. Give the server a login of its own: "npm run migrate" makes the one that stands in DATABASE_URL.';

/** What stops a server from starting on a database, in one line; null where nothing does. */
export async function whyUnfit(source: DataSource): Promise<string | null> {
  const [login] = await source.query<{ may_own: boolean }[]>(
    `select bool_or(r.rolsuper or pg_has_role(session_user, c.relowner, 'member')) as may_own
     from pg_roles r, pg_class c where r.rolname = session_user and c.relname = 'log_entry' and c.relkind = 'r'`,
  );
  if (login?.may_own) return OWN_LOGIN;
  const tables = new Set(
    (
      await source.query<{ name: string }[]>(
        `select relname as name from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace`,
      )
    ).map(({ name }) => name),
  );
  if (tables.has('restore_running')) return 'The database was restored only in part. Run "npm run restore" again, to its end.';
  const missing = TABLES.filter((table) => !tables.has(table));
  if (missing.length === TABLES.length) return 'The database is empty. Run "npm run migrate" first.';
  if (missing.length > 0)
    return `In the database these tables are missing: ${missing.join(', ')}. Run "npm run migrate", or restore a whole backup.`;
  return null;
}

/** Every table there must be. */
const TABLES = [
  ...[
    'organisation',
    'person',
    'membership',
    'guest_grant',
    'session',
    'password_reset',
    'drawer',
    'enrolment',
    'security_event',
    'device',
    'server_key',
  ],
  ...[
    'job',
    'space',
    'face',
    'feature',
    'water_body',
    'water_level',
    'build_up',
    'reading',
    'photo',
    'photo_file',
    'kept_programme',
    'programme_search',
    'dossier_print',
    'signing_link',
    'wall_plate',
    'incident',
  ],
  ...['command', 'plan_revision', 'log_entry', 'job_keys', 'job_import', 'house', 'product', 'stock_move'],
];

export async function connect(databaseUrl: string): Promise<DataSource> {
  const { options, connectionTimeoutMillis } = appConnection(databaseUrl);
  const source = new DataSource({ type: 'postgres', url: databaseUrl, extra: { options, connectionTimeoutMillis, max: 12 } });
  await source.initialize();
  outliveCutConnections((source.driver as PostgresDriver).master as Pool);
  return source;
}

export interface TenantScope {
  personId: string;
  organisationId: string;
}

/** Says, for the transaction it stands in, whose rows may be seen. */
function scopeSql({ organisationId = '', personId = '' }: Partial<TenantScope>): string {
  return `select set_config('app.organisation_id', ${escapeLiteral(organisationId)}, true), set_config('app.person_id', ${escapeLiteral(personId)}, true)`;
}

/** A question that is asked again and again: its name is its own in the whole server. */
export interface Question {
  name: string;
  sql: string;
}

/** Everything about organisation data goes through here: one transaction, in which the database knows whose rows may be seen. */
export class TenantDatabase implements OnApplicationShutdown {
  /** by connection, the questions that it knows */ private readonly learnt = new WeakMap<PoolClient, Set<string>>();

  constructor(private readonly source: DataSource) {}

  async within<T>(scope: Partial<TenantScope>, action: (manager: EntityManager) => Promise<T>): Promise<T> {
    const runner = this.source.createQueryRunner();
    try {
      // beginning and saying whose rows it is about go in one message: a job's lock is held the shorter
      await runner.query(`begin; ${scopeSql(scope)}`);
      const value = await action(runner.manager);
      await runner.query('commit');
      return value;
    } catch (fault) {
      // where the connection is gone there is nothing to roll back
      await runner.query('rollback').catch(() => {});
      throw fault;
    } finally {
      await runner.release();
    }
  }

  /**
   * One question in someone's name that changes nothing: who asks and what is asked go in one message, which PostgreSQL takes for one
   * transaction of its own. Each connection learns the question once: to plan it takes as long as to answer it.
   * @param ids the values of `$1`, `$2`, …
   */
  async ask<T>(scope: Partial<TenantScope>, { name, sql }: Question, ids: readonly string[]): Promise<T[]> {
    const pool = (this.source.driver as PostgresDriver).master as Pool;
    const client = await pool.connect();
    try {
      const learnt = this.learnt.get(client) ?? new Set();
      if (!learnt.has(name)) await client.query(`prepare ${name} as ${sql}`);
      this.learnt.set(client, learnt.add(name));
      const text = `${scopeSql(scope)}; execute ${name}(${ids.map(escapeLiteral).join(', ')})`;
      const [, { rows }] = (await client.query(text)) as unknown as [unknown, { rows: T[] }];
      client.release();
      return rows;
    } catch (fault) {
      // whatever state it was left in: another one is opened
      client.release(fault as Error);
      throw fault;
    }
  }

  /** One question outside any transaction; it must not depend on whose rows may be seen. */
  query<T>(sql: string, values: unknown[]): Promise<T[]> {
    return this.source.query<T[]>(sql, values);
  }

  async isAwake(): Promise<boolean> {
    return this.source.query('select 1').then(
      () => true,
      () => false,
    );
  }

  async onApplicationShutdown(): Promise<void> {
    if (this.source.isInitialized) await this.source.destroy();
  }
}

import { DataSource, type EntityManager } from 'typeorm';
import { Foundation1764000000001 } from './migrations/0001-foundation.js';
import { Readings1764000000002 } from './migrations/0002-readings.js';
import { Photos1764000000003 } from './migrations/0003-photos.js';
import { Order1764000000004 } from './migrations/0004-order.js';
import { Systems1764000000005 } from './migrations/0005-systems.js';
import { Stores1764000000006 } from './migrations/0006-stores.js';

/** The role under which requests run: fenced by row-level security, unable to change the log. */
const APP_ROLE = 'caulkhorn_app';

/** Brings the database up to date as its owner, then lets go of the connection. */
export async function migrate(databaseUrl: string): Promise<void> {
  const owner = new DataSource({
    type: 'postgres',
    url: databaseUrl,
    migrations: [
      Foundation1764000000001,
      Readings1764000000002,
      Photos1764000000003,
      Order1764000000004,
      Systems1764000000005,
      Stores1764000000006,
    ],
    migrationsTransactionMode: 'all',
  });
  await owner.initialize();
  try {
    await owner.runMigrations();
  } finally {
    await owner.destroy();
  }
}

export function appConnection(databaseUrl: string): { connectionString: string; options: string; connectionTimeoutMillis: number } {
  return { connectionString: databaseUrl, options: `-c role=${APP_ROLE}`, connectionTimeoutMillis: 3000 };
}

export async function connect(databaseUrl: string): Promise<DataSource> {
  const { options, connectionTimeoutMillis } = appConnection(databaseUrl);
  const source = new DataSource({ type: 'postgres', url: databaseUrl, extra: { options, connectionTimeoutMillis, max: 12 } });
  return source.initialize();
}

export interface TenantScope {
  personId: string;
  organisationId: string;
}

/** Everything about organisation data goes through here: one transaction, in which the database knows whose rows may be seen. */
export class TenantDatabase {
  constructor(private readonly source: DataSource) {}

  within<T>(scope: Partial<TenantScope>, action: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.source.transaction(async (manager) => {
      await manager.query(`select set_config('app.organisation_id', $1, true), set_config('app.person_id', $2, true)`, [
        scope.organisationId ?? '',
        scope.personId ?? '',
      ]);
      return action(manager);
    });
  }

  async isAwake(): Promise<boolean> {
    return this.source.query('select 1').then(
      () => true,
      () => false,
    );
  }

  async close(): Promise<void> {
    if (this.source.isInitialized) await this.source.destroy();
  }
}

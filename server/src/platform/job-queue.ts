import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { Pool } from 'pg';
import PgBoss from 'pg-boss';
import { appConnection, outliveCutConnections } from './connections.js';

/** Where the queue's own tables lie; what is in them are ids, whose rows are fenced where they stand. */
const SCHEMA = 'queue';
export const PROGRAMME_SEARCH = 'programme-search';
export const DOSSIER_PRINT = 'dossier-print';
const QUEUES = [PROGRAMME_SEARCH, DOSSIER_PRINT];
/** Looks for work so often, s; and for work whose worker has fallen. */
const POLL_S = 1;
const MAINTAIN_S = 5;
/** A piece of work whose worker fell is taken up again so often. */
const RETRIES = 3;
const STOP_MS = 5000;
const NOTHING_TOUCHED = { rows: [{ count: 0 }] };

/** Brings the queue's tables up to date as their owner, and lets the server's role use them. */
export async function prepareQueue(ownerUrl: string, role: string): Promise<void> {
  const boss = new PgBoss({ connectionString: ownerUrl, schema: SCHEMA, supervise: false, schedule: false, max: 1 });
  await boss.start();
  try {
    for (const name of QUEUES) await boss.createQueue(name, { name, retryLimit: RETRIES, retryDelay: 0 });
  } finally {
    await boss.stop({ graceful: false, close: true, wait: true });
  }
  const pool = new Pool({ connectionString: ownerUrl, max: 1 });
  try {
    await pool.query(`grant usage on schema ${SCHEMA} to ${role}`);
    await pool.query(`grant select, insert, update, delete on all tables in schema ${SCHEMA} to ${role}`);
  } finally {
    await pool.end();
  }
}

/** Work that any of several servers does, one at a time each; it lies in the database until it is done. */
@Injectable()
export class JobQueue implements OnApplicationShutdown {
  private readonly log = new Logger('queue');
  private readonly pool: Pool;
  private readonly boss: PgBoss;
  private started: Promise<unknown> | undefined;
  private hasStopped = false;

  constructor(databaseUrl: string) {
    this.pool = new Pool({ ...appConnection(databaseUrl), max: 2 });
    outliveCutConnections(this.pool);
    this.pool.on('error', () => {
      // an idle connection was cut; the next query opens another
    });
    this.boss = new PgBoss({
      db: {
        // what ends after the stop was put back for others: there is nobody left here to be told
        executeSql: (text, values) => (this.hasStopped ? Promise.resolve(NOTHING_TOUCHED) : this.pool.query(text, values)),
      },
      ...{ schema: SCHEMA, migrate: false, schedule: false, maintenanceIntervalSeconds: MAINTAIN_S },
    });
    // the database may be away for a while: it is asked again
    this.boss.on('error', (fault) => this.log.warn(fault.message));
  }

  /** @param withinS who has not answered by then is taken for fallen, and another takes it up */
  async send(name: string, data: object, withinS: number): Promise<void> {
    await this.start();
    await this.boss.send(name, data, { expireInSeconds: withinS, retryLimit: RETRIES });
  }

  /** Does whatever comes, one after the other. What throws is taken up again, here or elsewhere. */
  async work<T extends object>(name: string, action: (data: T) => Promise<void>): Promise<void> {
    await this.start();
    await this.boss.work<T>(name, { pollingIntervalSeconds: POLL_S, batchSize: 1 }, async ([job]) => {
      if (job) await action(job.data);
    });
  }

  private start(): Promise<unknown> {
    return (this.started ??= this.boss.start());
  }

  async onApplicationShutdown(): Promise<void> {
    if (this.started) await this.boss.stop({ graceful: true, wait: true, timeout: STOP_MS, close: false });
    this.hasStopped = true;
    await this.pool.end();
  }
}

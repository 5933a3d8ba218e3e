import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { Pool, type PoolClient } from 'pg';
import { gateConnection, outliveCutConnections } from './connections.js';

/** Accounts and sessions, under the role that sees nothing else. It has connections of its own: a busy job never keeps anyone from signing in. */
@Injectable()
export class GateDatabase implements OnApplicationShutdown {
  readonly pool: Pool;
  private readonly users: (() => void)[] = [];

  constructor(databaseUrl: string) {
    this.pool = new Pool({ ...gateConnection(databaseUrl), max: 6 });
    outliveCutConnections(this.pool);
    this.pool.on('error', () => {
      // an idle connection was cut; the next query opens another
    });
  }

  async query<T extends object>(sql: string, values: readonly unknown[] = []): Promise<T[]> {
    return (await this.pool.query<T>(sql, [...values])).rows;
  }

  async transaction<T>(action: (client: PoolClient) => Promise<T>): Promise<T> {
    const client = await this.pool.connect();
    let isBroken = false;
    try {
      await client.query('begin');
      const value = await action(client);
      await client.query('commit');
      return value;
    } catch (fault) {
      await client.query('rollback').catch(() => (isBroken = true));
      throw fault;
    } finally {
      client.release(isBroken);
    }
  }

  /** Whoever asks of its own accord, by a timer, is stopped before the connections go. */
  stopFirst(user: () => void): void {
    this.users.push(user);
  }

  // after the last request was answered, not before
  async onApplicationShutdown(): Promise<void> {
    for (const stop of this.users) stop();
    await this.pool.end();
  }
}

import type { Pool } from 'pg';

/** What requests about jobs run under: fenced by row-level security, unable to change the log. */
export const APP_ROLE = 'caulkhorn_app';
/** What signing in and sessions run under: sees accounts, and nothing of any job. */
export const GATE_ROLE = 'caulkhorn_gate';

/** A statement, a wait for a lock or a transaction that does nothing ends after so long, rather than hold up everyone else. */
const PATIENCE = '-c statement_timeout=30s -c lock_timeout=15s -c idle_in_transaction_session_timeout=20s';

interface ConnectionSettings {
  connectionString: string;
  options: string;
  connectionTimeoutMillis: number;
}

export function connectionAs(role: string, databaseUrl: string): ConnectionSettings {
  return { connectionString: databaseUrl, options: `-c role=${role} ${PATIENCE}`, connectionTimeoutMillis: 3000 };
}

export const appConnection = (databaseUrl: string): ConnectionSettings => connectionAs(APP_ROLE, databaseUrl);

export const gateConnection = (databaseUrl: string): ConnectionSettings => connectionAs(GATE_ROLE, databaseUrl);

/**
 * A connection that is cut in the moment between the pool and whoever asked for it has no listener yet, and an error without one
 * ends the process. Whoever uses the connection hears of it from the next query.
 */
export function outliveCutConnections(pool: Pool): void {
  pool.on('connect', (client) => client.on('error', () => {}));
}

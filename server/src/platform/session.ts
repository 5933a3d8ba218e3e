import connectPgSimple from 'connect-pg-simple';
import type { RequestHandler } from 'express';
import session from 'express-session';
import { Pool } from 'pg';
import { appConnection } from './database.js';

declare module 'express-session' {
  interface SessionData {
    personId: string;
  }
}

const TWELVE_HOURS_MS = 12 * 3_600_000;

/** Sessions live in the database, so that any server process knows them; the cookie carries only a signed id. */
export function sessions(databaseUrl: string, secret: string, secure: boolean): { middleware: RequestHandler; close: () => Promise<void> } {
  const pool = new Pool({ ...appConnection(databaseUrl), max: 4 });
  pool.on('error', () => {
    // an idle connection was cut; the next query opens another
  });
  const Store = connectPgSimple(session);
  const store = new Store({ pool, createTableIfMissing: false, errorLog: () => {} });
  const middleware = session({
    store,
    secret,
    name: secure ? '__Host-caulkhorn' : 'caulkhorn',
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: { httpOnly: true, sameSite: 'lax', secure, maxAge: TWELVE_HOURS_MS, path: '/' },
  });
  return {
    middleware,
    close: async () => {
      store.close();
      await pool.end();
    },
  };
}

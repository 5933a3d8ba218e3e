import connectPgSimple from 'connect-pg-simple';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import session from 'express-session';
import type { GateDatabase } from './gate-database.js';
import { HOUR_MS, MINUTE_MS } from '@caulkhorn/core/quantities';

declare module 'express-session' {
  interface SessionData {
    personId: string;
    /** ms since 1970; when its owner signed in */ since: number;
    /** ms since 1970; when its end was last put off */ renewed: number;
  }
}

/** unused for so long, a session ends */
const IDLE_MS = 12 * HOUR_MS;
/** however much it is used, it ends: a stolen one is not for ever */
const LONGEST_MS = 7 * 24 * HOUR_MS;

export interface SessionSettings {
  secret: string;
  /** served over TLS here */ isSecure: boolean;
  /** a proxy in front may say that it speaks TLS */ isBehindProxy: boolean;
}

/** its end is put off so often while it is used, not at every request: each would write to the database */
const RENEW_MS = 10 * MINUTE_MS;

/** Sessions live in the database, so that any server process knows them; the cookie carries only a signed id. */
export function sessions(gate: GateDatabase, { secret, isSecure, isBehindProxy }: SessionSettings): RequestHandler[] {
  const Store = connectPgSimple(session);
  const store = new Store({ pool: gate.pool, createTableIfMissing: false, disableTouch: true, errorLog: () => {} });
  // a store that can be touched has every answer sent in two pieces around it; ends are put off by `renew` alone
  Object.assign(store, { touch: undefined });
  const read = session({
    store,
    secret,
    name: isSecure ? '__Host-caulkhorn' : 'caulkhorn',
    resave: false,
    saveUninitialized: false,
    // the cookie goes out again when its end is put off, not with every answer
    rolling: false,
    cookie: { httpOnly: true, sameSite: 'lax', secure: isSecure || (isBehindProxy ? 'auto' : false), maxAge: IDLE_MS, path: '/' },
  });
  gate.stopFirst(() => store.close());
  return [read, endOld, renew];
}

function endOld(request: Request, _response: Response, next: NextFunction): void {
  const { personId, since } = request.session;
  if (!personId || (since !== undefined && Date.now() - since < LONGEST_MS)) return next();
  request.session.regenerate((fault: unknown) => next(fault));
}

/** What was changed in a session is kept with its new end. */
function renew({ session: current }: Request, _response: Response, next: NextFunction): void {
  const now = Date.now();
  if (current.personId && now - (current.renewed ?? 0) >= RENEW_MS) current.renewed = now;
  next();
}

import type { Request } from 'express';

/** Signs a person in, with a fresh id: a session that was planted before is worth nothing. */
export async function beginSession(request: Request, personId: string): Promise<void> {
  await new Promise<void>((resolve, reject) =>
    request.session.regenerate((fault: unknown) => (fault ? reject(fault as Error) : resolve())),
  );
  request.session.personId = personId;
  request.session.since = Date.now();
}

import type { SessionInfo } from '@caulkhorn/contract';
import type { QueryClient } from '@tanstack/react-query';
import { beginAs } from './kept-answers';

/** Signed out here, and the server not told yet: the cookie that it must forget is still in this browser. */
export const UNTOLD = 'caulkhorn-signed-out';

/** Somebody has signed in: the session before is over on the server too. */
export const hasSignedIn = (): void => localStorage.removeItem(UNTOLD);

/** Somebody works here from now on; nothing kept for whoever had it is seen. */
export async function arriveAs(session: SessionInfo, client: QueryClient): Promise<void> {
  hasSignedIn();
  await beginAs(session.personId, client);
  client.setQueryData(['session'], session);
}

import type { SessionInfo } from '@caulkhorn/contract';
import { type QueryClient, queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { ApiError, api } from '../shared/api';
import { UNTOLD } from '../shared/arrive';
import { beginAs, forgetKept } from '../shared/kept-answers';

/** Who is signed in here; null when nobody is. */
export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: async ({ signal, client }): Promise<SessionInfo | null> => {
    if (localStorage.getItem(UNTOLD)) await endOnServer();
    // still untold: the cookie is of someone who has left, so nobody is here
    if (localStorage.getItem(UNTOLD)) return null;
    try {
      const session = await api.get<SessionInfo>('/session', signal);
      await beginAs(session.personId, client, true);
      return session;
    } catch (fault) {
      if (fault instanceof ApiError && fault.status === 401) return null;
      throw fault;
    }
  },
  staleTime: 60_000,
});

/** Asked anew whenever a page is opened: what is kept on the device may be of a role that one no longer has. */
export const useSession = () => useQuery({ ...sessionQuery, refetchOnMount: 'always' });

/** Tells the server that the session is over. Without signal that waits, and is told before anyone is asked who they are. */
async function endOnServer(): Promise<void> {
  localStorage.setItem(UNTOLD, '1');
  try {
    await api.delete('/session');
  } catch (fault) {
    if (!(fault instanceof ApiError) || fault.isAway) return;
  }
  localStorage.removeItem(UNTOLD);
}

/** Leaves this device, with signal or without. */
export async function signOut(client: QueryClient): Promise<void> {
  // first of all nothing of this person's stays for the next one at the same screen, whether the server can be reached or not
  await forgetKept(client);
  client.setQueryData(['session'], null);
  await endOnServer();
}

export function useSignOut(): () => Promise<void> {
  const client = useQueryClient();
  return () => signOut(client);
}

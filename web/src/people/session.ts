import type { SessionInfo } from '@caulkhorn/contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { ApiError, api } from '../shared/api';
import { beginAs, forgetKept } from '../shared/kept-answers';

/** Who is signed in here; null when nobody is. */
export function useSession() {
  return useQuery({
    queryKey: ['session'],
    queryFn: async ({ signal, client }): Promise<SessionInfo | null> => {
      try {
        const session = await api.get<SessionInfo>('/session', signal);
        await beginAs(session.personId, client);
        return session;
      } catch (fault) {
        if (fault instanceof ApiError && fault.status === 401) return null;
        throw fault;
      }
    },
    staleTime: 60_000,
  });
}

export function useSignOut(): () => Promise<void> {
  const client = useQueryClient();
  return async () => {
    await api.delete('/session');
    client.setQueryData(['session'], null);
    // nothing of this person's stays for the next one at the same screen
    await forgetKept(client);
  };
}

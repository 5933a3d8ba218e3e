import type { StoresAnswer } from '@caulkhorn/contract';
import type { Catalogue } from '@caulkhorn/core/catalogue';
import type { Issue } from '@caulkhorn/core/issues';
import { type Stock, type StockMove, foldStock } from '@caulkhorn/core/materials';
import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { t } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { useNow } from '../shared/use-now';

const POLL_MS = 15_000;
const DAY_MS = 86_400_000;

function storesQuery(organisationId: string) {
  return queryOptions({
    queryKey: ['stores', organisationId],
    queryFn: ({ signal }) => api.getAgain<StoresAnswer>(`/organisations/${organisationId}/stores`, signal),
  });
}

/** A move before it has an id, a time and a name. */
type Unwritten<M> = M extends StockMove ? Omit<M, 'id' | 'at' | 'by'> & { at?: string } : never;
export type NewMove = Unwritten<StockMove>;

/** What lies in an organisation's store today. `used`: what a job's log says was used, by batch number. */
export function useStores(organisationId: string, catalogue: Catalogue, used?: ReadonlyMap<string, number>, enabled = true) {
  const query = useQuery({ ...storesQuery(organisationId), refetchInterval: POLL_MS, refetchOnMount: 'always', enabled });
  const day = Math.floor(useNow(DAY_MS / 24) / DAY_MS);
  const moves = query.data?.moves;
  const stock = useMemo<Stock | undefined>(
    () => moves && foldStock(moves, catalogue, new Date(day * DAY_MS).toISOString().slice(0, 10), used),
    [moves, catalogue, day, used],
  );
  return { query, moves, stock };
}

/** Writes moves down, one after the other; answers what stands against the first that was refused. */
export function useAddMoves(organisationId: string): (...moves: readonly NewMove[]) => Promise<readonly Issue[]> {
  const client = useQueryClient();
  return async (...moves) => {
    try {
      for (const move of moves)
        await api.post(`/organisations/${organisationId}/stores/moves`, { id: v4(), at: new Date().toISOString(), ...move });
      toast(t('stores.written'));
      return [];
    } catch (fault) {
      if (fault instanceof ApiError && fault.issues().length > 0) return fault.issues();
      toast.error(t(fault instanceof ApiError && fault.isAway ? 'stores.away' : 'house.not-saved'));
      return [{ code: 'not-saved', path: '' }];
    } finally {
      await client.invalidateQueries({ queryKey: storesQuery(organisationId).queryKey });
    }
  };
}

import { checkShape, stockMoveClass } from '@caulkhorn/contract';
import type { Catalogue } from '@caulkhorn/core/catalogue';
import type { Issue } from '@caulkhorn/core/issues';
import { type Stock, type StockMove, checkMove, foldStock } from '@caulkhorn/core/materials';
import { type QueryClient, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { t } from '../messages/t';
import { storesQuery } from '../job/job-queries';
import { useNow } from '../shared/use-now';
import { type SentMove, type StockOutbox, useStockOutbox } from './stock-outbox';
import { DAY_MS } from '@caulkhorn/core/quantities';
import { trueNowIso } from '../shared/true-clock';

const POLL_MS = 15_000;

/** A move before it has an id and a time. */
type Unwritten<M> = M extends SentMove ? Omit<M, 'id' | 'at'> & { at?: string } : never;
export type NewMove = Unwritten<SentMove>;

/** What lies in an organisation's store today, what was written down here and waits included. `used`: what a job's log says was used, by batch number. */
export function useStores(organisationId: string, catalogue: Catalogue, used?: ReadonlyMap<string, number>, enabled = true) {
  const query = useQuery({ ...storesQuery(organisationId), refetchInterval: POLL_MS, refetchOnMount: 'always', enabled });
  const { outbox, state } = useStockOutbox();
  const day = Math.floor(useNow(DAY_MS / 24) / DAY_MS);
  const { data } = query;
  const moves = useMemo(() => data && withWaiting(data.moves, state.pending, outbox), [data, state.pending, outbox]);
  const stock = useMemo<Stock | undefined>(
    () => moves && foldStock(moves, catalogue, new Date(day * DAY_MS).toISOString().slice(0, 10), used),
    [moves, catalogue, day, used],
  );
  return { query, moves, stock };
}

/** Writes moves down, once each has been checked against the store as this device knows it; answers what stands against the first that fails. */
export function useAddMoves(organisationId: string, catalogue: Catalogue): (...moves: readonly NewMove[]) => readonly Issue[] {
  const client = useQueryClient();
  const { outbox } = useStockOutbox();
  return (...moves) => {
    const at = trueNowIso();
    const written = moves.map((move) => ({ id: v4(), at, ...move }) as SentMove);
    const issues = faultsOf(written, knownMoves(client, organisationId, outbox), outbox, catalogue);
    if (issues.length > 0) return issues;
    for (const move of written) outbox.add(move).catch(() => toast.error(t('outbox.not-kept')));
    toast(t('stores.written'));
    return [];
  };
}

function withWaiting(stored: readonly StockMove[], pending: readonly SentMove[], outbox: StockOutbox): StockMove[] {
  const known = new Set(stored.map(({ id }) => id));
  return [...stored, ...pending.filter(({ id }) => !known.has(id)).map((move) => outbox.named(move))];
}

function knownMoves(client: QueryClient, organisationId: string, outbox: StockOutbox): StockMove[] {
  return withWaiting(client.getQueryData(storesQuery(organisationId).queryKey)?.moves ?? [], outbox.getState().pending, outbox);
}

/** What the server would refuse, said at once: the same checks, move upon move. */
function faultsOf(moves: readonly SentMove[], before: readonly StockMove[], outbox: StockOutbox, catalogue: Catalogue): readonly Issue[] {
  const known = [...before];
  for (const sent of moves) {
    const shape = checkShape(stockMoveClass(sent.kind), sent);
    if (!shape.ok) return shape.issues;
    const move = outbox.named(sent);
    const issues = checkMove(move, foldStock(known, catalogue, move.at.slice(0, 10)), catalogue);
    if (issues.length > 0) return issues;
    known.push(move);
  }
  return [];
}

import type { SessionInfo, StoresAnswer } from '@caulkhorn/contract';
import type { StockMove } from '@caulkhorn/core/materials';
import { type QueryClient, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, createContext, use, useEffect, useState, useSyncExternalStore } from 'react';
import { storesQuery } from '../job/job-queries';
import { ApiError, api } from '../shared/api';
import { QUEUES, type QueueState, SendQueue } from '../shared/send-queue';

/** A move as its device wrote it down; the server puts the name of who sent it. */
export type SentMove = StockMove extends infer M ? (M extends StockMove ? Omit<M, 'by'> : never) : never;

/** What was written down about the store and has not reached the server yet. */
export class StockOutbox extends SendQueue<SentMove> {
  constructor(
    private readonly client: QueryClient,
    readonly session: Pick<SessionInfo, 'personId' | 'name'>,
    /** of its house */ path: string,
  ) {
    super(`${QUEUES.stock}${session.personId} ${path}`, session.personId, path);
  }

  /** As it will stand in the store, under its writer's name. */
  named(move: SentMove): StockMove {
    return { ...move, by: this.session.name } as StockMove;
  }

  protected override async deliver(move: SentMove): Promise<SentMove> {
    const answer = await api.post<{ id: string }>(`${this.path}/stores/moves`, move);
    if (answer.id !== move.id) throw new ApiError(0, 'not-our-answer');
    return move;
  }

  protected override onTaken(move: SentMove): void {
    const { queryKey } = storesQuery(this.path.replace('/organisations/', ''));
    // an answer that is on its way may be older than this
    void this.client.cancelQueries({ queryKey });
    this.client.setQueryData<StoresAnswer>(
      queryKey,
      (old) => old && { moves: old.moves.some(({ id }) => id === move.id) ? old.moves : [...old.moves, this.named(move)] },
    );
  }
}

const Context = createContext<StockOutbox | null>(null);

interface ProviderProps {
  organisationId: string;
  session: SessionInfo;
  children: ReactNode;
}

/** One queue for all screens of an organisation. */
export function StockOutboxProvider({ organisationId, session, children }: ProviderProps) {
  const client = useQueryClient();
  const [outbox] = useState(() => new StockOutbox(client, session, `/organisations/${organisationId}`));
  useEffect(() => outbox.open(), [outbox]);
  return <Context value={outbox}>{children}</Context>;
}

export function useStockOutbox(): { outbox: StockOutbox; state: QueueState<SentMove> } {
  const outbox = use(Context);
  if (!outbox) throw new Error('useStockOutbox outside a StockOutboxProvider');
  return { outbox, state: useSyncExternalStore(outbox.subscribe, outbox.getState) };
}

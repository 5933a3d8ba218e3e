import type { IncidentDto, SessionInfo } from '@caulkhorn/contract';
import { type QueryClient, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, createContext, use, useEffect, useState, useSyncExternalStore } from 'react';
import { api } from '../shared/api';
import { QUEUES, type QueueState, SendQueue } from '../shared/send-queue';

/** A note of an accident or near miss on its way. */
export interface IncidentOut {
  id: string;
  /** of its job */ path: string;
  note: IncidentDto;
}

/** Notes that have not reached the server yet: apart from what waits of the jobs, as they are kept apart there. */
export class IncidentOutbox extends SendQueue<IncidentOut> {
  constructor(
    private readonly client: QueryClient,
    personId: string,
    /** of its house */ path: string,
  ) {
    super(`${QUEUES.incidents}${personId} ${path}`, personId, path);
  }

  /** Who writes of a hurt man and shuts the phone must be able to. */
  protected override isKeptFirst(): boolean {
    return true;
  }

  protected override async deliver(sent: IncidentOut): Promise<IncidentOut> {
    await api.post(`${sent.path}/incidents`, sent.note);
    return sent;
  }

  protected override onTaken({ path }: IncidentOut): void {
    void this.client.invalidateQueries({ queryKey: ['incidents', path] });
  }
}

const Context = createContext<IncidentOutbox | null>(null);

/** One queue for all jobs of an organisation: it goes on when a job is left. */
export function IncidentOutboxProvider(props: { organisationId: string; session: SessionInfo; children: ReactNode }) {
  const { organisationId, session, children } = props;
  const client = useQueryClient();
  const [outbox] = useState(() => new IncidentOutbox(client, session.personId, `/organisations/${organisationId}`));
  useEffect(() => outbox.open(), [outbox]);
  return <Context value={outbox}>{children}</Context>;
}

export function useIncidentOutbox(): { outbox: IncidentOutbox; state: QueueState<IncidentOut> } {
  const outbox = use(Context);
  if (!outbox) throw new Error('useIncidentOutbox outside an IncidentOutboxProvider');
  return { outbox, state: useSyncExternalStore(outbox.subscribe, outbox.getState) };
}

import type { ProgrammeSearchAnswer } from '@caulkhorn/contract';
import type { Goal, PlacingOptions } from '@caulkhorn/core/planning';
import { api } from '../shared/api';
import { NO_SEARCH, type Search } from './proposing';

const LOOK_MS = 1000;

export interface AskedOfServer {
  pins: NonNullable<PlacingOptions['kept']>;
  limitMs: number;
  goal: Goal;
}

/** Has a better programme looked for by the server, and looks how far it is; what is asked last counts. */
export class ServerProposing {
  private ticket = 0;
  private searchId: string | undefined;
  private search = NO_SEARCH;

  constructor(
    /** of the job, as the server knows it */ private readonly path: string,
    private readonly onChange: (search: Search) => void,
  ) {}

  start({ pins, limitMs, goal }: AskedOfServer): void {
    const ticket = ++this.ticket;
    this.searchId = undefined;
    this.tell({ ...NO_SEARCH, isOn: true });
    const pinned = [...pins].filter(([, { isPinned }]) => isPinned);
    const body = {
      pins: pinned.map(([workItemId, { startMs }]) => ({ workItemId, startsAt: new Date(startMs).toISOString() })),
      limitS: Math.ceil(limitMs / 1000),
      ...(goal === 'finish' ? {} : { goal }),
    };
    void this.follow(ticket, body);
  }

  /** Ends with the best so far. */
  stop(): void {
    // one that does not hear of it ends when its time is over
    if (this.searchId) void api.delete(`${this.path}/programme-searches/${this.searchId}`).catch(() => {});
  }

  /** Lets go of what was found. */
  forget(): void {
    this.close();
    this.tell(NO_SEARCH);
  }

  close(): void {
    if (this.search.isOn) this.stop();
    this.ticket++;
  }

  private async follow(ticket: number, body: object): Promise<void> {
    try {
      const { searchId } = await api.post<{ searchId: string }>(`${this.path}/programme-searches`, body);
      if (ticket !== this.ticket) return void api.delete(`${this.path}/programme-searches/${searchId}`).catch(() => {});
      this.searchId = searchId;
      for (;;) {
        await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
        if (ticket !== this.ticket) return;
        const { state, share, proposal } = await api.get<ProgrammeSearchAnswer>(`${this.path}/programme-searches/${searchId}`);
        if (ticket !== this.ticket) return;
        const isOver = state === 'done' || state === 'failed';
        this.tell({ isOn: !isOver, share, proposal: proposal ?? undefined, hasFailed: state === 'failed' });
        if (isOver) return;
      }
    } catch {
      if (ticket === this.ticket) this.tell({ ...this.search, isOn: false, hasFailed: true });
    }
  }

  private tell(search: Search): void {
    this.search = search;
    this.onChange(search);
  }
}

import type { Found, Goal, GoalSetting, PlacingOptions, WorkItem } from '@caulkhorn/core/planning';
import type { Programme } from '@caulkhorn/core/programme';
import type { SiteState } from '@caulkhorn/core/site-log';

/** What is looked for where it is not the earliest end, and from where. */
export interface ByGoal extends Pick<GoalSetting, 'taken' | 'people' | 'labourMinorPerH'> {
  goal: Exclude<Goal, 'finish'>;
  from: Programme;
}

export type ToProposal =
  | {
      kind: 'search';
      ticket: number;
      workItems: readonly WorkItem[];
      done: SiteState['done'];
      options: PlacingOptions;
      limitMs: number;
      byGoal?: ByGoal;
    }
  | { kind: 'stop'; ticket: number };
export type FromProposal =
  | { kind: 'so-far'; ticket: number; /** of its time */ share: number; /** only when there is another */ proposal: Found | undefined }
  | { kind: 'done'; ticket: number; proposal: Found | undefined };

/** The side of a worker that is used here. */
export type Searcher = Pick<Worker, 'postMessage' | 'terminate' | 'onmessage' | 'onerror'>;

/** How far a search is; `proposal` is the best so far. */
export interface Search {
  isOn: boolean;
  share: number;
  proposal: Found | undefined;
  /** the worker fell */ hasFailed: boolean;
}

export const NO_SEARCH: Search = { isOn: false, share: 0, proposal: undefined, hasFailed: false };

/** Has a better programme looked for by a worker; what is asked last counts. */
export class Proposing {
  private worker: Searcher | undefined;
  private ticket = 0;
  private search = NO_SEARCH;

  constructor(
    private readonly newWorker: () => Searcher,
    private readonly onChange: (search: Search) => void,
  ) {}

  start(wanted: Omit<Extract<ToProposal, { kind: 'search' }>, 'kind' | 'ticket'>): void {
    this.worker ??= this.begin();
    this.tell({ ...NO_SEARCH, isOn: true });
    this.worker.postMessage({ kind: 'search', ticket: ++this.ticket, ...wanted } satisfies ToProposal);
  }

  /** Ends with the best so far. */
  stop(): void {
    this.worker?.postMessage({ kind: 'stop', ticket: this.ticket } satisfies ToProposal);
  }

  /** Lets go of what was found. */
  forget(): void {
    this.stop();
    this.ticket++;
    this.tell(NO_SEARCH);
  }

  close(): void {
    this.worker?.terminate();
    this.worker = undefined;
  }

  private begin(): Searcher {
    const worker = this.newWorker();
    worker.onmessage = ({ data }: MessageEvent<FromProposal>) => {
      if (data.ticket !== this.ticket) return;
      if (data.kind === 'done') this.tell({ ...this.search, isOn: false, share: 1, proposal: data.proposal ?? this.search.proposal });
      else this.tell({ ...this.search, share: data.share, proposal: data.proposal ?? this.search.proposal });
    };
    worker.onerror = () => {
      this.close();
      this.tell({ ...this.search, isOn: false, hasFailed: true });
    };
    return worker;
  }

  private tell(search: Search): void {
    this.search = search;
    this.onChange(search);
  }
}

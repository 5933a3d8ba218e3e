import type { JobOutlook, OutlookLine } from '@caulkhorn/core/outlook';

/** A job as the first page shows it. */
export type JobOutlookAnswer = JobOutlook;

/** What the store of a house says by itself, whatever the job. */
export interface StoreOutlookAnswer {
  lines: OutlookLine[];
}

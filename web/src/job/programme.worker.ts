import { type WorkItem, programmeJob } from '@caulkhorn/core/planning';
import type { SiteState } from '@caulkhorn/core/site-log';
import type { FromProgramme, ToProgramme } from './placing';
import { withChange } from './work-change';

/** Places a job's work in time off the page's thread. It keeps the work, so that it need only be told what has changed. */
const scope = self as unknown as DedicatedWorkerGlobalScope;

let items: readonly WorkItem[] = [];
let done: SiteState['done'] = new Map();

scope.onmessage = ({ data }: MessageEvent<ToProgramme>) => {
  items = withChange(items, data.work);
  done = data.done ?? done;
  scope.postMessage(programmeJob(items, { done }, data.options) satisfies FromProgramme);
};

import { type Stock, coverageOf } from '../materials/index.js';
import { type StoredWork, decidedIn, jobInTime, programmeJob, startsOfLines } from '../planning/index.js';
import { DAY_MS } from '../quantities/index.js';
import { comingIn } from './coming-in.js';
import { missingIn } from './missing-in.js';
import type { OutlookLine } from './outlook-line.js';
import { type JobShares, sharesOf } from './shares-of.js';
import { shortLines } from './store-lines.js';

/** What a job looks like from the first page: how far it is, what comes, what is missing, what the store lacks for it. */
export interface JobOutlook {
  shares: JobShares;
  /** what comes in the next two days, in order of time */ coming: OutlookLine[];
  /** the most pressing first, `MOST_LINES` at most */ missing: OutlookLine[];
  /** how many there are in all */ missingCount: number;
  /** what the job needs and the store does not have; none where nobody asked for the store */ short: OutlookLine[];
}

const dayOf = (ms: number): string => new Date(ms).toISOString().slice(0, 10);

export interface OutlookFrom extends Omit<StoredWork, 'store' | 'today'> {
  /** what lies in the store, for whoever may see it */ stock?: Stock;
  nowMs: number;
}

const SPAN_MS = 2 * DAY_MS;
const MOST_LINES = 60;
const URGENCY: Readonly<Record<OutlookLine['tone'], number>> = { wrong: 0, soon: 1, waits: 2 };

/** Plans the job, places its work in time from now on, and says what stands out. Takes as long as planning does. */
export function jobOutlook({ model, lines, revision, house, bookings, stock, nowMs }: OutlookFrom): JobOutlook {
  const { site, conditions, plan, workItems, placedBy } = jobInTime({
    model,
    lines,
    revision,
    house,
    bookings,
    today: dayOf(nowMs),
    ...(stock ? { store: { stock } } : {}),
  });
  const programme = programmeJob(workItems, site, { nowMs, ...placedBy });
  const today = decidedIn(model, plan, conditions, house);
  const missing = missingIn({ model, plan, revision, today, site, conflicts: programme.conflicts, nowMs });
  const startOf = startsOfLines(workItems, programme);
  const neededOn = new Map<string, string>();
  for (const line of plan.faces.flatMap((face) => face.lines)) {
    const startMs = startOf(line);
    const day = Number.isFinite(startMs) ? new Date(startMs).toISOString().slice(0, 10) : undefined;
    const known = neededOn.get(line.product.id);
    if (day !== undefined && (known === undefined || day < known)) neededOn.set(line.product.id, day);
  }
  return {
    shares: sharesOf({ model, revision, site }),
    coming: comingIn({ programme, workItems, model }, nowMs, SPAN_MS),
    missing: [...missing].sort((a, b) => URGENCY[a.tone] - URGENCY[b.tone]).slice(0, MOST_LINES),
    missingCount: missing.length,
    short: stock ? shortLines(coverageOf(plan.supply.orders, stock, model.job.id, neededOn), dayOf(nowMs)) : [],
  };
}

import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import type { WorkDone } from '../site-log/index.js';

/** From when to when a piece of work took, ms since 1970, within one day of the job's calendar: a night between is nobody's work. */
export function workSpan({ startedAt, finishedAt }: WorkDone, timeZone: string): { fromMs: number; toMs: number } | undefined {
  if (startedAt === undefined || finishedAt === undefined || finishedAt <= startedAt) return undefined;
  const dayOf = (ms: number) => format(new TZDate(ms, timeZone), 'yyyy-MM-dd');
  return dayOf(startedAt) === dayOf(finishedAt) ? { fromMs: startedAt, toMs: finishedAt } : undefined;
}

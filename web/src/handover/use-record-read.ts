import { type Query, useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import { parts, useJob } from '../job/job-context';
import { jobQueries } from '../job/job-queries';

/** An answer that came so shortly before need not be asked for again, ms. */
const JUST_NOW_MS = 5000;

/** Whether the record shown was read from the server since this was opened: what a device kept may be older, and nobody signs that. */
export function useRecordRead(): 'reading' | 'read' | 'no-answer' {
  const { organisationId, model } = useJob(parts('organisationId', 'model'));
  const { job, log, plan } = jobQueries(organisationId, model.job.id);
  // what was kept from an earlier visit is from before this page was opened
  const [sinceMs] = useState(() => performance.timeOrigin + Math.max(0, performance.now() - JUST_NOW_MS));
  const again = { refetchOnMount: ({ state }: Pick<Query, 'state'>) => (state.dataUpdatedAt >= sinceMs ? false : ('always' as const)) };
  const answers = useQueries({
    queries: [
      { ...job, ...again },
      { ...log, ...again },
      { ...plan, ...again },
    ],
  });
  if (answers.some(({ isError, isPaused }) => isError || isPaused)) return 'no-answer';
  return answers.every(({ dataUpdatedAt }) => dataUpdatedAt >= sinceMs) ? 'read' : 'reading';
}

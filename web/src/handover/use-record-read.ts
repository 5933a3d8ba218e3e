import { useQueries } from '@tanstack/react-query';
import { parts, useJob } from '../job/job-context';
import { jobQueries } from '../job/job-queries';

/** Whether the record shown was read from the server since this was opened: what a device kept may be older, and nobody signs that. */
export function useRecordRead(): 'reading' | 'read' | 'no-answer' {
  const { organisationId, model } = useJob(parts('organisationId', 'model'));
  const { job, log, plan } = jobQueries(organisationId, model.job.id);
  const always = { refetchOnMount: 'always' } as const;
  const answers = useQueries({
    queries: [
      { ...job, ...always },
      { ...log, ...always },
      { ...plan, ...always },
    ],
  });
  if (answers.some(({ isError, isPaused }) => isError || isPaused)) return 'no-answer';
  return answers.every(({ isFetchedAfterMount }) => isFetchedAfterMount) ? 'read' : 'reading';
}

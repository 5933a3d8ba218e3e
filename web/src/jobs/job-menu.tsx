import type { JobState, JobSummary } from '@caulkhorn/contract';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Ellipsis } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { t, tOf } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { CopyJobDialog } from './copy-job-dialog';

const ITEM =
  'flex min-h-10 cursor-pointer items-center rounded-[2px] px-3 outline-none data-[highlighted]:bg-water-soft max-[719px]:min-h-14';

/** Into which states a job may go from the one that it is in. */
const NEXT: Readonly<Record<JobState, readonly JobState[]>> = {
  open: ['template', 'archived', 'deleted'],
  template: ['open', 'archived', 'deleted'],
  archived: ['open', 'deleted'],
  deleted: ['open'],
};

/** What may be done with a job as a whole. */
export function JobMenu({ organisationId, job }: { organisationId: string; job: JobSummary }) {
  const path = `/organisations/${organisationId}/jobs/${job.id}`;
  const client = useQueryClient();
  const navigate = useNavigate();
  const [copying, setCopying] = useState(false);
  const again = () => client.invalidateQueries({ queryKey: ['jobs', organisationId] });
  const put = useMutation({
    mutationFn: (state: JobState) => api.put(`${path}/state`, { state }),
    onSuccess: async (_, state) => {
      await again();
      // whatever was done can be taken back at once
      toast(t(`job-state.now.${state}`, { name: job.name }), { action: { label: t('undo.do'), onClick: () => put.mutate(job.state) } });
    },
    onError: (fault) => toast.error(tOf(`failed.${fault instanceof ApiError && !fault.isAway ? fault.code : 'away'}.text`)),
  });
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <button
            type="button"
            aria-label={t('jobs.menu', { name: job.name })}
            className="grid size-11 shrink-0 place-items-center rounded-[3px] text-soft hover:bg-sunk hover:text-ink"
          >
            <Ellipsis size={18} aria-hidden />
          </button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" sideOffset={4} className="z-50 rounded-[3px] border border-rule-strong bg-raised p-1 shadow-xl">
            {job.state === 'deleted' ? null : (
              <>
                {job.state === 'archived' ? null : (
                  <DropdownMenu.Item className={ITEM} onSelect={() => void navigate(`/o/${organisationId}/jobs/${job.id}/survey?settings`)}>
                    {t('jobs.settings')}
                  </DropdownMenu.Item>
                )}
                <DropdownMenu.Item className={ITEM} onSelect={() => setCopying(true)}>
                  {t(job.state === 'template' ? 'jobs.from-template' : 'jobs.copy')}
                </DropdownMenu.Item>
              </>
            )}
            {NEXT[job.state].map((state) => (
              <DropdownMenu.Item key={state} className={ITEM} onSelect={() => put.mutate(state)}>
                {t(job.state === 'template' && state === 'open' ? 'job-state.no-template' : `job-state.do.${state}`)}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {copying ? <CopyJobDialog path={path} job={job} onDone={() => void again()} close={() => setCopying(false)} /> : null}
    </>
  );
}

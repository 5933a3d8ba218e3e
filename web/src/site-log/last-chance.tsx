import '../messages/later';
import type { WorkItem } from '@caulkhorn/core/planning';
import { ChevronRight } from 'lucide-react';
import { Link } from 'react-router';
import { parts, useJob } from '../job/job-context';
import { useLastChances } from '../job/use-tests-open';
import { t, tOf } from '../messages/t';

/** What has to be shown of a face before this work begins: once it is covered nobody can. */
export function LastChance({ item: { faceId, step } }: { item: WorkItem }) {
  const { organisationId, jobId } = useJob(parts('organisationId', 'jobId'));
  const rows = useLastChances(faceId, step);
  if (rows.length === 0) return null;
  return (
    <section aria-label={t('last.title')} className="border-l-4 border-ochre bg-ochre-soft px-3 py-2">
      <h3 className="font-semibold">{t('last.title')}</h3>
      <ul>
        {rows.map(({ planned, state }) => (
          <li key={planned.id}>
            <Link
              to={`/o/${organisationId}/jobs/${jobId}/proof?test=${faceId}:${planned.id}`}
              className="flex min-h-11 items-center gap-3 underline-offset-4 hover:underline max-[719px]:min-h-14"
            >
              <span className="flex-1">
                <b>{tOf(`test.${planned.id}`)}</b>, {t(`proof.state.${state}`)}
              </span>
              <ChevronRight size={18} aria-hidden />
            </Link>
          </li>
        ))}
      </ul>
      <p>{t('last.how')}</p>
    </section>
  );
}

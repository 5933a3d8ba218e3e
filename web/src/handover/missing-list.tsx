import { ChevronRight } from 'lucide-react';
import { Link } from 'react-router';
import { t } from '../messages/t';
import { parts, useJob } from '../job/job-context';
import { useMissing } from './use-missing';

const MARKS_SHOWN = 8;

/** The one list of what is missing; each line leads to its place. */
export function MissingList() {
  const { organisationId, jobId, outbox } = useJob(parts('organisationId', 'jobId', 'outbox'));
  const groups = useMissing();
  const waiting = outbox.pending.length;
  if (groups.length === 0 && waiting === 0) return <p className="font-medium text-water">{t('handover.complete')}</p>;
  return (
    <section aria-label={t('handover.missing')}>
      <h3 className="mb-1 font-semibold">{t('handover.missing')}</h3>
      <ul className="border-t border-rule">
        {waiting > 0 ? <li className="border-b border-rule py-2">{t('missing.unsent', { n: waiting })}</li> : null}
        {groups.map(({ first, marks, n, text }) => {
          const { step, faceId, featureId } = first.place;
          const chosen = featureId ? `?feature=${featureId}` : faceId ? `?face=${faceId}` : '';
          const shown = marks.slice(0, MARKS_SHOWN).join(', ');
          return (
            <li key={`${step} ${text}`} className="border-b border-rule">
              <Link
                to={`/o/${organisationId}/jobs/${jobId}/${step}${chosen}`}
                className="flex min-h-10 items-center gap-2 py-1 hover:bg-sunk max-[719px]:min-h-14"
              >
                <span className="min-w-0 flex-1">
                  {marks.length > 0 ? (
                    <b className={first.tone === 'wrong' ? 'text-iron' : ''}>
                      {n > MARKS_SHOWN ? t('outlook.and-more', { marks: shown, n: n - MARKS_SHOWN }) : shown}{' '}
                    </b>
                  ) : null}
                  <span className={first.tone === 'wrong' ? 'font-medium text-iron' : ''}>{text}</span>
                </span>
                <ChevronRight size={15} aria-hidden className="shrink-0 text-soft" />
              </Link>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

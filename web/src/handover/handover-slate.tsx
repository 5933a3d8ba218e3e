import { Download, FileText } from 'lucide-react';
import { Link } from 'react-router';
import { t } from '../messages/t';
import { buttonClass } from '../shared/ui/button';
import { parts, useJob, usePlanning } from '../job/job-context';
import { SlateTitle } from '../shared/ui/slate-title';
import { whatIsMissing } from './missing';

/** Handover: what the dossier still lacks, the dossier itself, and the job as a file. */
export function HandoverSlate() {
  const { model, revision, outbox, path, can, organisationId, jobId } = useJob(
    parts('model', 'revision', 'outbox', 'path', 'can', 'organisationId', 'jobId'),
  );
  const { plan, site } = usePlanning();
  const missing = whatIsMissing({ model, plan, revision, site, waiting: outbox.pending.length });
  return (
    <>
      <SlateTitle>{t('lens.handover')}</SlateTitle>
      {missing.length === 0 ? <p className="font-medium text-water">{t('handover.complete')}</p> : null}
      {missing.length > 0 ? (
        <>
          <p className="mb-1 font-medium">{t('handover.missing')}</p>
          <ul className="list-disc pl-5">
            {missing.map((text) => (
              <li key={text} className="py-0.5">
                {text}
              </li>
            ))}
          </ul>
        </>
      ) : null}
      <div className="mt-4 flex flex-wrap gap-2">
        <Link to={`/o/${organisationId}/jobs/${jobId}/dossier`} className={buttonClass('solid')}>
          <FileText size={16} /> {t('handover.dossier')}
        </Link>
        {can('export-job') ? (
          <a href={`/api${path}/export`} download className={buttonClass('outline')}>
            <Download size={16} /> {t('handover.export')}
          </a>
        ) : null}
      </div>
      <p className="mt-3 text-[13px] text-soft">{t('handover.verify')}</p>
    </>
  );
}

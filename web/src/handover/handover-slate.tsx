import '../messages/today';
import { Download, FileText } from 'lucide-react';
import { Link } from 'react-router';
import { t } from '../messages/t';
import { buttonClass } from '../shared/ui/button';
import { parts, useJob } from '../job/job-context';
import { SlateTitle } from '../shared/ui/slate-title';
import { AskClient } from './ask-client';
import { BundleCheckPanel, BundlePanel } from './bundle-panel';
import { LogCheckPanel } from './log-check';
import { MissingList } from './missing-list';
import { PlatesPanel } from './plates-panel';
import { VisitsPanel } from './visits-panel';
import { SigningPanel } from './signing-panel';

/** Handover: what the dossier still lacks, the dossier itself, and the job as a file. */
export function HandoverSlate() {
  const { path, can, organisationId, jobId } = useJob(parts('path', 'can', 'organisationId', 'jobId'));
  return (
    <>
      <SlateTitle>{t('lens.handover')}</SlateTitle>
      <MissingList />
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
      <SigningPanel />
      {can('ask-to-sign') ? <AskClient /> : null}
      <VisitsPanel />
      {can('publish') ? <PlatesPanel /> : null}
      {can('export-job') ? <BundlePanel /> : null}
      <BundleCheckPanel />
      <LogCheckPanel />
    </>
  );
}

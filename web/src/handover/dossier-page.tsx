import '../messages/later';
import { ArrowLeft, Printer } from 'lucide-react';
import { Link, useSearchParams } from 'react-router';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { Button, buttonClass } from '../shared/ui/button';
import { DossierRecord } from './dossier-record';
import { PdfMaker } from './pdf-maker';
import { SigningPanel } from './signing-panel';

/** The dossier as it is drawn for A4. Everything in it comes from what was released, written and measured, nothing from today's plan. */
export function DossierPage() {
  const { outbox, organisationId, jobId, session } = useJob(parts('outbox', 'organisationId', 'jobId', 'session'));
  const isClient = session.organisations.some(({ id, standing }) => id === organisationId && standing === 'client');
  const [which] = useSearchParams();
  return (
    <main id="content" className="mx-auto max-w-[190mm] bg-raised p-6 max-[719px]:p-3 print:max-w-none print:bg-white print:p-0">
      <div className="no-print mb-4 flex flex-wrap items-end gap-2">
        <Link to={`/o/${organisationId}/jobs/${jobId}/handover`} className={buttonClass('quiet')}>
          <ArrowLeft size={16} /> {t('dossier.back')}
        </Link>
        <Button onClick={() => print()}>
          <Printer size={16} /> {t('dossier.print')}
        </Button>
        <PdfMaker />
      </div>
      {isClient ? <p className="no-print mb-3 bg-water-soft p-3">{t('by-link.read-first')}</p> : null}
      <DossierRecord faceId={which.get('face')} isTests={which.get('part') === 'tests'} unsent={outbox.pending.length} />
      {isClient ? (
        <div className="no-print">
          <SigningPanel />
        </div>
      ) : null}
    </main>
  );
}

import '../messages/later';
import type { Plate } from '@caulkhorn/contract';
import { useQuery } from '@tanstack/react-query';
import { ArrowLeft, Printer } from 'lucide-react';
import { Link, useParams } from 'react-router';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { dayOnly } from '../shared/times';
import { Button, buttonClass } from '../shared/ui/button';
import { Failed, Loading } from '../shared/ui/states';
import { plateAddress, usePlates } from './use-plates';

/** A plate as it is printed, cut out and screwed beside the wall: A6, lying. */
export function PlatePaperPage() {
  const { organisationId, jobId } = useJob(parts('organisationId', 'jobId'));
  const { plateId } = useParams();
  const { plates } = usePlates();
  const plate = plates.data?.find(({ id }) => id === plateId);
  return (
    <main id="content" className="mx-auto max-w-[190mm] p-6 max-[719px]:p-3 print:max-w-none print:p-0">
      <div className="no-print mb-4 flex flex-wrap items-end gap-2">
        <Link to={`/o/${organisationId}/jobs/${jobId}/handover`} className={buttonClass('quiet')}>
          <ArrowLeft size={16} /> {t('plate.back')}
        </Link>
        <Button onClick={() => print()}>
          <Printer size={16} /> {t('dossier.print')}
        </Button>
      </div>
      {plates.isPending ? <Loading what={t('plate.title')} /> : null}
      {plates.isError && !plates.data ? <Failed fault={plates.error} retry={() => void plates.refetch()} /> : null}
      {plates.data && !plate ? <h1 className="text-xl font-semibold">{t('plate.gone')}</h1> : null}
      {plate ? <Paper plate={plate} /> : null}
    </main>
  );
}

function Paper({ plate }: { plate: Plate }) {
  const { contact, says } = plate;
  const address = plateAddress(plate);
  const code = useQuery({
    queryKey: ['plate-code', address],
    queryFn: async () => {
      const { toString } = await import('qrcode');
      // a plate is scratched and dirty before it is read
      return toString(address, { type: 'svg', margin: 0, errorCorrectionLevel: 'H' });
    },
    staleTime: Infinity,
  });
  const what = says.faces.map(({ mark, name }) => `${mark} ${name}`).join(' · ');
  return (
    <article
      aria-label={t('plate.paper-title', { what })}
      className="flex h-[105mm] w-[148mm] max-w-full gap-[6mm] border border-ink bg-white p-[7mm] text-black max-[719px]:h-auto max-[719px]:flex-wrap"
    >
      <div className="w-[58mm] shrink-0">
        {code.data ? (
          <img src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(code.data)}`} alt={address} className="w-full" />
        ) : (
          <div className="aspect-square w-full" />
        )}
        <p className="mt-[2mm] text-[9pt]">{t('plate.paper-scan')}</p>
      </div>
      <div className="flex min-w-0 flex-1 flex-col gap-[3mm]">
        <h1 className="text-[19pt] leading-tight font-bold">{t('plate.paper-head')}</h1>
        <p className="line-clamp-3 text-[10pt]">{what}</p>
        <p className="text-[13pt] leading-snug font-bold">{t('plate.paper-do-not')}</p>
        <p className="mt-auto text-[10pt]">
          {t('plate.paper-call')}
          <b className="block text-[12pt] break-words">{contact}</b>
        </p>
        <p className="text-[8pt]">
          {says.job} · {dayOnly(says.asOf, says.timeZone)}
        </p>
      </div>
    </article>
  );
}

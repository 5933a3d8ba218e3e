import type { EnrolmentCode as Made } from '@caulkhorn/contract';
import { useQuery } from '@tanstack/react-query';
import { t } from '../messages/t';
import { fullTime } from '../shared/times';

const DEVICE_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** A code that was just made, to be scanned by the device that is to be enrolled, or typed there. It is shown once. */
export function EnrolmentCode({ name, code, expiresAt }: Made & { name: string }) {
  const address = `${location.origin}/enrol#${code}`;
  const picture = useQuery({
    queryKey: ['enrolment-picture', address],
    queryFn: async () => {
      const { toDataURL } = await import('qrcode');
      return toDataURL(address, { margin: 2, width: 200 });
    },
    staleTime: Infinity,
    gcTime: 0,
    networkMode: 'always',
  });
  return (
    <div role="status" className="flex flex-wrap items-start gap-4 bg-water-soft p-3">
      {picture.data ? (
        <img src={picture.data} alt={t('enrol.picture')} width={200} height={200} className="border border-rule-strong" />
      ) : null}
      <div className="flex min-w-[14rem] flex-1 flex-col gap-1.5">
        <p className="font-semibold">{t('enrol.for', { name })}</p>
        <p>{t('enrol.how', { address: `${location.host}/enrol` })}</p>
        <p className="font-mono text-2xl tracking-widest">{`${code.slice(0, 5)}-${code.slice(5)}`}</p>
        <p className="text-[13px] text-soft">{t('enrol.until', { at: fullTime(expiresAt, DEVICE_ZONE) })}</p>
      </div>
    </div>
  );
}

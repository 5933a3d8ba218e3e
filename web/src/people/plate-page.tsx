import '../messages/later';
import '../messages/today';
import type { PublicPlate } from '@caulkhorn/contract';
import { useQuery } from '@tanstack/react-query';
import { t, tOf } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { dayOnly } from '../shared/times';
import { trueNow } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { Mark } from '../shared/ui/mark';
import { Caution, Loading } from '../shared/ui/states';

/** Where the code of a plate on a wall leads: for anybody, on any phone, without signing in. */
export function PlatePage() {
  const token = location.pathname.split('/')[2] ?? '';
  const plate = useQuery({
    queryKey: ['plate', token],
    queryFn: ({ signal }) => api.get<PublicPlate>(`/plates/${encodeURIComponent(token)}`, signal),
    retry: false,
    refetchOnWindowFocus: false,
  });
  const isAway = plate.error instanceof ApiError && plate.error.isAway;
  return (
    <main id="content" className="mx-auto flex max-w-lg flex-col gap-4 p-5 text-base">
      <p className="flex items-center gap-2 text-[13px] text-soft">
        <Mark /> Caulkhorn
      </p>
      <h1 className="text-2xl leading-8 font-bold">{t('visitor.title')}</h1>
      {plate.isLoading ? <Loading what={t('visitor.title')} /> : null}
      {plate.isError ? (
        <div role="alert">
          <p className="font-medium text-iron">{t(isAway ? 'sign-in.away' : 'visitor.none')}</p>
          {isAway ? (
            <Button className="mt-3 h-14" onClick={() => void plate.refetch()}>
              {t('retry')}
            </Button>
          ) : null}
        </div>
      ) : null}
      {plate.data ? <Plate {...plate.data} /> : null}
    </main>
  );
}

function Plate({ organisation, contact, says: { job, site, timeZone, asOf, faces } }: PublicPlate) {
  const day = (at: string) => dayOnly(at, timeZone);
  const voids = [...new Set(faces.flatMap((face) => face.voids))];
  return (
    <>
      <p>{t('visitor.at', { job, site })}</p>
      <section aria-label={t('visitor.do-not')} className="border-2 border-iron bg-iron-soft p-3">
        <h2 className="font-bold">{t('visitor.do-not')}</h2>
        <p className="mt-1">{t('visitor.do-not-how')}</p>
        <ul className="mt-1 list-disc pl-5">
          {voids.map((each) => (
            <li key={each}>{tOf(`voided.${each}`)}</li>
          ))}
        </ul>
      </section>
      <section aria-label={t('visitor.call')}>
        <h2 className="font-bold">{t('visitor.call')}</h2>
        <p className="text-lg">{contact}</p>
        <div className="mt-2">
          <Caution>{t('visitor.water')}</Caution>
        </div>
      </section>
      <section aria-label={t('visitor.laid')}>
        <h2 className="font-bold">{t('visitor.laid')}</h2>
        <ul>
          {faces.map(({ mark, name, family, product, finishedAt, isShown, look, looksAt }) => {
            const next = looksAt.find((at) => Date.parse(at) >= trueNow());
            return (
              <li key={mark} className="border-b border-rule py-2">
                <b>
                  {mark} {name}
                </b>
                <span className="block">
                  {tOf(`family.${family}`)}
                  {product ? `: ${product}` : ''}
                </span>
                <span className="block text-[15px]">
                  {[
                    finishedAt ? t('visitor.finished', { day: day(finishedAt) }) : t('visitor.unfinished'),
                    t(isShown ? 'visitor.shown' : 'visitor.not-shown'),
                  ].join(' · ')}
                </span>
                {finishedAt ? (
                  <span className="block text-[15px] text-soft">
                    {next ? t('visitor.next', { day: day(next), what: tOf(`care-look.${look}`) }) : t('visitor.no-next')}
                  </span>
                ) : null}
              </li>
            );
          })}
        </ul>
      </section>
      <p className="text-[13px] text-soft">{t('visitor.as-of', { firm: organisation, day: day(asOf) })}</p>
      <p className="text-[13px] text-soft">{t('advice-not-approval')}</p>
    </>
  );
}

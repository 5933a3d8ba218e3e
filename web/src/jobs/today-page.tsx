import '../messages/later';
import '../messages/today';
import type { SessionInfo } from '@caulkhorn/contract';
import { Calculator, CircleAlert, CircleCheck, CircleDashed } from 'lucide-react';
import { useEffect } from 'react';
import { Link } from 'react-router';
import { t } from '../messages/t';
import { useSignOut } from '../people/session';
import { useOfflinePages } from '../shared/offline-pages';
import { Button } from '../shared/ui/button';
import { Mark } from '../shared/ui/mark';
import { ThemeSwitch, UnitsSwitch } from '../shared/ui/preference-switches';
import { OrganisationToday } from './organisation-today';

/** The first page: over all jobs that one may see, what is wrong, what comes and what waits; under it the jobs. */
export function TodayPage({ session }: { session: SessionInfo }) {
  const signOut = useSignOut();
  useEffect(() => {
    document.title = `${t('today.title')} · Caulkhorn`;
  }, []);
  return (
    <div className="flex min-h-full flex-col">
      <header className="flex h-12 shrink-0 items-center gap-2 bg-bar px-3 text-bar-ink">
        <Mark /> <b className="text-base">Caulkhorn</b>
        <Link
          to="/bench"
          className="ml-3 flex h-9 min-w-9 items-center gap-1.5 rounded-[3px] px-2 hover:bg-white/10"
          title={t('bench.open-hint')}
        >
          <Calculator size={16} aria-hidden /> <span className="max-[719px]:sr-only">{t('bench.open')}</span>
        </Link>
        <span className="flex-1" />
        <span className="flex max-[719px]:hidden">
          <UnitsSwitch />
        </span>
        <ThemeSwitch />
        <Link to="/account" className="flex h-9 items-center px-2 underline underline-offset-4" title={t('account.open')}>
          <span className="max-[719px]:hidden">{session.name}</span>
          <span className="min-[720px]:hidden">{t('account.open')}</span>
        </Link>
        <button type="button" className="h-9 px-2 whitespace-nowrap underline underline-offset-4" onClick={() => void signOut()}>
          {t('sign-out')}
        </button>
      </header>
      <main id="content" className="mx-auto w-full max-w-[1360px] flex-1 px-5 py-4 max-[719px]:px-3">
        <h1 className="sr-only">{t('today.title')}</h1>
        {session.organisations.length === 0 ? <p>{t('jobs.no-organisation')}</p> : null}
        {session.organisations.map((organisation) => (
          <OrganisationToday key={organisation.id} organisation={organisation} />
        ))}
        <OfflineState />
      </main>
    </div>
  );
}

/** Whether this device may be carried down where there is no signal; better known before than after. */
function OfflineState() {
  const { state, update } = useOfflinePages();
  const Icon = { kept: CircleCheck, fetching: CircleDashed, 'no-way': CircleAlert }[state];
  return (
    <p role="status" aria-label={t('offline.title')} className="flex flex-wrap items-center gap-2 text-[13px] text-soft">
      <Icon size={16} className={`shrink-0 ${state === 'no-way' ? 'text-ochre' : 'text-water'}`} aria-hidden />
      <span className="min-w-0 flex-1">{t(`offline.${state}`)}</span>
      {update ? (
        <Button size="small" onClick={update}>
          {t('offline.update-now')}
        </Button>
      ) : null}
    </p>
  );
}

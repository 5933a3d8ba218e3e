import type { SessionInfo } from '@caulkhorn/contract';
import { DEW_MARGIN_C, dewMargin, dewWorking } from '@caulkhorn/core/site-log';
import { LogOut, Redo2, Search, Undo2 } from 'lucide-react';
import { Suspense, lazy } from 'react';
import { Link, useSearchParams } from 'react-router';
import { t } from '../messages/t';
import { useSignOut } from '../people/session';
import { formatMargin, formatQuantity } from '../shared/numbers';
import { usePreferences } from '../shared/preferences';
import { timeOfDay } from '../shared/times';
import { Mark } from '../shared/ui/mark';
import { ThemeSwitch, UnitsSwitch } from '../shared/ui/preference-switches';
import { useWorking } from '../workings/use-working';
import { usePalette } from './use-palette';
import { parts, useJob, usePlanning } from '../job/job-context';

const JobSettings = lazy(() => import('./job-settings').then((m) => ({ default: m.JobSettings })));

export function JobHeader({ session }: { session: SessionInfo }) {
  const { model, undo, redo } = useJob(parts('model', 'undo', 'redo'));
  const openPalette = usePalette((state) => state.setOpen);
  const [params, setParams] = useSearchParams();
  const openSettings = (isOpen: boolean) => setParams(isOpen ? { settings: '' } : {}, { replace: true });
  const signOut = useSignOut();
  const icon = 'grid size-9 shrink-0 place-items-center rounded-[3px] hover:bg-white/10';
  return (
    <header className="no-print flex h-12 shrink-0 items-center gap-2 bg-bar px-3 text-bar-ink">
      <Link to="/" className="flex items-center gap-2 font-bold" aria-label={t('to-jobs')}>
        <Mark /> <span className="max-[980px]:hidden">Caulkhorn</span>
      </Link>
      <h1 className="min-w-0 border-l border-white/25 text-sm">
        <button
          type="button"
          className="block min-h-9 w-full truncate px-3 font-medium hover:bg-white/10"
          title={t('settings.open')}
          onClick={() => openSettings(true)}
        >
          {model.job.name}
        </button>
      </h1>
      <Suspense>
        <Air />
      </Suspense>
      <span className="flex-1" />
      <OutboxChip />
      <div className="flex max-[719px]:hidden">
        <button type="button" className={icon} onClick={undo} aria-label={t('undo.do')} title={`${t('undo.do')} (Ctrl+Z)`}>
          <Undo2 size={17} />
        </button>
        <button type="button" className={icon} onClick={redo} aria-label={t('redo.do')} title={`${t('redo.do')} (Ctrl+Shift+Z)`}>
          <Redo2 size={17} />
        </button>
        <UnitsSwitch />
        <button
          type="button"
          className="flex h-9 shrink-0 items-center gap-1.5 rounded-[3px] px-2 hover:bg-white/10"
          onClick={() => openPalette(true)}
          aria-label={t('palette.open')}
          title={`${t('palette.open')} (Ctrl+K)`}
        >
          <Search size={16} aria-hidden />
          <kbd className="font-sans text-[12px] opacity-75 max-[1180px]:hidden">Ctrl K</kbd>
        </button>
      </div>
      <ThemeSwitch />
      {params.has('settings') ? (
        <Suspense>
          <JobSettings close={() => openSettings(false)} />
        </Suspense>
      ) : null}
      <span className="text-[13px] whitespace-nowrap max-[1100px]:hidden">{session.name}</span>
      <button
        type="button"
        className={`${icon} max-[719px]:hidden`}
        onClick={() => void signOut()}
        aria-label={t('sign-out')}
        title={t('sign-out')}
      >
        <LogOut size={16} />
      </button>
    </header>
  );
}

/** The air as last measured, and whether a coat may go on in it. */
function Air() {
  const { model } = useJob(parts('model'));
  const { units } = usePreferences();
  const latest = usePlanning().site.latestConditions;
  const show = useWorking((state) => state.show);
  if (!latest) return null;
  const { airTemperatureC, relativeHumidityPct, surfaceTemperatureC } = latest.conditions;
  const margin = dewMargin(latest.conditions);
  const low = margin !== undefined && margin.marginC < DEW_MARGIN_C;
  return (
    <span
      className="flex items-center gap-3 text-[13px] whitespace-nowrap max-[1180px]:hidden"
      title={t('air.measured', { at: timeOfDay(latest.at, model.job.timeZone) })}
    >
      <span className="opacity-85">
        {t('air.line', {
          air: formatQuantity(airTemperatureC, '°C', units),
          rh: relativeHumidityPct,
          surface: formatQuantity(surfaceTemperatureC, '°C', units),
        })}
      </span>
      {margin ? (
        <button
          type="button"
          title={t('working.open')}
          onClick={() => show(dewWorking(latest.conditions) ?? null, t('air.margin'), t('air.why'))}
          className={`min-h-7 rounded-[2px] border px-2 font-bold hover:bg-white/10 ${low ? 'border-[#e8bb5c] text-[#e8bb5c]' : 'border-[#57bdb6] text-[#7fd6cf]'}`}
        >
          {margin.marginC < 0
            ? t('air.below', { margin: formatMargin(-margin.marginC, units) })
            : t(low ? 'air.wait' : 'air.go', { margin: formatMargin(margin.marginC, units) })}
        </button>
      ) : null}
    </span>
  );
}

/** What has not reached the server yet, said plainly. */
function OutboxChip() {
  const { outbox, isAway } = useJob(parts('outbox', 'isAway'));
  const n = outbox.pending.length;
  if (n === 0 && !isAway) return <span className="text-[13px] opacity-70 max-[719px]:hidden">{t('outbox.all-sent')}</span>;
  const waiting = outbox.status === 'waiting' || isAway || outbox.unkept.length > 0;
  return (
    <span
      role="status"
      className={`rounded-[2px] border px-2 py-0.5 text-[13px] font-semibold whitespace-nowrap ${waiting ? 'border-[#e8bb5c] text-[#e8bb5c]' : 'border-white/40'}`}
    >
      {outbox.unkept.length > 0 ? (
        t('outbox.unkept', { n: outbox.unkept.length })
      ) : !waiting ? (
        t('outbox.sending', { n })
      ) : n > 0 ? (
        <Link to="/account" title={t('outbox.as-file')}>
          {t('outbox.away-kept', { n })}
        </Link>
      ) : (
        t('outbox.away')
      )}
    </span>
  );
}

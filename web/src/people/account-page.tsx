import '../messages/later';
import { PERMISSIONS, type SecurityEventAnswer, type SessionInfo } from '@caulkhorn/contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { ArrowLeft } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { t, tOf } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { fullTime } from '../shared/times';
import { Button, buttonClass } from '../shared/ui/button';
import { TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { Failed, Loading } from '../shared/ui/states';
import { faultText } from '../shared/fault-text';
import { refusalOf } from '../shared/refusal';
import { Devices } from '../house/devices';
import { OwnDrawer } from './own-drawer';
import { SecondFactor } from './second-factor';
import { WaitingHere } from './waiting-here';

const DEVICE_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** Password, sessions, second factor and what happened to an account; for planners also the people of their house. */
export function AccountPage({ session }: { session: SessionInfo }) {
  const managed = session.organisations.filter(({ standing }) => PERMISSIONS[standing].includes('manage-people'));
  const writing = session.organisations.filter(
    ({ standing }) => PERMISSIONS[standing].includes('log') || PERMISSIONS[standing].includes('hold'),
  );
  return (
    <div className="min-h-full">
      <header className="flex h-12 items-center gap-3 bg-bar px-4 text-bar-ink">
        <Link to="/" className="flex h-9 items-center gap-1.5 rounded-[3px] px-2 hover:bg-white/10">
          <ArrowLeft size={16} /> {t('account.back')}
        </Link>
        <h1 className="text-base font-bold">{t('account.title')}</h1>
      </header>
      <main id="content" className="mx-auto grid max-w-5xl grid-cols-2 gap-x-10 gap-y-8 p-6 max-[719px]:grid-cols-1 max-[719px]:p-3">
        <p className="col-span-full">
          <b className="text-lg">{session.name}</b> <span className="text-soft">{session.email ?? t('by-link.no-account')}</span>
        </p>
        <div className="flex flex-col gap-8">
          {session.email === null ? null : (
            <Part title={t('account.password')}>
              <ChangePassword />
            </Part>
          )}
          <Part title={t('account.sessions')} about={t('account.sessions-about')}>
            <OtherSessions />
          </Part>
          <Part title={t('account.events')}>
            <Events />
          </Part>
        </div>
        <div className="flex flex-col gap-8">
          {session.email === null ? null : (
            <Part title={t('account.second')} about={t('account.second-about')}>
              <SecondFactor />
            </Part>
          )}
          {session.email === null ? null : (
            <Part title={t('drawers.title')} about={t('drawers.about')}>
              <OwnDrawer session={session} />
            </Part>
          )}
          {writing.length > 0 ? (
            <Part title={t('waiting-file.title')}>
              <WaitingHere session={session} />
            </Part>
          ) : null}
          {writing.map(({ id, name }) => (
            <Part key={id} title={t('devices-known.own', { name })}>
              <Devices organisationId={id} personId={session.personId} />
            </Part>
          ))}
          {managed.map(({ id, name }) => (
            <Part key={id} title={t('account.people', { name })}>
              <Link to={`/o/${id}/house/people`} className={`${buttonClass()} self-start`}>
                {t('account.to-people')}
              </Link>
            </Part>
          ))}
        </div>
      </main>
    </div>
  );
}

function Part({ title, about, children }: { title: string; about?: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="flex min-w-0 flex-col gap-3">
      <h2 className="border-b border-rule-strong pb-1 text-base font-semibold">{title}</h2>
      {about ? <p className="text-[13px] text-soft">{about}</p> : null}
      {children}
    </section>
  );
}

function ChangePassword() {
  const { register, handleSubmit, setError, reset, formState } = useForm({ defaultValues: { current: '', next: '' } });
  const [isDone, setDone] = useState(false);
  const client = useQueryClient();
  const change = handleSubmit(async (texts) => {
    setDone(false);
    try {
      await api.put('/account/password', texts);
      reset();
      setDone(true);
      void client.invalidateQueries({ queryKey: ['account'] });
    } catch (fault) {
      const issues = fault instanceof ApiError ? fault.issues().filter(({ path }) => path === 'current' || path === 'next') : [];
      for (const found of issues) setError(found.path as 'current' | 'next', { message: faultText(found) });
      if (issues.length === 0) setError('root', { message: refusalOf(fault) });
    }
  });
  const faults = formState.errors;
  return (
    <form onSubmit={(event) => void change(event)} noValidate className="flex flex-col gap-3">
      <TextField
        label={t('account.current')}
        type="password"
        autoComplete="current-password"
        fault={faults.current?.message}
        {...register('current')}
      />
      <TextField label={t('account.next')} type="password" autoComplete="new-password" fault={faults.next?.message} {...register('next')} />
      <FormFoot fault={faults.root?.message} label={t('account.change')} disabled={formState.isSubmitting} />
      {isDone ? <p role="status">{t('account.changed')}</p> : null}
    </form>
  );
}

function OtherSessions() {
  const [said, setSaid] = useState('');
  const end = () =>
    api.post<{ ended: number }>('/account/sessions/end-others', {}).then(
      ({ ended }) => setSaid(t('account.ended', { n: ended })),
      (fault: unknown) => setSaid(refusalOf(fault)),
    );
  return (
    <>
      <Button className="self-start" onClick={() => void end()}>
        {t('account.end-others')}
      </Button>
      {said ? <p role="status">{said}</p> : null}
    </>
  );
}

function Events() {
  const events = useQuery({
    queryKey: ['account', 'events'],
    queryFn: ({ signal }) => api.get<SecurityEventAnswer[]>('/account/events', signal),
  });
  if (events.isPending) return <Loading what={t('account.events')} />;
  if (!events.data) return <Failed fault={events.error} retry={() => void events.refetch()} />;
  return (
    <ol className="max-h-80 divide-y divide-rule overflow-y-auto text-[13px]">
      {events.data.map(({ at, kind, address }, i) => (
        <li key={`${at} ${i}`} className="flex justify-between gap-3 py-1">
          <span>
            {fullTime(at, DEVICE_ZONE)} · {tOf(`account.event.${kind}`)}
          </span>
          <span className="text-soft">{address}</span>
        </li>
      ))}
    </ol>
  );
}

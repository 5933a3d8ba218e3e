import {
  type Colleague,
  type EnrolmentCode as Made,
  type JobSummary,
  type OpenInvitation,
  type PeopleAnswer,
  ROLES,
  type Role,
} from '@caulkhorn/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { t, tOf } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { dayOnly } from '../shared/times';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { Failed, Loading } from '../shared/ui/states';
import { Devices } from './devices';
import { EnrolmentCode } from './enrolment-code';
import { InviteForm } from './invite-form';
import { OneTimeLink } from '../shared/ui/one-time-link';
import { refusalOf } from '../shared/refusal';

export const peopleKey = (organisationId: string) => ['people', organisationId] as const;

/** Who belongs to the house: asked to join by a link, given another role, taken off. */
export function HousePeople({ organisationId, ownId }: { organisationId: string; ownId: string }) {
  const path = `/organisations/${organisationId}`;
  const client = useQueryClient();
  const people = useQuery({
    queryKey: peopleKey(organisationId),
    queryFn: ({ signal }) => api.get<PeopleAnswer>(`${path}/people`, signal),
  });
  const jobs = useQuery({ queryKey: ['jobs', organisationId], queryFn: ({ signal }) => api.get<JobSummary[]>(`${path}/jobs`, signal) });
  const [link, setLink] = useState<{ label: string; address: string } | null>(null);
  const [code, setCode] = useState<(Made & { name: string }) | null>(null);
  const [leaving, setLeaving] = useState<Colleague | null>(null);
  const again = () => client.invalidateQueries({ queryKey: peopleKey(organisationId) });
  const act = useMutation({
    mutationFn: (action: () => Promise<unknown>) => action(),
    onError: (fault) => toast.error(fault instanceof ApiError && REFUSALS.has(fault.code) ? tOf(`people.${fault.code}`) : refusalOf(fault)),
    onSettled: again,
  });
  if (people.isPending) return <Loading what={t('house.part.people')} />;
  if (!people.data) return <Failed fault={people.error} retry={() => void people.refetch()} />;
  const nameOfJob = (id: string) => jobs.data?.find((job) => job.id === id)?.name ?? t('people.a-job');
  const newPassword = ({ id, name }: Colleague) =>
    act.mutate(async () => {
      const { token } = await api.post<{ token: string }>(`${path}/people/${id}/reset-link`, {});
      setLink({ label: t('account.reset-link-for', { name }), address: `${location.origin}/reset#${token}` });
    });
  const enrol = ({ id, name }: Colleague) =>
    act.mutate(async () => {
      setCode({ name, ...(await api.post<Made>(`${path}/people/${id}/enrolment`, {})) });
    });
  const takeOff = ({ id, name }: Colleague) => {
    setLeaving(null);
    act.mutate(async () => {
      await api.delete(`${path}/people/${id}`);
      toast(t('people.is-off', { name }));
    });
  };
  return (
    <div className="flex flex-col gap-6">
      <p className="max-w-[70ch] text-soft">{t('people.about')}</p>
      <section aria-label={t('people.invite')} className="flex flex-col gap-3 border border-rule bg-raised p-4">
        <h2 className="text-base font-semibold">{t('people.invite')}</h2>
        {/* the job that a link names is one of these: a list without it would drop it */}
        {jobs.isPending ? (
          <Loading what={t('the-jobs')} />
        ) : (
          <InviteForm
            path={path}
            jobs={jobs.data ?? []}
            onInvited={(name, address) => {
              setLink({ label: t('people.link-for', { name }), address });
              void again();
            }}
          />
        )}
      </section>
      {link ? <OneTimeLink {...link} /> : null}
      {code ? <EnrolmentCode {...code} /> : null}
      <section aria-label={t('people.belong')}>
        <h2 className="border-b border-rule-strong pb-1 text-base font-semibold">{t('people.belong')}</h2>
        <ul className="divide-y divide-rule">
          {people.data.people.map((person) => (
            <li key={person.id} className="flex flex-wrap items-center gap-x-3 gap-y-1 py-2">
              <span className="min-w-[14rem] flex-1">
                <b className="font-semibold">{person.name}</b>
                {person.id === ownId ? <span className="text-soft"> {t('people.you')}</span> : null}
                <span className="block text-[13px] text-soft">{person.email}</span>
              </span>
              {person.standing === 'guest' ? (
                <span className="min-w-[10rem] text-[13px]">{t('people.guest-of', { jobs: person.jobIds.map(nameOfJob).join(', ') })}</span>
              ) : (
                <select
                  aria-label={t('people.role-of', { name: person.name })}
                  value={person.standing}
                  onChange={(event) => {
                    const role = event.target.value as Role;
                    act.mutate(() => api.put(`${path}/people/${person.id}/role`, { role }));
                  }}
                  className="h-9 border border-rule-strong bg-raised px-2 max-[719px]:h-14"
                >
                  {ROLES.map((role) => (
                    <option key={role} value={role}>
                      {t(`account.role.${role}`)}
                    </option>
                  ))}
                </select>
              )}
              {person.id === ownId ? null : <Button onClick={() => enrol(person)}>{t('enrol.make')}</Button>}
              {person.id === ownId ? null : <Button onClick={() => newPassword(person)}>{t('people.new-password')}</Button>}
              {person.id === ownId ? null : <Button onClick={() => setLeaving(person)}>{t('people.take-off')}</Button>}
            </li>
          ))}
        </ul>
      </section>
      <Invitations
        invitations={people.data.invitations}
        nameOfJob={nameOfJob}
        withdraw={({ id }) => act.mutate(() => api.delete(`${path}/people/invitations/${id}`))}
      />
      <section aria-label={t('devices-known.title')}>
        <h2 className="border-b border-rule-strong pb-1 text-base font-semibold">{t('devices-known.title')}</h2>
        <Devices organisationId={organisationId} personId={ownId} />
      </section>
      {leaving ? (
        <Dialog open onOpenChange={() => setLeaving(null)} title={t('people.take-off-title', { name: leaving.name })}>
          <p className="max-w-[55ch]">{t('people.take-off-about')}</p>
          <div className="mt-4 flex justify-end gap-2">
            <Button onClick={() => setLeaving(null)}>{t('people.keep')}</Button>
            <Button look="solid" onClick={() => takeOff(leaving)}>
              {t('people.take-off')}
            </Button>
          </div>
        </Dialog>
      ) : null}
    </div>
  );
}

const REFUSALS: ReadonlySet<string> = new Set(['last-planner', 'belongs-elsewhere', 'has-second-factor']);

function Invitations({
  invitations,
  nameOfJob,
  withdraw,
}: {
  invitations: readonly OpenInvitation[];
  nameOfJob(id: string): string;
  withdraw(invitation: OpenInvitation): void;
}) {
  if (invitations.length === 0) return null;
  return (
    <section aria-label={t('people.asked')}>
      <h2 className="border-b border-rule-strong pb-1 text-base font-semibold">{t('people.asked')}</h2>
      <ul className="divide-y divide-rule">
        {invitations.map((each) => (
          <li key={each.id} className="flex flex-wrap items-center gap-x-3 py-2">
            <span className="min-w-[14rem] flex-1">
              {each.name}{' '}
              <span className="text-[13px] text-soft">
                {each.jobId ? t('people.guest-of', { jobs: nameOfJob(each.jobId) }) : t(`account.role.${each.standing}`)}
              </span>
              <span className="block text-[13px] text-soft">{each.email}</span>
            </span>
            <span className="text-[13px] text-soft">{t('people.until', { day: dayOnly(each.expiresAt, DEVICE_ZONE) })}</span>
            <Button onClick={() => withdraw(each)}>{t('people.withdraw')}</Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

const DEVICE_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;

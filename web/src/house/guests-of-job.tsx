import '../messages/later';
import type { PeopleAnswer } from '@caulkhorn/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { api } from '../shared/api';
import { Button } from '../shared/ui/button';
import { Failed, Loading } from '../shared/ui/states';
import { peopleKey } from './house-people';
import { refusalOf } from '../shared/refusal';

/** Who may see one job: the people of the house, and guests that were asked to this job alone. */
export function GuestsOfJob({ organisationId, jobId }: { organisationId: string; jobId: string }) {
  const path = `/organisations/${organisationId}/people`;
  const client = useQueryClient();
  const people = useQuery({ queryKey: peopleKey(organisationId), queryFn: ({ signal }) => api.get<PeopleAnswer>(path, signal) });
  const takeOff = useMutation({
    mutationFn: (personId: string) => api.delete(`${path}/${personId}/jobs/${jobId}`),
    onError: (fault) => toast.error(refusalOf(fault)),
    onSettled: () => client.invalidateQueries({ queryKey: peopleKey(organisationId) }),
  });
  if (people.isPending) return <Loading what={t('settings.who-sees')} />;
  if (!people.data) return <Failed fault={people.error} retry={() => void people.refetch()} />;
  const members = people.data.people.filter(({ standing }) => standing !== 'guest');
  const guests = people.data.people.filter(({ standing, jobIds }) => standing === 'guest' && jobIds.includes(jobId));
  return (
    <section aria-label={t('settings.who-sees')} className="mt-5 flex flex-col gap-2 border-t border-rule pt-3">
      <h3 className="font-semibold">{t('settings.who-sees')}</h3>
      <p className="text-[13px] text-soft">{t('settings.members-see', { n: members.length })}</p>
      <ul className="divide-y divide-rule">
        {guests.map(({ id, name, email }) => (
          <li key={id} className="flex items-center gap-3 py-1">
            <span className="min-w-0 flex-1">
              {name} <span className="block text-[13px] text-soft">{email}</span>
            </span>
            <Button onClick={() => takeOff.mutate(id)}>{t('people.off-job')}</Button>
          </li>
        ))}
      </ul>
      <Link
        to={`/o/${organisationId}/house/people?job=${jobId}`}
        className="flex min-h-9 items-center self-start underline underline-offset-4 max-[719px]:min-h-14"
      >
        {t('settings.ask-guest')}
      </Link>
    </section>
  );
}

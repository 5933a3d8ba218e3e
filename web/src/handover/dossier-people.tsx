import type { Qualified } from '@caulkhorn/core/site-log';
import { t } from '../messages/t';
import { dayOnly } from '../shared/times';

const dayOf = (day: string): string => dayOnly(`${day}T12:00:00Z`, 'UTC');

/** Who was there, each with the cards that were shown for them at a talk before work. */
export function DossierPeople({ people }: { people: readonly Qualified[] }) {
  if (people.length === 0) return <p>{t('none')}</p>;
  return (
    <>
      <ul>
        {people.map(({ name, cards }) => (
          <li key={name}>
            <b className="font-medium">{name}</b>
            {cards.map(({ skill, number, until, hadLapsed }) => (
              <span key={`${skill} ${number}`} className={hadLapsed ? 'block pl-3 font-medium text-iron' : 'block pl-3'}>
                {t(`skill.${skill}`)} {number}
                {until === undefined ? '' : `, ${t(hadLapsed ? 'dossier.card-lapsed' : 'dossier.card-until', { day: dayOf(until) })}`}
              </span>
            ))}
          </li>
        ))}
      </ul>
      <p className="text-[13px] text-soft">{t('dossier.people-how')}</p>
    </>
  );
}

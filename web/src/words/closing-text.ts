import type { ClosedHours } from '@caulkhorn/core/planning';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t } from '../messages/t';
import { hourOfDay, weekdayName } from '../shared/times';
import { breachText } from './breach-text';

/** Why nobody can be at a piece of work: "the injection pump is at Kelp House". */
export function closingText({ because }: Pick<ClosedHours, 'because'>, units: UnitSystem): string {
  switch (because.code) {
    case 'machine':
      return t('closing.machine', { machine: t(`machine.${because.machine}`), jobs: because.jobs.join(', ') });
    case 'permit':
      return t('closing.permit', { permit: t(`permit.${because.permit}`), number: because.number });
    case 'material':
      return t('closing.material', { product: because.product, n: because.days });
    case 'person-off':
      return t('closing.person-off', { person: because.person });
    case 'person-hours': {
      const { days, fromHour, hours } = because.week;
      return t('closing.person-hours', {
        person: because.person,
        days: days.map((day) => weekdayName(day)).join(', '),
        from: hourOfDay(fromHour),
        to: hourOfDay(fromHour + hours),
      });
    }
    case 'person-away':
      return t('closing.person-away', { person: because.person, jobs: because.jobs.join(', ') });
    case 'weather':
      return [
        `${because.product}: ${breachText(because.breach, units)}`,
        ...(because.where === 'room' ? [t('closing.room')] : []),
        ...(because.isUsual ? [t('closing.usual')] : []),
      ].join(', ');
  }
}

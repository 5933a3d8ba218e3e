import { heatingFor, hoursAhead } from '@caulkhorn/core/planning';
import { formatNumber } from '../messages/number-text';
import { useMemo } from 'react';
import { parts, useJob, usePlanning } from '../job/job-context';
import { t } from '../messages/t';
import { formatMoney } from '../shared/numbers';

/** What warmer walls cost in heat until a programme ends, by the air of rooms that somebody told; the others are named. */
export function HeatingCost({ toC, untilMs }: { toC: number; untilMs: number }) {
  const { model } = useJob(parts('model'));
  const { walls } = usePlanning();
  const { job, faces, spaces } = model;
  const heatings = useMemo(() => {
    const wallsC = new Map([...walls].map(([id, { history }]) => [id, history]));
    return heatingFor({ job, faces, wallsC }, hoursAhead(job), { toC, untilMs });
  }, [job, faces, walls, toC, untilMs]);
  const reckoned = heatings.filter(({ airC }) => airC !== undefined);
  const short = heatings.filter(({ airC }) => airC === undefined);
  const nameOf = (ids: readonly string[]) => spaces.flatMap(({ id, name }) => (ids.includes(id) ? [name] : [])).join(', ');
  const known = new Set(heatings.map(({ spaceId }) => spaceId));
  const rooms = faces.filter(({ near }) => near.kind === 'room').map(({ spaceId }) => spaceId);
  const untold = [...new Set(rooms)].filter((id) => !known.has(id));
  const kWh = reckoned.reduce((sum, each) => sum + each.kWh, 0);
  const price = job.climate?.energyMinorPerKWh;
  const values = { kwh: `${formatNumber(kWh, 0)}\u202fkWh`, rooms: nameOf(reckoned.map(({ spaceId }) => spaceId)) };
  return (
    <span className="block text-[13px] font-normal text-soft">
      {[
        ...(reckoned.length > 0
          ? [
              price === undefined
                ? t('what-if.heat', values)
                : t('what-if.heat-costs', { ...values, money: formatMoney(kWh * price, job.currency) }),
            ]
          : []),
        ...(short.length > 0 ? [t('what-if.heat-short', { rooms: nameOf(short.map(({ spaceId }) => spaceId)) })] : []),
        ...(untold.length > 0 ? [t('what-if.heat-untold', { rooms: nameOf(untold) })] : []),
      ].join(' ')}
    </span>
  );
}

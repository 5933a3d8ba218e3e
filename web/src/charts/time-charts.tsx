import { t, tOf } from '../messages/t';
import { timeOfDay } from '../shared/times';
import { scalarText } from '../workings/value-text';
import type { ChartProps } from './chart-props';

const DEVICE_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;
const reader = { units: 'metric', timeZone: DEVICE_ZONE, moneyIn: 'plain' } as const;

/** Tasks as bars over the minutes of the programme, hours of rest left white. */
export function ProgrammeChart({ input, output }: ChartProps) {
  const tasks = output['tasks'] as readonly { id: string; startMin: number; endMin: number }[];
  if (tasks.length === 0) return null;
  const end = Number(output['makespanMin']);
  const resources = (input['resources'] ?? []) as readonly { available?: { fromMin: number; toMin: number }[] }[];
  const shifts = resources.find(({ available }) => available)?.available?.filter(({ fromMin }) => fromMin < end) ?? [];
  const share = (minutes: number) => `${(100 * minutes) / end}%`;
  const days = Array.from({ length: Math.floor(end / 1440) + 1 }, (_, day) => day);
  return (
    <figure className="mt-4">
      <figcaption className="mb-1 font-semibold">{t('chart.programme')}</figcaption>
      <div className="grid grid-cols-[minmax(80px,150px)_1fr] border-y border-rule-strong">
        <span />
        <span className="relative h-5 text-[12px] text-soft">
          {days.map((day) => (
            <span key={day} className="absolute border-l border-rule-strong pl-1" style={{ left: share(day * 1440) }}>
              {t('chart.on-day', { n: day + 1 })}
            </span>
          ))}
        </span>
        {tasks.slice(0, 60).map(({ id, startMin, endMin }) => (
          <div key={id} className="col-span-2 grid grid-cols-subgrid border-t border-rule">
            <span className="truncate pr-2 leading-7" title={id}>
              {id}
            </span>
            <span className="relative h-7">
              {shifts.map(({ fromMin, toMin }) => (
                <span
                  key={fromMin}
                  className="absolute inset-y-0 bg-sunk"
                  style={{ left: share(fromMin), width: share(Math.min(end, toMin) - fromMin) }}
                />
              ))}
              <span
                className="absolute inset-y-1 min-w-0.5 rounded-[2px] bg-water"
                style={{ left: share(startMin), width: share(endMin - startMin) }}
                title={`${id}: ${scalarText(startMin, 'min', reader)} – ${scalarText(endMin, 'min', reader)}`}
              />
            </span>
          </div>
        ))}
      </div>
    </figure>
  );
}

/** One cell for each hour: fit, or the first reason why not. */
export function HoursChart({ output }: ChartProps) {
  const hours = output['hours'] as readonly { at: string; ok: boolean; reasons: string[] }[];
  return (
    <figure className="mt-4">
      <figcaption className="mb-1 font-semibold">{t('chart.windows')}</figcaption>
      <ol className="grid grid-cols-[repeat(auto-fill,minmax(92px,1fr))] gap-px">
        {hours.slice(0, 96).map(({ at, ok, reasons }) => (
          <li
            key={at}
            className={`min-h-14 border px-1.5 py-1 text-[12px] leading-4 ${ok ? 'border-water bg-water-soft' : 'border-rule-strong bg-sunk'}`}
          >
            <b className="block text-[13px]">{timeOfDay(at, DEVICE_ZONE)}</b>
            {ok ? t('chart.fit') : tOf(`value.${reasons[0]}`)}
          </li>
        ))}
      </ol>
    </figure>
  );
}

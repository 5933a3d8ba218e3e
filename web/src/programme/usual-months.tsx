import { usualOutdoors } from '@caulkhorn/core/devices';
import type { Issue } from '@caulkhorn/core/issues';
import type { UsualMonths } from '@caulkhorn/core/jobs';
import { useState } from 'react';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { monthName } from '../shared/times';
import { trueNow } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { FaultList } from '../shared/ui/fault-list';
import { FigureField } from '../shared/ui/figure-field';
import { FileField } from '../shared/ui/file-field';
import { readUsualMonths } from './usual-months-csv';

type Month = UsualMonths['months'][number];

const FIGURES = [
  { name: 'airC', unit: '°C', min: -60, max: 50, label: 'months.air' },
  { name: 'swingC', unit: 'K', min: 0, max: 20, label: 'months.swing' },
  { name: 'humidityPct', unit: '%', min: 0, max: 100, label: 'months.humidity' },
] as const satisfies readonly { name: keyof Month; unit: string; min: number; max: number; label: string }[];

/** What months are usually like here, for hours that no forecast reaches: from a file or the simulated station, each figure to be put right. */
export function Months() {
  const { model, can, putHead } = useJob(parts('model', 'can', 'putHead'));
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const { usualMonths, ...head } = model.job;
  const take = (source: string, months: Month[]) => {
    putHead({ ...head, usualMonths: { source, months } });
    setIssues([]);
  };
  const read = async (file: File) => {
    const found = readUsualMonths(await file.text());
    if (found.ok) take(file.name.slice(0, 120), found.value);
    else setIssues(found.issues);
  };
  return (
    <section className="flex flex-col gap-2">
      <h3 className="mt-2 font-semibold">{t('months.title')}</h3>
      <p>{usualMonths ? t('months.by', { source: usualMonths.source }) : t('months.none')}</p>
      {usualMonths ? (
        <MonthsTable usual={usualMonths} isReadOnly={!can('plan')} keep={(months) => take(usualMonths.source, months)} />
      ) : null}
      {can('plan') ? (
        <>
          <FileField label={t('months.file')} accept=".csv,text/csv" onFile={(file) => void read(file)} />
          <div className="flex flex-wrap gap-2">
            <Button onClick={() => take(t('weather.station-name'), usualOutdoors(new Date(trueNow()).getUTCFullYear()))}>
              {t('months.station')}
            </Button>
            {usualMonths ? (
              <Button look="quiet" onClick={() => putHead(head)}>
                {t('months.forget')}
              </Button>
            ) : null}
          </div>
        </>
      ) : null}
      {issues.length > 0 ? <FaultList title={t('weather.faults')} issues={issues} /> : null}
    </section>
  );
}

function MonthsTable({ usual, isReadOnly, keep }: { usual: UsualMonths; isReadOnly: boolean; keep(months: Month[]): void }) {
  return (
    <details>
      <summary className="cursor-pointer py-1 font-medium text-water">{t('months.show')}</summary>
      <div className="flex flex-col gap-2 pt-1">
        {usual.months.map((month, i) => (
          <fieldset key={i} className="grid grid-cols-[3.5rem_1fr_1fr_1fr] items-end gap-2">
            <legend className="sr-only">{monthName(i)}</legend>
            <span className="pb-2 font-medium" aria-hidden>
              {monthName(i)}
            </span>
            {FIGURES.map(({ name, unit, min, max, label }) => (
              <FigureField
                key={name}
                label={t(label)}
                unit={unit}
                min={min}
                max={max}
                isNeeded
                disabled={isReadOnly}
                value={month[name]}
                keep={(value) =>
                  value === undefined ? undefined : keep(usual.months.map((each, j) => (j === i ? { ...each, [name]: value } : each)))
                }
              />
            ))}
          </fieldset>
        ))}
      </div>
    </details>
  );
}

import { hoursWorked } from '@caulkhorn/core/outlook';
import { useMemo } from 'react';
import { parts, useJob, usePlanning } from '../job/job-context';
import { t, tOf } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatMoney } from '../shared/numbers';
import { type Column, DataTable } from '../shared/ui/data-table';
import { TableOut } from './table-out';
import { hoursTable } from './tables-out';

/** What the log says of who worked how long at what, beside what the plan had for the same work. */
export function HoursWorked({ currency, labourMinorPerH }: { currency: string; labourMinorPerH: number }) {
  const { model, revision } = useJob(parts('model', 'revision'));
  const { site } = usePlanning();
  const { rows, plannedH, untimed } = useMemo(() => hoursWorked(revision, site), [revision, site]);
  const money = (workH: number) => formatMoney(workH * labourMinorPerH, currency);
  const workH = rows.reduce((sum, row) => sum + row.workH, 0);
  const columns: Column<(typeof rows)[number]>[] = [
    { id: 'who', header: t('worked.who'), value: ({ name }) => name },
    { id: 'task', header: t('cost.task'), value: ({ task }) => tOf(`step.${task}`) },
    { id: 'pieces', header: t('worked.pieces'), isNumber: true, value: ({ pieces }) => pieces },
    { id: 'hours', header: t('cost.hours'), isNumber: true, value: (row) => row.workH, cell: (row) => formatNumber(row.workH, 1) },
    { id: 'labour', header: t('cost.labour'), isNumber: true, value: (row) => row.workH, cell: (row) => money(row.workH) },
  ];
  return (
    <section aria-label={t('worked.title')}>
      <h3 className="mt-5 mb-1 font-semibold">{t('worked.title')}</h3>
      {rows.length === 0 ? (
        <p className="text-soft">{t('worked.none')}</p>
      ) : (
        <>
          <TableOut name={`${model.job.name} ${t('worked.title')}`} tables={[hoursTable(rows, { currency, labourMinorPerH })]} />
          <DataTable name={t('worked.title')} rows={rows} columns={columns} rowKey={({ name, task }) => `${name} ${task}`} />
          <p className="mt-2 flex justify-between gap-3 border-b-2 border-rule-strong py-1 font-semibold">
            <span>{t('worked.sum', { hours: formatNumber(workH, 1), planned: formatNumber(plannedH, 1) })}</span>
            <span>{money(workH)}</span>
          </p>
        </>
      )}
      {untimed > 0 ? <p className="mt-2">{t('worked.untimed', { n: untimed })}</p> : null}
      <p className="mt-2 text-[13px] text-soft">{t('worked.note')}</p>
    </section>
  );
}

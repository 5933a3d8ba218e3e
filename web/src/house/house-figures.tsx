import type { JobSummary } from '@caulkhorn/contract';
import { FIGURES_BY, type FiguresBy, type FiguresRow, type JobFigures, houseFigures } from '@caulkhorn/core/outlook';
import { useQueries, useQuery } from '@tanstack/react-query';
import { Download } from 'lucide-react';
import { Suspense, lazy, useMemo, useState } from 'react';
import { t, tOf } from '../messages/t';
import { api } from '../shared/api';
import { formatNumber } from '../messages/number-text';
import { saveFile } from '../shared/save-file';
import { Button } from '../shared/ui/button';
import { type Column, DataTable } from '../shared/ui/data-table';
import { SelectField } from '../shared/ui/field';
import { Failed, Loading } from '../shared/ui/states';
import type { PartProps } from '../stores/part-props';
import { figuresCsv } from './figures-csv';
import { LearnedRates } from './learned-rates';

const FiguresPlot = lazy(() => import('./figures-plot'));

/** What was planned against what it took, over all jobs of the house: each is looked at by itself, and one that fails hides no other. */
export function HouseFigures(props: PartProps) {
  const path = `/organisations/${props.organisationId}/jobs`;
  const jobs = useQuery({ queryKey: ['jobs', props.organisationId], queryFn: ({ signal }) => api.get<JobSummary[]>(path, signal) });
  const there = (jobs.data ?? []).filter(({ state }) => state !== 'deleted');
  const answers = useQueries({
    queries: there.map(({ id }) => ({
      queryKey: ['figures', id],
      queryFn: ({ signal }: { signal: AbortSignal }) => api.get<JobFigures>(`${path}/${id}/figures`, signal),
      staleTime: 60_000,
    })),
  });
  const stamp = answers.map(({ dataUpdatedAt }) => dataUpdatedAt).join();
  // answers keep their identity while nothing new has come
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const figures = useMemo(() => answers.flatMap(({ data }) => (data ? [data] : [])), [stamp]);
  const failed = answers.filter(({ isError, data }) => isError && !data).length;
  const waiting = answers.filter(({ isPending }) => isPending).length;
  if (jobs.isPending) return <Loading what={t('the-jobs')} />;
  if (!jobs.data) return <Failed fault={jobs.error} retry={() => void jobs.refetch()} />;
  return (
    <div className="flex flex-col gap-4">
      <p className="max-w-[70ch] text-soft">{t('figures.how')}</p>
      <p role="status" className="text-[13px] text-soft">
        {waiting > 0
          ? t('figures.looking', { done: there.length - waiting, n: there.length })
          : failed > 0
            ? t('figures.not-all', { n: failed })
            : t('figures.looked', { n: there.length })}
      </p>
      <Groups figures={figures} isWaiting={waiting > 0} />
      <LearnedRates {...props} figures={figures} />
    </div>
  );
}

function Groups({ figures, isWaiting }: { figures: readonly JobFigures[]; isWaiting: boolean }) {
  const [by, setBy] = useState<FiguresBy>('family');
  const rows = useMemo(() => houseFigures(figures, by), [figures, by]);
  const nameOf = ({ key }: FiguresRow) => (key === '' ? t('figures.no-family') : by === 'who' ? key : tOf(`${by}.${key}`));
  if (rows.length === 0) return isWaiting ? <Loading what={t('figures.title')} /> : <p className="text-soft">{t('figures.none')}</p>;
  const compared = rows.filter(({ timed, weighed }) => timed > 0 || weighed > 0);
  return (
    <section aria-label={t('figures.title')}>
      <div className="mb-3 flex flex-wrap items-end gap-3">
        <SelectField
          label={t('figures.by')}
          value={by}
          onChange={({ target }) => setBy(target.value as FiguresBy)}
          options={FIGURES_BY.map((each) => ({ value: each, label: t(`figures.by.${each}`) }))}
        />
        <Button onClick={() => saveFile('planned-and-taken.csv', figuresCsv(rows, nameOf), 'text/csv;charset=utf-8')}>
          <Download size={16} aria-hidden /> {t('figures.csv')}
        </Button>
      </div>
      <DataTable name={t('figures.title')} rows={rows} columns={columns(by, nameOf)} rowKey={({ key }) => key} />
      <p className="mt-1 text-[13px] text-soft">{t('figures.late-how')}</p>
      {compared.length > 0 ? (
        <Suspense fallback={<Loading what={t('figures.plot')} />}>
          <FiguresPlot
            rows={compared.map((row) => ({
              name: nameOf(row),
              hours: row.plannedH > 0 ? (100 * row.tookH) / row.plannedH : null,
              material: row.plannedKg > 0 ? (100 * row.usedKg) / row.plannedKg : null,
            }))}
          />
        </Suspense>
      ) : null}
    </section>
  );
}

const DASH = '–';

function columns(by: FiguresBy, nameOf: (row: FiguresRow) => string): Column<FiguresRow>[] {
  const figure = (id: keyof FiguresRow, header: string, counted: 'timed' | 'weighed'): Column<FiguresRow> => ({
    ...{ id, header, isNumber: true },
    value: (row) => row[id],
    cell: (row) => (row[counted] > 0 ? formatNumber(Number(row[id]), 1) : DASH),
  });
  const share = (id: string, header: string, of: (row: FiguresRow) => [number, number]): Column<FiguresRow> => ({
    ...{ id, header, isNumber: true },
    value: (row) => (of(row)[1] > 0 ? of(row)[0] / of(row)[1] : -1),
    cell: (row) => (of(row)[1] > 0 ? `${formatNumber((100 * of(row)[0]) / of(row)[1], 0)} %` : DASH),
  });
  return [
    { id: 'key', header: t(`figures.by.${by}`), value: nameOf },
    { id: 'n', header: t('figures.n'), isNumber: true, value: ({ n }) => n },
    figure('plannedH', t('figures.planned-h'), 'timed'),
    figure('tookH', t('figures.took-h'), 'timed'),
    share('hours', t('figures.hours'), ({ tookH, plannedH }) => [tookH, plannedH]),
    figure('plannedKg', t('figures.planned-kg'), 'weighed'),
    figure('usedKg', t('figures.used-kg'), 'weighed'),
    share('material', t('figures.material'), ({ usedKg, plannedKg }) => [usedKg, plannedKg]),
    {
      ...{ id: 'late', header: t('figures.late'), isNumber: true },
      value: ({ late }) => late,
      cell: ({ late, windows }) => (windows > 0 ? t('figures.late-of', { late, n: windows }) : DASH),
    },
    ...(by === 'family'
      ? [
          {
            ...{ id: 'cameBack', header: t('figures.back'), isNumber: true },
            value: ({ cameBack }: FiguresRow) => cameBack,
            cell: ({ cameBack, looks }: FiguresRow) => (looks > 0 ? t('figures.back-of', { n: cameBack, looks }) : DASH),
          },
        ]
      : []),
  ];
}

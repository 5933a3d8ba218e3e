import { type JobPlan, costOf } from '@caulkhorn/core/planning';
import { useMemo } from 'react';
import { t } from '../messages/t';
import { formatMoney, formatNumber } from '../shared/numbers';
import { type Column, DataTable } from '../shared/ui/data-table';
import { useJob } from '../workspace/job-context';
import { useHouse } from '../workspace/use-house';
import { usePlanning } from '../workspace/plan-context';
import { useSelection } from '../workspace/selection';

interface Row {
  faceId: string;
  mark: string;
  name: string;
  materialMinor: number;
  labourMinor: number;
  workH: number;
  perM2Minor: number;
  currency: string;
}

/** Cost and labour of each face that has a system, by the house's output rates. */
export function CostList({ plan }: { plan: JobPlan }) {
  const { model } = useJob();
  const house = useHouse();
  const { conditions } = usePlanning();
  const { selected, select } = useSelection();
  const rows = useMemo(() => {
    const faces = new Map(model.faces.map((face) => [face.id, face]));
    return plan.faces.flatMap((facePlan): Row[] => {
      const coat = facePlan.products?.coat;
      if (!coat) return [];
      const items = plan.workItems.filter(({ faceId }) => faceId === facePlan.faceId);
      const { materialMinor, labourMinor, workH } = costOf(facePlan.lines, items, house, conditions.people);
      const { mark, name } = faces.get(facePlan.faceId)!;
      const perM2Minor = (materialMinor + labourMinor) / facePlan.areaM2;
      return [{ faceId: facePlan.faceId, mark, name, materialMinor, labourMinor, workH, perM2Minor, currency: coat.currency }];
    });
  }, [model.faces, plan, house, conditions.people]);
  const money = (minor: number, { currency }: Row) => formatMoney(minor, currency);
  const columns: Column<Row>[] = [
    { id: 'face', header: t('materials.where'), value: ({ mark, name }) => `${mark} ${name}` },
    { id: 'hours', header: t('cost.hours'), isNumber: true, value: ({ workH }) => workH, cell: ({ workH }) => formatNumber(workH, 1) },
    {
      id: 'material',
      header: t('cost.material'),
      isNumber: true,
      value: (row) => row.materialMinor,
      cell: (row) => money(row.materialMinor, row),
    },
    { id: 'labour', header: t('cost.labour'), isNumber: true, value: (row) => row.labourMinor, cell: (row) => money(row.labourMinor, row) },
    { id: 'per-m2', header: t('cost.per-m2'), isNumber: true, value: (row) => row.perM2Minor, cell: (row) => money(row.perM2Minor, row) },
  ];
  const sum = (figure: (row: Row) => number) => rows.reduce((total, row) => total + figure(row), 0);
  const currencies = [...new Set(rows.map(({ currency }) => currency))];
  return (
    <>
      <DataTable
        name={t('cost.name')}
        rows={rows}
        columns={columns}
        rowKey={({ faceId }) => faceId}
        isCurrent={({ faceId }) => selected?.id === faceId}
        onRow={({ faceId }) => select({ kind: 'face', id: faceId })}
      />
      {currencies.length === 1 ? (
        <p className="mt-2 flex justify-between border-b-2 border-rule-strong py-1 font-semibold">
          <span>
            {t('cost.sum', {
              hours: formatNumber(
                sum(({ workH }) => workH),
                1,
              ),
            })}
          </span>
          <span>
            {formatMoney(
              sum(({ materialMinor, labourMinor }) => materialMinor + labourMinor),
              currencies[0]!,
            )}
          </span>
        </p>
      ) : null}
      <p className="mt-2 text-[13px] text-soft">{t('cost.note')}</p>
    </>
  );
}

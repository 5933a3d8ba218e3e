import { type JobPlan, type TaskHours, costOf, hoursByTask } from '@caulkhorn/core/planning';
import { type UnitSystem, fromSystem, toSystem } from '@caulkhorn/core/quantities';
import { useMemo } from 'react';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatMoney, formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { type Column, DataTable } from '../shared/ui/data-table';
import { FigureField } from '../shared/ui/figure-field';
import { parts, useJob, usePlanning, useSelection } from '../job/job-context';
import { useHouse } from '../job/use-house';
import { HoursWorked } from './hours-worked';

interface Row {
  faceId: string;
  mark: string;
  name: string;
  materialMinor: number;
  labourMinor: number;
  accessMinor: number;
  workH: number;
  perM2Minor: number;
  currency: string;
}

/** Cost and labour of each face that has a system, by the house's output rates. */
export function CostList({ plan }: { plan: JobPlan }) {
  const { model, can } = useJob(parts('model', 'can'));
  const house = useHouse();
  const { conditions } = usePlanning();
  const { selected, select } = useSelection('selected', 'select');
  const units = useUnits();
  const rows = useMemo(() => {
    const faces = new Map(model.faces.map((face) => [face.id, face]));
    return plan.faces.flatMap((facePlan): Row[] => {
      const coat = facePlan.products?.coat;
      if (!coat) return [];
      const items = plan.workItems.filter(({ faceId }) => faceId === facePlan.faceId);
      const { materialMinor, labourMinor, accessMinor, workH } = costOf({
        ...{ plan: facePlan, items, house, people: conditions.people },
        accessMinorPerM2: model.job.accessMinorPerM2 ?? 0,
      });
      const { mark, name } = faces.get(facePlan.faceId)!;
      const perM2Minor = (materialMinor + labourMinor + accessMinor) / facePlan.areaM2;
      return [{ faceId: facePlan.faceId, mark, name, materialMinor, labourMinor, accessMinor, workH, perM2Minor, currency: coat.currency }];
    });
  }, [model.faces, model.job.accessMinorPerM2, plan, house, conditions.people]);
  const tasks = useMemo(() => hoursByTask(plan, house, conditions.people), [plan, house, conditions.people]);
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
    { id: 'access', header: t('cost.access'), isNumber: true, value: (row) => row.accessMinor, cell: (row) => money(row.accessMinor, row) },
    {
      id: 'per-m2',
      header: t('cost.per-m2', { unit: toSystem(0, 'm²', units).unit }),
      isNumber: true,
      value: (row) => row.perM2Minor,
      cell: (row) => money(minorPerShownArea(row.perM2Minor, units), row),
    },
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
              sum(({ materialMinor, labourMinor, accessMinor }) => materialMinor + labourMinor + accessMinor),
              currencies[0]!,
            )}
          </span>
        </p>
      ) : null}
      <AccessField currency={currencies[0] ?? model.job.currency} />
      <h3 className="mt-5 mb-1 font-semibold">{t('cost.by-task')}</h3>
      <DataTable name={t('cost.by-task')} rows={tasks} columns={taskColumns(units)} rowKey={({ task, per }) => `${task} ${per}`} />
      <p className="mt-2 text-[13px] text-soft">{t('cost.note')}</p>
      {/* what people took is not for everybody */}
      {can('plan') ? <HoursWorked currency={currencies[0] ?? model.job.currency} labourMinorPerH={house.labourMinorPerH} /> : null}
    </>
  );
}

const taskColumns = (units: UnitSystem): Column<TaskHours>[] => [
  { id: 'task', header: t('cost.task'), value: ({ task }) => t(`step.${task}`) },
  {
    id: 'quantity',
    header: t('materials.amount'),
    isNumber: true,
    value: ({ quantity }) => quantity,
    cell: ({ quantity, per }) => formatQuantity(quantity, per, units),
  },
  { id: 'hours', header: t('cost.hours'), isNumber: true, value: ({ workH }) => workH, cell: ({ workH }) => formatNumber(workH, 1) },
];

const CENTS = 100;

/** A price by the m², by the unit of area that the reader uses. */
const minorPerShownArea = (minorPerM2: number, units: UnitSystem): number => minorPerM2 * fromSystem(1, 'm²', units);

/** Scaffold, pumping and light, reckoned by area for the whole job. */
function AccessField({ currency }: { currency: string }) {
  const { model, putHead, can } = useJob(parts('model', 'putHead', 'can'));
  const units = useUnits();
  const { accessMinorPerM2, ...head } = model.job;
  return (
    <div className="mt-3 max-w-64">
      <FigureField
        label={t('cost.access-field')}
        unitText={`${currency}/${toSystem(0, 'm²', units).unit}`}
        value={accessMinorPerM2 === undefined ? undefined : Number((minorPerShownArea(accessMinorPerM2, units) / CENTS).toFixed(2))}
        min={0}
        disabled={!can('plan')}
        keep={(price) =>
          putHead(price === undefined ? head : { ...head, accessMinorPerM2: Math.round((price * CENTS) / fromSystem(1, 'm²', units)) })
        }
      />
    </div>
  );
}

import type { WorkItem } from '@caulkhorn/core/planning';
import { DAY_MS } from '@caulkhorn/core/quantities';
import { parts, useJob, useSelection } from '../job/job-context';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayAndTime, timeNear, timeOfDay } from '../shared/times';
import { type Column, DataTable } from '../shared/ui/data-table';
import { stepName } from '../words/item-name';
import type { Row } from './programme-row';
import { whoOf } from './who';

/** The programme as a list that can be sorted, searched and copied. */
export function ProgrammeTable({ rows, personOf }: { rows: readonly Row[]; personOf(id: WorkItem['id']): string | undefined }) {
  const { model } = useJob(parts('model'));
  const { selected, select } = useSelection('selected', 'select');
  const units = useUnits();
  const { timeZone } = model.job;
  const columns: Column<Row>[] = [
    { id: 'face', header: t('programme.face'), value: (row) => model.faces.find((f) => f.id === row.item.faceId)?.mark ?? '' },
    { id: 'step', header: t('programme.step'), value: (row) => stepName(row.item, model) },
    {
      id: 'start',
      header: t('programme.start'),
      isNumber: true,
      value: (row) => row.startMs,
      cell: (row) => <TwoLines first={dayAndTime(row.startMs, timeZone)} second={`– ${untilText(row.startMs, row.endMs, timeZone)}`} />,
    },
    {
      id: 'amount',
      header: t('programme.amount'),
      isNumber: true,
      value: (row) => row.item.quantity.value,
      cell: (row) => formatQuantity(row.item.quantity.value, row.item.quantity.unit, units),
    },
    {
      id: 'window',
      header: t('programme.window'),
      value: (row) => row.window?.opensMs ?? 0,
      cell: (row) =>
        row.window ? (
          <TwoLines
            first={`[ ${timeNear(row.window.opensMs, row.startMs, timeZone)}`}
            second={`– ${row.window.closesMs === null ? '…' : timeNear(row.window.closesMs, row.startMs, timeZone)} ]`}
          />
        ) : (
          ''
        ),
    },
    { id: 'who', header: t('board.who'), value: (row) => whoOf(row, personOf) ?? '' },
    { id: 'state', header: t('programme.state'), value: (row) => t(`task-state.${row.state}`) },
  ];
  return (
    <DataTable
      name={t('lens.programme')}
      rows={rows}
      columns={columns}
      rowKey={(row) => row.id}
      isCurrent={(row) => row.item.targetId === selected?.id || (row.item.faceId === selected?.id && !row.item.targetId)}
      onRow={(row) => select({ kind: 'face', id: row.item.faceId })}
    />
  );
}

/** When it ends: with its day only where that is another. */
const untilText = (fromMs: number, toMs: number, timeZone: string): string =>
  toMs - fromMs < DAY_MS ? timeOfDay(toMs, timeZone) : dayAndTime(toMs, timeZone);

/** A span of time one line over the other: the table stays as narrow as its slate. */
function TwoLines({ first, second }: { first: string; second: string }) {
  return (
    <>
      <span className="block whitespace-nowrap">{first}</span>
      <span className="block whitespace-nowrap">{second}</span>
    </>
  );
}

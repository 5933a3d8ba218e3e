import {
  type ColumnDef,
  type RowData,
  columnFilteringFeature,
  createFilteredRowModel,
  createSortedRowModel,
  filterFn_includesString,
  globalFilteringFeature,
  rowSortingFeature,
  sortFn_alphanumeric,
  sortFn_basic,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { ArrowDown, ArrowUp, Copy } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { toast } from 'sonner';
import { t } from '../../messages/t';
import { Button } from './button';

const features = tableFeatures({
  rowSortingFeature,
  columnFilteringFeature,
  globalFilteringFeature,
  sortedRowModel: createSortedRowModel(),
  filteredRowModel: createFilteredRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric, basic: sortFn_basic },
  filterFns: { includesString: filterFn_includesString },
});

export interface Column<Row> {
  id: string;
  header: string;
  /** what is sorted, searched and copied */ value(row: Row): string | number;
  /** what is shown, when it is more than the value */ cell?(row: Row): ReactNode;
  isNumber?: boolean;
}

interface DataTableProps<Row> {
  name: string;
  rows: readonly Row[];
  columns: readonly Column<Row>[];
  rowKey(row: Row): string;
  onRow?(row: Row): void;
  isCurrent?(row: Row): boolean;
}

/** A real table: sorted by its headings, filtered by words, copied out whole. */
export function DataTable<Row extends RowData>({ name, rows, columns, rowKey, onRow, isCurrent }: DataTableProps<Row>) {
  const [words, setWords] = useState('');
  const defs = columns.map<ColumnDef<typeof features, Row>>((column) => ({
    id: column.id,
    header: column.header,
    accessorFn: (row: Row) => column.value(row),
    sortFn: column.isNumber ? 'basic' : 'alphanumeric',
    filterFn: 'includesString',
  }));
  const table = useTable({
    features,
    columns: defs,
    data: rows as Row[],
    state: { globalFilter: words },
    globalFilterFn: 'includesString',
    getRowId: rowKey,
  });
  const shown = table.getRowModel().rows;
  const byId = new Map(columns.map((column) => [column.id, column]));
  const copy = async () => {
    const lines = [columns.map((c) => c.header), ...shown.map((row) => columns.map((c) => String(c.value(row.original))))];
    await navigator.clipboard.writeText(lines.map((line) => line.join('\t')).join('\n')).then(
      () => toast(t('table.copied', { n: shown.length })),
      () => toast.error(t('table.not-copied')),
    );
  };
  return (
    <div>
      <div className="no-print mb-1 flex items-center gap-2">
        <input
          aria-label={t('table.filter', { name })}
          placeholder={t('table.filter-short')}
          value={words}
          onChange={(event) => setWords(event.target.value)}
          className="h-8 w-44 rounded-[3px] border border-rule bg-raised px-2"
        />
        <span className="flex-1 text-[13px] text-soft">{t('table.rows', { n: shown.length })}</span>
        <Button size="small" look="quiet" onClick={() => void copy()}>
          <Copy size={14} /> {t('table.copy')}
        </Button>
      </div>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse" aria-label={name}>
          <thead>
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id}>
                {group.headers.map((header) => {
                  const sorted = header.column.getIsSorted();
                  return (
                    <th
                      key={header.id}
                      aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
                      className={`border-b-2 border-rule-strong p-0 font-semibold ${byId.get(header.id)?.isNumber ? 'text-right' : 'text-left'}`}
                    >
                      <button
                        type="button"
                        className="inline-flex items-center gap-1 px-1.5 py-1.5 hover:bg-sunk"
                        onClick={header.column.getToggleSortingHandler()}
                      >
                        {byId.get(header.id)?.header}
                        {sorted === 'asc' ? <ArrowUp size={12} /> : sorted === 'desc' ? <ArrowDown size={12} /> : null}
                      </button>
                    </th>
                  );
                })}
              </tr>
            ))}
          </thead>
          <tbody>
            {shown.map((row) => (
              <tr
                key={row.id}
                className={`border-b border-rule ${onRow ? 'cursor-pointer hover:bg-sunk' : ''} ${isCurrent?.(row.original) ? 'bg-water-soft' : ''}`}
                onClick={onRow && (() => onRow(row.original))}
              >
                {columns.map((column) => (
                  <td key={column.id} className={`px-1.5 py-1.5 align-top ${column.isNumber ? 'text-right whitespace-nowrap' : ''}`}>
                    {column.cell ? column.cell(row.original) : column.value(row.original)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

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
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp, Copy } from 'lucide-react';
import { type ReactNode, type RefObject, useRef, useState } from 'react';
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

/** More lines than this are drawn only where they are seen. */
const LONG = 200;
const LONG_ROW_PX = 33;

/** In one hand a line of a table is a small block: its first column on top, each further one under it with its heading. */
const STACKS = {
  table: 'max-[719px]:block max-[719px]:[&_tbody]:block max-[719px]:[&_thead]:block',
  heads: 'max-[719px]:flex max-[719px]:flex-wrap max-[719px]:border-b-2 max-[719px]:border-rule-strong',
  head: 'max-[719px]:border-0',
  row: 'max-[719px]:block max-[719px]:min-h-14 max-[719px]:py-1.5',
  cell: 'max-[719px]:flex max-[719px]:justify-between max-[719px]:gap-4 max-[719px]:py-0.5 max-[719px]:text-right max-[719px]:whitespace-normal max-[719px]:empty:hidden max-[719px]:first:text-left max-[719px]:first:font-semibold max-[719px]:not-first:before:shrink-0 max-[719px]:not-first:before:text-soft max-[719px]:not-first:before:content-[attr(data-label)]',
} as const;

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
  const isLong = shown.length > LONG;
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: isLong ? shown.length : 0,
    getScrollElement: () => scroller.current,
    estimateSize: () => LONG_ROW_PX,
    overscan: 12,
  });
  const inView = virtual.getVirtualItems();
  const drawn = isLong ? inView.map(({ index }) => ({ row: shown[index]!, index })) : shown.map((row, index) => ({ row, index }));
  const before = inView[0]?.start ?? 0;
  const after = virtual.getTotalSize() - (inView.at(-1)?.end ?? 0);
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
      <Scroller isLong={isLong} scroller={scroller}>
        <table
          role="table"
          className={`w-full border-collapse ${isLong ? '' : STACKS.table}`}
          aria-label={name}
          aria-rowcount={isLong ? shown.length + 1 : undefined}
        >
          <thead className={isLong ? 'sticky top-0 z-10 bg-raised' : ''}>
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id} role="row" className={isLong ? '' : STACKS.heads}>
                {group.headers.map((header) => {
                  const sorted = header.column.getIsSorted();
                  return (
                    <th
                      key={header.id}
                      role="columnheader"
                      aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
                      className={`border-b-2 border-rule-strong p-0 font-semibold ${isLong ? '' : STACKS.head} ${byId.get(header.id)?.isNumber ? 'text-right' : 'text-left'}`}
                    >
                      <button
                        type="button"
                        className="inline-flex items-center gap-1 px-1.5 py-1.5 hover:bg-sunk max-[719px]:min-h-14"
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
            {isLong && before > 0 ? <tr style={{ height: before }} aria-hidden /> : null}
            {drawn.map(({ row, index }) => (
              <tr
                key={row.id}
                role="row"
                aria-rowindex={isLong ? index + 2 : undefined}
                style={isLong ? { height: LONG_ROW_PX } : undefined}
                className={`border-b border-rule ${isLong ? '' : STACKS.row} ${onRow ? 'cursor-pointer hover:bg-sunk' : ''} ${isCurrent?.(row.original) ? 'bg-water-soft' : ''}`}
                tabIndex={onRow && 0}
                onClick={onRow && (() => onRow(row.original))}
                onKeyDown={
                  onRow &&
                  ((event) => {
                    if (event.key === 'Enter' && event.target === event.currentTarget) onRow(row.original);
                  })
                }
              >
                {columns.map((column) => (
                  <td
                    key={column.id}
                    role="cell"
                    data-label={column.header}
                    className={`${isLong ? '' : STACKS.cell} px-1.5 py-1.5 align-top ${column.isNumber ? 'text-right whitespace-nowrap' : isLong ? 'max-w-0 truncate' : ''}`}
                  >
                    {column.cell ? column.cell(row.original) : column.value(row.original)}
                  </td>
                ))}
              </tr>
            ))}
            {isLong && after > 0 ? <tr style={{ height: after }} aria-hidden /> : null}
          </tbody>
        </table>
      </Scroller>
    </div>
  );
}

/** A long table scrolls in a frame of its own, so that only the lines in view need be there. */
function Scroller({ isLong, scroller, children }: { isLong: boolean; scroller: RefObject<HTMLDivElement | null>; children: ReactNode }) {
  return (
    <div
      ref={scroller}
      className={isLong ? 'h-[60vh] overflow-auto border-b border-rule' : 'overflow-x-auto'}
      tabIndex={isLong ? 0 : undefined}
    >
      {children}
    </div>
  );
}

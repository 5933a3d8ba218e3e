import { FileSpreadsheet, FileText } from 'lucide-react';
import { saveFile } from '../shared/save-file';
import { Button } from '../shared/ui/button';
import { type OutTable, asCsv, asXlsx } from './tables-out';

/** Tables to be saved: the first as CSV, all of them as a workbook. */
export function TableOut({ name, tables }: { name: string; tables: readonly OutTable[] }) {
  return (
    <div className="mb-2 flex gap-2">
      <Button size="small" onClick={() => saveFile(`${name}.csv`, asCsv(tables[0]!), 'text/csv;charset=utf-8')}>
        <FileText size={15} /> CSV
      </Button>
      <Button size="small" onClick={() => void asXlsx(tables).then((blob) => saveFile(`${name}.xlsx`, blob))}>
        <FileSpreadsheet size={15} /> XLSX
      </Button>
    </div>
  );
}

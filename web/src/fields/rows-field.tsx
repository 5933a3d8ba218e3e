import type { FieldSpec } from '@caulkhorn/core/fields';
import type { Issue } from '@caulkhorn/core/issues';
import { Plus, Trash2 } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { t, tOf } from '../messages/t';
import { Button } from '../shared/ui/button';
import { TextArea } from '../shared/ui/field';
import { type Draft, type DraftRecord, type Reader, isRecord, linesOf, readRecord, textOf } from './draft';
import { faultAt, faultUnder, unitText } from './field-words';

interface RowsFieldProps {
  name: string;
  draft: Draft;
  reader: Reader;
  issues: readonly Issue[];
  path: string;
  columns: Readonly<Record<string, FieldSpec>>;
  onChange(draft: Draft): void;
  /** the fields of one row */ children(row: DraftRecord, path: string, change: (row: DraftRecord) => void): ReactNode;
}

/** A list of records: rows of fields, or lines as they come out of a spreadsheet. Nested lists are lines at once. */
export function RowsField({ name, draft, reader, issues, path, columns, onChange, children }: RowsFieldProps) {
  const nested = path !== name;
  const [chosen, setAsText] = useState(false);
  const asText = nested || chosen || (typeof draft === 'string' && draft !== '');
  const label = tOf(`field.${name}`);
  const heads = Object.entries(columns).map(([column, spec]) => {
    const unit = spec.type === 'number' ? unitText(spec.unit, reader) : undefined;
    return `${tOf(`field.${column}`)}${unit ? ` (${unit})` : ''}`;
  });
  const rows: Draft[] = Array.isArray(draft) ? draft : [];
  // narrow rows are a table: the labels of the first row head the others
  const narrow = heads.length <= 3;
  const toText = () => {
    const items = rows.map((row) => readRecord(columns, isRecord(row) ? row : {}, reader));
    onChange(linesOf(columns, items, reader));
    setAsText(true);
  };
  if (asText)
    return (
      <div className="col-span-full">
        <TextArea
          label={label}
          rows={nested ? 2 : 8}
          value={textOf(draft)}
          onChange={(event) => onChange(event.target.value)}
          fault={faultUnder(issues, path)}
          hint={t('bench.rows-hint', { columns: heads.join(', ') })}
        />
        {!nested && textOf(draft) === '' ? (
          <Button look="quiet" size="small" className="mt-1" onClick={() => setAsText(false)}>
            {t('bench.rows-as-fields')}
          </Button>
        ) : null}
      </div>
    );
  return (
    <fieldset className="col-span-full">
      <legend className="mb-1 text-[13px] font-semibold">
        {label} {faultAt(issues, path) ? <span className="font-medium text-iron">{faultAt(issues, path)}</span> : null}
      </legend>
      <ol className="flex flex-col gap-2">
        {rows.map((row, i) => (
          <li key={i} className={`flex items-start gap-2 border-l-2 border-rule-strong pl-3 ${narrow && i > 0 ? '[&_label]:sr-only' : ''}`}>
            <div className="grid min-w-0 flex-1 grid-cols-[repeat(auto-fill,minmax(104px,1fr))] items-start gap-x-3 gap-y-2">
              {children(isRecord(row) ? row : {}, `${path}[${i}]`, (value) => onChange(rows.with(i, value)))}
            </div>
            <button
              type="button"
              className={`grid size-9 shrink-0 place-items-center rounded-[3px] hover:bg-sunk max-[719px]:size-14 ${narrow && i > 0 ? '' : 'mt-6'}`}
              aria-label={t('bench.remove-row', { n: i + 1 })}
              title={t('bench.remove-row', { n: i + 1 })}
              onClick={() => onChange(rows.filter((_, at) => at !== i))}
            >
              <Trash2 size={16} />
            </button>
          </li>
        ))}
      </ol>
      <div className="mt-2 flex gap-2">
        <Button size="small" className="max-[719px]:h-14" onClick={() => onChange([...rows, {}])}>
          <Plus size={15} /> {t('bench.add-row')}
        </Button>
        <Button look="quiet" size="small" className="max-[719px]:h-14" onClick={toText}>
          {t('bench.rows-as-text')}
        </Button>
      </div>
    </fieldset>
  );
}

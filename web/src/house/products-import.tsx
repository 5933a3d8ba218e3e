import { type Product, checkProduct } from '@caulkhorn/core/catalogue';
import { type Issue, type Result, issue } from '@caulkhorn/core/issues';
import { useState } from 'react';
import { LARGEST_CSV_BYTES } from '../exchange/csv-in';
import { t } from '../messages/t';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { FaultList } from '../shared/ui/fault-list';
import { FileField } from '../shared/ui/file-field';
import { readProductsCsv } from './products-csv';
import { useAddProducts } from './use-add-products';

/** Sheets from a JSON or CSV file: what is in it is shown, and every fault by its place, before anything is saved. */
export function ProductsImport({ organisationId, onClose }: { organisationId: string; onClose(): void }) {
  const add = useAddProducts(organisationId);
  const [read, setRead] = useState<Product[]>();
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const take = async (file: File) => {
    setRead(undefined);
    setIssues([]);
    if (file.size > LARGEST_CSV_BYTES) return setIssues([issue('file-too-large', file.name, { max: LARGEST_CSV_BYTES / 1e6 })]);
    const text = await file.text();
    const result = /^\s*[[{]/.test(text) ? readJson(text) : readProductsCsv(text);
    if (result.ok) setRead(result.value);
    else setIssues(result.issues);
  };
  return (
    <Dialog open onOpenChange={onClose} title={t('catalogue.import')} wide>
      <p className="mb-2 text-soft">{t('catalogue.import-how')}</p>
      <FileField label={t('catalogue.file')} accept=".json,.csv,application/json,text/csv" onFile={(file) => void take(file)} />
      {issues.length > 0 ? <FaultList title={t('catalogue.faults')} issues={issues} /> : null}
      {read ? (
        <>
          <ul className="my-2 max-h-56 overflow-y-auto border-y border-rule">
            {read.map(({ id, version, name, role }) => (
              <li key={`${id} ${version}`} className="border-b border-rule py-1">
                <b className="font-medium">{name}</b>{' '}
                <span className="text-soft">{`${t(`role.${role}`)}, ${t('product.version', { n: version })}`}</span>
              </li>
            ))}
          </ul>
          <Button
            look="solid"
            onClick={() =>
              void add(read).then((found) => {
                setIssues(found);
                if (found.length === 0) onClose();
              })
            }
          >
            {t('catalogue.take', { n: read.length })}
          </Button>
        </>
      ) : null}
    </Dialog>
  );
}

/** One sheet, or a list of them. */
function readJson(text: string): Result<Product[]> {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return { ok: false, issues: [issue('not-json', '')] };
  }
  const list = Array.isArray(raw) ? raw : [raw];
  if (list.length === 0) return { ok: false, issues: [issue('empty-list', '')] };
  const checked = list.map((each, i) => checkProduct(each, `[${i}]`));
  const issues = checked.flatMap((each) => (each.ok ? [] : each.issues));
  return issues.length > 0 ? { ok: false, issues } : { ok: true, value: checked.flatMap((each) => (each.ok ? [each.value] : [])) };
}

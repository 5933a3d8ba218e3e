import { PRODUCT_FIELDS, type Product, checkProduct } from '@caulkhorn/core/catalogue';
import { describeFields } from '@caulkhorn/core/fields';
import type { Issue } from '@caulkhorn/core/issues';
import { useMemo, useState } from 'react';
import { draftOf, readRecord } from '../fields/draft';
import { FieldsForm } from '../fields/fields-form';
import { t } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { FaultList } from '../shared/ui/fault-list';
import { useAddProducts } from './use-add-products';

const SPECS = describeFields(PRODUCT_FIELDS);

interface ProductDialogProps {
  organisationId: string;
  /** none for a sheet written from nothing */ product?: Product;
  isOwn: boolean;
  may: boolean;
  onClose(): void;
}

/** A product's sheet, figure by figure. A changed one is saved as the next version, or beside what ships as one's own. */
export function ProductDialog({ organisationId, product, isOwn, may, onClose }: ProductDialogProps) {
  const units = useUnits();
  const reader = useMemo(() => ({ units, timeZone: 'UTC' }), [units]);
  const add = useAddProducts(organisationId);
  const [draft, setDraft] = useState(() => draftOf(SPECS, nextOf(product, isOwn) as unknown as Record<string, unknown>, reader));
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const save = async () => {
    const checked = checkProduct(readRecord(SPECS, draft, reader));
    if (!checked.ok) return setIssues(checked.issues);
    const found = await add([checked.value]);
    setIssues(found.map((each) => ({ ...each, path: each.path.replace(/^products\[0\]\.?/, '') })));
    if (found.length === 0) onClose();
  };
  const title = product ? `${product.name}, ${t('product.version', { n: product.version })}` : t('catalogue.add');
  return (
    <Dialog open onOpenChange={onClose} title={title} wide>
      {product ? <p className="mb-3 text-soft">{t(isOwn ? 'catalogue.next-version' : 'catalogue.own-from')}</p> : null}
      <fieldset disabled={!may} className="grid grid-cols-2 items-start gap-x-4 gap-y-3">
        <FieldsForm
          specs={SPECS}
          draft={draft}
          reader={reader}
          issues={issues}
          words="sheet-form"
          onChange={(next) => {
            setDraft(next);
            setIssues([]);
          }}
        />
      </fieldset>
      {issues.length > 0 ? <FaultList title={t('catalogue.faults')} issues={issues} /> : null}
      {may ? (
        <Button look="solid" className="mt-3" onClick={() => void save()}>
          {t(isOwn ? 'catalogue.save-version' : 'catalogue.save')}
        </Button>
      ) : null}
    </Dialog>
  );
}

/** What the form starts from: the next version of an own sheet, or an own copy of a shipped one. */
function nextOf(product: Product | undefined, isOwn: boolean): Partial<Product> {
  if (!product) return { version: 1, measure: 'kg', referenceC: 20, potable: false, vocGPerL: 0 };
  return isOwn ? { ...product, version: product.version + 1 } : { ...product, id: `own-${product.id}`, version: 1 };
}

import '../messages/later';
import type { Product } from '@caulkhorn/core/catalogue';
import { readLabel } from '@caulkhorn/core/materials';
import { ScanLine } from 'lucide-react';
import { useId, useState } from 'react';
import type { UseFormRegisterReturn } from 'react-hook-form';
import { t } from '../messages/t';
import { faultText } from '../shared/fault-text';
import { trueNow, trueNowIso } from '../shared/true-clock';
import { FileButton } from '../shared/ui/file-button';
import { TextField } from '../shared/ui/field';
import type { KnownBatches } from './use-batches';

interface BatchFieldProps {
  product: Product | undefined;
  batches: KnownBatches;
  fault: string | undefined;
  field: UseFormRegisterReturn;
  /** of what a label says */ onScanned(batchNumber: string): void;
}

/** The batch from which something is laid: picked, typed, or read from a photo of its label. */
export function BatchField({ product, batches, fault, field, onScanned }: BatchFieldProps) {
  const list = useId();
  const [said, setSaid] = useState<{ text: string; isFault: boolean }>();
  const scan = async (picture: File) => {
    setSaid({ text: t('label.reading'), isFault: false });
    const refused = (text: string) => setSaid({ text, isFault: true });
    try {
      const { codesIn } = await import('../devices/code-reader');
      const codes = await codesIn(picture);
      if (codes.length === 0) return refused(t('label.none'));
      const year = new Date(trueNow()).getFullYear();
      const labels = codes.map((code) => readLabel(code, year));
      const label = labels.find(({ ok }) => ok) ?? labels[0]!;
      if (!label.ok) return refused(label.issues.map(faultText).join(' '));
      const { batchNumber, productId, expiresOn } = label.value;
      if (productId && product && productId !== product.id) return refused(t('label.other-product', { name: product.name }));
      if (expiresOn && expiresOn < trueNowIso().slice(0, 10)) return refused(t('label.expired', { batch: batchNumber, on: expiresOn }));
      onScanned(batchNumber);
      setSaid({ text: t('label.read', { batch: batchNumber }), isFault: false });
    } catch {
      refused(t('label.cannot'));
    }
  };
  return (
    <div>
      <div className="flex items-end gap-2">
        <div className="min-w-0 flex-1">
          <TextField label={t('field.batchNumber')} list={list} fault={fault} {...field} />
        </div>
        <FileButton label={t('label.photo')} name={t('label.scan')} accept="image/*" isCamera onFile={(picture) => void scan(picture)}>
          <ScanLine size={20} aria-hidden />
        </FileButton>
      </div>
      <datalist id={list}>
        {batches.known.map((batch) => (
          <option key={batch} value={batch} />
        ))}
      </datalist>
      {said ? (
        <p role={said.isFault ? 'alert' : 'status'} className={`mt-1 text-[13px] font-medium ${said.isFault ? 'text-iron' : ''}`}>
          {said.text}
        </p>
      ) : null}
      {batches.warning ? (
        <p role="alert" className="mt-1 text-[13px] font-medium text-iron">
          {batches.warning}
        </p>
      ) : null}
    </div>
  );
}

import '../messages/later';
import type { Product } from '@caulkhorn/core/catalogue';
import { readLabel } from '@caulkhorn/core/materials';
import { ScanLine } from 'lucide-react';
import { useId, useState } from 'react';
import type { UseFormRegisterReturn } from 'react-hook-form';
import { hasCamera } from '../devices/camera';
import { LabelCamera } from '../devices/label-camera';
import { t } from '../messages/t';
import { faultText } from '../shared/fault-text';
import { trueNow, trueNowIso } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
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
  const [isLooking, setLooking] = useState(false);
  /** Takes the batch from what codes say, or says what is against it. */
  const take = (codes: readonly string[]): string | undefined => {
    if (codes.length === 0) return t('label.none');
    const year = new Date(trueNow()).getFullYear();
    const labels = codes.map((code) => readLabel(code, year));
    const label = labels.find(({ ok }) => ok) ?? labels[0]!;
    if (!label.ok) return label.issues.map(faultText).join(' ');
    const { batchNumber, productId, expiresOn } = label.value;
    if (productId && product && productId !== product.id) return t('label.other-product', { name: product.name });
    if (expiresOn && expiresOn < trueNowIso().slice(0, 10)) return t('label.expired', { batch: batchNumber, on: expiresOn });
    onScanned(batchNumber);
    setSaid({ text: t('label.read', { batch: batchNumber }), isFault: false });
    return undefined;
  };
  const readPhoto = async (picture: File) => {
    setLooking(false);
    setSaid({ text: t('label.reading'), isFault: false });
    const refused = (text: string) => setSaid({ text, isFault: true });
    try {
      const { codesIn } = await import('../devices/code-reader');
      const against = take(await codesIn(picture));
      if (against !== undefined) refused(against);
    } catch {
      refused(t('label.cannot'));
    }
  };
  const seen = (codes: string[]): string | undefined => {
    const against = take(codes);
    if (against !== undefined) return against;
    navigator.vibrate?.(80);
    setLooking(false);
    return undefined;
  };
  return (
    <div>
      <div className="flex items-end gap-2">
        <div className="min-w-0 flex-1">
          <TextField label={t('field.batchNumber')} list={list} fault={fault} {...field} />
        </div>
        {hasCamera() ? (
          <Button className="min-w-14" aria-label={t('label.scan')} title={t('label.scan')} onClick={() => setLooking(true)}>
            <ScanLine size={20} aria-hidden />
          </Button>
        ) : (
          <FileButton
            label={t('label.photo')}
            name={t('label.scan')}
            accept="image/*"
            isCamera
            onFile={(picture) => void readPhoto(picture)}
          >
            <ScanLine size={20} aria-hidden />
          </FileButton>
        )}
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
      {isLooking ? <LabelCamera onCodes={seen} onPhoto={(picture) => void readPhoto(picture)} onClose={() => setLooking(false)} /> : null}
      {batches.warning ? (
        <p role="alert" className="mt-1 text-[13px] font-medium text-iron">
          {batches.warning}
        </p>
      ) : null}
    </div>
  );
}

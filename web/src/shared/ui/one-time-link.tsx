import { Copy } from 'lucide-react';
import { toast } from 'sonner';
import { t } from '../../messages/t';
import { Button } from './button';

/** A link that was just made. It is shown once: the server keeps its fingerprint alone. */
export function OneTimeLink({ label, address }: { label: string; address: string }) {
  return (
    <div className="flex items-end gap-2 bg-water-soft p-3" role="status">
      <label className="flex min-w-0 flex-1 flex-col gap-1 text-[13px]">
        {label}
        <input
          readOnly
          value={address}
          onFocus={(event) => event.target.select()}
          className="h-9 border border-rule-strong bg-raised px-2 font-mono max-[719px]:h-14"
        />
      </label>
      <Button onClick={() => void navigator.clipboard.writeText(address).then(() => toast(t('link.copied')))}>
        <Copy size={16} aria-hidden /> {t('link.copy')}
      </Button>
    </div>
  );
}

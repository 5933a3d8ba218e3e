import { X } from 'lucide-react';
import { t } from '../../messages/t';

/** Closes a panel that lies in the page. */
export function CloseButton({ onClick, className = '' }: { onClick(): void; className?: string }) {
  return (
    <button
      type="button"
      aria-label={t('close')}
      onClick={onClick}
      className={`grid size-9 shrink-0 place-items-center rounded-[3px] text-soft hover:bg-sunk max-[719px]:size-12 ${className}`}
    >
      <X size={17} aria-hidden />
    </button>
  );
}

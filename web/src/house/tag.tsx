import { X } from 'lucide-react';

/** One of a few short things in a row, with what takes it away where one may. */
export function Tag({
  text,
  removes,
  onRemove,
}: {
  text: string;
  /** what the cross does, in words */ removes: string;
  onRemove: (() => void) | undefined;
}) {
  return (
    <li className="flex items-center gap-1 rounded-[3px] border border-rule px-1.5 py-0.5">
      {text}
      {onRemove ? (
        <button
          type="button"
          aria-label={removes}
          className="grid size-6 place-items-center hover:bg-sunk max-[719px]:size-14"
          onClick={onRemove}
        >
          <X size={13} aria-hidden />
        </button>
      ) : null}
    </li>
  );
}

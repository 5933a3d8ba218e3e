import { X } from 'lucide-react';
import { Dialog as Primitive } from 'radix-ui';
import { type ReactNode, useRef } from 'react';
import { t } from '../../messages/t';

interface DialogProps {
  open: boolean;
  onOpenChange(open: boolean): void;
  title: string;
  wide?: boolean;
  /** is read before anything is typed: opens at its top, with no field in focus */ startsAtTop?: boolean;
  children: ReactNode;
}

/** Who opens a dialog wants to type: the first field has the focus, not the cross that closes it. */
function focusFirstField(event: Event): void {
  const fields = 'input:not([type=hidden], [type=file], :disabled), select:not(:disabled), textarea:not(:disabled)';
  const all = [...(event.currentTarget as HTMLElement).querySelectorAll<HTMLElement>(fields)];
  // one that is folded away cannot be typed in
  const first = all.find((each) => each.checkVisibility());
  if (!first) return;
  event.preventDefault();
  first.focus();
}

export function Dialog({ open, onOpenChange, title, wide, startsAtTop, children }: DialogProps) {
  /** had the focus before: it goes back there */
  const from = useRef<Element | null>(null);
  return (
    <Primitive.Root open={open} onOpenChange={onOpenChange}>
      <Primitive.Portal>
        <Primitive.Overlay className="fixed inset-0 z-40 bg-black/45" />
        <Primitive.Content
          aria-describedby={undefined}
          onOpenAutoFocus={(event) => {
            from.current = document.activeElement;
            if (!startsAtTop) focusFirstField(event);
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            if (from.current instanceof HTMLElement) from.current.focus();
          }}
          // held at its top: what comes late makes it longer and moves nothing from under a finger
          className={`fixed top-[4vh] left-1/2 z-50 flex max-h-[92vh] w-[calc(100vw-24px)] -translate-x-1/2 flex-col rounded-[4px] border border-rule-strong bg-raised shadow-xl ${wide ? 'max-w-2xl' : 'max-w-lg'}`}
        >
          <div className="flex items-center justify-between gap-3 border-b border-rule px-4 py-2.5">
            <Primitive.Title className="text-base font-semibold">{title}</Primitive.Title>
            <Primitive.Close
              className="grid size-9 place-items-center rounded-[3px] hover:bg-sunk max-[719px]:-my-2.5 max-[719px]:-mr-4 max-[719px]:size-14"
              aria-label={t('close')}
            >
              <X size={18} />
            </Primitive.Close>
          </div>
          <div className="overflow-y-auto p-4">{children}</div>
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}

import type { ReactNode } from 'react';

export function SlateTitle({ mark, children }: { mark?: string; children: ReactNode }) {
  return (
    <h2 className="mb-2.5 flex items-baseline gap-2 text-[15px]">
      {mark ? <b className="text-xl">{mark}</b> : null}
      <span className={mark ? '' : 'text-base font-semibold'}>{children}</span>
    </h2>
  );
}

import type { ReactNode } from 'react';
import { t, tOf } from '../../messages/t';
import { ApiError } from '../api';
import { isMissingPart } from '../missing-part';
import { Button } from './button';

/** Loading, failing and empty are told in words, where the content would be. */

export function Loading({ what }: { what: string }) {
  return (
    <p role="status" className="p-6 text-soft">
      {t('loading', { what })}
    </p>
  );
}

export function Failed({ fault, retry }: { fault: unknown; retry?: () => void }) {
  const code = codeOf(fault);
  return (
    <div role="alert" className="m-6 max-w-md border-l-4 border-iron bg-iron-soft p-4">
      <p className="font-semibold">{tOf(`failed.${code}.title`)}</p>
      <p className="mt-1">{tOf(`failed.${code}.text`)}</p>
      {retry ? (
        <Button className="mt-3" onClick={retry}>
          {t(code === 'part' ? 'load-anew' : 'retry')}
        </Button>
      ) : null}
    </div>
  );
}

function codeOf(fault: unknown): string {
  if (fault instanceof ApiError) return fault.isAway ? 'away' : fault.code;
  return isMissingPart(fault) ? 'part' : 'page';
}

export function Empty({ children }: { children: ReactNode }) {
  return <div className="p-4 text-soft">{children}</div>;
}

/** A caution where the work can hurt someone. It never replaces the data sheet. */
export function Caution({ children }: { children: ReactNode }) {
  return <p className="border-l-4 border-iron bg-iron-soft px-2.5 py-1.5 text-[13px] font-medium text-ink">{children}</p>;
}

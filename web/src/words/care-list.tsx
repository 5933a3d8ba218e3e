import { type CareId, type Face, type JobHead, careOf } from '@caulkhorn/core/jobs';
import { t } from '../messages/t';

/** What a place asks of whoever works there, before each day's first start. */
export function CareList({
  face,
  job,
  isOneOfMany = false,
}: {
  face: Face;
  job: JobHead;
  /** no place of its own among the landmarks of the page */ isOneOfMany?: boolean;
}) {
  const care = careOf(face, job);
  if (care.length === 0) return null;
  return (
    <section aria-label={isOneOfMany ? undefined : t('care.title')} className="my-2 border-l-4 border-iron bg-iron-soft px-2.5 py-1.5">
      <h3 className="font-semibold">{t('care.title')}</h3>
      <ul className="list-disc pl-5 text-[13px]">
        {care.map((check) => (
          <li key={check}>{careText(check)}</li>
        ))}
      </ul>
      <p className="mt-1 text-[13px]">{t('care.defers')}</p>
    </section>
  );
}

export const careText = (check: CareId): string => t(`care.${check}`);

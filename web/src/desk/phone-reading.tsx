import type { Face } from '@caulkhorn/core/jobs';
import { ChevronLeft } from 'lucide-react';
import { useEffect } from 'react';
import { t } from '../messages/t';
import { SectionSheet } from '../sheet/section-sheet';
import type { SheetCamera } from '../sheet/sheet-camera';
import { ReadingForm } from '../survey/reading-form';
import { useSelection } from '../job/job-context';
import { NO_TOOLS } from './lenses';

/** A reading as a page of its own: the place is pressed on the drawing, what was measured picked, the figure typed; one after the other. */
export function PhoneReading({ face, camera, leave }: { face: Face; camera: SheetCamera; leave(): void }) {
  const { take, layDown, readingAt } = useSelection('take', 'layDown', 'readingAt');
  // another place may be pressed at once
  useEffect(() => {
    take('reading');
    return layDown;
  }, [take, layDown, readingAt]);
  return (
    <>
      <nav aria-label={t('place.nav')} className="flex h-14 shrink-0 items-stretch border-b border-rule-strong bg-raised">
        <button
          type="button"
          className="flex min-w-0 flex-1 items-center gap-1 px-2 font-semibold"
          onClick={() => {
            layDown();
            leave();
          }}
        >
          <ChevronLeft size={22} aria-hidden />
          <span className="truncate">{t('place.to-face', { mark: face.mark })}</span>
        </button>
      </nav>
      <div className="min-h-0 flex-1 overflow-y-auto">
        <SectionSheet camera={camera} tools={NO_TOOLS} inPage className="h-60 flex-none! border-b border-rule-strong" />
        <div className="p-4">
          <h2 className="mb-2 text-base font-semibold">{t('readings.new')}</h2>
          <ReadingForm face={face} />
        </div>
      </div>
    </>
  );
}

import type { Face } from '@caulkhorn/core/jobs';
import { FileUp, Plus, Trash2 } from 'lucide-react';
import { Suspense, lazy, useEffect, useRef, useState } from 'react';
import { FaceInstruments } from '../devices/face-instruments';
import { t } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { fullTime } from '../shared/times';
import { Button } from '../shared/ui/button';
import { useIsPhone } from '../shared/use-media';
import { parts, useJob, useSelection } from '../job/job-context';
import { readingText } from '../words/reading-text';
import { ReadingForm } from './reading-form';

const ReadingsImport = lazy(() => import('./readings-import').then((m) => ({ default: m.ReadingsImport })));

const SHORT = 5;

/** What was measured on a face, newest first, and the ways to add to it. */
export function ReadingsPanel({ face, editable }: { face: Face; editable: boolean }) {
  const { model, remove } = useJob(parts('model', 'remove'));
  const units = useUnits();
  const [all, setAll] = useState(false);
  const [importing, setImporting] = useState(false);
  const { readingAt, take } = useSelection('readingAt', 'take');
  const isPhone = useIsPhone();
  const entry = useRef<HTMLDetailsElement>(null);
  // pointed at with the tool: the figure can be typed at once
  useEffect(() => {
    if (readingAt?.faceId !== face.id || !entry.current) return;
    entry.current.open = true;
    entry.current.querySelector<HTMLElement>('[name="value"]')?.focus();
  }, [readingAt, face.id]);
  const own = model.readings.filter(({ faceId }) => faceId === face.id).sort((a, b) => Date.parse(b.at) - Date.parse(a.at));
  const shown = all ? own : own.slice(0, SHORT);
  return (
    <section aria-label={t('readings.title')} className="mt-4">
      <div className="flex items-center justify-between">
        <h3 className="font-semibold">{t('readings.title')}</h3>
        {editable ? (
          <Button look="quiet" size="small" onClick={() => setImporting(true)}>
            <FileUp size={15} /> {t('readings.import')}
          </Button>
        ) : null}
      </div>
      {own.length === 0 ? <p className="text-soft">{t('readings.none')}</p> : null}
      <ul>
        {shown.map((reading) => (
          <li key={reading.id} className="flex items-center gap-2 border-b border-rule py-1">
            <span className="min-w-0 flex-1">
              {t(`reading.${reading.kind}`)}
              <span className="block text-[13px] break-words text-soft">
                {fullTime(reading.at, model.job.timeZone)}
                {reading.instrument ? ` · ${reading.instrument}` : ''}
              </span>
            </span>
            <b className="whitespace-nowrap">{readingText(reading, units)}</b>
            {editable ? (
              <Button
                look="quiet"
                size="small"
                className="max-[719px]:size-12"
                aria-label={t('readings.remove', { kind: t(`reading.${reading.kind}`) })}
                onClick={() => remove('reading', reading.id)}
              >
                <Trash2 size={14} />
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {own.length > shown.length ? (
        <Button look="quiet" size="small" onClick={() => setAll(true)}>
          {t('water.show-all', { n: own.length })}
        </Button>
      ) : null}
      {editable ? <FaceInstruments face={face} /> : null}
      {editable && isPhone ? (
        <Button className="mt-3 h-14 w-full" onClick={() => take('reading')}>
          <Plus size={18} aria-hidden /> {t('readings.new')}
        </Button>
      ) : null}
      {editable && !isPhone ? (
        <details ref={entry} className="mt-2">
          <summary className="py-1 font-medium">{t('readings.new')}</summary>
          <ReadingForm face={face} />
        </details>
      ) : null}
      <Suspense>{importing ? <ReadingsImport open onOpenChange={setImporting} /> : null}</Suspense>
    </section>
  );
}

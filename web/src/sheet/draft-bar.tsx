import { FEATURE_SPECS, POINTS_OF } from '@caulkhorn/core/jobs';
import { toSystem } from '@caulkhorn/core/quantities';
import { Check, Undo2, X } from 'lucide-react';
import { t } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { useSelection } from '../job/job-context';

/** What the tool in hand is waiting for, and by buttons what keys do: a phone has none. */
export function DraftBar({ end }: { end(): void }) {
  const { tool, draft, typed, take, setDraft } = useSelection('tool', 'draft', 'typed', 'take', 'setDraft');
  const units = useUnits();
  if (tool === 'select') return null;
  const shape = tool === 'reading' ? 'point' : FEATURE_SPECS[tool].shape;
  const mayEnd = draft !== null && draft.path.length >= POINTS_OF[shape][0];
  // what lies under the words can still be pointed at
  const big = 'pointer-events-auto max-[719px]:h-12';
  return (
    <div className="pointer-events-none absolute top-2 left-1/2 flex w-max max-w-[calc(100%-16px)] -translate-x-1/2 flex-wrap items-center justify-center gap-2 rounded-[3px] border border-ochre bg-ochre-soft px-3 py-1">
      <p role="status" className={draft ? 'max-[719px]:sr-only' : ''}>
        {tool === 'reading' ? t('draft.reading.start') : t(`draft.${shape}.${draft ? 'go-on' : 'start'}`, { what: t(`feature.${tool}`) })}{' '}
        {typed ? (
          <b>
            {typed}
            <span aria-hidden>▏</span> {t('draft.enter')}
          </b>
        ) : (
          <span className="text-soft max-[1279px]:hidden">{t('draft.or-type', { unit: toSystem(1, 'm', units).unit })}</span>
        )}
      </p>
      {draft ? (
        <>
          <Button size="small" className={big} disabled={!mayEnd} onClick={end}>
            <Check size={16} aria-hidden /> {t(`draft.end.${shape}`)}
          </Button>
          <Button
            size="small"
            look="quiet"
            className={big}
            onClick={() => setDraft(draft.path.length > 1 ? { ...draft, path: draft.path.slice(0, -1) } : null)}
          >
            <Undo2 size={16} aria-hidden /> {t('draft.back')}
          </Button>
        </>
      ) : null}
      <Button size="small" look="quiet" className={big} aria-label={t('draft.drop')} title={t('draft.drop')} onClick={() => take('select')}>
        <X size={16} aria-hidden />
      </Button>
    </div>
  );
}

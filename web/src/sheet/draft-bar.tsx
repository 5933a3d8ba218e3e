import { FEATURE_SPECS, POINTS_OF } from '@caulkhorn/core/jobs';
import { toSystem } from '@caulkhorn/core/quantities';
import { Check, Undo2, X } from 'lucide-react';
import { t } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { useSelection } from '../job/job-context';
import type { Tool } from '../job/selection';

/** What the tool in hand is waiting for, and by buttons what keys do: a phone has none. */
export function DraftBar({ tool, end }: { tool: Tool; end(): void }) {
  const { draft, typed, layDown, setDraft } = useSelection('draft', 'typed', 'layDown', 'setDraft');
  const units = useUnits();
  const shape = tool === 'reading' ? 'point' : FEATURE_SPECS[tool].shape;
  const mayEnd = draft !== null && draft.path.length >= (shape === 'area' ? 2 : POINTS_OF[shape][0]);
  const big = 'max-[719px]:h-14';
  return (
    <div className="flex min-w-0 flex-1 items-center gap-x-2 border-l-4 border-ochre pl-2">
      <p role="status" className={`min-w-0 truncate ${draft ? 'max-[719px]:sr-only' : ''}`}>
        {tool === 'reading' ? t('draft.reading.start') : t(`draft.${shape}.${draft ? 'go-on' : 'start'}`, { what: t(`feature.${tool}`) })}{' '}
        {typed ? (
          <b>
            {typed}
            <span aria-hidden>▏</span> {t('draft.enter')}
          </b>
        ) : draft ? null : (
          <span className="text-[13px] text-soft max-[1279px]:hidden">{t('draft.or-type', { unit: toSystem(1, 'm', units).unit })}</span>
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
      <Button size="small" look="quiet" className={big} aria-label={t('draft.drop')} title={t('draft.drop')} onClick={layDown}>
        <X size={16} aria-hidden />
      </Button>
    </div>
  );
}

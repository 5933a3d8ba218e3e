import type { WaterBody } from '@caulkhorn/core/jobs';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { fullTime } from '../shared/times';
import { Button } from '../shared/ui/button';
import { parts, useJob } from '../job/job-context';

const SHORT = 6;

/** Levels of one water, newest first; the chosen one loads the faces. */
export function LevelTable({ body, editable }: { body: WaterBody; editable: boolean }) {
  const { model, put, remove } = useJob(parts('model', 'put', 'remove'));
  const units = useUnits();
  const [all, setAll] = useState(false);
  const levels = model.waterLevels.filter((level) => level.waterBodyId === body.id).sort((a, b) => Date.parse(b.at) - Date.parse(a.at));
  const governing = levels.find((level) => level.id === body.governingLevelId);
  const shown = all ? levels : [...new Set([...(governing ? [governing] : []), ...levels.slice(0, SHORT)])];
  if (levels.length === 0) return <p className="text-soft">{t('water.no-levels')}</p>;
  return (
    <div role="radiogroup" aria-label={t('water.governs')}>
      {governing ? null : <p className="mb-1 font-medium text-ochre">{t('water.choose-governing')}</p>}
      {shown.map((level) => (
        <div key={level.id} className="flex items-center gap-1 border-b border-rule">
          <label className="flex min-h-9 min-w-0 flex-1 cursor-pointer items-center gap-2">
            <input
              type="radio"
              name={`governing ${body.id}`}
              className="size-4 accent-[var(--water)]"
              checked={level.id === body.governingLevelId}
              disabled={!editable}
              onChange={() => put('water-body', { ...body, governingLevelId: level.id })}
            />
            <span className="w-16 text-right font-semibold">{formatQuantity(level.levelM, 'm', units)}</span>
            <span className="min-w-0 flex-1 truncate text-[13px]" title={level.note}>
              {t(`level-kind.${level.kind}`)} · {fullTime(level.at, model.job.timeZone)}
            </span>
          </label>
          {editable && level.id !== body.governingLevelId ? (
            <Button look="quiet" size="small" aria-label={t('water.remove-level')} onClick={() => remove('water-level', level.id)}>
              <Trash2 size={14} />
            </Button>
          ) : null}
        </div>
      ))}
      {levels.length > shown.length ? (
        <Button look="quiet" size="small" onClick={() => setAll(true)}>
          {t('water.show-all', { n: levels.length })}
        </Button>
      ) : null}
    </div>
  );
}

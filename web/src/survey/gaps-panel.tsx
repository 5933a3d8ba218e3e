import type { Issue } from '@caulkhorn/core/issues';
import type { JobModel } from '@caulkhorn/core/jobs';
import { surveyGaps } from '@caulkhorn/core/survey';
import { ChevronRight } from 'lucide-react';
import { useDeferredValue, useMemo } from 'react';
import { t, tOf } from '../messages/t';
import { useNow } from '../shared/use-now';
import { parts, useJob, useSelection } from '../job/job-context';
import type { Selected } from '../job/selection';
import { HOUR_MS } from '@caulkhorn/core/quantities';

const MOST_SHOWN = 100;

/** What has not been looked at or measured yet; each line leads to its place. */
export function GapsPanel() {
  const { model } = useJob(parts('model'));
  const { select } = useSelection('select');
  const hour = Math.floor(useNow(60_000) / HOUR_MS);
  // the sheet comes first, and so does what is typed: the list follows
  const settled = useDeferredValue<JobModel | null>(model, null);
  const gaps = useMemo(() => {
    if (!settled) return null;
    const place = placesOf(settled);
    return surveyGaps(settled, new Date(hour * HOUR_MS).toISOString()).flatMap((gap) => {
      const found = place(gap);
      return found ? [{ gap, ...found }] : [];
    });
  }, [settled, hour]);
  if (model.faces.length === 0 || !gaps) return null;
  return (
    <section aria-label={t('gaps.title')} className="mb-4">
      <h3 className="mb-1 font-semibold">{t('gaps.title')}</h3>
      {gaps.length === 0 ? <p className="text-soft">{t('gaps.none')}</p> : null}
      <ul className="max-h-64 overflow-y-auto">
        {gaps.slice(0, MOST_SHOWN).map(({ gap, mark, selected }) => (
          <li key={`${gap.code} ${gap.path}`} className="border-b border-rule">
            <button
              type="button"
              className="flex min-h-9 w-full items-center gap-2 text-left hover:bg-sunk max-[719px]:min-h-14"
              onClick={() => select(selected)}
            >
              <b className="min-w-9 shrink-0">{mark}</b>
              <span className="min-w-0 flex-1">{tOf(`gap.${gap.code}`, gap.values)}</span>
              <ChevronRight size={15} aria-hidden className="shrink-0 text-soft" />
            </button>
          </li>
        ))}
      </ul>
      {gaps.length > MOST_SHOWN ? <p className="pt-1 text-[13px] text-soft">{t('gaps.more', { n: gaps.length - MOST_SHOWN })}</p> : null}
    </section>
  );
}

/** Where a gap leads to; a reading's leads to its face. */
function placesOf(model: JobModel): (gap: Issue) => { mark: string; selected: Selected } | undefined {
  const features = new Map(model.features.map((each) => [each.id, each]));
  const faces = new Map(model.faces.map((each) => [each.id, each]));
  const readings = new Map(model.readings.map((each) => [each.id, each.faceId]));
  return ({ path }) => {
    const [list, id = ''] = path.split('.');
    const kind = list === 'features' ? 'feature' : 'face';
    const found = kind === 'feature' ? features.get(id) : faces.get(list === 'readings' ? (readings.get(id) ?? '') : id);
    return found && { mark: found.mark, selected: { kind, id: found.id } };
  };
}

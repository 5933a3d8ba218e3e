import type { Face } from '@caulkhorn/core/jobs';
import { BACKINGS, type SealingOrder, USUAL_BACKING, leaksOnFace, stoppingInput } from '@caulkhorn/core/water';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { useCalculation } from '../calculation/use-calculation';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { FaultList } from '../shared/ui/fault-list';
import { SelectField } from '../shared/ui/field';
import { parts, useJob, useSelection } from '../job/job-context';

/** In which order to stop a face's leaks, and how flow and head move to the rest at every stop. */
export function SealingPlan({ face, waterLevelM }: { face: Face; waterLevelM: number }) {
  const { model } = useJob(parts('model'));
  const { leaks, assumed } = useMemo(() => leaksOnFace(face, model.features, waterLevelM), [face, model.features, waterLevelM]);
  if (leaks.length === 0) return null;
  return <Plan face={face} waterLevelM={waterLevelM} leaks={leaks} assumed={assumed} />;
}

type PlanProps = ReturnType<typeof leaksOnFace> & { face: Face; waterLevelM: number };

function Plan({ face, waterLevelM, leaks, assumed }: PlanProps) {
  const [backingId, setBacking] = useState(USUAL_BACKING);
  const input = useMemo(() => stoppingInput(face, { leaks }, waterLevelM, backingId), [face, leaks, waterLevelM, backingId]);
  const { result, status } = useCalculation('sealing-order', input);
  return (
    <section aria-label={t('sealing.title')} className="mt-4 border-t border-rule pt-3">
      <h3 className="mb-1 font-semibold">{t('sealing.title')}</h3>
      <SelectField
        label={t('sealing.backing')}
        value={backingId}
        onChange={(event) => setBacking(event.target.value as typeof backingId)}
        options={BACKINGS.map(({ id }) => ({ value: id, label: t(`backing.${id}`) }))}
      />
      {backingId === USUAL_BACKING ? null : <p className="mt-1 text-[13px] text-soft">{t('sealing.plan-goes-by')}</p>}
      {status === 'running' && !result ? <p className="py-2 text-soft">{t('sealing.working')}</p> : null}
      {result && !result.ok ? (
        <div className="mt-2">
          <FaultList title={t('sealing.refused')} issues={result.issues} />
        </div>
      ) : null}
      {result?.ok ? <Steps key={JSON.stringify(input)} plan={result.value as SealingOrder} assumed={assumed} /> : null}
      <p className="mt-2 text-[13px] text-soft">{t('sealing.caution')}</p>
    </section>
  );
}

/** Step by step: what is stopped next, and what then comes out of the others. */
function Steps({ plan, assumed }: { plan: SealingOrder; assumed: readonly string[] }) {
  const { model } = useJob(parts('model'));
  const units = useUnits();
  const { selected, select } = useSelection('selected', 'select');
  const [at, setAt] = useState(0);
  const marks = new Map(model.features.map(({ id, mark }) => [id, mark]));
  const { showPlaces } = useSelection('showPlaces');
  const leaks = useMemo(
    () => plan.order.flatMap((id) => model.features.find((feature) => feature.id === id) ?? []),
    [plan.order, model.features],
  );
  useEffect(() => {
    // numbered on the sheet in the order of stopping
    if (leaks[0]) showPlaces({ faceId: leaks[0].faceId, points: leaks.map(({ path }) => path[0]!) });
    return () => showPlaces(null);
  }, [leaks, showPlaces]);
  const step = plan.steps[at];
  if (!step || plan.order.some((id) => !marks.has(id))) return null;
  const go = (to: number) => {
    setAt(to);
    select({ kind: 'feature', id: plan.order[to]! });
  };
  const stopped = new Set(plan.order.slice(0, at + 1));
  const isLast = at === plan.order.length - 1;
  return (
    <>
      <ol className="mt-2 flex flex-wrap gap-1" aria-label={t('sealing.order')}>
        {plan.order.map((id, i) => (
          <li key={id}>
            <Button
              size="small"
              look={i === at ? 'solid' : 'quiet'}
              aria-pressed={i === at}
              className="max-[719px]:h-14"
              onClick={() => go(i)}
            >
              {i + 1}. {marks.get(id)}
            </Button>
          </li>
        ))}
      </ol>
      <p className="mt-2 font-medium" role="status">
        {t(isLast && plan.order.length > 1 ? 'sealing.bleed-last' : 'sealing.stop', { mark: marks.get(step.plugId)! })}
      </p>
      <table className="mt-1 w-full">
        <thead className="text-left text-[13px] text-soft">
          <tr>
            <th className="font-normal">{t('sealing.leak')}</th>
            <th className="text-right font-normal">{t('sealing.flow')}</th>
            <th className="text-right font-normal">{t('sealing.head')}</th>
          </tr>
        </thead>
        <tbody>
          {plan.order.map((id) => (
            <tr key={id} className={`border-t border-rule ${selected?.id === id ? 'bg-water-soft' : ''}`}>
              <td className="py-1">
                <b>{marks.get(id)}</b> {stopped.has(id) ? <span className="text-[13px] text-soft">{t('sealing.stopped')}</span> : null}
                {assumed.includes(id) ? <span className="text-[13px] text-ochre"> {t('sealing.assumed')}</span> : null}
              </td>
              <td className="text-right whitespace-nowrap">
                {stopped.has(id) ? '–' : formatQuantity(step.flowsAfter[id] ?? 0, 'L/h', units)}
              </td>
              <td className="text-right whitespace-nowrap">{formatQuantity(step.headsAfter[id] ?? 0, 'm', units)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-2 flex items-center gap-2">
        {plan.order.length > 1 ? (
          <>
            <Button size="small" className="max-[719px]:h-14" disabled={at === 0} onClick={() => go(at - 1)}>
              <ChevronLeft size={15} /> {t('sealing.back')}
            </Button>
            <Button size="small" className="max-[719px]:h-14" disabled={isLast} onClick={() => go(at + 1)}>
              {t('sealing.next')} <ChevronRight size={15} />
            </Button>
          </>
        ) : null}
        <span className="text-[13px] text-soft">
          {t('sealing.peak', { head: formatQuantity(plan.peakHeadM, 'm', units) })}
          {plan.exact ? '' : ` ${t('sealing.not-exact')}`}
        </span>
      </div>
    </>
  );
}

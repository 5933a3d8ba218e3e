import type { Face } from '@caulkhorn/core/jobs';
import { BACKINGS, type SealingOrder, USUAL_BACKING, leaksOnWalls, stoppingInput } from '@caulkhorn/core/water';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { useCalculation } from '../calculation/use-calculation';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { FaultList } from '../shared/ui/fault-list';
import { SelectField } from '../shared/ui/field';
import { parts, useJob, usePlanning, useSelection } from '../job/job-context';
import { leakMark } from '../words/leak-mark';

/** In which order to stop the leaks of a face and of the walls beside it that share its water, and how flow and head move to the rest at every stop. */
export function SealingPlan({ face, waterLevelM }: { face: Face; waterLevelM: number }) {
  const { model } = useJob(parts('model'));
  const { plan } = usePlanning();
  const faceIds = plan.faces.find(({ faceId }) => faceId === face.id)?.stopping?.faceIds;
  const walls = useMemo(
    () => (faceIds ? faceIds.flatMap((id) => model.faces.find((each) => each.id === id) ?? []) : [face]),
    [faceIds, face, model.faces],
  );
  const { leaks, assumed } = useMemo(() => leaksOnWalls(walls, model.features, waterLevelM), [walls, model.features, waterLevelM]);
  if (leaks.length === 0) return null;
  return <Plan {...{ face, walls, waterLevelM, leaks, assumed }} />;
}

type PlanProps = ReturnType<typeof leaksOnWalls> & { face: Face; walls: readonly Face[]; waterLevelM: number };

function Plan({ face, walls, waterLevelM, leaks, assumed }: PlanProps) {
  const [backingId, setBacking] = useState(USUAL_BACKING);
  const input = useMemo(() => stoppingInput(walls, { leaks }, waterLevelM, backingId), [walls, leaks, waterLevelM, backingId]);
  const { result, status } = useCalculation('sealing-order', input);
  return (
    <section aria-label={t('sealing.title')} className="mt-4 border-t border-rule pt-3">
      <h3 className="mb-1 font-semibold">{t('sealing.title')}</h3>
      {walls.length > 1 ? (
        <p className="mb-1 text-[13px] text-soft">{t('sealing.walls', { faces: walls.map(({ mark }) => mark).join(', ') })}</p>
      ) : null}
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
      {result?.ok ? <Steps key={JSON.stringify(input)} face={face} plan={result.value as SealingOrder} assumed={assumed} /> : null}
      <p className="mt-2 text-[13px] text-soft">{t('sealing.caution')}</p>
    </section>
  );
}

/** Step by step: what is stopped next, and what then comes out of the others. */
function Steps({ face, plan, assumed }: { face: Face; plan: SealingOrder; assumed: readonly string[] }) {
  const { model } = useJob(parts('model'));
  const units = useUnits();
  const { selected, select } = useSelection('selected', 'select');
  const [at, setAt] = useState(0);
  const marks = new Map(plan.order.flatMap((id) => [[id, leakMark(id, model, face.id)] as const]));
  const { showPlaces } = useSelection('showPlaces');
  const leaks = useMemo(
    () => plan.order.flatMap((id) => model.features.find((feature) => feature.id === id) ?? []),
    [plan.order, model.features],
  );
  useEffect(() => {
    // numbered on the sheet in the order of stopping
    showPlaces(leaks.map(({ faceId, path }) => ({ faceId, point: path[0]! })));
    return () => showPlaces(null);
  }, [leaks, showPlaces]);
  const step = plan.steps[at];
  if (!step || plan.order.some((id) => !marks.get(id))) return null;
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

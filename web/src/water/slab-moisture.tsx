import type { Face } from '@caulkhorn/core/jobs';
import {
  FINISHES,
  carbideLimit,
  type Finish,
  MVER_LB_PER_G,
  PROBE_DEPTH,
  type SlabResults,
  slabAsked,
  slabNotShown,
  slabResults,
  slabVerdict,
  testPlaces,
} from '@caulkhorn/core/survey';
import { Crosshair } from 'lucide-react';
import { Suspense, lazy, useEffect, useMemo, useState } from 'react';
import { t, tOf } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { SelectField } from '../shared/ui/field';
import { useNow } from '../shared/use-now';
import { parts, useJob, useSelection } from '../job/job-context';

const DryingPanel = lazy(() => import('./drying-panel').then((m) => ({ default: m.DryingPanel })));

/** A slab's moisture: where to test it, what the tests say against a finish, and when it will be dry. */
export function SlabMoisture({ face }: { face: Face }) {
  const { model } = useJob(parts('model'));
  const [finishId, setFinish] = useState<string>(FINISHES[0]!.id);
  const finish = FINISHES.find(({ id }) => id === finishId)!;
  const results = useMemo(() => slabResults(face, model.readings), [face, model.readings]);
  return (
    <section aria-label={t('slab.title')} className="mt-4 border-t border-rule pt-3">
      <h3 className="mb-1 font-semibold">{t('slab.title')}</h3>
      <TestPlan face={face} />
      <SelectField
        label={t('slab.finish')}
        value={finishId}
        onChange={(event) => setFinish(event.target.value)}
        options={FINISHES.map(({ id }) => ({ value: id, label: t(`finish.${id}`) }))}
        hint={t('slab.finish-hint')}
      />
      <Results results={results} finish={finish} face={face} />
      {results.rhPct === undefined ? null : (
        <Suspense fallback={<p className="py-2 text-soft">{t('slab.computing')}</p>}>
          <DryingPanel face={face} limitRhPct={finish.limits.rhPct} rhPct={results.rhPct} />
        </Suspense>
      )}
      <p className="mt-2 text-[13px] text-soft">{t('slab.caution')}</p>
    </section>
  );
}

/** As many places as the area wants, shown on the slab while this is open. */
function TestPlan({ face }: { face: Face }) {
  const units = useUnits();
  const { placeReading, showPlaces } = useSelection('placeReading', 'showPlaces');
  const { model } = useJob(parts('model'));
  const places = useMemo(() => testPlaces(face), [face]);
  useEffect(() => {
    showPlaces(places.map((point) => ({ faceId: face.id, point })));
    return () => showPlaces(null);
  }, [face.id, places, showPlaces]);
  const tested = new Set(
    model.readings.filter(({ faceId, kind }) => faceId === face.id && kind === 'in-slab-rh').map(({ point }) => point?.join()),
  ).size;
  return (
    <details className="mb-2" open={tested < places.length}>
      <summary className="py-1 font-medium">{t('slab.plan', { n: places.length, tested })}</summary>
      <p className="text-[13px] text-soft">
        {t('slab.plan-how', { depth: formatQuantity(PROBE_DEPTH[1] * face.thicknessMm, 'mm', units) })}
      </p>
      <ol>
        {places.map(([u, v], i) => (
          <li key={i} className="flex items-center gap-2 border-b border-rule py-1">
            <b className="w-6">{i + 1}</b>
            <span className="flex-1">{t('slab.place', { u: formatQuantity(u, 'm', units), v: formatQuantity(v, 'm', units) })}</span>
            <Button
              size="small"
              className="max-[719px]:h-14"
              aria-label={t('slab.measure-at', { n: i + 1 })}
              onClick={() => placeReading(face.id, [u, v])}
            >
              <Crosshair size={14} /> {t('slab.measure')}
            </Button>
          </li>
        ))}
      </ol>
    </details>
  );
}

/** A screed over its carbide limit waits, whatever else was measured; one whose finish names no limit is never accepted by it. */
function levelOf({ cmPct }: SlabResults, limitPct: number | undefined, verdict: ReturnType<typeof slabVerdict>) {
  const level = verdict?.ok ? verdict.value.level : undefined;
  if (cmPct === undefined) return level;
  if (limitPct === undefined || cmPct > limitPct) return level === 'stop' ? 'stop' : 'barrier';
  return level ?? 'cover';
}

function Results({ results, finish, face }: { results: SlabResults; finish: Finish; face: Face }) {
  const { model } = useJob(parts('model'));
  const now = useNow(600_000);
  const notShown = slabNotShown(slabAsked(face), model.readings, new Date(now).toISOString());
  const verdict = slabVerdict(results, finish);
  const carbidePct = carbideLimit(face, finish);
  if (!verdict && results.cmPct === undefined) return <p className="py-2 text-soft">{t('slab.no-tests')}</p>;
  const rows = [
    { name: t('reading.in-slab-rh'), value: results.rhPct, limit: finish.limits.rhPct, unit: '%' },
    {
      name: t('slab.emission'),
      value: results.gPerM2Day === undefined ? undefined : results.gPerM2Day * MVER_LB_PER_G,
      limit: finish.limits.mverLb,
      unit: 'lb/(1000 ft²·day)',
    },
    { name: t('reading.surface-ph'), value: results.ph, limit: finish.limits.ph, unit: '' },
    { name: t('reading.carbide'), value: results.cmPct, limit: carbidePct ?? NaN, unit: '% CM' },
  ].filter(({ value }) => value !== undefined);
  const level = levelOf(results, carbidePct, verdict);
  return (
    <>
      {results.cmPct !== undefined && face.screed === undefined ? (
        <p className="mt-2 font-medium text-ochre">{t('slab.which-screed')}</p>
      ) : null}
      <table className="mt-2 w-full">
        <thead>
          <tr className="border-b border-rule-strong text-left text-[13px] text-soft">
            <th className="py-1 font-normal">{t('slab.worst')}</th>
            <th className="text-right font-normal">{t('slab.measured')}</th>
            <th className="pl-3 text-right font-normal">{t('slab.limit')}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ name, value, limit, unit }) => (
            <tr key={name} className="border-b border-rule">
              <td className="py-1">
                {name} <span className="text-[13px] text-soft">{unit}</span>
              </td>
              <td className={`text-right font-semibold tabular-nums ${value! > limit ? 'text-iron' : ''}`}>
                {formatNumber(value!, 1, 0)}
                {value! > limit ? ' ▲' : ''}
              </td>
              <td className="text-right tabular-nums">{Number.isNaN(limit) ? t('slab.by-sheet') : formatNumber(limit, 1, 0)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {level === 'cover' && notShown.length > 0 ? (
        <div className="mt-2 border-l-4 border-ochre bg-ochre-soft px-3 py-1.5">
          <p className="font-semibold">{t('slab.not-shown')}</p>
          <ul>
            {notShown.map(({ code, values }) => (
              <li key={code}>{tOf(`issue.${code}`, values)}</li>
            ))}
          </ul>
        </div>
      ) : level ? (
        <p className={`mt-2 border-l-4 px-3 py-1.5 ${level === 'cover' ? 'border-water bg-water-soft' : 'border-ochre bg-ochre-soft'}`}>
          {t(`slab.${level}`)}
        </p>
      ) : null}
    </>
  );
}

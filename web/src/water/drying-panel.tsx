import type { Face } from '@caulkhorn/core/jobs';
import {
  type DryingBand,
  type DryingForecast,
  type Finish,
  type SlabSurroundings,
  dryingBand,
  dryingForecast,
} from '@caulkhorn/core/survey';
import { calculate } from '@caulkhorn/core/calculators';
import { useMemo } from 'react';
import { Area, CartesianGrid, ComposedChart, Line, ReferenceLine, ResponsiveContainer, Scatter, XAxis, YAxis } from 'recharts';
import { useCalculation } from '../calculation/use-calculation';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { fieldText, parseNumber, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayOnly } from '../shared/times';
import { Button } from '../shared/ui/button';
import { FaultList } from '../shared/ui/fault-list';
import { SelectField, TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { parts, useJob } from '../job/job-context';
import { DAY_MS, toSystem } from '@caulkhorn/core/quantities';

const USUAL_AIR = { temperatureC: 15, relativeHumidityPct: 50 };

/** When the slab will be dry enough for a finish: its readings, the curve through them with its band, and what covering it now would do. */
export function DryingPanel({ face, finish, rhPct }: { face: Face; finish: Finish; rhPct: number }) {
  const { model } = useJob(parts('model'));
  const units = useUnits();
  const form = useKeptForm(`drying ${face.id} ${units}`, {
    base: 'sealed' as SlabSurroundings['base'],
    ambient: String(USUAL_AIR.relativeHumidityPct),
    temperature: fieldText(USUAL_AIR.temperatureC, '°C', units),
  });
  const [base, ambient, temperature] = form.watch(['base', 'ambient', 'temperature']);
  const around: SlabSurroundings = {
    base,
    ambientRhPct: parseNumber(ambient),
    temperatureC: readQuantity(temperature, '°C', units) ?? NaN,
    limitRhPct: finish.limits.rhPct,
  };
  const forecast = useMemo(
    () => dryingForecast(face, model.readings, around),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the figures of `around`, one by one
    [face, model.readings, base, around.ambientRhPct, around.temperatureC, around.limitRhPct],
  );
  return (
    <div className="mt-3 flex flex-col gap-2">
      <h4 className="font-medium">{t('slab.forecast')}</h4>
      <div className="grid grid-cols-2 gap-2">
        <div className="col-span-2">
          <SelectField
            label={t('slab.under')}
            options={(['sealed', 'wet'] as const).map((value) => ({ value, label: t(`slab.under.${value}`) }))}
            {...form.register('base')}
          />
        </div>
        <TextField label={t('slab.ambient')} unit="%" inputMode="decimal" {...form.register('ambient')} />
        <TextField label={t('slab.air')} unit={toSystem(0, '°C', units).unit} inputMode="decimal" {...form.register('temperature')} />
      </div>
      {forecast ? <Forecast forecast={forecast} isOver={rhPct > finish.limits.rhPct} /> : null}
    </div>
  );
}

interface Fit {
  diffusionMultiplier: number;
  initialRhPct: number;
  rmsePct: number;
  readyDay: number | null;
  readyDayLow: number | null;
  readyDayHigh: number | null;
}

function Forecast({ forecast, isOver }: { forecast: DryingForecast; isOver: boolean }) {
  const { timeZone } = useJob((job) => job.model.job);
  const { calculatorId, input, day0Ms } = forecast;
  const { result, status, share, stop } = useCalculation(calculatorId, input);
  const answer = result?.ok ? result.value : undefined;
  const fit = calculatorId === 'slab-drying-fit' ? (answer as Fit | undefined) : undefined;
  const curve = useMemo(() => {
    if (!answer) return undefined;
    const { readings: _, ...slab } = input as Record<string, unknown>;
    const fitted = fit ? { diffusionMultiplier: fit.diffusionMultiplier, initialRhPct: fit.initialRhPct } : {};
    const run = (more: object) => {
      const each = calculate('slab-drying', { ...slab, ...fitted, ...more });
      return each.ok ? (each.value as { rhAtProbePct: number[]; readyDay: number | null; rhAfterCoverPct?: number }) : undefined;
    };
    const lastDay = Math.max(0, Math.round(forecast.readings.at(-1)?.day ?? 0));
    return { open: run({}), covered: run({ coverAtDay: lastDay }) };
  }, [answer, fit, forecast.readings, input]);
  if (status === 'running' && !answer)
    return (
      <p className="flex items-center gap-2 text-soft" role="status">
        {t('slab.computing')} {Math.round(share * 100)} %
        <Button size="small" onClick={stop}>
          {t('drawing.stop')}
        </Button>
      </p>
    );
  if (result && !result.ok) return <FaultList title={t('slab.not-computed')} issues={result.issues} />;
  if (!curve?.open) return null;
  const day = (n: number) => dayOnly(day0Ms + n * DAY_MS, timeZone);
  const { readyDay } = curve.open;
  const band = fit && dryingBand(curve.open.rhAtProbePct, fit);
  return (
    <>
      <DryingChart forecast={forecast} daily={curve.open.rhAtProbePct} band={band} />
      <p className="border-l-4 border-water bg-water-soft px-3 py-1.5" data-testid="ready-on">
        {readyDay === null ? t('slab.never') : isOver ? t('slab.ready-on', { day: day(readyDay) }) : t('slab.ready-now')}
        {fit?.readyDayLow != null && isOver
          ? ` ${fit.readyDayHigh === null ? t('slab.band-open', { from: day(fit.readyDayLow) }) : t('slab.band', { from: day(fit.readyDayLow), to: day(fit.readyDayHigh) })}`
          : ''}
        {fit ? '' : ` ${t('slab.no-band')}`}
      </p>
      {curve.covered?.rhAfterCoverPct !== undefined ? (
        <p>{t('slab.covered-now', { rh: formatNumber(curve.covered.rhAfterCoverPct, 0) })}</p>
      ) : null}
      {isOver ? (
        <p>{t(readyDay === null ? 'slab.barrier-only' : 'slab.barrier-gains', { day: readyDay === null ? '' : day(readyDay) })}</p>
      ) : null}
    </>
  );
}

const MOST_POINTS = 160;

function DryingChart({ forecast, daily, band }: { forecast: DryingForecast; daily: readonly number[]; band?: DryingBand }) {
  const { timeZone } = useJob((job) => job.model.job);
  const { day0Ms, readings, input } = forecast;
  const at = (n: number) => day0Ms + n * DAY_MS;
  const every = Math.max(1, Math.ceil(daily.length / MOST_POINTS));
  const data = daily.flatMap((rh, n) => {
    if (n % every !== 0 && n !== daily.length - 1) return [];
    return [{ at: at(n), rh, band: band ? [band.low[n], band.high[n]] : null }];
  });
  const tick = { fontSize: 11, fill: 'var(--ink-soft)' };
  return (
    <figure aria-label={t('slab.chart')}>
      <ResponsiveContainer width="100%" height={190}>
        <ComposedChart data={data} margin={{ top: 8, right: 8, bottom: 0, left: -18 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="at"
            type="number"
            domain={['dataMin', 'dataMax']}
            tickFormatter={(ms: number) => dayOnly(ms, timeZone)}
            tick={tick}
            stroke="var(--rule-strong)"
            minTickGap={36}
          />
          <YAxis
            domain={[(low: number) => Math.floor(Math.min(low, input.limitRhPct - 5) / 5) * 5, 100]}
            tickCount={6}
            tick={tick}
            stroke="var(--rule-strong)"
            width={48}
          />
          <Area dataKey="band" stroke="none" fill="var(--water)" fillOpacity={0.16} isAnimationActive={false} />
          <Line dataKey="rh" stroke="var(--water)" strokeWidth={2} dot={false} isAnimationActive={false} />
          <Scatter
            data={readings.map(({ day, rhPct }) => ({ at: at(day), rh: rhPct }))}
            dataKey="rh"
            fill="var(--iron)"
            isAnimationActive={false}
          />
          <ReferenceLine y={input.limitRhPct} stroke="var(--ochre)" strokeWidth={1.5} strokeDasharray="6 3" ifOverflow="extendDomain" />
        </ComposedChart>
      </ResponsiveContainer>
      <figcaption className="text-[13px] text-soft">{t(band ? 'slab.chart-band' : 'slab.chart-plain')}</figcaption>
    </figure>
  );
}

import type { Face } from '@caulkhorn/core/jobs';
import { type DryingBand, type DryingForecast, type SlabSurroundings, dryingBand, dryingForecast } from '@caulkhorn/core/survey';
import { calculate } from '@caulkhorn/core/calculators';
import { useMemo } from 'react';
import { BandChart, type BandPoint } from '../charts/band-chart';
import { useCalculation } from '../calculation/use-calculation';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { fieldText, parseNumber, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayOnly, fromLocalField } from '../shared/times';
import { useNow } from '../shared/use-now';
import { Button } from '../shared/ui/button';
import { FaultList } from '../shared/ui/fault-list';
import { SelectField, TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { coverStands, dryingStands } from './cover-stands';
import { useCoverStart } from './use-cover-start';
import { parts, useJob } from '../job/job-context';
import { DAY_MS, toSystem } from '@caulkhorn/core/quantities';

const USUAL_AIR = { temperatureC: 15, relativeHumidityPct: 50 };

interface Props {
  face: Face;
  limitRhPct: number;
  /** as it was read last */ rhPct: number;
}

/** When a slab will be dry enough for what covers it: its readings, the curve through them with its band, and what covering it now or on its day would do. */
export function DryingPanel({ face, limitRhPct, rhPct }: Props) {
  const { model } = useJob(parts('model'));
  const planned = useCoverStart(face.id);
  const units = useUnits();
  const form = useKeptForm(`drying ${face.id} ${units}`, {
    base: 'sealed' as SlabSurroundings['base'],
    ambient: String(USUAL_AIR.relativeHumidityPct),
    temperature: fieldText(USUAL_AIR.temperatureC, '°C', units),
    coverOn: '',
  });
  const [base, ambient, temperature, coverOn] = form.watch(['base', 'ambient', 'temperature', 'coverOn']);
  const typed = fromLocalField(`${coverOn}T12:00`, model.job.timeZone);
  const coverMs = typed === undefined ? planned : Date.parse(typed);
  const around: SlabSurroundings = {
    base,
    ambientRhPct: parseNumber(ambient),
    temperatureC: readQuantity(temperature, '°C', units) ?? NaN,
    limitRhPct,
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
        <div className="col-span-2">
          <TextField
            label={t('slab.cover-on')}
            type="date"
            hint={planned === undefined ? t('slab.cover-how') : t('slab.cover-planned', { day: dayOnly(planned, model.job.timeZone) })}
            {...form.register('coverOn')}
          />
        </div>
      </div>
      {forecast ? <Forecast forecast={forecast} isOver={rhPct > limitRhPct} coverMs={coverMs} /> : null}
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

function Forecast({ forecast, isOver, coverMs }: { forecast: DryingForecast; isOver: boolean; coverMs: number | undefined }) {
  const { timeZone } = useJob((job) => job.model.job);
  const { calculatorId, input, day0Ms } = forecast;
  const { result, status, share, stop } = useCalculation(calculatorId, input);
  const today = (useNow(DAY_MS / 24) - day0Ms) / DAY_MS;
  const lastDay = forecast.readings.at(-1)?.day ?? 0;
  const coverDay = coverMs === undefined ? undefined : (coverMs - day0Ms) / DAY_MS;
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
    const from = Math.max(0, Math.round(lastDay));
    const within = coverDay !== undefined && coverDay >= from && coverDay <= Number(slab['days']);
    return {
      open: run({}),
      covered: run({ coverAtDay: from }),
      onItsDay: within ? run({ coverAtDay: coverDay }) : undefined,
    };
  }, [answer, fit, lastDay, input, coverDay]);
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
  const readiness = { readyDay, lowDay: fit?.readyDayLow ?? null, highDay: fit ? fit.readyDayHigh : readyDay, isOver, lastDay };
  const stands = dryingStands(readiness, today);
  const ready = { day: readyDay === null ? '' : day(readyDay), read: day(lastDay) };
  return (
    <>
      <DryingChart forecast={forecast} daily={curve.open.rhAtProbePct} band={band} coverMs={coverMs} />
      <p className="border-l-4 border-water bg-water-soft px-3 py-1.5" data-testid="ready-on">
        {t(`slab.ready.${stands}`, ready)}
        {fit?.readyDayLow != null && stands === 'ahead'
          ? ` ${fit.readyDayHigh === null ? t('slab.band-open', { from: day(fit.readyDayLow) }) : t('slab.band', { from: day(fit.readyDayLow), to: day(fit.readyDayHigh) })}`
          : ''}
        {fit ? '' : ` ${t('slab.no-band')}`}
      </p>
      {curve.covered?.rhAfterCoverPct !== undefined ? (
        <p>{t('slab.covered-now', { rh: formatNumber(curve.covered.rhAfterCoverPct, 0) })}</p>
      ) : null}
      {coverDay === undefined ? null : <CoverVerdict {...{ coverDay, day, readiness }} rhPct={curve.onItsDay?.rhAfterCoverPct} />}
      {stands === 'ahead' ? <p>{t('slab.barrier-gains', ready)}</p> : null}
      {stands === 'never' ? <p>{t('slab.barrier-only')}</p> : null}
    </>
  );
}

interface CoverProps {
  coverDay: number;
  /** its band is between which days it is ready, 19 times in 20 */ readiness: Parameters<typeof coverStands>[1];
  day(n: number): string;
  /** to which the humidity under the cover would even out */ rhPct: number | undefined;
}

/** Whether the day on which it is to be covered comes too soon. */
function CoverVerdict({ coverDay, readiness, day, rhPct }: CoverProps) {
  const stands = coverStands(coverDay, readiness);
  const { readyDay } = readiness;
  const days = readyDay === null ? '' : Math.ceil(readyDay - coverDay);
  return (
    <p
      data-testid="cover-verdict"
      className={`border-l-4 px-3 py-1.5 ${stands === 'dry' ? 'border-water bg-water-soft' : 'border-ochre bg-ochre-soft'}`}
    >
      {t(`slab.cover.${stands}`, { day: day(coverDay), days })}
      {rhPct === undefined ? '' : ` ${t('slab.cover-rh', { rh: formatNumber(rhPct, 0) })}`}
    </p>
  );
}

const MOST_POINTS = 160;

interface ChartProps {
  forecast: DryingForecast;
  daily: readonly number[];
  band: DryingBand | undefined;
  coverMs: number | undefined;
}

function DryingChart({ forecast, daily, band, coverMs }: ChartProps) {
  const { timeZone } = useJob((job) => job.model.job);
  const { day0Ms, readings, input } = forecast;
  const at = (n: number) => day0Ms + n * DAY_MS;
  const every = Math.max(1, Math.ceil(daily.length / MOST_POINTS));
  const data = daily.flatMap((value, n): BandPoint[] => {
    if (n % every !== 0 && n !== daily.length - 1) return [];
    return [{ at: at(n), value, band: band ? [band.low[n]!, band.high[n]!] : null }];
  });
  return (
    <BandChart
      title={t('slab.chart')}
      caption={t(band ? 'slab.chart-band' : 'slab.chart-plain')}
      data={data}
      readings={readings.map(({ day, rhPct }) => ({ at: at(day), value: rhPct }))}
      limit={input.limitRhPct}
      days={coverMs === undefined ? [] : [{ at: coverMs, label: t('slab.covered') }]}
      least={(low) => Math.floor(Math.min(low, input.limitRhPct - 5) / 5) * 5}
      timeZone={timeZone}
    />
  );
}

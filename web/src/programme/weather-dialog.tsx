import { outdoorsAt } from '@caulkhorn/core/devices';
import type { ForecastHour, JobHead } from '@caulkhorn/core/jobs';
import type { Issue } from '@caulkhorn/core/issues';
import { coverOf } from '@caulkhorn/core/planning';
import { DAY_MS, HOUR_MS } from '@caulkhorn/core/quantities';
import { CloudRain } from 'lucide-react';
import { Suspense, lazy, useState } from 'react';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { saveFile } from '../shared/save-file';
import { dayAndTime } from '../shared/times';
import { useNow } from '../shared/use-now';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { FaultList } from '../shared/ui/fault-list';
import { FileField } from '../shared/ui/file-field';
import { forecastCsv, readForecastCsv } from './forecast-csv';
import { trueNowIso } from '../shared/true-clock';
import { Loading } from '../shared/ui/states';
import { Months } from './usual-months';

// its chart is asked for by few
const RoomsAir = lazy(() => import('./rooms-air'));

/** How far the station tells ahead. */
const STATION_H = 5 * 24;

/** What the air outdoors is forecast to be: taken from a file or from the simulated station, told how far it reaches, and forgotten. */
export function Weather() {
  const { model, can, putHead } = useJob(parts('model', 'can', 'putHead'));
  const [isOpen, setOpen] = useState(false);
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const now = useNow(60_000);
  const { timeZone, forecast, usualMonths } = model.job;
  const cover = forecast && coverOf(forecast);
  const take = (source: string, hours: ForecastHour[]) => {
    putHead({ ...model.job, forecast: { source, madeAt: trueNowIso(), hours } });
    setIssues([]);
  };
  const read = async (file: File) => {
    const found = readForecastCsv(await file.text(), timeZone);
    if (found.ok) take(file.name.slice(0, 120), found.value);
    else setIssues(found.issues);
  };
  return (
    <>
      <Button size="small" className="max-[719px]:h-14" onClick={() => setOpen(true)}>
        <CloudRain size={14} aria-hidden />
        {cover ? t('weather.until', { until: dayAndTime(cover.untilMs, timeZone) }) : t('weather.open')}
      </Button>
      <Dialog open={isOpen} onOpenChange={setOpen} title={t('weather.title')} wide startsAtTop>
        <div className="flex flex-col gap-3">
          <h3 className="font-semibold">{t('weather.outdoors')}</h3>
          {forecast && cover ? (
            <>
              <p>
                {t(usualMonths ? 'weather.by-usual' : 'weather.by', {
                  source: forecast.source,
                  made: dayAndTime(forecast.madeAt, timeZone),
                  until: dayAndTime(cover.untilMs, timeZone),
                })}
              </p>
              {cover.gaps > 0 ? <p className="font-medium">{t('weather.gaps', { n: cover.gaps })}</p> : null}
              {forecast.hours.some(({ humidityPct }) => humidityPct === undefined) ? (
                <p className="font-medium">{t('weather.no-humidity')}</p>
              ) : null}
              {now - Date.parse(forecast.madeAt) > DAY_MS ? (
                <p role="alert" className="font-medium text-iron">
                  {t('weather.old')}
                </p>
              ) : null}
            </>
          ) : (
            <p>{t('weather.none')}</p>
          )}
          {can('plan') ? (
            <>
              <FileField label={t('weather.file')} accept=".csv,text/csv" onFile={(file) => void read(file)} />
              <div className="flex flex-wrap gap-2">
                <Button onClick={() => take(t('weather.station-name'), stationHours(now))}>{t('weather.station')}</Button>
                {forecast ? (
                  <>
                    <Button
                      onClick={() => saveFile(`${model.job.name} ${t('weather.row')}.csv`, forecastCsv(forecast), 'text/csv;charset=utf-8')}
                    >
                      {t('weather.save')}
                    </Button>
                    <Button look="quiet" onClick={() => putHead(without(model.job))}>
                      {t('weather.forget')}
                    </Button>
                  </>
                ) : null}
              </div>
            </>
          ) : null}
          {issues.length > 0 ? <FaultList title={t('weather.faults')} issues={issues} /> : null}
          <p className="text-[13px] text-soft">{t('weather.how')}</p>
          <Months />
          <Suspense fallback={<Loading what={t('room-air.title')} />}>
            <RoomsAir />
          </Suspense>
        </div>
      </Dialog>
    </>
  );
}

function without({ forecast: _, ...job }: JobHead): JobHead {
  return job;
}

/** What the stand-in for a weather station says of the hours ahead. */
function stationHours(nowMs: number): ForecastHour[] {
  const fromMs = Math.floor(nowMs / HOUR_MS) * HOUR_MS;
  return Array.from({ length: STATION_H }, (_, h) => {
    const atMs = fromMs + h * HOUR_MS;
    return { at: new Date(atMs).toISOString(), ...outdoorsAt(atMs) };
  });
}

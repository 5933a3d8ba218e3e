import '../messages/later';
import { type Alone, aloneOf, aloneState } from '@caulkhorn/core/site-log';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { useMemo, useState } from 'react';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { allowChime } from '../shared/chime';
import { minutesSeconds, timeOfDay } from '../shared/times';
import { trueNowIso } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { useNow } from '../shared/use-now';

const EVERY_MIN = [10, 15, 20, 30] as const;

/** Who works alone by the log: oneself, and the others. */
export function useAlone(): { own: Alone | undefined; others: readonly Alone[] } {
  const { lines, session } = useJob(parts('lines', 'session'));
  const all = useMemo(() => aloneOf(lines), [lines]);
  return {
    own: all.find(({ personId }) => personId === session.personId),
    others: all.filter((each) => each.personId !== session.personId),
  };
}

/** For a round at night: asked how one is, every so often. What it cannot do without signal is said before it is relied on. */
export function LoneWatch() {
  const { model, log } = useJob(parts('model', 'log'));
  const { own } = useAlone();
  const now = useNow(1000);
  const [everyMin, setEvery] = useState<number>(20);
  if (!own)
    return (
      <details className="border-t border-rule">
        <summary className="min-h-14 py-4 font-semibold">{t('alone.title')}</summary>
        <p>{t('alone.about')}</p>
        <div className="mt-2 flex items-end gap-2">
          <label className="flex flex-col gap-1 text-[13px] text-soft">
            {t('alone.every')}
            <select
              className="h-14 border border-rule-strong bg-raised px-3 text-base text-ink"
              value={everyMin}
              onChange={(event) => setEvery(Number(event.target.value))}
            >
              {EVERY_MIN.map((each) => (
                <option key={each} value={each}>
                  {t('alone.minutes', { n: each })}
                </option>
              ))}
            </select>
          </label>
          <Button
            className="min-h-14 flex-1"
            onClick={() => {
              allowChime();
              log({ kind: 'alone', state: 'begun', everyMin }, trueNowIso());
            }}
          >
            {t('alone.begin')}
          </Button>
        </div>
        <p className="mt-2 text-[13px] text-soft">{t('alone.limits')}</p>
      </details>
    );
  const asksMs = own.lastMs + own.everyMin * MINUTE_MS;
  const state = aloneState(own, now);
  return (
    <section
      aria-label={t('alone.title')}
      className={`flex flex-col gap-2 border-2 px-3 py-2.5 ${state === 'well' ? 'border-water' : 'border-iron bg-iron-soft'}`}
    >
      <h3 className="font-semibold">{t('alone.title')}</h3>
      <p role={state === 'well' ? 'timer' : 'alert'} className="text-lg font-medium">
        {state === 'well'
          ? t('alone.asks', { in: minutesSeconds(asksMs - now), at: timeOfDay(asksMs, model.job.timeZone) })
          : t(`alone.${state}`)}
      </p>
      <Button
        look="solid"
        size="large"
        className="min-h-16"
        onClick={() => {
          allowChime();
          log({ kind: 'alone', state: 'well' }, trueNowIso());
        }}
      >
        {t('alone.well-now')}
      </Button>
      <Button className="min-h-14" onClick={() => log({ kind: 'alone', state: 'ended' }, trueNowIso())}>
        {t('alone.end')}
      </Button>
      <p className="text-[13px] text-soft">{t('alone.limits')}</p>
    </section>
  );
}

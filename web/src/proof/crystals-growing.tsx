import { type ProofRow, crystalGrowth } from '@caulkhorn/core/proof';
import { DAY_MS } from '@caulkhorn/core/quantities';
import { Suspense, lazy, useMemo } from 'react';
import { formatNumber } from '../messages/number-text';
import { t } from '../messages/t';
import { dayOnly } from '../shared/times';
import { useNow } from '../shared/use-now';

const BandChart = lazy(() => import('../charts/band-chart').then((m) => ({ default: m.BandChart })));

/** How far the crystals of a coat have grown by how warm its wall was, and when they are done: before then what is only damp is no failure. */
export function CrystalsGrowing({ crystals, timeZone }: { crystals: NonNullable<ProofRow['crystals']>; timeZone: string }) {
  const { fromMs, needDays, warmth } = crystals;
  const today = Math.floor(useNow(DAY_MS / 24) / DAY_MS) * DAY_MS;
  const nowMs = Math.max(today, fromMs);
  const growth = useMemo(() => crystalGrowth(fromMs, needDays, warmth, nowMs), [fromMs, needDays, warmth, nowMs]);
  const { pct, equivalentDays, doneMs, earliestMs, latestMs, isMeasured } = growth;
  const day = (ms: number) => dayOnly(ms, timeZone);
  const says =
    doneMs === undefined
      ? [t('growth.now', { pct: Math.floor(pct), days: formatNumber(equivalentDays, 1), need: needDays }), t('growth.frozen')]
      : pct >= 100
        ? [t('growth.done', { need: needDays, day: day(doneMs) })]
        : [
            t('growth.now', { pct: Math.floor(pct), days: formatNumber(equivalentDays, 1), need: needDays }),
            t('growth.done-on', { day: day(doneMs) }),
            latestMs === undefined
              ? t('growth.band-open', { from: day(earliestMs!) })
              : t('growth.band', { from: day(earliestMs!), to: day(latestMs) }),
          ];
  return (
    <section aria-label={t('growth.title')} className="mt-4">
      <h3 className="border-b border-rule-strong pb-0.5 font-semibold">{t('growth.title')}</h3>
      <p className="mt-1.5 border-l-4 border-water bg-water-soft px-3 py-1.5">{says.join(' ')}</p>
      <p className="mt-1 text-[13px] text-soft">{t(isMeasured ? 'growth.measured' : 'growth.unmeasured')}</p>
      <Suspense fallback={<div className="h-48" />}>
        <BandChart
          title={t('growth.chart')}
          caption={t('growth.caption')}
          data={growth.curve.map(({ atMs, pct: value, lowPct, highPct }) => ({ at: atMs, value, band: [lowPct, highPct] as const }))}
          days={[{ at: nowMs, label: t('growth.today') }]}
          least={0}
          timeZone={timeZone}
        />
      </Suspense>
    </section>
  );
}

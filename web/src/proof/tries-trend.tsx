import type { Try } from '@caulkhorn/core/proof';
import { DAY_MS, toSystem } from '@caulkhorn/core/quantities';
import { Suspense, lazy } from 'react';
import { t, tOf } from '../messages/t';
import { useUnits } from '../shared/preferences';

const Curves = lazy(() => import('../charts/curves').then((m) => ({ default: m.Curves })));

/** How a figure of a test went from one time to the next, beside its limit: the inflow by the hour and the year, say. */
export function TriesTrend({ tries }: { tries: readonly Try[] }) {
  const units = useUnits();
  const taken = tries.flatMap(({ entry, judgement }) =>
    entry && judgement.figures[0] ? [{ atMs: Date.parse(entry.occurredAt), figure: judgement.figures[0] }] : [],
  );
  const [first] = taken;
  const same = taken.filter(({ figure }) => figure.name === first?.figure.name && figure.unit === first.figure.unit);
  // two of one day are one time
  if (!first || same.length < 2 || same.at(-1)!.atMs - first.atMs < DAY_MS) return null;
  const { name, unit, limit } = first.figure;
  const shown = (value: number) => toSystem(value, unit, units);
  const title = t('in-time.figure', { figure: tOf(`shown.${name}`) });
  return (
    <Suspense>
      <Curves
        title={title}
        data={same.map(({ atMs, figure }) => ({ x: (atMs - first.atMs) / DAY_MS, value: shown(figure.value).value }))}
        curves={[{ key: 'value', name: title, dots: true }]}
        xLabel={t('in-time.days')}
        yLabel={shown(first.figure.value).unit}
        {...(limit === undefined ? {} : { horizontal: [{ y: shown(limit).value, label: t('in-time.limit') }] })}
        height={200}
      />
    </Suspense>
  );
}

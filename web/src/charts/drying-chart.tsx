import { calculate } from '@caulkhorn/core/calculators';
import { toSystem } from '@caulkhorn/core/quantities';
import { useMemo } from 'react';
import { t } from '../messages/t';
import type { ChartProps } from './chart-props';
import { Curves } from './curves';

interface Drying {
  days: number[];
  rhAtProbePct: number[];
  profile: { day: number; depthMm: number[]; rhPct: number[] }[];
  readyDay: number | null;
}

/** Points on a curve; more would not be seen. */
const MOST_POINTS = 240;

/** Humidity at the probe over the days with the limit, and through the slab on some of them. A fit is drawn with its readings. */
export function DryingChart({ input, output, units }: ChartProps) {
  const readings = (input['readings'] ?? []) as readonly { day: number; rhPct: number }[];
  const run = useMemo(() => dryingOf(input, output), [input, output]);
  if (!run) return null;
  const every = Math.max(1, Math.ceil(run.days.length / MOST_POINTS));
  const curve = run.days
    .filter((day, i) => day % every === 0 || i === run.days.length - 1)
    .map((day) => ({ x: day, rh: run.rhAtProbePct[day]!, reading: null as number | null }));
  const points = readings.map(({ day, rhPct }) => ({ x: day, rh: null, reading: rhPct }));
  const data = [...curve, ...points].sort((a, b) => a.x - b.x);
  const vertical = [
    ...(typeof input['coverAtDay'] === 'number' ? [{ x: input['coverAtDay'], label: t('chart.covered') }] : []),
    ...(run.readyDay === null ? [] : [{ x: run.readyDay, label: t('chart.ready'), colour: 'var(--water)' }]),
  ];
  return (
    <>
      <Curves
        title={t('chart.rh-at-probe')}
        data={data}
        curves={[
          { key: 'rh', name: t('field.rhAtProbePct') },
          ...(points.length > 0 ? [{ key: 'reading', name: t('chart.readings'), colour: 'var(--iron)', dots: true }] : []),
        ]}
        xLabel={t('chart.day')}
        yLabel="%"
        horizontal={[{ y: Number(input['limitRhPct']), label: t('chart.limit'), colour: 'var(--ochre)' }]}
        vertical={vertical}
      />
      <ProfileChart profile={run.profile} thicknessMm={Number(input['thicknessMm'])} units={units} />
    </>
  );
}

function dryingOf(input: ChartProps['input'], output: ChartProps['output']): Drying | null {
  if ('rhAtProbePct' in output) return output as unknown as Drying;
  const { readings: _readings, ...slab } = input;
  const { diffusionMultiplier, initialRhPct } = output;
  // one run of a slab takes some milliseconds
  const result = calculate('slab-drying', { ...slab, diffusionMultiplier, initialRhPct });
  return result.ok ? (result.value as Drying) : null;
}

function ProfileChart({ profile, thicknessMm, units }: { profile: Drying['profile']; thicknessMm: number; units: ChartProps['units'] }) {
  const depths = profile[0]?.depthMm ?? [];
  const data = depths.map((depth, i) => ({
    x: toSystem(depth, 'mm', units).value,
    ...Object.fromEntries(profile.map(({ day, rhPct }) => [`day${day}`, rhPct[i]!])),
  }));
  const dashes = [undefined, '9 3', '5 3', '3 3', '2 4', '10 3 2 3', '1 3'];
  const curves = profile.map(({ day }, i) => ({
    key: `day${day}`,
    name: t('chart.on-day', { n: Math.round(day) }),
    dash: dashes[i % dashes.length],
    colour: i % 2 ? 'var(--ink)' : 'var(--water)',
  }));
  return (
    <Curves
      title={t('chart.profile')}
      data={data}
      curves={curves}
      xLabel={t('chart.depth', { unit: toSystem(0, 'mm', units).unit })}
      yLabel="%"
      xDomain={[0, toSystem(thicknessMm, 'mm', units).value]}
      yDomain={['auto', 100]}
    />
  );
}

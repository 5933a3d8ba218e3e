import { calculate } from '@caulkhorn/core/calculators';
import { HOUR_MS, toSystem } from '@caulkhorn/core/quantities';
import { t } from '../messages/t';
import type { ChartProps } from './chart-props';
import { Curves } from './curves';

type Numbers = Readonly<Record<string, number>>;

/** The same calculation with some inputs changed; null where it is refused. */
function at(id: string, input: ChartProps['input'], change: object, name: string): number | null {
  const result = calculate(id, { ...input, ...change });
  const value = result.ok ? (result.value as Record<string, unknown>)[name] : null;
  return typeof value === 'number' ? value : null;
}

function steps(from: number, to: number, count: number): number[] {
  return Array.from({ length: count + 1 }, (_, i) => from + ((to - from) * i) / count);
}

/** Water pressure against level: how the push grows down the wall. */
export function PressureChart({ input, units }: ChartProps) {
  const { waterLevelM, topLevelM, bottomLevelM, pointLevelM, densityKgM3 } = input as Numbers;
  const foot = bottomLevelM ?? pointLevelM!;
  const top = Math.max(topLevelM ?? waterLevelM!, foot);
  if (!(top > foot)) return null;
  const density = densityKgM3 === undefined ? {} : { densityKgM3 };
  const data = steps(foot, top, 40).map((level) => ({
    x: toSystem(at('hydrostatic-head', { waterLevelM, pointLevelM: level, ...density }, {}, 'pressureKPa') ?? 0, 'kPa', units).value,
    level: toSystem(level, 'm', units).value,
  }));
  const pressure = toSystem(0, 'kPa', units).unit;
  const length = toSystem(0, 'm', units).unit;
  const water = toSystem(waterLevelM!, 'm', units).value;
  return (
    <Curves
      title={t('chart.head')}
      data={data}
      curves={[{ key: 'level', name: t('field.levelM') }]}
      xLabel={t('chart.pressure', { unit: pressure })}
      yLabel={t('chart.level', { unit: length })}
      horizontal={waterLevelM! >= foot && waterLevelM! <= top ? [{ y: water, label: t('chart.water'), colour: 'var(--water)' }] : []}
    />
  );
}

export function CrackChart({ input, output }: ChartProps) {
  const { widthMm } = input as Numbers;
  const data = steps(0, Math.max(0.1, 2 * widthMm!), 40).map((width) => ({
    x: width,
    flow: at('crack-flow', input, { widthMm: width }, 'flowLPerH'),
  }));
  const here = { x: widthMm!, y: (output as Numbers)['flowLPerH']! };
  return (
    <Curves
      title={t('chart.crack')}
      data={data}
      curves={[{ key: 'flow', name: 'L/h' }]}
      xLabel={t('chart.width')}
      yLabel="L/h"
      here={here}
    />
  );
}

export function EvaporationChart({ input, output }: ChartProps) {
  const { windKmH, relativeHumidityPct } = input as Numbers;
  const humidities = [...new Set([30, 60, 90, relativeHumidityPct!])].sort((a, b) => a - b);
  const data = steps(0, Math.max(30, 1.5 * windKmH!), 30).map((wind) => ({
    x: wind,
    ...Object.fromEntries(
      humidities.map((rh) => [`rh${rh}`, at('evaporation-rate', input, { windKmH: wind, relativeHumidityPct: rh }, 'kgPerM2H')]),
    ),
  }));
  const curves = humidities.map((rh, i) => ({
    key: `rh${rh}`,
    name: t('chart.at-rh', { rh }),
    colour: rh === relativeHumidityPct ? 'var(--water)' : 'var(--ink-soft)',
    dash: rh === relativeHumidityPct ? undefined : ['2 3', '6 3', '10 4', '4 2'][i],
  }));
  return (
    <Curves
      title={t('chart.evaporation')}
      data={data}
      curves={curves}
      xLabel={t('chart.wind')}
      horizontal={[
        { y: 0.5, label: t('value.mist-oftener'), colour: 'var(--ochre)' },
        { y: 1, label: t('value.screen-from-wind-and-sun'), colour: 'var(--iron)' },
      ]}
      here={{ x: windKmH!, y: (output as Numbers)['kgPerM2H']! }}
    />
  );
}

/** When the window opens and closes at other, holding temperatures. */
export function WindowChart({ input, units }: ChartProps) {
  const { referenceC, temperatureC } = input as Numbers;
  const { temperatures: _given, ...rest } = input;
  const startMs = Date.parse(String(input['startedAt']));
  const hours = (temperature: number, name: 'opensAt' | 'closesAt') => {
    const result = calculate('recoat-window', { ...rest, temperatureC: temperature });
    const end = result.ok ? (result.value as Record<string, string | null>)[name] : null;
    return end ? (Date.parse(end) - startMs) / HOUR_MS : null;
  };
  const middle = temperatureC ?? referenceC!;
  const data = steps(Math.min(5, middle - 5), Math.max(30, middle + 5), 50).map((temperature) => ({
    x: toSystem(temperature, '°C', units).value,
    opens: hours(temperature, 'opensAt'),
    closes: hours(temperature, 'closesAt'),
  }));
  const here = temperatureC === undefined ? [] : [{ x: toSystem(temperatureC, '°C', units).value, label: t('chart.this') }];
  return (
    <Curves
      title={t('chart.window')}
      data={data}
      curves={[
        { key: 'opens', name: t('chart.opens') },
        { key: 'closes', name: t('chart.closes'), colour: 'var(--iron)', dash: '7 3' },
      ]}
      xLabel={t('chart.temperature', { unit: toSystem(0, '°C', units).unit })}
      yLabel="h"
      yDomain={[0, 'auto']}
      vertical={here}
    />
  );
}

/** How the head at every leak rises as one after the other is stopped. */
export function SealingChart({ output, units }: ChartProps) {
  const sealing = output['steps'] as readonly { headsAfter: Record<string, number> }[];
  const ids = Object.keys(sealing[0]!.headsAfter);
  const dashes = [undefined, '8 3', '2 3', '10 3 2 3', '5 2', '1 3'];
  const colours = ['var(--water)', 'var(--ink)', 'var(--ochre)', 'var(--iron)'];
  const data = sealing.map(({ headsAfter }, i) => ({
    x: i + 1,
    ...Object.fromEntries(ids.map((id, k) => [`leak${k}`, toSystem(headsAfter[id]!, 'm', units).value])),
  }));
  if (data.length < 2) return null;
  return (
    <Curves
      title={t('chart.heads', { unit: toSystem(0, 'm', units).unit })}
      data={data}
      curves={ids.map((id, k) => ({
        key: `leak${k}`,
        name: id,
        colour: colours[k % colours.length]!,
        dash: dashes[Math.floor(k / colours.length) % dashes.length],
      }))}
      xLabel={t('chart.stop-number')}
      height={280}
    />
  );
}

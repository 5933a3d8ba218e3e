import { CartesianGrid, Legend, Line, LineChart, ReferenceDot, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { formatNumber } from '../messages/number-text';

export interface Curve {
  key: string;
  name: string;
  colour?: string;
  dash?: string;
  /** shown as points only */ dots?: boolean;
}

export interface CurvesProps {
  title: string;
  data: readonly Readonly<Record<string, number | null>>[];
  curves: readonly Curve[];
  xLabel: string;
  yLabel?: string;
  xDomain?: readonly [number | 'auto' | 'dataMin', number | 'auto' | 'dataMax'];
  yDomain?: readonly [number | 'auto', number | 'auto'];
  vertical?: readonly { x: number; label: string; colour?: string }[];
  horizontal?: readonly { y: number; label: string; colour?: string }[];
  here?: { x: number; y: number };
  height?: number;
}

const TICK = { fontSize: 12, fill: 'var(--ink-soft)' };

/** Lines over x in the app's colours; each line is named, and told apart by its dash as well as by its colour. */
export function Curves({
  title,
  data,
  curves,
  xLabel,
  yLabel,
  xDomain,
  yDomain,
  vertical = [],
  horizontal = [],
  here,
  height = 240,
}: CurvesProps) {
  const label = (value: string, colour = 'var(--ink-soft)') => ({ value, fontSize: 12, fill: colour });
  return (
    <figure className="mt-4">
      <figcaption className="mb-1 font-semibold">{title}</figcaption>
      <ResponsiveContainer width="100%" height={height}>
        <LineChart data={[...data]} margin={{ top: 14, right: 16, bottom: 18, left: 4 }}>
          <CartesianGrid stroke="var(--rule)" />
          <XAxis
            dataKey="x"
            type="number"
            domain={xDomain ? [...xDomain] : ['dataMin', 'dataMax']}
            tick={TICK}
            stroke="var(--rule-strong)"
            tickFormatter={tick}
            label={{ ...label(xLabel), position: 'insideBottom', offset: -12 }}
          />
          <YAxis
            domain={yDomain ? [...yDomain] : ['auto', 'auto']}
            tick={TICK}
            stroke="var(--rule-strong)"
            width={52}
            tickFormatter={tick}
            label={yLabel ? { ...label(yLabel), angle: -90, position: 'insideLeft', style: { textAnchor: 'middle' } } : undefined}
          />
          <Tooltip
            contentStyle={{ background: 'var(--paper-raised)', border: '1px solid var(--rule-strong)', color: 'var(--ink)' }}
            labelFormatter={(x) => `${tick(Number(x))} (${xLabel})`}
            formatter={(value) => tick(Number(value))}
          />
          {curves.length > 1 ? (
            <Legend itemSorter={null} verticalAlign="top" height={24} iconType="plainline" wrapperStyle={{ fontSize: 12 }} />
          ) : null}
          {vertical.map(({ x, label: text, colour }) => (
            <ReferenceLine
              key={text}
              x={x}
              stroke={colour ?? 'var(--ink-soft)'}
              strokeDasharray="5 4"
              label={{ ...label(text, colour), position: 'insideTopRight' }}
            />
          ))}
          {horizontal.map(({ y, label: text, colour }) => (
            <ReferenceLine
              key={text}
              y={y}
              stroke={colour ?? 'var(--ink-soft)'}
              strokeDasharray="5 4"
              label={{ ...label(text, colour), position: 'insideBottomLeft' }}
              ifOverflow="extendDomain"
            />
          ))}
          {curves.map(({ key, name, colour = 'var(--water)', dash, dots }) => (
            <Line
              key={key}
              dataKey={key}
              name={name}
              stroke={dots ? 'none' : colour}
              strokeWidth={2}
              strokeDasharray={dash}
              dot={dots ? { r: 4, fill: colour, stroke: 'var(--paper)' } : false}
              legendType={dots ? 'circle' : 'plainline'}
              connectNulls={!dots}
              isAnimationActive={false}
            />
          ))}
          {here ? <ReferenceDot x={here.x} y={here.y} r={5} fill="var(--iron)" stroke="var(--paper)" /> : null}
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}

function tick(value: number): string {
  const size = Math.abs(value);
  return formatNumber(value, size >= 100 ? 0 : size >= 10 ? 1 : size >= 0.1 || size === 0 ? 2 : 4, 0);
}

import { Area, CartesianGrid, ComposedChart, Line, ReferenceLine, ResponsiveContainer, Scatter, XAxis, YAxis } from 'recharts';
import { TICK, dayAxis } from './day-axis';

export interface BandPoint {
  /** ms */ at: number;
  value: number;
  band: readonly [low: number, high: number] | null;
}

interface Props {
  title: string;
  caption: string;
  data: readonly BandPoint[];
  /** what was read */ readings?: readonly { at: number; value: number }[];
  limit?: number;
  /** days that count, with what they are */ days?: readonly { at: number; label: string }[];
  least: number | ((dataMin: number) => number);
  timeZone: string;
}

/** A figure in percent over days, with how far it may be out. */
export function BandChart({ title, caption, data, readings = [], limit, days = [], least, timeZone }: Props) {
  return (
    <figure aria-label={title}>
      <ResponsiveContainer width="100%" height={190}>
        <ComposedChart data={[...data]} margin={{ top: 16, right: 22, bottom: 0, left: -18 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis {...dayAxis(timeZone)} />
          <YAxis domain={[least, 100]} tickCount={6} tick={TICK} stroke="var(--rule-strong)" width={48} />
          <Area dataKey="band" stroke="none" fill="var(--water)" fillOpacity={0.16} isAnimationActive={false} />
          <Line dataKey="value" stroke="var(--water)" strokeWidth={2} dot={false} isAnimationActive={false} />
          {readings.length === 0 ? null : <Scatter data={[...readings]} dataKey="value" fill="var(--iron)" isAnimationActive={false} />}
          {limit === undefined ? null : (
            <ReferenceLine y={limit} stroke="var(--ochre)" strokeWidth={1.5} strokeDasharray="6 3" ifOverflow="extendDomain" />
          )}
          {days.map(({ at, label }) => (
            <ReferenceLine
              key={label}
              x={at}
              stroke="var(--ink)"
              strokeDasharray="2 3"
              ifOverflow="extendDomain"
              label={{ value: label, position: 'top', fontSize: 11, fill: 'var(--ink)' }}
            />
          ))}
        </ComposedChart>
      </ResponsiveContainer>
      <figcaption className="text-[13px] text-soft">{caption}</figcaption>
    </figure>
  );
}

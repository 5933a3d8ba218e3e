import { CartesianGrid, ComposedChart, Line, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { formatNumber } from '../messages/number-text';
import { TICK, dayAxis } from './day-axis';

export interface RoomPoint {
  /** ms */ at: number;
  /** in the reader's unit */ air: number;
  surface: number;
  /** % */ humidity: number;
}

interface Props {
  title: string;
  data: readonly RoomPoint[];
  names: { air: string; surface: string; humidity: string };
  unit: string;
  /** where a forecast ends, with what that is called */ end?: { at: number; label: string };
  timeZone: string;
}

const LINES = [
  { key: 'air', colour: 'var(--ink)', axis: 'warmth' },
  { key: 'surface', colour: 'var(--iron)', dash: '6 3', axis: 'warmth' },
  { key: 'humidity', colour: 'var(--water)', dash: '2 3', axis: 'humidity' },
] as const;

/** The air of a room and its coldest surface over days, with the humidity on an axis of its own; lines are told apart by dash and colour. */
export function RoomChart({ title, data, names, unit, end, timeZone }: Props) {
  return (
    <figure aria-label={title}>
      <ResponsiveContainer width="100%" height={190}>
        <ComposedChart data={[...data]} margin={{ top: 16, right: 0, bottom: 0, left: -12 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis {...dayAxis(timeZone)} />
          <YAxis
            yAxisId="warmth"
            tick={TICK}
            stroke="var(--rule-strong)"
            width={52}
            tickFormatter={(value: number) => `${formatNumber(value, 0)} ${unit}`}
          />
          <YAxis
            yAxisId="humidity"
            orientation="right"
            domain={[0, 100]}
            tick={TICK}
            stroke="var(--rule-strong)"
            width={44}
            tickFormatter={(value: number) => `${value} %`}
          />
          {LINES.map(({ key, colour, axis, ...line }) => (
            <Line
              key={key}
              yAxisId={axis}
              dataKey={key}
              stroke={colour}
              strokeDasharray={'dash' in line ? line.dash : undefined}
              strokeWidth={1.75}
              dot={false}
              isAnimationActive={false}
            />
          ))}
          {end ? (
            <ReferenceLine
              yAxisId="warmth"
              x={end.at}
              stroke="var(--ink)"
              strokeDasharray="2 3"
              label={{ value: end.label, position: 'top', fontSize: 11, fill: 'var(--ink)' }}
            />
          ) : null}
        </ComposedChart>
      </ResponsiveContainer>
      <figcaption className="flex flex-wrap gap-x-4 text-[13px] text-soft">
        {LINES.map(({ key, colour, ...line }) => (
          <span key={key} className="inline-flex items-center gap-1.5">
            <svg width="26" height="6" aria-hidden>
              <line x1="0" x2="26" y1="3" y2="3" stroke={colour} strokeWidth="2" strokeDasharray={'dash' in line ? line.dash : undefined} />
            </svg>
            {names[key]}
          </span>
        ))}
      </figcaption>
    </figure>
  );
}

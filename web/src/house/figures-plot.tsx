import { Bar, BarChart, CartesianGrid, Legend, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { t } from '../messages/t';

export interface PlotRow {
  name: string;
  /** of what was planned, %; null where nothing was compared */ hours: number | null;
  material: number | null;
}

const TICK = { fontSize: 12, fill: 'var(--ink-soft)' };
const ROW_PX = 44;

/** Taken as a share of what was planned, group by group, beside the line of what was planned. */
export default function FiguresPlot({ rows }: { rows: readonly PlotRow[] }) {
  return (
    <figure className="my-4">
      <figcaption className="mb-1 font-semibold">{t('figures.plot')}</figcaption>
      <ResponsiveContainer width="100%" height={70 + rows.length * ROW_PX}>
        <BarChart layout="vertical" data={[...rows]} margin={{ top: 4, right: 24, bottom: 4, left: 4 }}>
          <CartesianGrid stroke="var(--rule)" horizontal={false} />
          <XAxis
            type="number"
            domain={[0, (most: number) => Math.max(120, Math.ceil(most / 20) * 20)]}
            unit=" %"
            tick={TICK}
            stroke="var(--rule-strong)"
          />
          <YAxis type="category" dataKey="name" width={150} tick={TICK} stroke="var(--rule-strong)" />
          <Tooltip
            contentStyle={{ background: 'var(--paper-raised)', border: '1px solid var(--rule-strong)', color: 'var(--ink)' }}
            formatter={(value) => `${Math.round(Number(value))} %`}
          />
          <Legend verticalAlign="top" height={26} wrapperStyle={{ fontSize: 12 }} />
          <Bar dataKey="hours" name={t('figures.hours')} fill="var(--water)" isAnimationActive={false} />
          <Bar dataKey="material" name={t('figures.material')} fill="var(--ink-soft)" isAnimationActive={false} />
          <ReferenceLine x={100} stroke="var(--ink)" strokeDasharray="5 4" />
        </BarChart>
      </ResponsiveContainer>
    </figure>
  );
}

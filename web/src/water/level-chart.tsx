import type { WaterBody } from '@caulkhorn/core/jobs';
import { toSystem } from '@caulkhorn/core/quantities';
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { t, tOf } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayAndTime } from '../shared/times';
import { parts, useJob } from '../job/job-context';

/** More would hide their line. */
const MOST_DOTS = 60;

/** What is read as time goes by, each way of reading with a line of its own. */
const WAYS = [
  { kind: 'dip', stroke: 'var(--ink)', dash: undefined },
  { kind: 'logger', stroke: 'var(--water)', dash: undefined },
  { kind: 'tide', stroke: 'var(--ink-soft)', dash: '2 3' },
  { kind: 'drawn-down', stroke: 'var(--ochre)', dash: '7 3' },
] as const;

/** Levels over time, with the governing one across. Marks from old floods would squeeze the axis and are left to the list. */
export function LevelChart({ body }: { body: WaterBody }) {
  const { model } = useJob(parts('model'));
  const units = useUnits();
  const { timeZone } = model.job;
  const points = model.waterLevels
    .filter(({ waterBodyId, kind }) => waterBodyId === body.id && WAYS.some((way) => way.kind === kind))
    .map(({ at, levelM, kind }) => ({ at: Date.parse(at), levelM, kind, [kind]: toSystem(levelM, 'm', units).value }))
    .sort((a, b) => a.at - b.at);
  const ways = WAYS.filter(({ kind }) => points.some((point) => point.kind === kind));
  const governing = model.waterLevels.find((level) => level.id === body.governingLevelId);
  if (points.length < 2) return null;
  return (
    <figure className="mt-2">
      <ResponsiveContainer width="100%" height={128}>
        <LineChart data={points} margin={{ top: 6, right: 8, bottom: 0, left: -14 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="at"
            type="number"
            domain={['dataMin', 'dataMax']}
            tickFormatter={(at: number) => dayAndTime(at, timeZone).slice(0, 10)}
            tick={{ fontSize: 11, fill: 'var(--ink-soft)' }}
            stroke="var(--rule-strong)"
            minTickGap={40}
          />
          <YAxis domain={['auto', 'auto']} tick={{ fontSize: 11, fill: 'var(--ink-soft)' }} stroke="var(--rule-strong)" width={48} />
          <Tooltip
            contentStyle={{ background: 'var(--paper-raised)', border: '1px solid var(--rule-strong)', color: 'var(--ink)' }}
            labelFormatter={(at) => dayAndTime(Number(at), timeZone)}
            formatter={(_value, kind, item) => [
              formatQuantity((item.payload as { levelM: number }).levelM, 'm', units),
              tOf(`level-kind.${String(kind)}`),
            ]}
          />
          {governing ? (
            <ReferenceLine
              y={toSystem(governing.levelM, 'm', units).value}
              stroke="var(--water)"
              strokeWidth={2}
              ifOverflow="extendDomain"
            />
          ) : null}
          {ways.map(({ kind, stroke, dash }) => (
            <Line
              key={kind}
              dataKey={kind}
              stroke={stroke}
              strokeWidth={1.5}
              strokeDasharray={dash}
              dot={points.filter((point) => point.kind === kind).length < MOST_DOTS ? { r: 2.5, fill: stroke } : false}
              connectNulls
              isAnimationActive={false}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
      <figcaption className="flex flex-wrap gap-x-3 text-[13px] text-soft">
        {ways.map(({ kind, stroke, dash }) => (
          <span key={kind} className="inline-flex items-center gap-1.5">
            <svg width={18} height={8} aria-hidden>
              <line x1={0} x2={18} y1={4} y2={4} stroke={stroke} strokeWidth={2} strokeDasharray={dash} />
            </svg>
            {t(`level-kind.${kind}`)} ({points.filter((point) => point.kind === kind).length})
          </span>
        ))}
        {governing ? (
          <span className="inline-flex items-center gap-1.5">
            <svg width={18} height={8} aria-hidden>
              <line x1={0} x2={18} y1={4} y2={4} stroke="var(--water)" strokeWidth={3} />
            </svg>
            {t('water.chart-governs')}
          </span>
        ) : null}
      </figcaption>
    </figure>
  );
}

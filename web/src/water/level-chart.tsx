import type { WaterBody } from '@caulkhorn/core/jobs';
import { toSystem } from '@caulkhorn/core/quantities';
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayAndTime } from '../shared/times';
import { useJob } from '../workspace/job-context';

/** Dips and logger readings over time, with the governing level across. Marks from old floods would squeeze the axis and are left to the list. */
export function LevelChart({ body }: { body: WaterBody }) {
  const { model } = useJob();
  const units = useUnits();
  const { timeZone } = model.job;
  const points = model.waterLevels
    .filter((level) => level.waterBodyId === body.id && (level.kind === 'dip' || level.kind === 'logger' || level.kind === 'tide'))
    .map((level) => ({ at: Date.parse(level.at), level: toSystem(level.levelM, 'm', units).value, levelM: level.levelM }))
    .sort((a, b) => a.at - b.at);
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
            formatter={(_value, _name, item) => [
              formatQuantity((item.payload as { levelM: number }).levelM, 'm', units),
              t('field.levelM'),
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
          <Line dataKey="level" stroke="var(--ink)" strokeWidth={1.5} dot={points.length < 40} isAnimationActive={false} />
        </LineChart>
      </ResponsiveContainer>
      <figcaption className="text-[13px] text-soft">{t('water.chart', { n: points.length })}</figcaption>
    </figure>
  );
}

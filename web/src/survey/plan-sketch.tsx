import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';

interface PlanSketchProps {
  corners: readonly (readonly [x: number, y: number])[];
  /** how far from its start the walk ends, m */ gapM: number;
  /** all walls have been typed */ isWhole: boolean;
}

/** The plan as taped so far, walls numbered; a gap at the end is shown and named. */
export function PlanSketch({ corners, gapM, isWhole }: PlanSketchProps) {
  const units = useUnits();
  if (corners.length < 2) return <p className="self-center text-[13px] text-soft">{t('room.sketch-empty')}</p>;
  const xs = corners.map(([x]) => x);
  const ys = corners.map(([, y]) => -y);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const size = Math.max(Math.max(...xs) - left, Math.max(...ys) - top, 0.1);
  const margin = size * 0.14;
  const points = corners.map(([x, y]) => `${x},${-y}`).join(' ');
  const open = isWhole && gapM > 0.1;
  return (
    <figure className="flex flex-col gap-1">
      <svg
        viewBox={`${left - margin} ${top - margin} ${size + 2 * margin} ${size + 2 * margin}`}
        className="w-full rounded-[3px] bg-sunk"
        role="img"
        aria-label={t('room.sketch')}
      >
        <polygon
          points={points}
          fill="none"
          stroke={open ? 'var(--iron)' : 'var(--ink)'}
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
          strokeDasharray={isWhole ? undefined : '5 4'}
        />
        {corners.map(([x, y], i) => {
          const [nextX, nextY] = corners[(i + 1) % corners.length]!;
          return (
            <text
              key={i}
              x={(x + nextX) / 2}
              y={-(y + nextY) / 2}
              fontSize={size * 0.085}
              textAnchor="middle"
              dominantBaseline="middle"
              fill="var(--ink)"
              stroke="var(--paper-sunk)"
              strokeWidth={size * 0.03}
              paintOrder="stroke"
            >
              {i + 1}
            </text>
          );
        })}
      </svg>
      {isWhole ? (
        <figcaption className={`text-[13px] ${open ? 'font-medium text-iron' : 'text-soft'}`}>
          {t(open ? 'room.gap' : 'room.closes', { gap: formatQuantity(gapM, 'm', units) })}
        </figcaption>
      ) : null}
    </figure>
  );
}

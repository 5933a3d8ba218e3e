import { type Face, isLevelFace, sitePoint } from '@caulkhorn/core/jobs';
import { useMemo, useState } from 'react';
import { t } from '../messages/t';
import { parts, useJob, useSelection } from '../job/job-context';

/** Where the faces stand to each other, seen from above: walls as lines, floors as areas, linings as their run. A press chooses one. */
export function KeyPlan() {
  const { faces } = useJob((job) => job.model);
  const [open, setOpen] = useState(false);
  if (faces.length < 2) return null;
  return (
    <details className="shrink-0 border-t border-rule" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="px-2.5 py-1.5 text-[13px] font-medium text-soft">{t('plan.key')}</summary>
      {/* a thousand faces are not drawn for nobody */}
      {open ? <Plan /> : null}
    </details>
  );
}

function Plan() {
  const { model } = useJob(parts('model'));
  const { selected, select } = useSelection('selected', 'select');
  const plan = useMemo(() => planOf(model.faces), [model.faces]);
  const feature = selected?.kind === 'feature' ? model.features.find(({ id }) => id === selected.id) : undefined;
  const chosen = feature?.faceId ?? selected?.id;
  const { minX, minY, width, height } = plan;
  const margin = Math.max(width, height) * 0.05 + 0.2;
  return (
    <svg
      viewBox={`${minX - margin} ${minY - margin} ${width + 2 * margin} ${height + 2 * margin}`}
      className="max-h-44 w-full px-2 pb-2"
      role="img"
      aria-label={t('plan.key-of', { n: plan.shapes.length })}
    >
      {plan.shapes.map(({ face, points, isArea }) => {
        const isChosen = face.id === chosen;
        return (
          <g key={face.id} className="cursor-pointer" onClick={() => select({ kind: 'face', id: face.id })}>
            <title>{`${face.mark} ${face.name}`}</title>
            <polyline
              points={points}
              fill={isArea ? (isChosen ? 'var(--water)' : 'var(--water-soft)') : 'none'}
              fillOpacity={isArea ? 0.6 : undefined}
              stroke="transparent"
              strokeWidth={14}
              vectorEffect="non-scaling-stroke"
            />
            <polyline
              points={points}
              fill="none"
              stroke={isChosen ? 'var(--water)' : 'var(--ink)'}
              strokeWidth={isChosen ? 5 : isArea ? 0.75 : 1.75}
              strokeLinecap="round"
              vectorEffect="non-scaling-stroke"
              pointerEvents="none"
            />
          </g>
        );
      })}
    </svg>
  );
}

interface PlanShape {
  face: Face;
  points: string;
  isArea: boolean;
}

function planOf(faces: readonly Face[]): { shapes: PlanShape[]; minX: number; minY: number; width: number; height: number } {
  const placed = faces.map((face) => ({
    face,
    isArea: isLevelFace(face),
    points: face.outline.map((uv) => sitePoint(face.placement, uv)),
  }));
  // floors first, so that walls lie over them and can be pressed
  placed.sort((a, b) => Number(b.isArea) - Number(a.isArea));
  const xs = placed.flatMap(({ points }) => points.map(([x]) => x));
  const ys = placed.flatMap(({ points }) => points.map(([, y]) => -y));
  const [minX, minY] = [Math.min(...xs), Math.min(...ys)];
  return {
    shapes: placed.map(({ face, isArea, points }) => ({
      face,
      isArea,
      points: [...points, ...(isArea ? [points[0]!] : [])].map(([x, y]) => `${x.toFixed(2)},${(-y).toFixed(2)}`).join(' '),
    })),
    minX,
    minY,
    width: Math.max(...xs) - minX,
    height: Math.max(...ys) - minY,
  };
}

import { runCalculator } from '@caulkhorn/core/fields';
import type { Face, FacePoint } from '@caulkhorn/core/jobs';
import { filmMap } from '@caulkhorn/core/proof';
import type { FilmReading } from '@caulkhorn/core/site-log';
import { useMemo } from 'react';
import { t } from '../messages/t';

/** Cells along the longer side: enough for where to go next. */
const CELLS = 24;
/** Where the film is more likely than so under the least that is allowed, the place is marked. */
const LIKELY_THIN = 0.5;
/** The picture's longer side and the least of its shorter one, in its own units. */
const LONG = 300;
const SHORT = 60;
const TALLEST = 180;

export interface Stretch {
  fromU: number;
  toU: number;
  minV: number;
  maxV: number;
}

interface Mapped {
  thin: { u: number; v: number; width: number; height: number }[];
  /** where one more reading would settle most */ nextBest: FacePoint;
}

/** The film over a stretch of a face, by the readings whose place is known; none while two places are not read. */
export function useFilmMap(readings: readonly FilmReading[], { fromU, toU, minV, maxV }: Stretch, leastMm: number): Mapped | undefined {
  return useMemo(() => {
    const [widthM, heightM] = [toU - fromU, maxV - minV];
    const placed = readings.flatMap(({ uM, vM, wetMm }) => (uM === undefined || vM === undefined ? [] : [{ uM, vM, wetMm }]));
    const run = runCalculator(filmMap, {
      readings: placed.map(({ uM, vM, wetMm }) => ({ xM: uM - fromU, yM: vM - minV, mm: wetMm })),
      ...{ widthM, heightM, specifiedMm: leastMm, gridM: Math.max(widthM, heightM) / CELLS },
    });
    if (!run.ok) return undefined;
    const { probabilityThin, nextBest } = run.value;
    const [width, height] = [widthM / (probabilityThin[0]?.length ?? 1), heightM / probabilityThin.length];
    const thin = probabilityThin.flatMap((cells, row) =>
      cells.flatMap((share, column) => (share > LIKELY_THIN ? [{ u: fromU + column * width, v: minV + row * height, width, height }] : [])),
    );
    return { thin, nextBest: [fromU + nextBest.xM, minV + nextBest.yM] };
  }, [readings, fromU, toU, minV, maxV, leastMm]);
}

/** The stretch as one stands before it: what was read, where the film is likely thin, and where to read next. */
export function FilmPicture({
  face,
  stretch: { fromU, toU, minV, maxV },
  readings,
  leastMm,
  thin,
  next,
}: {
  face: Pick<Face, 'outline' | 'openings'>;
  stretch: Stretch;
  readings: readonly FilmReading[];
  leastMm: number;
  thin: Mapped['thin'];
  next: FacePoint | undefined;
}) {
  const [width, height] = [toU - fromU, maxV - minV];
  const scale = Math.min(LONG / width, TALLEST / height);
  const [w, h] = [Math.max(SHORT, width * scale), Math.max(SHORT, height * scale)];
  const x = (u: number) => ((u - fromU) / width) * w;
  const y = (v: number) => h - ((v - minV) / height) * h;
  const path = (points: readonly FacePoint[]) => `M${points.map(([u, v]) => `${x(u)} ${y(v)}`).join('L')}Z`;
  const clip = `film-${fromU}-${minV}`.replaceAll('.', '_');
  const placed = readings.flatMap(({ uM, vM, wetMm }) => (uM === undefined || vM === undefined ? [] : [{ u: uM, v: vM, wetMm }]));
  return (
    <svg
      viewBox={`-8 -8 ${w + 16} ${h + 16}`}
      className="mt-1.5 max-h-52 w-full"
      role="img"
      aria-label={t('film.picture', { n: placed.length, thin: placed.filter(({ wetMm }) => wetMm < leastMm).length })}
    >
      <clipPath id={clip}>
        <path d={[face.outline, ...(face.openings ?? [])].map(path).join('')} clipRule="evenodd" />
      </clipPath>
      <g clipPath={`url(#${clip})`} shapeRendering="crispEdges">
        <rect width={w} height={h} fill="var(--paper-raised)" />
        {thin.map((cell) => (
          <rect
            key={`${cell.u} ${cell.v}`}
            x={x(cell.u)}
            y={y(cell.v + cell.height)}
            width={(cell.width / width) * w}
            height={(cell.height / height) * h}
            fill="var(--iron)"
            fillOpacity={0.28}
          />
        ))}
      </g>
      <path
        d={[face.outline, ...(face.openings ?? [])].map(path).join('')}
        clipPath={`url(#${clip})`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={3}
      />
      {placed.map(({ u, v, wetMm }, i) =>
        wetMm < leastMm ? (
          <path key={i} d={`M${x(u)} ${y(v) - 7}l7 12h-14z`} fill="var(--iron)" stroke="var(--paper-raised)" />
        ) : (
          <circle key={i} cx={x(u)} cy={y(v)} r={4.5} fill="var(--ink)" stroke="var(--paper-raised)" />
        ),
      )}
      {next ? (
        <g fill="none" stroke="var(--water)" strokeWidth={3}>
          <circle cx={x(next[0])} cy={y(next[1])} r={9} fill="var(--paper-raised)" />
          <path d={`M${x(next[0])} ${y(next[1]) - 5}v10M${x(next[0]) - 5} ${y(next[1])}h10`} />
        </g>
      ) : null}
    </svg>
  );
}

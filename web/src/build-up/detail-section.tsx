import type { Section, SectionMaterial, SectionPart } from '@caulkhorn/core/materials';
import { useId } from 'react';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';

type SectionPoint = SectionPart['points'][number];

const FILL: Readonly<Record<SectionMaterial, string>> = {
  wall: 'var(--paper-sunk)',
  plug: 'var(--rule-strong)',
  filler: 'var(--ochre-soft)',
  coat: 'var(--water)',
  stripe: 'var(--water-soft)',
  mesh: 'none',
  primer: 'var(--ochre)',
  bond: 'none',
  sealant: 'var(--ink-soft)',
  rod: 'var(--paper)',
  sheet: 'none',
  bar: 'var(--ink)',
  sand: 'var(--ochre-soft)',
  grout: 'var(--ink-soft)',
  pipe: 'var(--paper-raised)',
  crack: 'none',
};
const DASH: Partial<Record<SectionMaterial, string>> = { mesh: '1 2.2', stripe: '4 2' };
const STROKE: Partial<Record<SectionMaterial, string>> = { crack: 'var(--iron)', bond: 'var(--water)' };
const LINE: Partial<Record<SectionMaterial, number>> = { bond: 3, sheet: 2.4, mesh: 1.8, crack: 1.2 };
const MOST_PX_PER_MM = 4;
/** Room for dimensions, px. */
const PAD = { top: 30, right: 48, bottom: 6, left: 2 } as const;

interface DetailSectionProps {
  section: Section | undefined;
  /** on the page, px */ widthPx: number;
}

/** A cut through a detail, in true proportion, with its dimensions and what each part is. */
export function DetailSection({ section, widthPx }: DetailSectionProps) {
  const units = useUnits();
  const hatch = useId();
  if (!section) return null;
  const px = scaleOf(section, Math.min(widthPx * 0.62, 320));
  const place = ([x, y]: SectionPoint, top: number) => [(x - section.minX) * px + PAD.left, (y - section.minY) * px + top] as const;
  const lanes = lanesOf(
    section.dimensions.map(({ from, to, mm }) => ({ from: place(from, 0), to: place(to, 0), text: formatQuantity(mm, 'mm', units) })),
  );
  const top = PAD.top + LANE_PX * Math.max(0, ...lanes.map(({ lane }) => lane));
  const dimensions = lanes.map(({ from, to, ...rest }) => ({
    from: [from[0], from[1] + top] as const,
    to: [to[0], to[1] + top] as const,
    ...rest,
  }));
  const width = (section.maxX - section.minX) * px + PAD.left + PAD.right;
  const height = (section.maxY - section.minY) * px + top + PAD.bottom;
  const at = (point: SectionPoint) => place(point, top);
  const path = (points: readonly SectionPoint[]) =>
    points
      .map((point) =>
        at(point)
          .map((n) => n.toFixed(1))
          .join(','),
      )
      .join(' ');
  const materials = [...new Set(section.parts.map(({ material }) => material))].filter((material) => material !== 'wall');
  return (
    <figure className="flex flex-wrap items-start gap-x-4 gap-y-1">
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={t('section.name')}
        className="max-w-full text-[11px]"
      >
        <defs>
          <pattern id={hatch} width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" y1="0" x2="0" y2="9" stroke="var(--rule)" strokeWidth="1.5" />
          </pattern>
        </defs>
        {section.parts.map(({ material, points, isLine }, i) =>
          isLine ? (
            <polyline
              key={i}
              points={path(points)}
              fill="none"
              stroke={STROKE[material] ?? 'var(--ink)'}
              strokeWidth={LINE[material] ?? 1.2}
              strokeDasharray={DASH[material]}
            />
          ) : (
            <g key={i}>
              <polygon points={path(points)} fill={FILL[material]} stroke="var(--ink)" strokeWidth={0.9} />
              {material === 'wall' ? <polygon points={path(points)} fill={`url(#${hatch})`} /> : null}
            </g>
          ),
        )}
        {dimensions.map((dimension, i) => (
          <Dimension key={i} {...dimension} />
        ))}
      </svg>
      <figcaption className="text-[13px]">
        <ul>
          {materials.map((material) => (
            <li key={material} className="flex items-center gap-1.5">
              <svg width={16} height={10} aria-hidden>
                {FILL[material] === 'none' ? (
                  <line
                    x1={0}
                    y1={5}
                    x2={16}
                    y2={5}
                    stroke={STROKE[material] ?? 'var(--ink)'}
                    strokeWidth={LINE[material] ?? 1.2}
                    strokeDasharray={DASH[material]}
                  />
                ) : (
                  <rect x={0.5} y={0.5} width={15} height={9} fill={FILL[material]} stroke="var(--ink)" />
                )}
              </svg>
              {t(`material.${material}`)}
            </li>
          ))}
        </ul>
        <ScaleBar px={px} />
      </figcaption>
    </figure>
  );
}

function scaleOf({ minX, maxX }: Section, drawnPx: number): number {
  return Math.min(MOST_PX_PER_MM, drawnPx / (maxX - minX));
}

interface Placed {
  from: readonly [number, number];
  to: readonly [number, number];
  text: string;
}

const LANE_PX = 15;
const TEXT_PX = 6.4;

const isUpright = ({ from, to }: Placed): boolean => Math.abs(to[1] - from[1]) > Math.abs(to[0] - from[0]);

/** Lying dimensions whose lines or figures would meet stand one above the other, the shortest lowest. */
function lanesOf(dimensions: readonly Placed[]): (Placed & { lane: number })[] {
  const taken: { lane: number; left: number; right: number }[] = [];
  return [...dimensions]
    .sort((a, b) => Math.abs(a.to[0] - a.from[0]) - Math.abs(b.to[0] - b.from[0]))
    .map((dimension) => {
      if (isUpright(dimension)) return { ...dimension, lane: 0 };
      const [x1, x2] = [dimension.from[0], dimension.to[0]];
      const half = Math.max(Math.abs(x2 - x1), dimension.text.length * TEXT_PX) / 2 + 4;
      const [left, right] = [(x1 + x2) / 2 - half, (x1 + x2) / 2 + half];
      let lane = 0;
      while (taken.some((other) => other.lane === lane && other.left < right && left < other.right)) lane++;
      taken.push({ lane, left, right });
      return { ...dimension, lane };
    });
}

/** Dimension line with its figure on a ground of its own, so that it can be read over anything. */
function Dimension({ lane, ...placed }: Placed & { lane: number }) {
  const { from, to, text } = placed;
  const upright = isUpright(placed);
  const [dx, dy] = upright ? [9, 0] : [0, -9 - LANE_PX * lane];
  const [x1, y1, x2, y2] = [from[0] + dx, from[1] + dy, to[0] + dx, to[1] + dy];
  const [x, y] = [(x1 + x2) / 2, (y1 + y2) / 2];
  const halo = { paintOrder: 'stroke', stroke: 'var(--paper-raised)', strokeWidth: 3 } as const;
  return (
    <g stroke="var(--ink)">
      <line x1={x1} y1={y1} x2={x2} y2={y2} strokeWidth={1} />
      {[[x1, y1] as const, [x2, y2] as const].map(([tx, ty], i) => (
        <line key={i} x1={tx - 3} y1={ty + 3} x2={tx + 3} y2={ty - 3} strokeWidth={1.4} />
      ))}
      <text x={upright ? x + 5 : x} y={upright ? y + 4 : y - 3} textAnchor={upright ? 'start' : 'middle'} fill="var(--ink)" style={halo}>
        {text}
      </text>
    </g>
  );
}

const BAR_MM = [10, 20, 50, 100, 200] as const;

function ScaleBar({ px }: { px: number }) {
  const mm = BAR_MM.find((each) => each * px >= 30) ?? 200;
  return (
    <p className="mt-1 flex items-center gap-1.5 text-soft">
      <svg width={mm * px} height={6} aria-hidden>
        <path d={`M0.5 0v6M0.5 3h${mm * px - 1}M${mm * px - 0.5} 0v6`} stroke="var(--ink)" fill="none" />
      </svg>
      {t('section.scale', { mm: formatNumber(mm, 0) })}
    </p>
  );
}

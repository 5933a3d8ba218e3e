import type { PlannedLayer } from '@caulkhorn/core/materials';
import { useId } from 'react';
import { t } from '../messages/t';
import { formatFilm } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { layerName, layerRate, waitText } from './layer-text';

const ROW_PX = 62;
const WALL_PX = 46;
const STACK_PX = 116;
const LEAST_PX = 5;
const FILLS = ['var(--water)', 'var(--ochre)', 'var(--rule-strong)', 'var(--ink-soft)'] as const;

/** Dry, of the layers that count as film, mm. */
export const countedMm = (layers: readonly Pick<PlannedLayer, 'counts' | 'dryMm'>[]): number =>
  layers.reduce((sum, { counts, dryMm }) => sum + (counts ? (dryMm ?? 0) : 0), 0);

/** Layers in section: the wall, then each as thick as it is laid, with its rate and its wait. */
export function LayerStack({ layers }: { layers: readonly PlannedLayer[] }) {
  const units = useUnits();
  const hatch = useId();
  const thick = layers.map(({ wetMm }) => wetMm ?? 0);
  const totalMm = thick.reduce((sum, mm) => sum + mm, 0);
  const pxPerMm = totalMm > 0 ? Math.min(24, (STACK_PX - LEAST_PX * layers.length) / totalMm) : 0;
  const widths = thick.map((mm) => Math.max(LEAST_PX, mm * pxPerMm));
  const lefts = widths.map((_, i) => WALL_PX + widths.slice(0, i).reduce((sum, px) => sum + px, 0));
  const height = layers.length * ROW_PX + 6;
  const tones = [...new Set(layers.map(({ product }) => product.role))];
  return (
    <div className="flex">
      <svg width={WALL_PX + STACK_PX + 26} height={height} className="shrink-0" role="img" aria-label={t('layer-view.drawn')}>
        <defs>
          <pattern id={hatch} width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" y1="0" x2="0" y2="8" stroke="var(--rule-strong)" strokeWidth="1.5" />
          </pattern>
        </defs>
        <rect x={0} y={0} width={WALL_PX} height={height} fill="var(--paper-sunk)" />
        <rect x={0} y={0} width={WALL_PX} height={height} fill={`url(#${hatch})`} stroke="var(--ink)" />
        {layers.map((layer, i) => {
          const y = i * ROW_PX + ROW_PX / 2;
          const x = lefts[i]! + widths[i]! / 2;
          return (
            <g key={layer.id}>
              <rect
                x={lefts[i]}
                y={0}
                width={widths[i]}
                height={height}
                fill={FILLS[tones.indexOf(layer.product.role) % FILLS.length]}
                opacity={layer.embedded ? 0.35 : 0.4 + 0.3 * (i % 2)}
                stroke="var(--ink)"
                strokeDasharray={layer.embedded ? '3 3' : undefined}
              />
              <circle cx={x} cy={y} r={2.5} fill="var(--ink)" />
              <line x1={x} x2={WALL_PX + STACK_PX + 26} y1={y} y2={y} stroke="var(--ink)" strokeWidth={0.75} />
            </g>
          );
        })}
      </svg>
      <ol className="min-w-0 flex-1">
        {layers.map((layer) => (
          <li key={layer.id} className="flex flex-col justify-center border-b border-rule pl-2 leading-[18px]" style={{ height: ROW_PX }}>
            <span className="truncate" title={`${layerName(layer)} ${layer.product.name}`}>
              <b className="font-semibold">{layerName(layer)}</b> {layer.product.name}
            </span>
            <span className="line-clamp-2 text-[13px] text-soft">
              {[
                layer.product.measure === 'kg' ? layerRate(layer, units) : '',
                layer.wetMm === undefined
                  ? ''
                  : layer.wetMm === layer.dryMm
                    ? formatFilm(layer.wetMm, units)
                    : t('layer-view.wet-dry', {
                        wet: formatFilm(layer.wetMm, units),
                        dry: formatFilm(layer.dryMm!, units),
                      }),
                waitText(layer, units),
                layer.crosswise ? t('layer-view.crosswise') : '',
                layer.rewet ? t('layer-view.wet-first') : '',
                layer.counts ? '' : t('layer-view.not-counted'),
              ]
                .filter((part) => part !== '')
                .join(' · ')}
            </span>
          </li>
        ))}
      </ol>
    </div>
  );
}

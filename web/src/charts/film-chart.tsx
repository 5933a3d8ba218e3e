import { toSystem } from '@caulkhorn/core/quantities';
import { useEffect, useRef, useState } from 'react';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { Button } from '../shared/ui/button';
import type { ChartProps } from './chart-props';

interface FilmOutput {
  grid: number[][];
  probabilityThin: number[][];
  nextBest: { xM: number; yM: number };
}

/** The face as a map: film, or the chance of being thin; readings as crosses, the next best place as a ring. */
/** Dark with a light dash on it, to stand out on every colour. */
const RING = [
  { stroke: '#1f2629', strokeWidth: 3 },
  { stroke: '#fdfcf8', strokeWidth: 1.5, strokeDasharray: '4 3' },
];

export function FilmChart({ input, output, units }: ChartProps) {
  const [shown, setShown] = useState<'grid' | 'probabilityThin'>('grid');
  const [at, setAt] = useState<{ row: number; column: number } | null>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const { grid, probabilityThin, nextBest } = output as unknown as FilmOutput;
  const [widthM, heightM, specifiedMm] = [Number(input['widthM']), Number(input['heightM']), Number(input['specifiedMm'])];
  const readings = (input['readings'] ?? []) as readonly { xM: number; yM: number; mm: number }[];
  const [rows, columns] = [grid.length, grid[0]!.length];
  useEffect(() => {
    const ctx = canvas.current?.getContext('2d');
    if (!ctx) return;
    const image = ctx.createImageData(columns, rows);
    for (let row = 0; row < rows; row++)
      for (let column = 0; column < columns; column++) {
        const [r, g, b] = shown === 'grid' ? filmColour(grid[row]![column]! / specifiedMm) : thinColour(probabilityThin[row]![column]!);
        image.data.set([r, g, b, 255], 4 * ((rows - 1 - row) * columns + column));
      }
    ctx.putImageData(image, 0, 0);
  }, [grid, probabilityThin, shown, rows, columns, specifiedMm]);
  const mm = (value: number) => {
    const quantity = toSystem(value, 'mm', units);
    return `${formatNumber(quantity.value, units === 'us' ? 3 : 2)} ${quantity.unit}`;
  };
  const metres = (value: number) => {
    const quantity = toSystem(value, 'm', units);
    return `${formatNumber(quantity.value, 2)} ${quantity.unit}`;
  };
  return (
    <figure className="mt-4">
      <figcaption className="mb-1 flex flex-wrap items-center gap-2">
        <b className="flex-1 font-semibold">{t(shown === 'grid' ? 'chart.film' : 'chart.thin')}</b>
        {(['grid', 'probabilityThin'] as const).map((each) => (
          <Button
            key={each}
            size="small"
            look={shown === each ? 'solid' : 'outline'}
            aria-pressed={shown === each}
            onClick={() => setShown(each)}
          >
            {t(each === 'grid' ? 'chart.film-button' : 'chart.thin-button')}
          </Button>
        ))}
      </figcaption>
      <div
        className="relative w-full border border-rule-strong"
        style={{ aspectRatio: `${widthM} / ${heightM}`, maxHeight: 420 }}
        onPointerMove={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          const column = Math.floor(((event.clientX - box.left) / box.width) * columns);
          const row = rows - 1 - Math.floor(((event.clientY - box.top) / box.height) * rows);
          setAt(grid[row]?.[column] === undefined ? null : { row, column });
        }}
        onPointerLeave={() => setAt(null)}
      >
        <canvas
          ref={canvas}
          width={columns}
          height={rows}
          className="absolute inset-0 size-full [image-rendering:pixelated]"
          role="img"
          aria-label={t('chart.film-in-words', { n: readings.length })}
        />
        <svg
          className="absolute inset-0 size-full overflow-visible"
          viewBox={`0 0 ${widthM} ${heightM}`}
          preserveAspectRatio="none"
          aria-hidden
        >
          {readings.map(({ xM, yM }, i) => (
            <path
              key={i}
              d={`M${xM - heightM / 60} ${heightM - yM}h${heightM / 30}M${xM} ${heightM - yM - heightM / 60}v${heightM / 30}`}
              stroke="#1f2629"
              strokeWidth={1.5}
              vectorEffect="non-scaling-stroke"
            />
          ))}
          {RING.map((stroke) => (
            <circle
              key={stroke.stroke}
              cx={nextBest.xM}
              cy={heightM - nextBest.yM}
              r={heightM / 22}
              fill="none"
              vectorEffect="non-scaling-stroke"
              {...stroke}
            />
          ))}
        </svg>
      </div>
      <Scale shown={shown} specifiedMm={specifiedMm} mm={mm} />
      <p className="min-h-5 text-[13px] text-soft">
        {at
          ? t('chart.film-cell', {
              x: metres(((at.column + 0.5) * widthM) / columns),
              y: metres(((at.row + 0.5) * heightM) / rows),
              mm: mm(grid[at.row]![at.column]!),
              pct: Math.round(100 * probabilityThin[at.row]![at.column]!),
            })
          : t('chart.film-legend')}
      </p>
    </figure>
  );
}

function Scale({ shown, specifiedMm, mm }: { shown: 'grid' | 'probabilityThin'; specifiedMm: number; mm: (value: number) => string }) {
  const stops = shown === 'grid' ? [0.6, 0.8, 1, 1.2, 1.4] : [0, 0.25, 0.5, 0.75, 1];
  return (
    <ol className="mt-1.5 flex text-[13px]">
      {stops.map((stop) => {
        const [r, g, b] = shown === 'grid' ? filmColour(stop) : thinColour(stop);
        return (
          <li key={stop} className="flex-1">
            <span className="block h-3 border border-rule-strong" style={{ background: `rgb(${r} ${g} ${b})` }} />
            {shown === 'grid' ? mm(stop * specifiedMm) : `${100 * stop} %`}
          </li>
        );
      })}
    </ol>
  );
}

type Colour = readonly [number, number, number];

/** Iron oxide under what is specified, paper at it, sump green above; darkest at ±40 %. */
function filmColour(share: number): Colour {
  const away = Math.max(-1, Math.min(1, (share - 1) / 0.4));
  return away < 0 ? between([245, 242, 233], [155, 50, 22], -away) : between([245, 242, 233], [15, 94, 92], away);
}

function thinColour(probability: number): Colour {
  return between([245, 242, 233], [155, 50, 22], probability);
}

function between(a: Colour, b: Colour, share: number): Colour {
  return [0, 1, 2].map((i) => Math.round(a[i]! + share * (b[i]! - a[i]!))) as unknown as Colour;
}

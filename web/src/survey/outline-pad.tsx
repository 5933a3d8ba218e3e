import { type FacePoint, outlineAreaM2 } from '@caulkhorn/core/jobs';
import { fromSystem } from '@caulkhorn/core/quantities';
import { Check, Eraser, Undo2, ZoomIn, ZoomOut } from 'lucide-react';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { type PadView, gridStepM, areSame, isWhole, settle, viewOf, withCorner, zoomed } from './pad-points';

interface OutlinePadProps {
  label: string;
  points: readonly FacePoint[];
  onChange(points: FacePoint[], closed: boolean): void;
  /** outlines already there: drawn behind, and caught by what is drawn */ around?: readonly (readonly FacePoint[])[];
}

const ZOOM = 1.5;
/** Steps to a square for a corner set by hand; finer is typed. */
const STEPS = 5;

/** Draws an outline on squared paper: press corner by corner, back on the first to close; then pull corners to where they belong. */
export function OutlinePad({ label, points: given, onChange, around = [] }: OutlinePadProps) {
  const units = useUnits();
  const points = given.every(([u, v]) => Number.isFinite(u) && Number.isFinite(v)) ? given : [];
  /** the corners set here and not closed yet; whatever else is given, as by typing, is taken as whole */
  const [unclosed, setUnclosed] = useState<readonly FacePoint[]>([]);
  const closed = points.length >= 3 && !areSame(points, unclosed);
  const goOn = (next: FacePoint[]) => {
    setUnclosed(next);
    onChange(next, false);
  };
  const [view, setView] = useState(() => viewOf([...points, ...around.flat()]));
  const [aim, setAim] = useState<FacePoint | null>(null);
  const held = useRef(-1);
  const svg = useRef<SVGSVGElement>(null);
  const reachOf = (event?: PointerEvent) => view.width / (event?.pointerType === 'touch' ? 16 : 45);
  const reachM = reachOf();
  const squareM = gridStepM(view.width, fromSystem(1, 'm', units));

  const aimAt = (event: PointerEvent): FacePoint => {
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.current!.getScreenCTM()!.inverse());
    const others = [...points.filter((_, i) => i !== held.current), ...around.flat()];
    return settle([at.x, -at.y], others, squareM / STEPS, reachM * 0.7);
  };
  const cornerAt = ([u, v]: FacePoint, within: number) => points.findIndex(([atU, atV]) => Math.hypot(atU - u, atV - v) <= within);
  const close = () => {
    setUnclosed([]);
    onChange([...points], true);
  };
  const back = () => goOn(points.slice(0, -1));
  const setCorner = (at: FacePoint, within = reachM) => {
    if (closed) return;
    const on = cornerAt(at, within);
    if (on === 0 && points.length >= 3) close();
    else if (on < 0) goOn([...points, at]);
  };
  const moveCorner = (i: number, at: FacePoint) => onChange(points.with(i, at), true);

  const onKey = (event: KeyboardEvent) => {
    const step = squareM / (event.shiftKey ? STEPS : 1);
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
    if (!by && event.key !== 'Enter' && event.key !== 'Backspace') return;
    event.preventDefault();
    const [u, v] = aim ?? points.at(-1) ?? [0, 0];
    if (event.key === 'Backspace') back();
    else if (by) setAim([Number((u + by[0]! * step).toFixed(4)), Number((v + by[1]! * step).toFixed(4))]);
    else setCorner([u, v]);
  };

  const font = view.width * 0.04;
  const line = (ring: readonly FacePoint[]) => ring.map(([u, v]) => `${u},${-v}`).join(' ');
  const edges = points.map((from, i) => ({ from, to: points[(i + 1) % points.length]! })).slice(0, closed ? undefined : -1);
  const big = 'max-[719px]:h-14';
  return (
    <figure className="relative flex flex-col gap-1">
      <svg
        ref={svg}
        viewBox={`${view.left} ${-view.bottom - view.height} ${view.width} ${view.height}`}
        className="w-full touch-none rounded-[3px] border border-rule-strong bg-raised focus-visible:outline-2"
        role="application"
        aria-label={`${label}. ${t('pad.keys')}`}
        tabIndex={0}
        onKeyDown={onKey}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          held.current = closed ? cornerAt(aimAt(event), reachOf(event)) : -1;
        }}
        onPointerMove={(event) => {
          const at = aimAt(event);
          setAim(at);
          if (held.current >= 0) moveCorner(held.current, at);
        }}
        onPointerUp={(event) => {
          const at = aimAt(event);
          if (held.current < 0) setCorner(at, reachOf(event));
          held.current = -1;
        }}
        onPointerCancel={() => (held.current = -1)}
        onPointerLeave={() => setAim(null)}
      >
        <Grid {...view} step={squareM} />
        {around.map((ring, i) => (
          <polygon
            key={i}
            points={line(ring)}
            fill="var(--paper-sunk)"
            stroke="var(--ink-soft)"
            strokeDasharray="5 4"
            vectorEffect="non-scaling-stroke"
            fillOpacity={0.5}
          />
        ))}
        {closed ? (
          <polygon
            points={line(points)}
            fill="var(--water-soft)"
            fillOpacity={0.6}
            stroke="var(--water)"
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
          />
        ) : (
          <polyline
            points={line(aim ? [...points, aim] : points)}
            fill="none"
            stroke="var(--ochre)"
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
          />
        )}
        {edges.map(({ from, to }, i) => (
          <g key={i}>
            <text
              x={(from[0] + to[0]) / 2}
              y={-(from[1] + to[1]) / 2}
              fontSize={font}
              textAnchor="middle"
              dominantBaseline="middle"
              fill="var(--ink)"
              stroke="var(--paper-raised)"
              strokeWidth={font * 0.3}
              paintOrder="stroke"
              dy={-font * 0.75}
            >
              {formatQuantity(Math.hypot(to[0] - from[0], to[1] - from[1]), 'm', units)}
            </text>
            {closed ? (
              <>
                <circle
                  cx={(from[0] + to[0]) / 2}
                  cy={-(from[1] + to[1]) / 2}
                  r={view.width / 110}
                  fill="var(--paper-raised)"
                  stroke="var(--water)"
                  vectorEffect="non-scaling-stroke"
                />
                <circle
                  cx={(from[0] + to[0]) / 2}
                  cy={-(from[1] + to[1]) / 2}
                  r={view.width / 40}
                  className="cursor-copy"
                  fill="transparent"
                  onPointerDown={(event) => {
                    // a corner that is as near goes first
                    if (cornerAt(aimAt(event), reachM) >= 0) return;
                    event.stopPropagation();
                    svg.current!.setPointerCapture(event.pointerId);
                    held.current = i + 1;
                    onChange(withCorner(points, i), true);
                  }}
                />
              </>
            ) : null}
          </g>
        ))}
        {points.map(([u, v], i) => (
          <circle
            key={i}
            cx={u}
            cy={-v}
            r={view.width / 70}
            fill={i === 0 && !closed ? 'var(--ochre)' : 'var(--paper-raised)'}
            stroke={closed ? 'var(--water)' : 'var(--ochre)'}
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
            className={closed ? 'cursor-move' : ''}
          />
        ))}
        {aim && !closed ? (
          <path
            d={`M${aim[0] - reachM},${-aim[1]}h${2 * reachM}M${aim[0]},${-aim[1] - reachM}v${2 * reachM}`}
            stroke="var(--ochre)"
            strokeWidth={1.5}
            vectorEffect="non-scaling-stroke"
          />
        ) : null}
      </svg>
      <div className="absolute top-1 right-1 flex">
        <Button size="small" look="quiet" className={big} aria-label={t('sheet.zoom-in')} onClick={() => setView(zoomed(view, 1 / ZOOM))}>
          <ZoomIn size={15} aria-hidden />
        </Button>
        <Button size="small" look="quiet" className={big} aria-label={t('sheet.zoom-out')} onClick={() => setView(zoomed(view, ZOOM))}>
          <ZoomOut size={15} aria-hidden />
        </Button>
      </div>
      <figcaption className="text-[13px] text-soft" aria-live="polite">
        {closed && isWhole(points)
          ? t('pad.closed', { n: points.length, area: formatQuantity(outlineAreaM2(points), 'm²', units) })
          : closed
            ? t('pad.not-sound')
            : t(points.length === 0 ? 'pad.start' : 'pad.go-on', {
                square: formatQuantity(squareM, 'm', units),
                at: aim ? `${formatQuantity(aim[0], 'm', units)}, ${formatQuantity(aim[1], 'm', units)}` : '',
              })}
      </figcaption>
      <div className="flex flex-wrap gap-1.5">
        <Button size="small" className={big} disabled={closed || points.length < 3} onClick={close}>
          <Check size={15} aria-hidden /> {t('pad.close')}
        </Button>
        <Button size="small" look="quiet" className={big} disabled={points.length === 0} onClick={back}>
          <Undo2 size={15} aria-hidden /> {t('pad.back')}
        </Button>
        <Button size="small" look="quiet" className={big} disabled={points.length === 0} onClick={() => goOn([])}>
          <Eraser size={15} aria-hidden /> {t('pad.clear')}
        </Button>
      </div>
    </figure>
  );
}

/** Squared paper, its axes stronger. */
function Grid({ left, bottom, width, height, step }: PadView & { step: number }) {
  const from = (least: number) => Math.ceil(least / step);
  const count = (least: number, length: number) => Math.max(0, Math.floor((least + length) / step) - from(least) + 1);
  const lines = (least: number, length: number) => Array.from({ length: count(least, length) }, (_, i) => from(least) + i);
  const stroke = (n: number) => (n === 0 ? 'var(--rule-strong)' : 'var(--rule)');
  return (
    <g aria-hidden>
      {lines(left, width).map((n) => (
        <line
          key={`u${n}`}
          x1={n * step}
          x2={n * step}
          y1={-bottom}
          y2={-bottom - height}
          stroke={stroke(n)}
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {lines(bottom, height).map((n) => (
        <line
          key={`v${n}`}
          x1={left}
          x2={left + width}
          y1={-n * step}
          y2={-n * step}
          stroke={stroke(n)}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </g>
  );
}

import { type FacePoint, type Feature, type JobModel, isLevelFace, isOnOutline } from '@caulkhorn/core/jobs';
import { Maximize2, MousePointer2, Spline, Waves, CircleDot, ZoomIn, ZoomOut, ArrowLeft } from 'lucide-react';
import { type PointerEvent as ReactPointerEvent, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { usePreferences } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { useJob } from '../workspace/job-context';
import { type Selected, type Tool, useSelection } from '../workspace/selection';
import { usePlan } from '../workspace/use-plan';
import { type Hit, faceAt, featureAt, handleAt } from './hit';
import { type SheetLayout, layOut, toSheet } from './layout';
import { newFeature, round } from './new-feature';
import { paintOverlay } from './paint-overlay';
import { readPalette } from './palette';
import { PointerReadout } from './pointer-readout';
import { SheetPictures } from './sheet-pictures';
import { STAFF_PX, type Size, type View, fit, panBy, toScreen, zoomAt } from './view';

const TOOLS: readonly { tool: Tool; icon: typeof Spline; letter: string }[] = [
  { tool: 'select', icon: MousePointer2, letter: 'V' },
  { tool: 'crack', icon: Spline, letter: 'K' },
  { tool: 'leak', icon: Waves, letter: 'L' },
  { tool: 'penetration', icon: CircleDot, letter: 'N' },
];

const REACH = { mouse: 9, pen: 12, touch: 22 } as const;
const POINTS_TO_FINISH = { crack: Infinity, leak: 2, penetration: 1 } as const;

type Drag =
  | { kind: 'pan'; x: number; y: number; moved: boolean }
  | { kind: 'move'; feature: Feature; handle: number; from: FacePoint; path: FacePoint[]; moved: boolean; x: number; y: number };

/** The job's one drawing: paints on a canvas, takes pointer and wheel. The list beside it carries focus and keyboard. */
export function SectionSheet({ editable, oneFace = false }: { editable: boolean; oneFace?: boolean }) {
  const job = useJob();
  const { model } = job;
  const plan = usePlan();
  const { units, theme } = usePreferences();
  const { selected, tool, draft, openPlateId, select, take, setDraft, setPointer, openPlate } = useSelection();
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const view = useRef<View | null>(null);
  const drag = useRef<Drag | null>(null);
  const fingers = useRef(new Map<number, { x: number; y: number }>());
  const scheduled = useRef(0);
  /** once someone has moved the view it stays where it was put; until then it follows what there is to show */
  const isMovedByHand = useRef(false);

  const layout = useMemo(() => layOut(model, openPlateId), [model, openPlateId]);
  const palette = useMemo(() => readPalette(theme), [theme]);
  const latest = useRef({ layout, palette, model, selected, draft, units });
  useLayoutEffect(() => {
    latest.current = { layout, palette, model, selected, draft, units };
  });
  const [pictures] = useState(() => new SheetPictures());
  useEffect(() => () => pictures.close(), [pictures]);
  useEffect(
    () => pictures.use({ model, junctions: plan.junctions, openPlateId, palette, units }),
    [pictures, model, plan.junctions, openPlateId, palette, units],
  );

  const draw = useCallback(() => {
    scheduled.current = 0;
    const element = canvas.current;
    const box = frame.current;
    if (!element || !box) return;
    const size = { width: box.clientWidth, height: box.clientHeight };
    if (size.width === 0 || size.height === 0) return;
    const dpr = Math.min(2, devicePixelRatio || 1);
    if (element.width !== Math.round(size.width * dpr) || element.height !== Math.round(size.height * dpr)) {
      element.width = Math.round(size.width * dpr);
      element.height = Math.round(size.height * dpr);
    }
    const ctx = element.getContext('2d', { alpha: false })!;
    const { layout: placed, palette: colours, ...rest } = latest.current;
    const now = (view.current ??= firstView(
      placed,
      size,
      oneFace && !isMovedByHand.current ? (rest.selected ?? undefined) : undefined,
      rest.model,
    ));
    ctx.setTransform(dpr, 0, 0, dpr, 0, 0);
    ctx.fillStyle = colours.paper;
    ctx.fillRect(0, 0, size.width, size.height);
    pictures.show(ctx, now, size, dpr);
    paintOverlay({ ctx, size, view: now, layout: placed, palette: colours, ...rest });
  }, [oneFace, pictures]);
  const redraw = useCallback(() => {
    scheduled.current ||= requestAnimationFrame(draw);
  }, [draw]);
  useEffect(() => pictures.onPicture(redraw), [pictures, redraw]);

  const { minX, maxX, minY, maxY } = layout.bounds;
  useEffect(() => {
    if (!isMovedByHand.current) view.current = null;
    redraw();
  }, [minX, maxX, minY, maxY, redraw]);
  useEffect(redraw, [redraw, layout, palette, selected, draft, units]);
  useEffect(() => {
    view.current = null;
    isMovedByHand.current = false;
    redraw();
  }, [openPlateId, job.jobId, redraw]);
  useEffect(() => {
    const observer = new ResizeObserver(() => {
      view.current = null;
      redraw();
    });
    observer.observe(frame.current!);
    void document.fonts.ready.then(redraw);
    return () => observer.disconnect();
  }, [redraw]);

  // what is chosen in the list is brought into sight
  useEffect(() => {
    const at = selected && anchorOf(selected, latest.current.model, latest.current.layout);
    const box = frame.current;
    if (!at || !box || !view.current) return;
    const [x, y] = toScreen(view.current, ...at);
    const isInSight = x > STAFF_PX && x < box.clientWidth && y > 0 && y < box.clientHeight;
    if (isInSight) return;
    isMovedByHand.current = true;
    view.current = panBy(view.current, box.clientWidth / 2 - x, box.clientHeight / 2 - y);
    redraw();
  }, [selected, redraw]);

  useEffect(() => {
    const element = canvas.current!;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      if (!view.current) return;
      isMovedByHand.current = true;
      const { offsetX: px, offsetY: py, ctrlKey, deltaX, deltaY, shiftKey } = event;
      view.current = shiftKey
        ? panBy(view.current, -deltaY - deltaX, 0)
        : zoomAt(view.current, px, py, Math.exp(-deltaY * (ctrlKey ? 0.01 : 0.0016)));
      redraw();
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [redraw]);

  const finish = useCallback(
    (faceId: string, path: FacePoint[]) => {
      const { tool: now } = useSelection.getState();
      if (now === 'select') return;
      const feature = newFeature(now, faceId, path, latest.current.model.features);
      job.put('feature', feature);
      setDraft(null);
      select({ kind: 'feature', id: feature.id });
      take('select');
    },
    [job, select, setDraft, take],
  );

  const addPoint = (hit: Hit | undefined) => {
    if (tool === 'select') return;
    if (!hit || !isOnOutline(hit.placed.face.outline, hit.point)) return void toast(t('sheet.point-off-face'));
    const point: FacePoint = [round(hit.point[0]), round(hit.point[1])];
    if (draft && draft.faceId !== hit.placed.face.id) return void toast(t('sheet.one-face'));
    const path = [...(draft?.path ?? []), point];
    if (path.length >= POINTS_TO_FINISH[tool]) finish(hit.placed.face.id, path);
    else setDraft({ faceId: hit.placed.face.id, path });
  };

  const endDraft = useCallback(() => {
    const { tool: now, draft: open } = useSelection.getState();
    if (!open || now === 'select') return;
    if (now === 'crack' && open.path.length < 2) return;
    finish(open.faceId, open.path);
  }, [finish]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.target as HTMLElement).closest('input, textarea, select, [role="dialog"]')) return;
      if (event.key === 'Escape') {
        setDraft(null);
        take('select');
      }
      if (event.key === 'Enter' && useSelection.getState().draft) endDraft();
      if (!editable || event.ctrlKey || event.metaKey || event.altKey) return;
      const chosen = TOOLS.find(({ letter }) => letter === event.key.toUpperCase());
      if (chosen) take(chosen.tool);
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [editable, endDraft, setDraft, take]);

  const positionOf = (event: ReactPointerEvent) => {
    const box = canvas.current!.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  };
  const reachOf = (event: ReactPointerEvent) => REACH[event.pointerType as keyof typeof REACH] ?? REACH.mouse;

  const onDown = (event: ReactPointerEvent) => {
    const { x, y } = positionOf(event);
    canvas.current!.setPointerCapture(event.pointerId);
    fingers.current.set(event.pointerId, { x, y });
    if (!view.current || fingers.current.size > 1) return;
    drag.current = { kind: 'pan', x, y, moved: false };
    if (tool !== 'select' || event.button === 1) return;
    const feature = featureAt(model, layout, view.current, x, y, reachOf(event));
    const placed = feature && layout.byId.get(feature.faceId);
    if (!editable || !placed || selected?.id !== feature.id) return;
    const at = faceAt(layout, view.current, x, y);
    if (!at || at.placed !== placed) return;
    drag.current = {
      kind: 'move',
      feature,
      handle: handleAt(feature, placed, view.current, x, y, reachOf(event)),
      from: at.point,
      path: feature.path,
      moved: false,
      x,
      y,
    };
  };

  const onMove = (event: ReactPointerEvent) => {
    const { x, y } = positionOf(event);
    if (!view.current) return;
    const before = fingers.current.get(event.pointerId);
    if (before && fingers.current.size === 2) {
      pinch(event.pointerId, before, { x, y });
      return;
    }
    const hit = faceAt(layout, view.current, x, y);
    setPointer(hit ? { faceId: hit.placed.face.id, point: hit.point } : null);
    const now = drag.current;
    if (!now) return;
    if (!now.moved && Math.hypot(x - now.x, y - now.y) < 4) return;
    now.moved = true;
    if (now.kind === 'pan') {
      isMovedByHand.current = true;
      view.current = panBy(view.current, x - now.x, y - now.y);
      Object.assign(now, { x, y });
      redraw();
      return;
    }
    if (!hit || hit.placed.face.id !== now.feature.faceId) return;
    const [du, dv] = [hit.point[0] - now.from[0], hit.point[1] - now.from[1]];
    now.path = now.feature.path.map(([u, v], i) => (now.handle < 0 || now.handle === i ? [round(u + du), round(v + dv)] : [u, v]));
    setDraft({ faceId: now.feature.faceId, path: now.path });
  };

  const pinch = (id: number, before: { x: number; y: number }, at: { x: number; y: number }) => {
    const other = [...fingers.current].find(([key]) => key !== id)![1];
    const spread = (p: { x: number; y: number }) => Math.max(1, Math.hypot(p.x - other.x, p.y - other.y));
    view.current = panBy(
      zoomAt(view.current!, other.x, other.y, spread(at) / spread(before)),
      (at.x - before.x) / 2,
      (at.y - before.y) / 2,
    );
    isMovedByHand.current = true;
    fingers.current.set(id, at);
    drag.current = null;
    redraw();
  };

  const onUp = (event: ReactPointerEvent) => {
    const { x, y } = positionOf(event);
    fingers.current.delete(event.pointerId);
    const ended = drag.current;
    drag.current = null;
    if (!ended || !view.current) return;
    if (ended.kind === 'move' && ended.moved) {
      setDraft(null);
      const { outline } = model.faces.find((face) => face.id === ended.feature.faceId)!;
      if (ended.path.every((point) => isOnOutline(outline, point))) job.put('feature', { ...ended.feature, path: ended.path });
      else toast(t('sheet.point-off-face'));
      return;
    }
    if (ended.moved) return;
    if (tool !== 'select') return addPoint(faceAt(layout, view.current, x, y));
    const feature = featureAt(model, layout, view.current, x, y, reachOf(event));
    const face = faceAt(layout, view.current, x, y)?.placed.face;
    select(feature ? { kind: 'feature', id: feature.id } : face ? { kind: 'face', id: face.id } : null);
  };

  const zoomBy = (factor: number) => {
    const box = frame.current!;
    isMovedByHand.current = true;
    if (view.current) view.current = zoomAt(view.current, box.clientWidth / 2, box.clientHeight / 2, factor);
    redraw();
  };
  const fitAll = () => {
    isMovedByHand.current = oneFace;
    view.current = null;
    redraw();
  };
  const selectedFace = selected?.kind === 'face' ? model.faces.find((face) => face.id === selected.id) : undefined;

  return (
    <div ref={frame} className="relative min-h-0 min-w-0 flex-1 overflow-hidden bg-paper">
      <canvas
        ref={canvas}
        data-testid="sheet"
        role="img"
        aria-label={t('sheet.name', { faces: model.faces.length, features: model.features.length })}
        className={`absolute inset-0 size-full touch-none ${tool === 'select' ? 'cursor-default' : 'cursor-crosshair'}`}
        onPointerDown={onDown}
        onPointerMove={onMove}
        onPointerUp={onUp}
        onPointerCancel={(event) => {
          fingers.current.delete(event.pointerId);
          drag.current = null;
        }}
        onPointerLeave={() => setPointer(null)}
        onDoubleClick={endDraft}
      />
      <div
        className="absolute bottom-2 left-14 flex gap-1 rounded-[3px] border border-rule bg-raised p-1"
        role="toolbar"
        aria-label={t('sheet.tools')}
      >
        {editable
          ? TOOLS.map(({ tool: each, icon: Icon, letter }) => (
              <Button
                key={each}
                size="small"
                look={tool === each ? 'solid' : 'quiet'}
                aria-pressed={tool === each}
                title={`${t(`tool.${each}`)} (${letter})`}
                onClick={() => take(each)}
                className="max-[719px]:h-12"
              >
                <Icon size={16} aria-hidden />
                <span className="max-[1100px]:sr-only">{t(`tool.${each}`)}</span>
              </Button>
            ))
          : null}
        <Button size="small" look="quiet" aria-label={t('sheet.zoom-in')} onClick={() => zoomBy(1.4)} className="max-[719px]:h-12">
          <ZoomIn size={16} />
        </Button>
        <Button size="small" look="quiet" aria-label={t('sheet.zoom-out')} onClick={() => zoomBy(1 / 1.4)} className="max-[719px]:h-12">
          <ZoomOut size={16} />
        </Button>
        <Button size="small" look="quiet" aria-label={t('sheet.fit')} onClick={fitAll} className="max-[719px]:h-12">
          <Maximize2 size={16} />
        </Button>
      </div>
      {openPlateId ? (
        <Button className="absolute top-2 left-2" onClick={() => openPlate(null)}>
          <ArrowLeft size={16} /> {t('sheet.back-to-section')}
        </Button>
      ) : selectedFace && isLevelFace(selectedFace) ? (
        <Button className="absolute top-2 left-16" onClick={() => openPlate(selectedFace.id)}>
          {t('sheet.open-plan', { mark: selectedFace.mark })}
        </Button>
      ) : null}
      {draft && tool !== 'select' ? (
        <DraftHint tool={tool} points={draft.path.length} />
      ) : tool !== 'select' ? (
        <DraftHint tool={tool} points={0} />
      ) : null}
      <PointerReadout />
    </div>
  );
}

/** Everything at once; or, on a phone, the chosen face as large as it goes. */
function firstView(layout: SheetLayout, size: Size, selected: Selected | undefined, model: JobModel): View {
  const feature = model.features.find((f) => f.id === selected?.id);
  const placed = selected && layout.byId.get(feature?.faceId ?? selected.id);
  if (!placed) return fit(layout.bounds, size, layout.hasLevels);
  return fit({ minX: placed.x, maxX: placed.x + placed.width, minY: placed.bottom, maxY: placed.top }, size, false);
}

/** A point on the sheet that stands for a face or feature. */
function anchorOf(selected: Selected, model: JobModel, layout: SheetLayout): [number, number] | undefined {
  const feature = selected.kind === 'feature' ? model.features.find((f) => f.id === selected.id) : undefined;
  const placed = layout.byId.get(feature?.faceId ?? selected.id);
  if (!placed) return undefined;
  return feature ? toSheet(placed, feature.path[0]!) : [placed.x + placed.width / 2, (placed.top + placed.bottom) / 2];
}

function DraftHint({ tool, points }: { tool: Exclude<Tool, 'select'>; points: number }) {
  return (
    <p role="status" className="absolute top-2 left-1/2 -translate-x-1/2 rounded-[3px] border border-ochre bg-ochre-soft px-3 py-1">
      {t(`draft.${tool}.${points === 0 ? 'start' : 'go-on'}`)}
    </p>
  );
}

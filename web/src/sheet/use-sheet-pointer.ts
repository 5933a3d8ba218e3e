import { type FacePoint, type Feature, isOnFace } from '@caulkhorn/core/jobs';
import { type PointerEvent, useRef } from 'react';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { parts, useJob, useSelection } from '../job/job-context';
import { type Hit, faceAt, featureAt, handleAt } from './hit';
import { round } from './new-feature';
import { toSheet } from './layout';
import type { SheetCamera } from './sheet-camera';
import { snap, snapTargets } from './snap';
import { panBy, toScreen, zoomAt } from './view';

/** How near counts as on it, px: a glove needs more room than a mouse. */
const REACH = { mouse: 9, pen: 12, touch: 22 } as const;
/** Less than this is a press that trembled, px. */
const STILL = 4;
/** From here on a finger's sweep means the next face, px. */
const SWEEP = 56;

interface Spot {
  x: number;
  y: number;
}

type Drag = Spot & { moved: boolean } & (
    { kind: 'pan' } | { kind: 'sweep'; from: Spot } | { kind: 'move'; feature: Feature; handle: number; from: FacePoint; path: FacePoint[] }
  );

/** Pointing at the sheet: choose, pan, pinch, move what is chosen, or hand the point to a drawing tool. */
export function useSheetPointer(
  camera: SheetCamera,
  { editable, sweeps }: { editable: boolean; sweeps: boolean },
  addPoint: (hit: Hit | undefined) => void,
) {
  const { model, put } = useJob(parts('model', 'put'));
  const { selected, tool, select, toggle, setDraft, setPointer } = useSelection(
    'selected',
    'tool',
    'select',
    'toggle',
    'setDraft',
    'setPointer',
  );
  const drag = useRef<Drag | null>(null);
  const fingers = useRef(new Map<number, Spot>());

  const spotOf = (event: PointerEvent): Spot => {
    const box = event.currentTarget.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  };
  const reachOf = (event: PointerEvent) => REACH[event.pointerType as keyof typeof REACH] ?? REACH.mouse;

  /** Where a point set here is meant to lie; with Alt held, just where it is set. */
  const snapped = ({ placed, point }: Hit, event: PointerEvent, features = model.features) => {
    if (event.altKey) return { point, snapped: false };
    const view = camera.current!;
    return snap(point, snapTargets(placed.face, features), (each) => toScreen(view, ...toSheet(placed, each)), reachOf(event));
  };

  /** The drag that begins here: of what is chosen and under the pointer, else of the sheet. */
  const begin = (event: PointerEvent, { x, y }: Spot): Drag => {
    const isSweep = sweeps && event.pointerType === 'touch' && camera.keepsToFace;
    const pan: Drag = { x, y, moved: false, ...(isSweep ? { kind: 'sweep', from: { x, y } } : { kind: 'pan' }) };
    const view = camera.current!;
    if (!editable || tool !== null || event.button === 1) return pan;
    const feature = featureAt(model, camera.layout, view, { px: x, py: y, reachPx: reachOf(event) });
    const placed = feature && camera.layout.byId.get(feature.faceId);
    const hit = faceAt(camera.layout, view, x, y);
    if (!feature || !placed || selected?.id !== feature.id || hit?.placed !== placed) return pan;
    return {
      kind: 'move',
      x,
      y,
      moved: false,
      feature,
      handle: handleAt(feature, placed, view, { px: x, py: y, reachPx: reachOf(event) }),
      from: hit.point,
      path: feature.path,
    };
  };

  const pinch = (id: number, before: Spot, at: Spot) => {
    const other = [...fingers.current].find(([key]) => key !== id)![1];
    const spread = (spot: Spot) => Math.max(1, Math.hypot(spot.x - other.x, spot.y - other.y));
    const zoomed = zoomAt(camera.current!, other.x, other.y, spread(at) / spread(before));
    camera.move(panBy(zoomed, (at.x - before.x) / 2, (at.y - before.y) / 2));
    fingers.current.set(id, at);
    drag.current = null;
  };

  const dragTo = (now: Drag, at: Spot, hit: Hit | undefined, event: PointerEvent) => {
    if (!now.moved && Math.hypot(at.x - now.x, at.y - now.y) < STILL) return;
    now.moved = true;
    if (now.kind === 'pan') {
      camera.pan(at.x - now.x, at.y - now.y);
      Object.assign(now, at);
    } else if (now.kind === 'sweep') {
      camera.nudge(at.x - now.x);
      Object.assign(now, at);
    } else if (hit?.placed.face.id === now.feature.faceId) {
      // one end is drawn to what lies near; a thing moved whole keeps its shape and goes where it is led
      const others = model.features.filter(({ id }) => id !== now.feature.id);
      const to = now.handle < 0 ? hit.point : snapped(hit, event, others).point;
      const start = now.handle < 0 ? now.from : now.feature.path[now.handle]!;
      const [du, dv] = [to[0] - start[0], to[1] - start[1]];
      now.path = now.feature.path.map(([u, v], i) => (now.handle < 0 || now.handle === i ? [round(u + du), round(v + dv)] : [u, v]));
      setDraft({ faceId: now.feature.faceId, path: now.path });
    }
  };

  const drop = ({ feature, path }: Extract<Drag, { kind: 'move' }>) => {
    setDraft(null);
    const face = model.faces.find(({ id }) => id === feature.faceId)!;
    if (path.every((point) => isOnFace(face, point))) put('feature', { ...feature, path });
    else toast(t('sheet.point-off-face'));
  };

  /** A sweep to the left brings the next face, as a page is turned; a short one lets this one spring back. */
  const goOn = ({ x, from }: Extract<Drag, { kind: 'sweep' }>) => {
    const swept = x - from.x;
    const next = Math.abs(swept) < SWEEP ? undefined : camera.neighbour(swept < 0 ? 1 : -1);
    camera.settle();
    if (next) select({ kind: 'face', id: next });
  };

  return {
    onPointerDown(event: PointerEvent) {
      const at = spotOf(event);
      event.currentTarget.setPointerCapture(event.pointerId);
      fingers.current.set(event.pointerId, at);
      if (camera.current && fingers.current.size === 1) drag.current = begin(event, at);
    },
    onPointerMove(event: PointerEvent) {
      if (!camera.current) return;
      const at = spotOf(event);
      const before = fingers.current.get(event.pointerId);
      if (before && fingers.current.size === 2) return pinch(event.pointerId, before, at);
      const hit = faceAt(camera.layout, camera.current, at.x, at.y);
      const met = hit && tool !== null ? snapped(hit, event) : undefined;
      setPointer(hit ? { faceId: hit.placed.face.id, point: hit.point, ...met } : null);
      if (drag.current) dragTo(drag.current, at, hit, event);
    },
    onPointerUp(event: PointerEvent) {
      const { x, y } = spotOf(event);
      fingers.current.delete(event.pointerId);
      const ended = drag.current;
      drag.current = null;
      if (!ended || !camera.current) return;
      if (ended.moved && ended.kind === 'sweep') return goOn(ended);
      if (ended.moved) return ended.kind === 'move' ? drop(ended) : undefined;
      const hit = faceAt(camera.layout, camera.current, x, y);
      if (tool !== null) return addPoint(hit && { ...hit, point: snapped(hit, event).point });
      const feature = featureAt(model, camera.layout, camera.current, { px: x, py: y, reachPx: reachOf(event) });
      if (feature && (event.ctrlKey || event.metaKey || event.shiftKey)) return toggle(feature.id);
      select(feature ? { kind: 'feature', id: feature.id } : hit ? { kind: 'face', id: hit.placed.face.id } : null);
    },
    onPointerCancel(event: PointerEvent) {
      fingers.current.delete(event.pointerId);
      // the page took the finger over: what it had pushed springs back
      if (drag.current?.kind === 'sweep') camera.settle();
      drag.current = null;
    },
    onPointerLeave: () => setPointer(null),
  };
}

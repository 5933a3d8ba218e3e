import { FEATURE_SPECS, type Face, type FacePoint, type FeatureShape, POINTS_OF, isOnFace } from '@caulkhorn/core/jobs';
import { useCallback, useEffect, useRef } from 'react';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { parts, useJob, useSelectionStore } from '../job/job-context';
import type { Tool } from '../job/selection';
import type { Hit } from './hit';
import { newFeature, round } from './new-feature';
import { letterOf } from './tools';
import { POINT_KEYS, readTypedPoint } from './typed-point';

/** A line and an area go on until they are ended. */
const POINTS_TO_FINISH: Readonly<Record<FeatureShape, number>> = { point: 1, 'spot-or-line': 2, line: Infinity, area: Infinity };

/** Two points of an area are opposite corners of a rectangle. */
function areaOf(path: FacePoint[]): FacePoint[] {
  if (path.length !== 2) return path;
  const [[u0, v0], [u1, v1]] = path as [FacePoint, FacePoint];
  return u0 === u1 || v0 === v1
    ? path
    : [
        [u0, v0],
        [u1, v0],
        [u1, v1],
        [u0, v1],
      ];
}

/** Setting points with a tool until they make a feature; and the keys that go with it. */
export function useDrawing(tools: readonly Tool[]): { addPoint(hit: Hit | undefined): void; end(): void } {
  const { put, model } = useJob(parts('put', 'model'));
  const { faces, features } = model;
  const selection = useSelectionStore();
  const units = useUnits();
  /** several of a kind in a row are usually alike */
  const lastDrawn = useRef('');

  const finish = useCallback(
    (faceId: string, path: FacePoint[]) => {
      const { tool, setDraft, select, layDown } = selection.getState();
      if (tool === null || tool === 'reading') return;
      const like = features.findLast((feature) => feature.kind === tool && feature.id === lastDrawn.current);
      const feature = newFeature(tool, faceId, path, { features, like });
      lastDrawn.current = feature.id;
      put('feature', feature);
      setDraft(null);
      select({ kind: 'feature', id: feature.id });
      layDown();
    },
    [features, put, selection],
  );

  const addAt = useCallback(
    (face: Face, point: FacePoint) => {
      const { tool, draft, setDraft, placeReading } = selection.getState();
      if (tool === null) return;
      const at: FacePoint = [round(point[0]), round(point[1])];
      if (!isOnFace(face, at)) return void toast(t('sheet.point-off-face'));
      if (tool === 'reading') return placeReading(face.id, at);
      if (draft && draft.faceId !== face.id) return void toast(t('sheet.one-face'));
      const path: FacePoint[] = [...(draft?.path ?? []), at];
      if (path.length >= POINTS_TO_FINISH[FEATURE_SPECS[tool].shape]) finish(face.id, path);
      else setDraft({ faceId: face.id, path });
    },
    [finish, selection],
  );

  const addPoint = useCallback(
    (hit: Hit | undefined) => {
      if (!hit) return void (selection.getState().tool !== null && toast(t('sheet.point-off-face')));
      addAt(hit.placed.face, hit.point);
    },
    [addAt, selection],
  );

  /** The point typed, on the face that is drawn on or chosen. */
  const addTyped = useCallback(() => {
    const { typed, draft, selected, setTyped } = selection.getState();
    const feature = selected?.kind === 'feature' ? features.find(({ id }) => id === selected.id) : undefined;
    const face = faces.find(({ id }) => id === (draft?.faceId ?? feature?.faceId ?? selected?.id));
    if (!face) return void toast(t('sheet.face-first'));
    const point = readTypedPoint(typed, draft?.path.at(-1), units);
    if (!point) return void toast(t('sheet.not-a-point'));
    setTyped('');
    addAt(face, point);
  }, [addAt, faces, features, selection, units]);

  const end = useCallback(() => {
    const { tool, draft } = selection.getState();
    if (!draft || tool === null || tool === 'reading') return;
    const path = FEATURE_SPECS[tool].shape === 'area' ? areaOf(draft.path) : draft.path;
    if (path.length >= POINTS_OF[FEATURE_SPECS[tool].shape][0]) finish(draft.faceId, path);
  }, [finish, selection]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.target as HTMLElement).closest('input, textarea, select, [role="dialog"]')) return;
      const { take, layDown, takeAgain, draft, tool, typed, setTyped } = selection.getState();
      if (event.key === 'Escape') {
        if (typed) setTyped('');
        else layDown();
      }
      if (tools.length === 0 || event.ctrlKey || event.metaKey || event.altKey) return;
      if (tool !== null) {
        if (event.key === 'Enter' && typed) return addTyped();
        if (event.key === 'Backspace' && typed) return setTyped(typed.slice(0, -1));
        // a blank before the first figure takes the last tool again, as ever
        if (POINT_KEYS.test(event.key) && (typed || event.key !== ' ')) {
          event.preventDefault();
          return setTyped(typed + event.key);
        }
      }
      if (event.key === 'Enter' && draft) end();
      const taken = tools.find((each) => letterOf(each) === event.key.toUpperCase());
      if (taken) take(taken);
      // the last tool once more
      if (event.key === ' ' && !(event.target as HTMLElement).closest('button, a, [role="listbox"]')) {
        event.preventDefault();
        takeAgain();
      }
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [addTyped, tools, end, selection]);

  return { addPoint, end };
}

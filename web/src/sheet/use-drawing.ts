import { FEATURE_SPECS, type FacePoint, type FeatureShape, POINTS_OF, isOnFace } from '@caulkhorn/core/jobs';
import { useCallback, useEffect, useRef } from 'react';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { useJob } from '../workspace/job-context';
import { useSelection } from '../workspace/selection';
import type { Hit } from './hit';
import { newFeature, round } from './new-feature';
import { TOOLS } from './tools';

/** A line and an area go on until they are ended. */
const POINTS_TO_FINISH: Readonly<Record<FeatureShape, number>> = { point: 1, 'spot-or-line': 2, line: Infinity, area: Infinity };

/** Setting points with a tool until they make a feature; and the keys that go with it. */
export function useDrawing(editable: boolean): { addPoint(hit: Hit | undefined): void; end(): void } {
  const { put, model } = useJob();
  const { features } = model;
  /** several of a kind in a row are usually alike */
  const lastDrawn = useRef('');

  const finish = useCallback(
    (faceId: string, path: FacePoint[]) => {
      const { tool, setDraft, select, take } = useSelection.getState();
      if (tool === 'select' || tool === 'reading') return;
      const like = features.findLast((feature) => feature.kind === tool && feature.id === lastDrawn.current);
      const feature = newFeature(tool, faceId, path, features, like);
      lastDrawn.current = feature.id;
      put('feature', feature);
      setDraft(null);
      select({ kind: 'feature', id: feature.id });
      take('select');
    },
    [features, put],
  );

  const addPoint = useCallback(
    (hit: Hit | undefined) => {
      const { tool, draft, setDraft, placeReading } = useSelection.getState();
      if (tool === 'select') return;
      if (!hit || !isOnFace(hit.placed.face, hit.point)) return void toast(t('sheet.point-off-face'));
      if (tool === 'reading') return placeReading(hit.placed.face.id, [round(hit.point[0]), round(hit.point[1])]);
      if (draft && draft.faceId !== hit.placed.face.id) return void toast(t('sheet.one-face'));
      const path: FacePoint[] = [...(draft?.path ?? []), [round(hit.point[0]), round(hit.point[1])]];
      if (path.length >= POINTS_TO_FINISH[FEATURE_SPECS[tool].shape]) finish(hit.placed.face.id, path);
      else setDraft({ faceId: hit.placed.face.id, path });
    },
    [finish],
  );

  const end = useCallback(() => {
    const { tool, draft } = useSelection.getState();
    if (!draft || tool === 'select' || tool === 'reading' || draft.path.length < POINTS_OF[FEATURE_SPECS[tool].shape][0]) return;
    finish(draft.faceId, draft.path);
  }, [finish]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.target as HTMLElement).closest('input, textarea, select, [role="dialog"]')) return;
      const { take, takeAgain, draft } = useSelection.getState();
      if (event.key === 'Escape') take('select');
      if (event.key === 'Enter' && draft) end();
      if (!editable || event.ctrlKey || event.metaKey || event.altKey) return;
      const chosen = TOOLS.find(({ letter }) => letter === event.key.toUpperCase());
      if (chosen) take(chosen.tool);
      // the last tool once more
      if (event.key === ' ' && !(event.target as HTMLElement).closest('button, a, [role="listbox"]')) {
        event.preventDefault();
        takeAgain();
      }
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [editable, end]);

  return { addPoint, end };
}

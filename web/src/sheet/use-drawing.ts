import { type FacePoint, isOnOutline } from '@caulkhorn/core/jobs';
import { useCallback, useEffect } from 'react';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { useJob } from '../workspace/job-context';
import { useSelection } from '../workspace/selection';
import type { Hit } from './hit';
import { newFeature, round } from './new-feature';
import { TOOLS } from './tools';

const POINTS_TO_FINISH = { crack: Infinity, leak: 2, penetration: 1 } as const;

/** Setting points with a tool until they make a feature; and the keys that go with it. */
export function useDrawing(editable: boolean): { addPoint(hit: Hit | undefined): void; end(): void } {
  const { put, model } = useJob();
  const { features } = model;

  const finish = useCallback(
    (faceId: string, path: FacePoint[]) => {
      const { tool, setDraft, select, take } = useSelection.getState();
      if (tool === 'select') return;
      const feature = newFeature(tool, faceId, path, features);
      put('feature', feature);
      setDraft(null);
      select({ kind: 'feature', id: feature.id });
      take('select');
    },
    [features, put],
  );

  const addPoint = useCallback(
    (hit: Hit | undefined) => {
      const { tool, draft, setDraft } = useSelection.getState();
      if (tool === 'select') return;
      if (!hit || !isOnOutline(hit.placed.face.outline, hit.point)) return void toast(t('sheet.point-off-face'));
      if (draft && draft.faceId !== hit.placed.face.id) return void toast(t('sheet.one-face'));
      const path: FacePoint[] = [...(draft?.path ?? []), [round(hit.point[0]), round(hit.point[1])]];
      if (path.length >= POINTS_TO_FINISH[tool]) finish(hit.placed.face.id, path);
      else setDraft({ faceId: hit.placed.face.id, path });
    },
    [finish],
  );

  const end = useCallback(() => {
    const { tool, draft } = useSelection.getState();
    if (!draft || tool === 'select' || (tool === 'crack' && draft.path.length < 2)) return;
    finish(draft.faceId, draft.path);
  }, [finish]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.target as HTMLElement).closest('input, textarea, select, [role="dialog"]')) return;
      const { take, draft } = useSelection.getState();
      if (event.key === 'Escape') take('select');
      if (event.key === 'Enter' && draft) end();
      if (!editable || event.ctrlKey || event.metaKey || event.altKey) return;
      const chosen = TOOLS.find(({ letter }) => letter === event.key.toUpperCase());
      if (chosen) take(chosen.tool);
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [editable, end]);

  return { addPoint, end };
}

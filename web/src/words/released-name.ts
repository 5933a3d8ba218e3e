import type { ReleasedFace, ReleasedRevision } from '@caulkhorn/core/proof';
import { t, tOf } from '../messages/t';
import { stepText } from './step-text';

type Item = ReleasedRevision['workItems'][number];

/** What a piece of released work was called when it was released, whatever its face or feature is called now. */
export function releasedStepName(item: Item, face: ReleasedFace): string {
  const step = stepText(item);
  if (item.targetId === undefined) return step;
  const mark = face.treatments.find(({ targetId }) => targetId === item.targetId)?.mark;
  return `${mark ?? t('junction.short')} ${step}`;
}

/** "B · coat 2", "B · K2 · plug". */
export function releasedItemName(item: Item, faces: readonly ReleasedFace[]): string {
  const face = faces.find(({ faceId }) => faceId === item.faceId);
  return face ? `${face.mark} · ${releasedStepName(item, face)}` : tOf(`step.${item.step}`);
}

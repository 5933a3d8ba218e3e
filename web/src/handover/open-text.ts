import type { OpenPoint, ReleasedFace, ReleasedTreatment } from '@caulkhorn/core/proof';
import { t, tOf } from '../messages/t';
import { releasedItemName } from '../words/released-name';

const markOf = ({ mark, of }: ReleasedTreatment): string => mark ?? tOf(`junction.${of}`);

/** What is not as it should be, in words. */
export function openText(point: OpenPoint, faces: readonly ReleasedFace[]): string {
  switch (point.code) {
    case 'no-release':
      return t('missing.release');
    case 'released-before-freezing':
      return t('missing.before-freezing');
    case 'no-level':
      return t('missing.governing', { mark: point.face.mark });
    case 'rating-fails':
      return t('missing.rating', { mark: point.face.mark });
    case 'exception': {
      const { by, reason } = point.face.exception!;
      return t('missing.exception', { mark: point.face.mark, by, reason });
    }
    case 'refused':
      return t('missing.refused', { mark: markOf(point.treatment) });
    case 'undecided':
      return t('missing.undecided', { mark: markOf(point.treatment) });
    case 'work-open':
      return t('missing.open', { n: point.n, first: releasedItemName(point.first, faces) });
    case 'test-failed':
      return t('missing.test-failed', { mark: point.face.mark, test: tOf(`test.${point.testId}`) });
    case 'not-shown-yet':
      return t('missing.not-shown', { n: point.n });
  }
}

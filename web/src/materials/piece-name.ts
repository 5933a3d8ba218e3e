import type { JobModel } from '@caulkhorn/core/jobs';
import type { PieceCard } from '@caulkhorn/core/planning';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t, tOf } from '../messages/t';
import { formatQuantity } from '../shared/numbers';

/** What a card is for: face, layer or step, and how many coats are mixed for alike. */
export function pieceName(
  { faceId, what, times }: Pick<PieceCard, 'faceId' | 'what' | 'times'>,
  { faces }: Pick<JobModel, 'faces'>,
): string {
  const mark = faces.find(({ id }) => id === faceId)?.mark ?? '';
  const step = tOf(what === 'coat' ? 'card.coat' : `step.${what}`);
  return times > 1 ? t('card.piece-coats', { mark, step, n: times }) : t('card.piece', { mark, step });
}

/** How warm the wall is that a card goes by, and whether somebody measured it. */
export function pieceWall({ temperatureC, isAssumed }: PieceCard, units: UnitSystem): string {
  return t(isAssumed ? 'card.wall-assumed' : 'card.wall', { temperature: formatQuantity(temperatureC, '°C', units) });
}

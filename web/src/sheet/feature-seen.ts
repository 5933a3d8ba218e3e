import { type Feature, moves } from '@caulkhorn/core/jobs';
import { t } from '../messages/t';

export const wetnessText = ({ wetState }: Pick<Feature, 'wetState'>): string => t(wetState ? `wet.${wetState}` : 'wet.not-looked');

/** "crack, dripping, moving". */
export function featureSeen(feature: Feature): string {
  return `${t(`feature.${feature.kind}`)}, ${wetnessText(feature)}${moves(feature) ? `, ${t('movement.moving')}` : ''}`;
}

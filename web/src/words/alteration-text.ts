import { t, tOf } from '../messages/t';
import { formatNumber } from '../messages/number-text';

/** What was altered, from a plan of now or one that was released. */
export function alterationText({ do: what, layer, figure }: { do: string; layer: string; figure?: number | undefined }): string {
  const name = tOf(`layer.${layer}`);
  if (what === 'add') return t('alter.shown.add', { layer: name });
  const shown = formatNumber(figure ?? 0, 2, 0);
  return what === 'coats' ? t('alter.shown.coats', { layer: name, figure: shown }) : t('alter.shown.rate', { layer: name, figure: shown });
}

import { SUBSTRATES } from '@caulkhorn/core/jobs';
import { t } from '../messages/t';

/** What a new face may be made of; first that nobody has said yet, which is no answer. */
export function substrateChoices(): { value: string; label: string }[] {
  return [{ value: '', label: t('face.material-ask') }, ...SUBSTRATES.map((value) => ({ value, label: t(`substrate.${value}`) }))];
}

import type { PlacedTask } from '@caulkhorn/core/programme';
import { t } from '../messages/t';

/** Who does a piece of work: whoever it was given to, else which of several gangs; where there is one, nobody by name. */
export function whoOf({ id, gang }: PlacedTask, personOf: (workItemId: string) => string | undefined): string | undefined {
  return personOf(id) ?? (gang === undefined ? undefined : t('board.gang', { n: gang + 1 }));
}

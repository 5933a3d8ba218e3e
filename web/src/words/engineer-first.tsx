import { engineerFirst } from '@caulkhorn/core/build-up';
import type { Feature } from '@caulkhorn/core/jobs';
import { Caution } from '../shared/ui/states';
import { t, tOf } from '../messages/t';

/** That an engineer looks at it before it is sealed, and why; nothing where no rule asks for it. */
export function EngineerFirst({ feature }: { feature: Feature }) {
  const reasons = engineerFirst(feature);
  if (reasons.length === 0) return null;
  return <Caution>{[t('engineer.title'), ...reasons.map((id) => tOf(`engineer.${id}`))].join(' ')}</Caution>;
}

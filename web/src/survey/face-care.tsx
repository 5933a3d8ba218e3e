import '../messages/later';
import type { Face } from '@caulkhorn/core/jobs';
import { CareList } from '../words/care-list';
import { parts, useJob } from '../job/job-context';

/** What the place of a face asks of people, with the words for it, which are not there from the start. */
export function FaceCare({ face }: { face: Face }) {
  const { model } = useJob(parts('model'));
  return <CareList face={face} job={model.job} />;
}

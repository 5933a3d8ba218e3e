import type { JobOutlookAnswer, JobSummary } from '@caulkhorn/contract';

export type JobOrder = 'changed' | 'next' | 'wrong' | 'name';

/** Jobs in which every word occurs, in the order asked; what is equal keeps the order in which the server has it, the one changed last first. */
export function inOrder(
  jobs: readonly JobSummary[],
  order: JobOrder,
  words: string,
  outlookOf: (jobId: string) => JobOutlookAnswer | undefined,
): JobSummary[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  const found = jobs.filter(({ name, site }) => wanted.every((word) => `${name} ${site}`.toLowerCase().includes(word)));
  const nextOf = ({ id }: JobSummary) => outlookOf(id)?.coming[0]?.atMs ?? Infinity;
  const wrongOf = ({ id }: JobSummary) => outlookOf(id)?.missing.filter(({ tone }) => tone === 'wrong').length ?? 0;
  const by: Readonly<Record<JobOrder, (a: JobSummary, b: JobSummary) => number>> = {
    changed: () => 0,
    next: (a, b) => (nextOf(a) === nextOf(b) ? 0 : nextOf(a) - nextOf(b)),
    wrong: (a, b) => wrongOf(b) - wrongOf(a),
    name: (a, b) => a.name.localeCompare(b.name),
  };
  return [...found].sort(by[order]);
}

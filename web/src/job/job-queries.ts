import type { BookingAnswer, StoresAnswer, HouseAnswer } from '@caulkhorn/contract';
import { ITEM_KINDS, ITEM_LISTS, type JobModel } from '@caulkhorn/core/jobs';
import type { PlanRevision } from '@caulkhorn/core/planning';
import { type QueryClient, queryOptions } from '@tanstack/react-query';
import { api } from '../shared/api';
import type { ShownLine } from './log-lines';

/** A job as the server holds it, with the version of everything in it. */
export interface StoredJob {
  model: JobModel;
  versions: Record<string, number>;
}

/** An answer that a device kept from before there was a kind of thing has no list of it. */
export function withAllLists(job: StoredJob): StoredJob {
  const missing = ITEM_KINDS.map((kind) => ITEM_LISTS[kind]).filter((list) => !(list in job.model));
  if (missing.length === 0) return job;
  return { ...job, model: { ...job.model, ...Object.fromEntries(missing.map((list) => [list, []])) } };
}

const pathOf = (organisationId: string, jobId: string) => `/organisations/${organisationId}/jobs/${jobId}`;

/** What the server knows of a job: its model, its log, its latest released plan. */
export function jobQueries(organisationId: string, jobId: string) {
  const path = pathOf(organisationId, jobId);
  return {
    path,
    // what was answered before and what has changed are told apart by the thing itself: comparing a whole job would cost more
    job: queryOptions({
      structuralSharing: false,
      queryKey: ['job', jobId],
      queryFn: ({ signal }) => api.getAgain<StoredJob>(path, signal).then(withAllLists),
    }),
    log: queryOptions({
      structuralSharing: false,
      queryKey: ['log', jobId],
      queryFn: ({ signal }) => api.getAgain<ShownLine[]>(`${path}/log`, signal),
    }),
    plan: queryOptions({
      queryKey: ['plan', jobId],
      queryFn: ({ signal }) => api.getAgain<{ latest: PlanRevision | null }>(`${path}/plan`, signal),
    }),
    house: houseQuery(organisationId),
    bookings: queryOptions({
      queryKey: ['bookings', jobId],
      queryFn: ({ signal }) => api.getAgain<BookingAnswer[]>(`${path}/bookings`, signal),
    }),
  };
}

/** What happened in the organisation's store. */
export function storesQuery(organisationId: string) {
  return queryOptions({
    queryKey: ['stores', organisationId],
    queryFn: ({ signal }) => api.getAgain<StoresAnswer>(`/organisations/${organisationId}/stores`, signal),
  });
}

/** How the organisation works, and its own sheets. */
export function houseQuery(organisationId: string) {
  return queryOptions({
    queryKey: ['house', organisationId],
    queryFn: ({ signal }) => api.getAgain<HouseAnswer>(`/organisations/${organisationId}/house`, signal),
  });
}

/** A page that opens on a job asks for it at once, before it is known who is signed in: the server knows. */
export function askForJobAt(address: string, client: QueryClient): void {
  const [, organisationId, jobId] = /^\/o\/([0-9a-f-]{36})\/jobs\/([0-9a-f-]{36})/.exec(address) ?? [];
  if (!organisationId || !jobId) return;
  const { job, house } = jobQueries(organisationId, jobId);
  void client.prefetchQuery(job);
  void client.prefetchQuery(house);
}

import type { JobOutlookAnswer, StoreOutlookAnswer } from '@caulkhorn/contract';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { queryOptions } from '@tanstack/react-query';
import { api } from '../shared/api';

/** How a job stands and what comes in it; looked at again while the page is open. */
export const outlookQuery = (organisationId: string, jobId: string) =>
  queryOptions({
    queryKey: ['outlook', jobId],
    queryFn: ({ signal }) => api.get<JobOutlookAnswer>(`/organisations/${organisationId}/jobs/${jobId}/outlook`, signal),
    staleTime: MINUTE_MS,
    refetchInterval: 5 * MINUTE_MS,
  });

/** What the store says of its batches. */
export const storeOutlookQuery = (organisationId: string) =>
  queryOptions({
    queryKey: ['store-outlook', organisationId],
    queryFn: ({ signal }) => api.get<StoreOutlookAnswer>(`/organisations/${organisationId}/stores/outlook`, signal),
    staleTime: MINUTE_MS,
  });

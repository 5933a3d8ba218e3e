import { queryOptions, useQuery } from '@tanstack/react-query';
import { parts, useJob } from '../job/job-context';
import { api } from '../shared/api';

export const broughtQuery = (path: string) =>
  queryOptions({
    queryKey: ['brought-photos', path],
    queryFn: ({ signal }) => api.get<string[]>(`${path}/brought-photos`, signal),
  });

/** Photos whose pictures came with a bundle and not from a camera; undefined until it is known. */
export function useBroughtPhotos(): readonly string[] | undefined {
  const { path } = useJob(parts('path'));
  return useQuery(broughtQuery(path)).data;
}

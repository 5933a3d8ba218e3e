import { useQuery } from '@tanstack/react-query';
import { parts, useJob } from '../job/job-context';
import { api } from '../shared/api';

/** Photos whose pictures came with a bundle and not from a camera; undefined until it is known. */
export function useBroughtPhotos(): { ids: readonly string[] | undefined; isAsked: boolean } {
  const { path } = useJob(parts('path'));
  const answer = useQuery({
    queryKey: ['brought-photos', path],
    queryFn: ({ signal }) => api.get<string[]>(`${path}/brought-photos`, signal),
  });
  return { ids: answer.data, isAsked: answer.isPending };
}

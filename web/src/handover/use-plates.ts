import type { Plate } from '@caulkhorn/contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { parts, useJob } from '../job/job-context';
import { api } from '../shared/api';

/** The plates of the job that lead somewhere. */
export function usePlates() {
  const { path } = useJob(parts('path'));
  const client = useQueryClient();
  const queryKey = ['plates', path];
  const plates = useQuery({ queryKey, queryFn: ({ signal }) => api.get<Plate[]>(`${path}/plates`, signal) });
  return { plates, again: () => client.invalidateQueries({ queryKey }) };
}

/** Where a plate's code leads. */
export const plateAddress = ({ token }: Pick<Plate, 'token'>): string => `${location.origin}/plate/${token}`;

import type { HouseAnswer } from '@caulkhorn/contract';
import type { HouseRules } from '@caulkhorn/core/planning';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { houseQuery } from '../job/job-queries';

/** Changes how the organisation works. Somebody else's change in between is told, and what stands now is fetched. */
export function usePutHouse(organisationId: string, house: HouseAnswer) {
  const client = useQueryClient();
  const query = houseQuery(organisationId);
  const { version, products: _, ...rules } = house;
  return useMutation({
    mutationFn: (change: Partial<HouseRules>) =>
      api.put<{ version: number }>(`/organisations/${organisationId}/house`, {
        baseVersion: version,
        ...rules,
        ...change,
      }),
    onSuccess: (answer, change) => {
      toast(t('house.saved'));

      client.setQueryData<HouseAnswer>(query.queryKey, (old) => old && { ...old, ...change, version: answer.version });
    },
    onError: (fault) => {
      toast.error(t(fault instanceof ApiError && fault.code === 'stale-version' ? 'house.changed-since' : 'house.not-saved'));
      void client.invalidateQueries({ queryKey: query.queryKey });
    },
  });
}

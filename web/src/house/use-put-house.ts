import type { HouseAnswer } from '@caulkhorn/contract';
import type { HouseRules } from '@caulkhorn/core/planning';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { houseQuery } from '../job/job-queries';

/**
 * Changes how the organisation works: it stands at once, and is sent one change after the other. Somebody else's change in between is
 * told, and what stands now is fetched.
 */
export function usePutHouse(organisationId: string, house: HouseAnswer) {
  const client = useQueryClient();
  const { queryKey } = houseQuery(organisationId);
  const change = (part: Partial<HouseAnswer>) => client.setQueryData<HouseAnswer>(queryKey, (old) => ({ ...(old ?? house), ...part }));
  return useMutation({
    scope: { id: `house ${organisationId}` },
    mutationFn: (part: Partial<HouseRules>) => {
      const { version: baseVersion, products: _, ...rules } = client.getQueryData<HouseAnswer>(queryKey) ?? house;
      return api.put<{ version: number }>(`/organisations/${organisationId}/house`, { ...rules, ...part, baseVersion });
    },
    onMutate: async (part) => {
      // an older answer on its way would undo it on the screen
      await client.cancelQueries({ queryKey });
      change(part);
    },
    onSuccess: ({ version }) => {
      toast(t('house.saved'));
      change({ version });
    },
    onError: (fault) => {
      toast.error(t(fault instanceof ApiError && fault.code === 'stale-version' ? 'house.changed-since' : 'house.not-saved'));
      void client.invalidateQueries({ queryKey });
    },
  });
}

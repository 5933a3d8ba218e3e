import type { Product } from '@caulkhorn/core/catalogue';
import type { Issue } from '@caulkhorn/core/issues';
import { useQueryClient } from '@tanstack/react-query';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { houseQuery } from '../job/job-queries';

/** Adds sheets to the organisation's catalogue, all or none; answers what stands against it. */
export function useAddProducts(organisationId: string): (products: readonly Product[]) => Promise<readonly Issue[]> {
  const client = useQueryClient();
  return async (products) => {
    try {
      const { added } = await api.post<{ added: number }>(`/organisations/${organisationId}/house/products`, { products });
      toast(t('catalogue.added', { n: added }));
      await client.invalidateQueries({ queryKey: houseQuery(organisationId).queryKey });
      return [];
    } catch (fault) {
      if (fault instanceof ApiError && fault.issues().length > 0) return fault.issues();
      toast.error(t('house.not-saved'));
      return [{ code: 'not-saved', path: '' }];
    }
  };
}

import { type BuildUp, type FamilyId, PRODUCT_ROLES, type ProductRole } from '../jobs/index.js';
import type { Catalogue } from './catalogue.js';
import type { Product } from './product.js';

/**
 * Products for every part that a family's build-up or details may need, pinned to the versions that are newest now: from the
 * maker of its coat where that maker has one, else the first that fits. A part that nothing fits stays open.
 */
export function pinProducts(coat: Product, family: FamilyId, catalogue: Catalogue): BuildUp['products'] {
  const pinned: Partial<Record<ProductRole, { id: string; version: number }>> = {};
  for (const role of PRODUCT_ROLES) {
    const fitting = role === 'coat' ? [coat] : catalogue.choices(role, family);
    const product = fitting.find(({ maker }) => maker === coat.maker) ?? fitting[0];
    if (product) pinned[role] = { id: product.id, version: product.version };
  }
  return pinned;
}

export type { HazardId, Pack, Product, ProductRole } from './product.js';
export { CATALOGUE_CURRENCY, SHIPPED_PRODUCTS, findProduct } from './shipped.js';

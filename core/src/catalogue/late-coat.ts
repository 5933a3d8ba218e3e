import type { ProductRole, RemedyWay } from '../jobs/index.js';
import type { Binder } from './product.js';

/** What is done before a coat that comes after its latest hour: it no longer grows together with the one under it by itself. */
export type LateCoatRule = Exclude<RemedyWay, 'start-over'> | 'ask';

/**
 * By what the coat is bound with. Cement takes cement that is damp and keyed by a slurry; films want a fresh, dull face; bitumen and
 * rubber take heat or primer; silicate and lime want a clean, damp one. Common practice, no source; the product's own sheet comes first.
 */
export const LATE_COAT_RULES: Readonly<Record<Binder, LateCoatRule>> = {
  cement: 'wet-and-slurry',
  'polymer-cement': 'wet-and-slurry',
  lime: 'wash-and-wet',
  epoxy: 'abrade-and-prime',
  polyurethane: 'abrade-and-prime',
  bitumen: 'warm-and-prime',
  rubber: 'warm-and-prime',
  acrylic: 'abrade-and-prime',
  silicate: 'wash-and-wet',
  silane: 'ask',
  sealant: 'abrade-and-prime',
  mineral: 'ask',
  plastic: 'ask',
  metal: 'ask',
};

/** The primer that a late film of such a binder is laid onto, where the face has its sheet. Common practice, no source. */
export const LATE_COAT_PRIMERS: Readonly<Partial<Record<Binder, ProductRole>>> = {
  epoxy: 'epoxy-primer',
  polyurethane: 'epoxy-primer',
  acrylic: 'acrylic-primer',
  bitumen: 'bitumen-primer',
  rubber: 'bitumen-primer',
};

import type { Product } from '../product.js';

/** What most sheets have in common; each product says where it differs. Every product and maker here is invented. */
const SHIPPED_CURRENCY = 'EUR';

export const TARNWICK = 'Tarnwick Mineral Works';
export const OSMERE = 'Osmere Building Chemistry';
export const FENNICK = 'Fennick Coatings';
export const HULVANE = 'Hulvane Site Supply';

export const BY_MASS = {
  measure: 'kg',
  currency: SHIPPED_CURRENCY,
  referenceC: 20,
  shelfLifeMonths: 12,
  storage: { minC: 5, maxC: 35 },
  leadTimeDays: 3,
  potable: false,
  vocGPerL: 0,
} as const satisfies Partial<Product>;

export const CEMENT = {
  ...BY_MASS,
  binder: 'cement',
  hazards: ['caustic-cement'],
  // cement goods are laid on damp walls: dew on them is no film that parts them from the wall
  limits: { surfaceMinC: 2, surfaceMaxC: 35, dewMarginC: 0 },
} as const satisfies Partial<Product>;

export const BY_LENGTH = { ...BY_MASS, measure: 'm', shelfLifeMonths: 60, storage: { minC: -20, maxC: 50 } } as const;
export const BY_AREA = { ...BY_LENGTH, measure: 'm²' } as const;
export const BY_PIECE = { ...BY_LENGTH, measure: 'piece' } as const;

/** Laid where the coat beside it may be laid: it sets no limit of its own. */
export const ANYWHERE = { surfaceMinC: -10, surfaceMaxC: 50, dewMarginC: 0 } as const;

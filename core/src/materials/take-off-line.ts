import type { Product } from '../catalogue/index.js';
import type { Working } from '../fields/index.js';

/** What one layer of a face, or one step of a detail, takes of one product. */
export interface TakeOffLine {
  id: string;
  /** layer or step of a detail, as paces name it */ what: string;
  faceId: string;
  targetId?: string;
  product: Product;
  /** in the product's measure */ amount: number;
  /** coats that share it */ coats: number;
  /** strips of the face that each coat is laid in, one after another; one where it is not said */ zones?: number;
  working?: Working;
}

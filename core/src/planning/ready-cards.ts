import type { Product } from '../catalogue/index.js';
import type { TakeOffLine } from '../materials/index.js';

/** A card for what comes ready in its pail or block: one piece of work, one coat. */
export interface ReadyCard {
  product: Product;
  faceId: string;
  /** layer or step */ what: string;
  /** coats alike, one after another */ times: number;
  kg: number;
  litres: number;
  /** clean water that goes into it: as its sheet thins this coat */ waterL?: number;
}

/** What is thinned by its sheet: the pass that is brushed in before the coats. */
const THINNED = 'thinned';

/** Cards for every piece of work whose material is not mixed from parts; details of one step on a face together. */
export function readyCards(lines: readonly TakeOffLine[]): ReadyCard[] {
  const pieces = new Map<string, ReadyCard>();
  for (const { id, faceId, targetId, what, product, amount, coats } of lines) {
    if (!comesReady(product)) continue;
    const key = `${faceId} ${targetId === undefined ? id : what} ${product.id}`;
    const kg = (pieces.get(key)?.kg ?? 0) + amount / coats;
    pieces.set(key, readyCard(product, kg, { faceId, what, times: coats }));
  }
  return [...pieces.values()].filter(({ kg }) => kg > 0);
}

/** A coat or primer that runs out of its pail as it is. */
export const comesReady = ({ mix, coat }: Pick<Product, 'mix' | 'coat'>): boolean => mix === undefined && coat !== undefined;

/** @param kg of one coat */
export function readyCard(product: Product, kg: number, piece: Pick<ReadyCard, 'faceId' | 'what' | 'times'>): ReadyCard {
  const litres = kg / (product.densityKgL ?? 1);
  const parts = piece.what === THINNED ? product.handling?.thinFirstParts : undefined;
  return { product, ...piece, kg, litres, ...(parts === undefined ? {} : { waterL: litres * parts }) };
}

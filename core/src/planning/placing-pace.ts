import type { Product, Tool } from '../catalogue/index.js';
import { COMMON_PRACTICE } from '../fields/index.js';

/** Of the hours at a coat so much is laying; the rest is mixing, moving, cutting in and looking. Common practice, no source. */
export const LAID_SHARE = { layer: 0.3, fill: 0.5, source: COMMON_PRACTICE } as const;

/** The tool asked for where the product can be placed with it, else the first that its sheet names. */
export function toolFor({ placingKgPerMin }: Product, wanted: Tool | undefined): Tool {
  const tools = Object.keys(placingKgPerMin!) as Tool[];
  return wanted && tools.includes(wanted) ? wanted : tools[0]!;
}

/** Minutes of one person at so much of a product, by its sheet and the tool: thicker takes longer. Undefined where the sheet names no rate. */
export function placingMin(product: Product, kg: number, kind: 'layer' | 'fill', tool: Tool | undefined): number | undefined {
  const kgPerMin = product.placingKgPerMin && product.placingKgPerMin[toolFor(product, tool)];
  return kgPerMin === undefined ? undefined : kg / kgPerMin / LAID_SHARE[kind];
}

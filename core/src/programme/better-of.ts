import type { Programme } from './task.js';

const endOf = ({ tasks }: Programme): number => Math.max(...tasks.map(({ endMs }) => endMs));

/** Of two the one that misses less, else the one that ends earlier; the first where neither is better. */
export function betterOf(a: Programme, b: Programme | null): Programme {
  if (!b || b.conflicts.length > a.conflicts.length) return a;
  return b.conflicts.length < a.conflicts.length || endOf(b) < endOf(a) ? b : a;
}

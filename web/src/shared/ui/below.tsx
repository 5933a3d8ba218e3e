import { type ReactNode, useDeferredValue } from 'react';

/** What lies below what is seen first: drawn once that stands, and never in the way of a press. */
export function Below({ children }: { children: ReactNode }) {
  const isDue = useDeferredValue(true, false);
  return isDue ? children : null;
}

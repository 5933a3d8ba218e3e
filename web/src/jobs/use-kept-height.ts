import { type RefObject, useEffect, useRef, useState } from 'react';

/** What stands on a full day, px: three lists beside each other, or one under the other. */
const USUAL_PX = { wide: 468, narrow: 1260 } as const;
const NARROW = '(max-width: 980px)';

/**
 * Keeps just the room that was needed the last time while lists fill one after another, so that nothing below moves under somebody's finger:
 * half-filled lists can be the taller ones, where their first lines wrap. `inner` is measured once all is there.
 */
export function useKeptHeight(name: string, isFilling: boolean): { inner: RefObject<HTMLDivElement | null>; height: number | undefined } {
  const inner = useRef<HTMLDivElement>(null);
  const [key, usual] = matchMedia(NARROW).matches
    ? ([`caulkhorn-height ${name} narrow`, USUAL_PX.narrow] as const)
    : ([`caulkhorn-height ${name} wide`, USUAL_PX.wide] as const);
  const [kept] = useState(() => Number(localStorage.getItem(key)) || usual);
  useEffect(() => {
    if (!isFilling && inner.current) localStorage.setItem(key, String(inner.current.offsetHeight));
  }, [isFilling, key]);
  return { inner, height: isFilling ? kept : undefined };
}

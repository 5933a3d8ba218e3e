import { useEffect, useState } from 'react';

/** Whether a media query holds, now and whenever that changes. */
export function useMedia(query: string): boolean {
  const [holds, setHolds] = useState(() => matchMedia(query).matches);
  useEffect(() => {
    const list = matchMedia(query);
    const update = () => setHolds(list.matches);
    update();
    list.addEventListener('change', update);
    return () => list.removeEventListener('change', update);
  }, [query]);
  return holds;
}

const PHONE = '(max-width: 719px)';

/** Whether the page is as narrow as a phone held upright. */
export const useIsPhone = (): boolean => useMedia(PHONE);

/** The same, outside what is drawn. */
export const isPhone = (): boolean => matchMedia(PHONE).matches;

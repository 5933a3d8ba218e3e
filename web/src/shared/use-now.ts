import { useEffect, useState } from 'react';
import { onClock, trueNow } from './true-clock';

/** The present as the server has it, renewed every `everyMs`. */
export function useNow(everyMs = 10_000): number {
  const [now, setNow] = useState(() => trueNow());
  useEffect(() => {
    const renew = () => setNow(trueNow());
    const timer = setInterval(renew, everyMs);
    const leave = onClock(renew);
    return () => {
      clearInterval(timer);
      leave();
    };
  }, [everyMs]);
  return now;
}

import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { t } from '../messages/t';
import { hoursMinutes } from '../shared/times';
import { clockAheadMs } from '../shared/true-clock';

/** Says that this device's clock is not the server's, where it is a minute or more off. */
export function ClockNotice() {
  const aheadMs = clockAheadMs() ?? 0;
  if (Math.abs(aheadMs) < MINUTE_MS) return null;
  return (
    <p role="status" className="mb-3 border-l-4 border-ochre bg-ochre-soft px-2.5 py-1.5">
      {t(aheadMs > 0 ? 'clock.ahead' : 'clock.behind', { by: hoursMinutes(Math.abs(aheadMs)) })}
    </p>
  );
}

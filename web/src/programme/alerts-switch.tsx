import { Bell } from 'lucide-react';
import { useState } from 'react';
import { t } from '../messages/t';
import { Button } from '../shared/ui/button';

/** Asks the browser to let the device tell of windows and rounds; gone once that is settled either way, or where it cannot. */
export function AlertsSwitch() {
  const [answer, setAnswer] = useState(() => ('Notification' in window ? Notification.permission : 'denied'));
  if (answer !== 'default') return null;
  return (
    <Button
      size="small"
      className="max-[719px]:h-14"
      title={t('alert.why')}
      onClick={() =>
        void Notification.requestPermission().then(setAnswer, () => {
          // the page tells of them all the same
        })
      }
    >
      <Bell size={15} aria-hidden /> {t('alert.allow')}
    </Button>
  );
}

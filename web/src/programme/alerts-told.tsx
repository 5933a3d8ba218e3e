import { useEffect, useRef } from 'react';
import { toast } from 'sonner';
import { useLocation } from 'react-router';
import { parts, useJob, usePlanningSoFar } from '../job/job-context';
import { t } from '../messages/t';
import { notifyDevice } from '../shared/notify-device';
import { timeOfDay } from '../shared/times';
import { useNow } from '../shared/use-now';
import { itemName } from '../words/item-name';
import { alertsDue } from './alerts';

const LOOK_EVERY_MS = 30_000;
/** It lies on the head of the page, and the same stands under what comes next. */
const SHOWN_MS = 20_000;

/** Tells in passing, and by the device's own notifications where somebody has allowed them, what opens, closes or wants mist soon; each thing once. */
export default function AlertsTold() {
  const { model } = useJob(parts('model'));
  const planning = usePlanningSoFar();
  const { pathname } = useLocation();
  const now = useNow(LOOK_EVERY_MS);
  const told = useRef(new Set<string>());
  useEffect(() => {
    if (!planning) return;
    const { timeZone } = model.job;
    for (const { key, kind, item, atMs } of alertsDue(planning.programme, planning.workItems, timeZone, now)) {
      if (told.current.has(key)) continue;
      told.current.add(key);
      const text = t(`alert.${kind}`, { name: itemName(item, model), at: timeOfDay(atMs, timeZone) });
      toast(text, { duration: SHOWN_MS, id: key });
      notifyDevice(model.job.name, text, { key, path: pathname });
    }
  }, [planning, model, now, pathname]);
  return null;
}

import { isPlug } from '@caulkhorn/core/site-log';
import { useEffect, useRef } from 'react';
import { useLocation } from 'react-router';
import { toast } from 'sonner';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { chime } from '../shared/chime';
import { keepLit } from '../shared/keep-lit';
import { notifyDevice } from '../shared/notify-device';
import { timeOfDay } from '../shared/times';
import { useNow } from '../shared/use-now';
import { itemName } from '../words/item-name';
import { type OpenPail, type PailStage, stageOf, useOpenPails } from './use-open-pails';

/** What began longer ago than this was told by an earlier look at the page, or is told by the page itself. */
const TOLD_FOR_MS = 20_000;
const SHOWN_MS = 60_000;

/** Says when a pail has been stirred, has stood, and is over: by the page, a sound and a shake, and by the device where it is allowed. The screen stays lit meanwhile. */
export default function PailAlarm() {
  const pails = useOpenPails();
  const { pathname } = useLocation();
  return pails.length === 0 ? null : <Ringing pails={pails} path={pathname} />;
}

function Ringing({ pails, path }: { pails: readonly OpenPail[]; path: string }) {
  const { model } = useJob(parts('model'));
  const now = useNow(1000);
  const told = useRef(new Map<string, PailStage>());
  useEffect(() => {
    for (const open of pails) {
      const { pail, item, times, product } = open;
      const { stage, untilMs } = stageOf(open, now);
      const before = told.current.get(pail.mixId);
      told.current.set(pail.mixId, stage);
      const sinceMs =
        now -
        (stage === 'hold' || stage === 'held'
          ? untilMs
          : stage === 'over'
            ? times.overMs
            : stage === 'lay'
              ? (times.stoodMs ?? times.mixedMs)
              : times.mixedMs);
      const isNew = before === undefined ? sinceMs < TOLD_FOR_MS : before !== stage;
      // whoever presses it in knows that he holds it
      if (stage === 'stir' || stage === 'hold' || !isNew) continue;
      const text = t(isPlug(product) && stage === 'lay' ? 'pail.told-press' : `pail.told-${stage}`, {
        name: itemName(item, model),
        at: timeOfDay(untilMs, model.job.timeZone),
      });
      chime();
      toast(text, { duration: SHOWN_MS, id: pail.mixId });
      notifyDevice(model.job.name, text, { key: `pail ${pail.mixId}`, path });
    }
  }, [pails, now, model, path]);
  useEffect(() => keepLit(), []);
  return null;
}

import '../messages/later';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { aloneState } from '@caulkhorn/core/site-log';
import { useEffect, useRef } from 'react';
import { useLocation } from 'react-router';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { chime } from '../shared/chime';
import { keepLit } from '../shared/keep-lit';
import { notifyDevice } from '../shared/notify-device';
import { timeOfDay } from '../shared/times';
import { useNow } from '../shared/use-now';
import { useAlone } from './lone-watch';

/** Once asked, it asks again so often. */
const AGAIN_MS = 10_000;

/** Asks who works alone, by sound and shake, until he answers; tells everybody else at the job who has not. */
export default function LoneAlarm() {
  const { own, others } = useAlone();
  return (
    <>
      {own ? <Asking lastMs={own.lastMs} everyMin={own.everyMin} /> : null}
      {others.length > 0 ? <Silent /> : null}
    </>
  );
}

function Asking({ lastMs, everyMin }: { lastMs: number; everyMin: number }) {
  const { model } = useJob(parts('model'));
  const { pathname } = useLocation();
  const now = useNow(1000);
  const soundedMs = useRef(0);
  const state = aloneState({ lastMs, everyMin }, now);
  useEffect(() => {
    if (state === 'well' || now - soundedMs.current < (state === 'asked' ? AGAIN_MS * 3 : AGAIN_MS)) return;
    soundedMs.current = now;
    chime();
    notifyDevice(model.job.name, t('alone.asked'), { key: 'alone', path: pathname });
  }, [state, now, model, pathname]);
  useEffect(() => keepLit(), []);
  return null;
}

/** Not heard from for longer than he is asked: told on every step, whether or not his own phone still runs. */
function Silent() {
  const { model } = useJob(parts('model'));
  const { others } = useAlone();
  const now = useNow(15_000);
  const silent = others.filter((each) => aloneState(each, now) === 'silent');
  if (silent.length === 0) return null;
  return (
    <div role="alert" className="bg-iron px-4 py-2 font-semibold text-paper">
      {silent.map(({ personId, personName, lastMs, everyMin }) => (
        <p key={personId}>
          {t('alone.not-heard', {
            name: personName,
            at: timeOfDay(lastMs, model.job.timeZone),
            n: everyMin,
            due: timeOfDay(lastMs + everyMin * MINUTE_MS, model.job.timeZone),
          })}
        </p>
      ))}
    </div>
  );
}

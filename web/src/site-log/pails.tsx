import type { WorkItem } from '@caulkhorn/core/planning';
import { productOfWork } from '@caulkhorn/core/proof';
import { isPlug } from '@caulkhorn/core/site-log';
import { FlaskConical } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { parts, useJob, usePlanning } from '../job/job-context';
import { t } from '../messages/t';
import { allowChime } from '../shared/chime';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { minutesSeconds, timeOfDay } from '../shared/times';
import { Button } from '../shared/ui/button';
import { useNow } from '../shared/use-now';
import { itemName } from '../words/item-name';
import { type OpenPail, stageOf, useOpenPails } from './use-open-pails';
import { trueNowIso } from '../shared/true-clock';

/** One press when a pail is begun: its life runs from then. */
export function BeginPail({ item }: { item: WorkItem }) {
  const { revision, log } = useJob(parts('revision', 'log'));
  const { site } = usePlanning();
  const product = revision ? productOfWork(revision, item.id) : undefined;
  if (!product?.mix || product.workingLifeMin === undefined) return null;
  const batchNumber = site.done.get(item.id)?.batchNumbers.at(-1);
  return (
    <Button
      size="large"
      className="w-full"
      onClick={() => {
        allowChime();
        log({ kind: 'mix', workItemId: item.id, planRevisionId: revision!.id, ...(batchNumber ? { batchNumber } : {}) }, trueNowIso());
      }}
    >
      <FlaskConical size={20} aria-hidden /> {t(isPlug(product) ? 'pail.begin-plug' : 'pail.begin')}
    </Button>
  );
}

/** Every pail that is on, by the time of day: what is done with it now, until when, and what became of it. */
export function RunningPails() {
  const pails = useOpenPails();
  const at = useRef<HTMLElement>(null);
  const before = useRef(pails.length);
  // who has just begun one sees its time, wherever the button was
  useEffect(() => {
    if (pails.length > before.current) at.current?.scrollIntoView({ block: 'start' });
    before.current = pails.length;
  }, [pails.length]);
  if (pails.length === 0) return null;
  return (
    <section ref={at} aria-label={t('pail.running')} className="mb-3 flex flex-col gap-2">
      {pails.map((open) => (
        <RunningPail key={open.pail.mixId} open={open} />
      ))}
      <p className="text-[13px] text-soft">{t('pail.limits')}</p>
    </section>
  );
}

function RunningPail({ open }: { open: OpenPail }) {
  const { pail, item, product, wall } = open;
  const { model, can, log } = useJob(parts('model', 'can', 'log'));
  const units = useUnits();
  const now = useNow(1000);
  const { timeZone } = model.job;
  const { stage, untilMs } = stageOf(open, now);
  const isOver = stage === 'over';
  const isHeld = stage === 'hold' || stage === 'held';
  const plug = isPlug(product);
  return (
    <article className={`border-l-4 px-3 py-2 ${isOver ? 'border-iron bg-iron-soft' : 'border-water bg-water-soft'}`}>
      <p className="font-semibold">
        {t(plug ? 'pail.plug-of' : 'pail.of', { name: itemName(item, model), at: timeOfDay(pail.begunAt, timeZone) })}
      </p>
      <p className="flex flex-wrap items-baseline justify-between gap-x-4">
        <span className="text-lg font-medium">
          {t(plug && stage === 'lay' ? 'pail.press' : `pail.${stage}`, { at: timeOfDay(untilMs, timeZone) })}
        </span>
        {isOver || stage === 'held' ? null : (
          <span role="timer" className="text-4xl leading-10 font-bold">
            {minutesSeconds(untilMs - now)}
          </span>
        )}
      </p>
      <p className="text-[13px] text-soft">
        {wall ? t('pail.by', { temperature: formatQuantity(wall.temperatureC, '°C', units) }) : t('pail.by-none')}
      </p>
      {can('log') && !isHeld ? (
        <div className="mt-1.5 grid grid-cols-2 gap-2">
          {(['used', 'thrown'] as const).map((became) => (
            <Button
              key={became}
              size="large"
              look={became === (isOver ? 'thrown' : 'used') ? 'solid' : 'outline'}
              onClick={() => log({ kind: 'pail', mixId: pail.mixId, became }, trueNowIso())}
            >
              {t(plug && became === 'used' ? 'pail.pressed' : `pail.${became}`)}
            </Button>
          ))}
        </div>
      ) : null}
    </article>
  );
}

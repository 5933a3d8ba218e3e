import { HotBodyDto, checkShape } from '@caulkhorn/contract';
import { productOfWork } from '@caulkhorn/core/proof';
import { type EntryBody, type HotWork, hotWorkOf } from '@caulkhorn/core/site-log';
import { useMemo } from 'react';
import { parts, useJob, usePlanning } from '../job/job-context';
import { t } from '../messages/t';
import { formatQuantity, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { timeNear } from '../shared/times';
import { trueNowIso } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { useNow } from '../shared/use-now';
import { itemName } from '../words/item-name';

/** Hot work that is on: the kettle read by the half hour; and the fire watch after it, until somebody says that nothing smoulders. */
export function HotWatch() {
  const { revision, lines } = useJob(parts('revision', 'lines'));
  const { site } = usePlanning();
  const now = useNow(15_000);
  const hot = useMemo(
    () => new Set(revision?.workItems.filter(({ machines = [] }) => machines.includes('kettle')).map(({ id }) => id)),
    [revision],
  );
  const works = hot.size === 0 ? [] : hotWorkOf({ done: site.done, lines }, (id) => hot.has(id), now);
  return works.map((work) => <Watch key={work.workItemId} work={work} now={now} />);
}

function Watch({ work, now }: { work: HotWork; now: number }) {
  const { model, revision, can, log } = useJob(parts('model', 'revision', 'can', 'log'));
  const item = revision!.workItems.find(({ id }) => id === work.workItemId)!;
  const { timeZone } = model.job;
  const title = t('hot.title', { name: itemName(item, model) });
  const about = { workItemId: item.id, planRevisionId: revision!.id };
  const isOver = work.state === 'watch' && now >= work.untilMs;
  return (
    <section aria-label={title} className="mb-3 flex flex-col gap-2 border-2 border-iron px-3 py-2.5">
      <h2 className="font-semibold">{title}</h2>
      {work.state === 'watch' ? (
        <>
          <p className="text-lg font-medium">
            {isOver ? t('hot.watch-over') : t('hot.watch', { at: timeNear(work.untilMs, now, timeZone) })}
          </p>
          {can('log') ? (
            <Button
              size="large"
              look={isOver ? 'solid' : 'outline'}
              disabled={!isOver}
              onClick={() => log({ kind: 'hot', ...about, of: 'out' }, trueNowIso())}
            >
              {t('hot.out')}
            </Button>
          ) : null}
        </>
      ) : (
        <Kettle work={work} now={now} about={about} />
      )}
    </section>
  );
}

function Kettle({
  work: { workItemId, lastC, lastMs, dueMs },
  now,
  about,
}: {
  work: Extract<HotWork, { state: 'on' }>;
  now: number;
  about: { workItemId: string; planRevisionId: string };
}) {
  const { model, revision, can, log } = useJob(parts('model', 'revision', 'can', 'log'));
  const units = useUnits();
  const form = useKeptForm(`kettle ${workItemId}`, { kettleC: '' });
  const { timeZone } = model.job;
  const kettle = productOfWork(revision!, workItemId)?.handling?.kettle;
  const degrees = (celsius: number) => formatQuantity(celsius, '°C', units);
  const write = form.handleSubmit(({ kettleC }) => {
    if (kettleC.trim() === '') return form.showIssues([{ code: 'missing', path: 'kettleC' }]);
    const shape = checkShape<EntryBody>(HotBodyDto, { kind: 'hot', ...about, of: 'kettle', kettleC: readQuantity(kettleC, '°C', units) });
    if (!shape.ok) return form.showIssues(shape.issues);
    log(shape.value, trueNowIso());
    form.setValue('kettleC', '');
    form.forget();
  });
  const limits = kettle && { min: degrees(kettle.minC), max: degrees(kettle.maxC) };
  return (
    <>
      {limits ? (
        <p>
          {lastC === undefined
            ? t('hot.none', limits)
            : t('hot.last', { ...limits, c: degrees(lastC), at: timeNear(lastMs!, now, timeZone) })}
        </p>
      ) : null}
      {kettle && lastC !== undefined && lastC > kettle.maxC ? <Alarm text={t('hot.too-hot')} /> : null}
      {kettle && lastC !== undefined && lastC < kettle.minC ? <Alarm text={t('hot.too-cold')} /> : null}
      {now >= dueMs ? (
        <Alarm text={t('hot.overdue', { at: timeNear(dueMs, now, timeZone) })} />
      ) : (
        <p className="text-lg font-medium">{t('hot.due', { at: timeNear(dueMs, now, timeZone) })}</p>
      )}
      {can('log') ? (
        <form onSubmit={(event) => void write(event)} noValidate className="flex flex-col gap-2">
          <TextField
            label={t('hot.kettle')}
            unit={units === 'us' ? '°F' : '°C'}
            inputMode="decimal"
            fault={form.formState.errors.kettleC?.message}
            {...form.register('kettleC')}
          />
          <Button size="large" look="solid" type="submit">
            {t('hot.write')}
          </Button>
        </form>
      ) : null}
    </>
  );
}

function Alarm({ text }: { text: string }) {
  return (
    <p role="alert" className="border-l-4 border-iron bg-iron-soft px-2.5 py-1.5 font-semibold">
      {text}
    </p>
  );
}

import { LookBodyDto, checkShape } from '@caulkhorn/contract';
import { coatWorks, freshCoats } from '@caulkhorn/core/planning';
import type { ReleasedPlan } from '@caulkhorn/core/proof';
import { type CoatLookDue, type EntryBody, checkEntry, coatLooksDue } from '@caulkhorn/core/site-log';
import { HOUR_MS } from '@caulkhorn/core/quantities';
import { ChevronDown, ChevronUp, Timer } from 'lucide-react';
import { useMemo, useState } from 'react';
import { parts, useJob, usePlanning } from '../job/job-context';
import { t } from '../messages/t';
import { timeNear } from '../shared/times';
import { trueNowIso } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { TextArea } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { useNow } from '../shared/use-now';
import { itemName } from '../words/item-name';

/** A look that comes so soon is told beforehand. */
const SOON_MS = HOUR_MS;

/** Coats that are to be looked at now or soon, and those that were not right when somebody did. */
export function CoatLooks() {
  const { revision, lines } = useJob(parts('revision', 'lines'));
  const { site } = usePlanning();
  const now = useNow(15_000);
  const coats = useMemo(() => {
    const plan = revision?.decided as ReleasedPlan | null | undefined;
    const familyOf = new Map(plan?.faces.map(({ faceId, family }) => [faceId, family]));
    return coatWorks(revision?.workItems ?? [], (faceId) => familyOf.get(faceId));
  }, [revision]);
  const looks = coatLooksDue({ done: site.done, lines }, coats, now).filter(({ dueMs, wrong }) => wrong || dueMs <= now + SOON_MS);
  const [isOpen, setOpen] = useState(false);
  const each = looks.map((due) => <Look key={`${due.workItemId} ${due.look.id}`} due={due} now={now} />);
  if (looks.length < 2) return each;
  const wrong = looks.filter((due) => due.wrong).length;
  return (
    <>
      {/* what is to be done next is not pushed off the screen by them */}
      <Button className="mb-3 min-h-14 w-full !justify-between" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        <span>
          {t('look.all', { n: looks.length })}
          {wrong > 0 ? <b className="ml-2 text-iron">{t('look.all-wrong', { n: wrong })}</b> : null}
        </span>
        {isOpen ? <ChevronUp size={20} aria-hidden /> : <ChevronDown size={20} aria-hidden />}
      </Button>
      {isOpen ? each : null}
    </>
  );
}

function Look({ due: { workItemId, look, dueMs, wrong }, now }: { due: CoatLookDue; now: number }) {
  const { model, revision, can, log } = useJob(parts('model', 'revision', 'can', 'log'));
  const [isTelling, setTelling] = useState(false);
  const form = useKeptForm(`look ${workItemId} ${look.id}`, { note: '' });
  const { timeZone } = model.job;
  const item = revision!.workItems.find(({ id }) => id === workItemId)!;
  const title = t('look.title', { name: `${itemName(item, model)}: ${t(`look.name.${look.id}`)}` });
  const about = { kind: 'look' as const, workItemId, planRevisionId: revision!.id, look: look.id };
  const isDue = now >= dueMs;
  const writeWrong = form.handleSubmit(({ note }) => {
    const shape = checkShape<EntryBody>(LookBodyDto, { ...about, isRight: false, note: note.trim() });
    const issues = shape.ok ? checkEntry(shape.value, trueNowIso(), { path: '' }) : shape.issues;
    if (!shape.ok || issues.length > 0) return form.showIssues(issues.map((each) => ({ ...each, path: each.path.replace(/^\./, '') })));
    log(shape.value, trueNowIso());
    form.setValue('note', '');
    form.forget();
    setTelling(false);
  });
  return (
    <section
      aria-label={title}
      className={`mb-3 flex flex-col gap-1.5 border-l-4 px-3 py-2 ${wrong ? 'border-iron bg-iron-soft' : 'border-water bg-water-soft'}`}
    >
      <h2 className="font-semibold">{title}</h2>
      {wrong ? (
        <>
          <p role="alert" className="font-medium">
            {t('look.was-wrong', { at: timeNear(wrong.atMs, now, timeZone), note: wrong.note })}
          </p>
          <p>{t('look.again')}</p>
        </>
      ) : (
        <p className="text-lg font-medium">{t(isDue ? 'look.due' : 'look.next', { at: timeNear(dueMs, now, timeZone) })}</p>
      )}
      <p>{t(`look.how.${look.id}`)}</p>
      {can('log') && (isDue || wrong) ? (
        isTelling ? (
          <form onSubmit={(event) => void writeWrong(event)} noValidate className="flex flex-col gap-2">
            <TextArea label={t('look.what-is')} rows={2} fault={form.formState.errors.note?.message} {...form.register('note')} />
            <div className="grid grid-cols-2 gap-2">
              <Button size="large" type="button" onClick={() => setTelling(false)}>
                {t('look.leave')}
              </Button>
              <Button size="large" look="solid" type="submit">
                {t('look.write-wrong')}
              </Button>
            </div>
          </form>
        ) : (
          <div className="mt-1 grid grid-cols-2 gap-2">
            <Button size="large" look="solid" onClick={() => log({ ...about, isRight: true }, trueNowIso())}>
              {t('look.right')}
            </Button>
            <Button size="large" onClick={() => setTelling(true)}>
              {t('look.wrong')}
            </Button>
          </div>
        )
      ) : null}
    </section>
  );
}

/** Coats that nobody may walk on yet, nor make dust beside: until when, by the clock. */
export function FreshCoats() {
  const { model, revision } = useJob(parts('model', 'revision'));
  const { site, placedBy } = usePlanning();
  const now = useNow(30_000);
  const items = revision?.workItems ?? [];
  const { temperatureC, wallsC } = placedBy;
  const fresh = freshCoats(items, site, { nowMs: now, temperatureC, ...(wallsC ? { wallsC } : {}) });
  if (fresh.length === 0) return null;
  const lines = fresh.map(({ workItemId, untilMs }) => (
    <li key={workItemId} className="text-lg font-medium">
      {t('fresh.until', {
        name: itemName(
          items.find(({ id }) => id === workItemId)!,
          model,
        ),
        at: timeNear(untilMs, now, model.job.timeZone),
      })}
    </li>
  ));
  return (
    <details aria-label={t('fresh.title')} open={fresh.length === 1} className="mb-3 border-l-4 border-ochre bg-ochre-soft px-3 py-1">
      <summary className="min-h-11 content-center font-semibold max-[719px]:min-h-14">
        <Timer size={18} aria-hidden className="mr-1.5 inline" />
        {fresh.length === 1
          ? t('fresh.title')
          : t('fresh.all', { n: fresh.length, at: timeNear(fresh.at(-1)!.untilMs, now, model.job.timeZone) })}
      </summary>
      <ul>{lines}</ul>
      <p className="text-[13px] text-soft">{t('fresh.why')}</p>
    </details>
  );
}
